import { beforeAfterRows, beforeAfterWords } from '@zetesis/contract'
import { weatherOf, type JudgedReading, type UnitFacts } from '@zetesis/core'
import { useMemo } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { useAnswer } from '@/ui/useAnswer'
import { Heading, Soft } from '@/ui/Words'
import type { WeatherAnswer, WeatherQuestion } from '@/workers/weather.worker'

const open = () => new Worker(new URL('../workers/weather.worker.ts', window.location.href))

/** Two readings of one machine beside each other, with the old figures brought to today's weather by the rig's model. */
export function BeforeAfter({
  title,
  before,
  after,
  refrigerant,
  metering,
  heads,
}: {
  title: string
  before: JudgedReading
  after: JudgedReading
  /** that it ran on before */
  refrigerant: UnitFacts['refrigerant']
  metering: UnitFacts['metering']
  heads: readonly [string, string]
}) {
  const { system } = useSettings()
  const { shift, isAsked } = useShift(before, after, { refrigerant, metering })
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
      <Heading>{title}</Heading>
      <XStack gap="$2">
        <Soft flex={1}>{''}</Soft>
        {head(heads[0])}
        {head(heads[1])}
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
      <Soft>{beforeAfterWords[shift ? 'brought' : isAsked ? 'reckoning' : 'noWeather']}</Soft>
    </Card>
  )
}

/** what is asked of the model, where both weathers were measured, and its answer once it is there */
function useShift(
  before: JudgedReading,
  after: JudgedReading,
  { refrigerant, metering }: Pick<UnitFacts, 'refrigerant' | 'metering'>,
) {
  const question = useMemo((): WeatherQuestion | undefined => {
    const [from, to] = [weatherOf(before), weatherOf(after)]
    if (!from || !to || !refrigerant || !metering) return undefined
    const asked = [{ refrigerant, metering }, from, to] as const
    return { key: JSON.stringify(asked), asked: [...asked] }
  }, [before, after, refrigerant, metering])
  const found = useAnswer<WeatherQuestion, WeatherAnswer>(open, question)
  return {
    isAsked: question !== undefined,
    shift: found && found.key === question?.key ? { ...found.shift } : undefined,
  }
}
