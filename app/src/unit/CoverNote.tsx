import { entryProblemWords } from '@zetesis/contract'
import { useEffect, useState } from 'react'
import { YStack } from 'tamagui'
import { leaveCovered, seenCovered } from '@/frame/leftCovered'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import type { UnitHandle } from './useUnit'

/** On every page of the unit for as long as something covers its condenser. */
export function CoverNote({ unit }: { unit: UnitHandle }) {
  const [problem, setProblem] = useState<string>()
  const { unitId } = unit
  const covered = unit.view.cold.cover !== undefined
  const tag = unit.view.facts.tag ?? 'A unit'
  useEffect(() => {
    if (!covered) return undefined
    // whoever shuts the app or leaves it is asked first: nobody watches the head then
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    seenCovered(unitId)
    return () => {
      window.removeEventListener('beforeunload', ask)
      leaveCovered({ unitId, tag })
    }
  }, [covered, unitId, tag])
  // it came off, here or on another phone
  useEffect(() => {
    if (!covered) seenCovered(unitId)
  }, [covered, unitId])
  if (!covered) return null
  return (
    <Banner metal="tooClose" word="The condenser is covered" testID="cover-note">
      <YStack gap="$2">
        <Body fontSize="$3" lineHeight="$3">
          It must not stay on: nothing is signed and no gauge comes off before it is gone.
        </Body>
        <Press
          testID="cover-off"
          onPress={() => {
            const [first] = unit.append({ kind: 'covered', on: false })
            setProblem(first && entryProblemWords(first))
          }}
        >
          The cover is off
        </Press>
        {problem ? <Body color="$oxide">{problem}</Body> : null}
      </YStack>
    </Banner>
  )
}
