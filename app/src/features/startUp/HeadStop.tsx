import { entryProblemWords } from '@zetesis/contract'
import { showText, type JudgedReading } from '@zetesis/core'
import { useState } from 'react'
import { Text } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { useAlarm } from '@/ui/alarm'
import { Press } from '@/ui/Press'
import { WholeScreen } from '@/ui/WholeScreen'
import { Body } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

const large = {
  color: '$paper',
  textAlign: 'center',
  style: { fontFamily: "'Atkinson Hyperlegible Next', sans-serif" },
} as const

/** With the condenser covered: head over the method's stop takes the whole screen, and sounds, until the cover is off or the head is down. */
export function HeadStop({ unit, judged }: { unit: UnitHandle; judged: JudgedReading }) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const { cold, method } = unit.view
  const stopK = method.restrictedStopK.si
  const { condenserK } = judged
  const over = cold.cover !== undefined && condenserK !== undefined && condenserK > stopK
  useAlarm(over)
  if (!over) return null
  return (
    <WholeScreen testID="head-stop">
      <Text {...large} fontSize={40} lineHeight={46} fontWeight="700">
        Take the cover off now
      </Text>
      <Text {...large} fontSize={24} lineHeight={32}>
        {`It condenses at ${showText('temperature', condenserK, system)}; the stop is ${showText('temperature', stopK, system)}. If the head doesn’t fall at once, stop the unit.`}
      </Text>
      <Press
        testID="head-stop-off"
        onPress={() => {
          const [first] = unit.append({ kind: 'covered', on: false })
          setProblem(first && entryProblemWords(first, system))
        }}
      >
        The cover is off
      </Press>
      {problem ? <Body color="$paper">{problem}</Body> : null}
    </WholeScreen>
  )
}
