import { memo } from 'react'
import { jumpWords, lostWords, settlingText, settlingWords } from '@zetesis/contract'
import { conclusionsLost, formatNumber, show, type LiveAssessment, type UnitFacts } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Figure, Soft } from '@/ui/Words'

const metals = { settled: 'in', settling: 'none', hunting: 'tooClose', disturbed: 'tooClose' } as const

/** Whether it has settled, and the numbers that she watches, big. */
export const LiveCard = memo(function LiveCard({ live, facts }: { live: LiveAssessment; facts: UnitFacts }) {
  const { system } = useSettings()
  const { settling, judged: j, jumps, silent } = live
  const { minutesLeft } = settling
  const lost = conclusionsLost({
    missing: silent,
    ...(facts.metering ? { metering: facts.metering } : {}),
    targetFixed: facts.superheatSource === 'typed',
  })
  return (
    <YStack gap="$3" testID="live">
      <Banner
        metal={metals[settling.state]}
        word={settlingWords[settling.state]}
        figure={
          minutesLeft === undefined ? undefined : <Figure>{`${formatNumber(Math.ceil(minutesLeft), 0)} min`}</Figure>
        }
        testID="settling"
      >
        {settlingText(settling, system)}
      </Banner>
      <XStack flexWrap="wrap" gap="$3">
        <Big name="Superheat" k={j.superheatK} dimension="temperatureDifference" testID="live-superheat" />
        <Big name="Subcooling" k={j.subcoolingK} dimension="temperatureDifference" testID="live-subcooling" />
        <Big name="▽ Evaporating" k={j.evaporatingK} dimension="temperature" />
        <Big name="△ Condensing" k={j.condensingK} dimension="temperature" />
      </XStack>
      {jumps.map((jump) => (
        <Banner key={jump.channel} metal="tooClose" word="A jump" testID="jump">
          {jumpWords(jump)}
        </Banner>
      ))}
      {silent.length > 0 ? <Soft testID="silent">{lostWords(silent, lost)}</Soft> : null}
    </YStack>
  )
})

function Big({
  name,
  k,
  dimension,
  testID,
}: {
  name: string
  k: number | undefined
  dimension: 'temperature' | 'temperatureDifference'
  testID?: string
}) {
  const { system } = useSettings()
  const shown = k === undefined ? undefined : show(dimension, k, system)
  return (
    <YStack flexGrow={1} flexBasis="45%">
      <Soft>{name}</Soft>
      <Figure fontSize="$8" lineHeight="$8" testID={testID}>
        {shown ? `${shown.figure} ${shown.unit}` : '–'}
      </Figure>
    </YStack>
  )
}
