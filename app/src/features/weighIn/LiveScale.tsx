import { secondsToDue, show, showText, type ScaleStep, type ScaleWatch } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Body, Figure, Soft } from '@/ui/Words'

/** Say it so long before: a hand needs a moment to the valve, and the hose runs on. */
const SAY_S = 30
const NOW_S = 3

const stateWords: Record<ScaleWatch['state'], string> = {
  rest: 'Still',
  flowing: 'Flowing',
  disturbed: 'Disturbed: hands off the scale',
}
const stepWords: Record<Exclude<ScaleStep['kind'], 'transfer' | 'drift'>, string> = {
  knock: 'A knock or a gust: back where it was, not counted.',
  jump: 'A jump: cylinder changed, lifted, or tare lost. Not counted.',
}

/** The scale as it goes: what has gone in of what is due, how fast, when to close. */
export function LiveScale({
  watch,
  beforeKg,
  dueKg,
  loggedKg,
  toleranceKg,
}: {
  watch: ScaleWatch
  /** weighed in before this recording, or logged from it */
  beforeKg: number
  dueKg?: number
  /** of this recording's transfers, what the log has already */
  loggedKg: number
  /** more than this over what is due is said; the method's */
  toleranceKg: number
}) {
  const { system } = useSettings()
  const inKg = beforeKg + watch.liveKg - loggedKg
  const { figure, unit } = show('mass', inKg, system)
  const left = dueKg === undefined ? undefined : secondsToDue({ liveKg: inKg, rateKgPerS: watch.rateKgPerS }, dueKg)
  const odd = watch.steps.filter((s) => s.kind === 'knock' || s.kind === 'jump').at(-1)
  const over = dueKg === undefined ? 0 : (inKg - dueKg) * Math.sign(dueKg || 1)
  return (
    <YStack gap="$2" testID="live-scale">
      <XStack alignItems="flex-end" gap="$3" flexWrap="wrap">
        <Figure fontSize="$8" lineHeight="$8" testID="live-net">{`${figure} ${unit}`}</Figure>
        {dueKg === undefined ? null : <Body>{`of ${showText('mass', dueKg, system)} due`}</Body>}
      </XStack>
      <Soft testID="live-state">
        {[
          stateWords[watch.state],
          watch.state === 'flowing' ? showText('massRate', Math.abs(watch.rateKgPerS), system) : undefined,
          watch.lastKg === undefined ? 'the scale shows nothing' : `scale ${showText('mass', watch.lastKg, system)}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Soft>
      {left !== undefined && left <= SAY_S && watch.state === 'flowing' ? (
        <Banner
          metal="tooClose"
          word={left <= NOW_S ? 'Close now' : `Close in about ${Math.round(left)} s`}
          testID="close-in"
        />
      ) : null}
      {over > toleranceKg && watch.state !== 'disturbed' ? (
        <Banner metal="out" word={`${showText('mass', over, system)} over`} testID="overshoot">
          Close, and take it out again if the label asks for no more.
        </Banner>
      ) : null}
      {odd && (odd.kind === 'knock' || odd.kind === 'jump') ? (
        <Soft testID="odd-step">{stepWords[odd.kind]}</Soft>
      ) : null}
    </YStack>
  )
}
