import { entryProblemWords } from '@zetesis/contract'
import { useEffect, useState } from 'react'
import { YStack } from 'tamagui'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import type { UnitHandle } from './useUnit'

/** On every page of the unit for as long as something covers its condenser. */
export function CoverNote({ unit }: { unit: UnitHandle }) {
  const [problem, setProblem] = useState<string>()
  const covered = unit.view.cold.cover !== undefined
  useEffect(() => {
    if (!covered) return undefined
    // whoever shuts the app or leaves it is asked first: nobody watches the head then
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [covered])
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
