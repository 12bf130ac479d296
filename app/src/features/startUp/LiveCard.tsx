import { jumpWords, lostWords, settlingText, settlingWords } from '@zetesis/contract'
import { conclusionsLost, formatNumber, show, type LiveAssessment, type UnitFacts } from '@zetesis/core'
import type { ReactNode } from 'react'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { telling } from '@/ui/telling'
import { Body, Figure, Soft } from '@/ui/Words'

const metals = { settled: 'in', settling: 'none', hunting: 'tooClose', disturbed: 'tooClose' } as const

/** Whether it has settled, and the numbers that she watches, big. */
export function LiveCard({ live, facts }: { live: LiveAssessment; facts: UnitFacts }) {
  const { system } = useSettings()
  const { settling, judged: j, jumps, silent } = live
  const { minutesLeft } = settling
  const text = (dimension: 'temperature' | 'temperatureDifference', k: number | undefined) => {
    const shown = k === undefined ? undefined : show(dimension, k, system)
    return shown ? `${shown.figure} ${shown.unit}` : '–'
  }
  const lost = conclusionsLost({
    missing: silent,
    ...(facts.metering ? { metering: facts.metering } : {}),
    targetFixed: facts.superheatSource === 'typed',
  })
  return (
    <YStack gap="$3" testID="live">
      <Settling
        state={settling.state}
        left={minutesLeft === undefined ? undefined : `${formatNumber(Math.ceil(minutesLeft), 0)} min`}
        text={settlingText(settling, system)}
      />
      <Four
        superheat={text('temperatureDifference', j.superheatK)}
        subcooling={text('temperatureDifference', j.subcoolingK)}
        evaporating={text('temperature', j.evaporatingK)}
        condensing={text('temperature', j.condensingK)}
      />
      {jumps.map((jump) => (
        <Banner key={jump.channel} metal="tooClose" word="A jump" testID="jump">
          {jumpWords(jump)}
        </Banner>
      ))}
      {silent.length > 0 ? <Soft testID="silent">{lostWords(silent, lost)}</Soft> : null}
    </YStack>
  )
}
const Settling = telling(
  function Settling({ state, left, text }: { state: keyof typeof metals; left?: ReactNode; text: ReactNode }) {
    return (
      <Banner
        metal={metals[state]}
        word={settlingWords[state]}
        figure={left === undefined ? undefined : <Figure>{left}</Figure>}
        testID="settling"
      >
        <Body fontSize="$3" lineHeight="$3">
          {text}
        </Body>
      </Banner>
    )
  },
  'left',
  'text',
)

const Four = telling(
  function Four({
    superheat,
    subcooling,
    evaporating,
    condensing,
  }: {
    superheat: ReactNode
    subcooling: ReactNode
    evaporating: ReactNode
    condensing: ReactNode
  }) {
    return (
      <XStack flexWrap="wrap" gap="$3">
        <Big name="Superheat" text={superheat} testID="live-superheat" />
        <Big name="Subcooling" text={subcooling} testID="live-subcooling" />
        <Big name="▽ Evaporating" text={evaporating} />
        <Big name="△ Condensing" text={condensing} />
      </XStack>
    )
  },
  'superheat',
  'subcooling',
  'evaporating',
  'condensing',
)

function Big({ name, text, testID }: { name: string; text: ReactNode; testID?: string }) {
  return (
    <YStack flexGrow={1} flexBasis="45%">
      <Soft>{name}</Soft>
      <Figure fontSize="$8" lineHeight="$8" testID={testID}>
        {text}
      </Figure>
    </YStack>
  )
}
