import { beforeAfterRows } from '@zetesis/contract'
import { weatherOf, type JudgedReading, type UnitFacts } from '@zetesis/core'
import { useMemo } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { useAnswer } from '@/ui/useAnswer'
import { Heading, Soft } from '@/ui/Words'
import type { WeatherAnswer, WeatherQuestion } from '@/workers/weather.worker'

const open = () => new Worker(new URL('../../workers/weather.worker.ts', window.location.href))

/** As it was found beside what it does now, with the old figures brought to today's weather by the rig's model. */
export function BeforeAfter({
  before,
  after,
  facts,
}: {
  before: JudgedReading
  after: JudgedReading
  facts: UnitFacts
}) {
  const { system } = useSettings()
  const shift = useShift(before, after, facts)
  const rows = beforeAfterRows(before, after, system, shift)
  const cell = (text: string, strong?: boolean) => (
    <Text
      flex={1}
      fontFamily="$figure"
      fontSize="$4"
      fontWeight={strong ? '700' : '500'}
      color="$ink"
      textAlign="right"
    >
      {text}
    </Text>
  )
  const head = (text: string) => (
    <Soft flex={1} textAlign="right">
      {text}
    </Soft>
  )
  return (
    <Card testID="before-after">
      <Heading>Before and after</Heading>
      <XStack gap="$2">
        <Soft flex={1}>{''}</Soft>
        {head(`${facts.oldRefrigerant}, as found`)}
        {head(`${facts.refrigerant}, now`)}
      </XStack>
      <YStack role="list" gap="$2">
        {rows.map((row) => (
          <YStack
            key={row.code}
            role="listitem"
            borderTopWidth={1}
            borderColor="$rule"
            paddingTop="$1"
            testID={`row-${row.code}`}
          >
            <XStack gap="$2" alignItems="baseline">
              <Soft flex={1}>{row.name}</Soft>
              {cell(row.before)}
              {cell(row.after, true)}
            </XStack>
            {row.brought ? <Soft textAlign="right">{`found, in today’s weather: ${row.brought}`}</Soft> : null}
          </YStack>
        ))}
      </YStack>
      <Soft>
        {shift
          ? 'Brought to one weather by the rig’s model of machines like this, sound and short; ± is twice what model and readings are good for. Dirt, wind and what else differed between the days isn’t in it.'
          : 'Two days, two weathers: outdoors and wet bulb of both readings would bring them together.'}
      </Soft>
    </Card>
  )
}

function useShift(before: JudgedReading, after: JudgedReading, { oldRefrigerant, metering }: UnitFacts) {
  const question = useMemo((): WeatherQuestion | undefined => {
    const [from, to] = [weatherOf(before), weatherOf(after)]
    if (!from || !to || !oldRefrigerant || !metering) return undefined
    const asked = [{ refrigerant: oldRefrigerant, metering }, from, to] as const
    return { key: JSON.stringify(asked), asked: [...asked] }
  }, [before, after, oldRefrigerant, metering])
  const found = useAnswer<WeatherQuestion, WeatherAnswer>(open, question)
  return found && found.key === question?.key ? { ...found.shift } : undefined
}
