import { memo } from 'react'
import {
  adviceHead,
  causeActWords,
  causeOfFaultWords,
  checkWords,
  gateWords,
  predictedText,
  rankedText,
  separatingWords,
  stepReasonWords,
  swapWords,
} from '@zetesis/contract'
import type { MethodProfile, ChargeGate, LiveAssessment, RankedCause, StepAdvice } from '@zetesis/core'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft } from '@/ui/Words'

export type Tuned = Pick<LiveAssessment, 'checks' | 'swap' | 'ranked' | 'separating' | 'advice' | 'gates'>

/** What can't be true together, with what to look for; it stands before any advice. */
export function PlausibilityCard({ tuned, onExchange }: { tuned: Tuned; onExchange?: () => void }) {
  if (tuned.checks.length === 0) return null
  return (
    <Banner metal="out" word="This can’t be" testID="implausible">
      <YStack gap="$2">
        {tuned.checks.map((check) => (
          <Body key={check.code} fontSize="$3" lineHeight="$3">
            {checkWords(check)}
          </Body>
        ))}
        {tuned.swap ? (
          <>
            <Body fontWeight="700" testID="swap">
              {swapWords(tuned.swap.a, tuned.swap.b)}
            </Body>
            {onExchange ? (
              <Press testID="exchange-probes" onPress={onExchange}>
                Read them the other way round
              </Press>
            ) : null}
          </>
        ) : null}
        <Soft>You can log it all the same; nothing is advised on it.</Soft>
      </YStack>
    </Banner>
  )
}

const SHOWN_CAUSES = 3
/** less isn't worth a line on a phone */
const LEAST_SHARE = 0.02

/** The next step with its reason in one line, or why there is none; then what is probably wrong. */
export const AdviceCard = memo(function AdviceCard({ tuned, method }: { tuned: Tuned; method: MethodProfile }) {
  const { advice, gates, ranked, separating } = tuned
  if (tuned.checks.length > 0) return null
  const ranks = ranked.slice(0, SHOWN_CAUSES).filter((r) => r.probability >= LEAST_SHARE)
  return (
    <Card testID="advice">
      {advice ? <Step advice={advice} gates={gates} /> : <Body>No step without a target and the label’s charge.</Body>}
      <Heading>What is probably so</Heading>
      {ranks.map((r) => (
        <Cause key={r.cause} ranked={r} actFrom={method.causeActShare.si} />
      ))}
      {separating && (ranks[0]?.probability ?? 0) < method.causeSettledShare.si ? (
        <Body testID="ask-next">{separatingWords(separating.between, separating.symptom)}</Body>
      ) : null}
      <Soft>By likelihoods, for one fault at a time; the equipment’s literature and a licensed person come first.</Soft>
    </Card>
  )
})

/** The causes that are shown, likeliest first. */
export const likeliest = ({ ranked }: Pick<Tuned, 'ranked'>) =>
  ranked
    .slice(0, SHOWN_CAUSES)
    .filter((r) => r.probability >= LEAST_SHARE)
    .map((r) => r.cause)

/** Nothing speaks against it: the step may be made. */
export const mayStep = ({ advice, gates }: Tuned) =>
  (advice?.action === 'add' || advice?.action === 'remove') && gates.length === 0

function Step({ advice, gates }: { advice: StepAdvice; gates: readonly ChargeGate[] }) {
  const { system } = useSettings()
  const wants = advice.action === 'add' || advice.action === 'remove'
  const why = advice.reasons.map((r) => stepReasonWords(r, system)).join(', ')
  const then = predictedText(advice.predicted, system)
  if (wants && gates.length > 0)
    return (
      <Banner metal="out" word={advice.action === 'add' ? 'Don’t add' : 'Don’t take out'} testID="advice-head">
        <YStack gap="$1">
          {gates.map((gate) => (
            <Body key={gate.code} fontSize="$3" lineHeight="$3">
              {gateWords(gate, system)}
            </Body>
          ))}
        </YStack>
      </Banner>
    )
  return (
    <Banner
      metal={wants ? 'tooClose' : advice.action === 'wait' ? 'none' : 'in'}
      word={adviceHead(advice, system)}
      testID="advice-head"
    >
      <YStack gap="$1">
        <Body fontSize="$3" lineHeight="$3" testID="advice-why">{`${why}${why.endsWith('.') ? '' : '.'}`}</Body>
        {then ? <Soft testID="advice-then">{then}</Soft> : null}
        {advice.action === 'remove' ? (
          <Soft>
            It costs a recovery machine, a cylinder with room and about an hour; too much costs the compressor. Into a
            recovery cylinder, never into the air.
          </Soft>
        ) : null}
      </YStack>
    </Banner>
  )
}

function Cause({ ranked, actFrom }: { ranked: RankedCause; actFrom: number }) {
  const { system } = useSettings()
  const act = causeActWords[ranked.cause]
  return (
    <YStack testID={`cause-${ranked.cause}`}>
      <Body fontWeight="700">{causeOfFaultWords[ranked.cause]}</Body>
      <Body fontSize="$3" lineHeight="$3">
        {rankedText(ranked, system)}
      </Body>
      {act && ranked.probability > actFrom ? <Soft>{act}</Soft> : null}
    </YStack>
  )
}
