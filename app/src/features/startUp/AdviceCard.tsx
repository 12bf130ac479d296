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
import type { ChargeGate, FaultCause, LiveAssessment, MethodProfile, StepAdvice, UnitSystem } from '@zetesis/core'
import type { ReactNode } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner, type Metal } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { drawn } from '@/ui/drawn'
import { telling } from '@/ui/telling'
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
export function AdviceCard({ tuned, method }: { tuned: Tuned; method: MethodProfile }) {
  const { system } = useSettings()
  const nothing = tuned.checks.length > 0 || (tuned.ranked.length === 0 && !tuned.advice)
  return nothing ? null : <Advised {...adviceLines(tuned, method, system)} />
}

interface Lines {
  readonly step?: StepLines
  readonly causes: readonly { cause: FaultCause; name: string; text: string; act?: string }[]
  readonly ask?: string
}
interface StepLines {
  readonly metal: Metal
  readonly word: string
  /** what bars it, where something does */
  readonly gates?: readonly { code: string; words: string }[]
  readonly why?: string
  readonly then?: string
  readonly takesOut?: boolean
}

/** The card in words: while they are the same it isn't drawn anew. */
function adviceLines({ advice, gates, ranked, separating }: Tuned, method: MethodProfile, system: UnitSystem): Lines {
  const ranks = ranked.slice(0, SHOWN_CAUSES).filter((r) => r.probability >= LEAST_SHARE)
  return {
    step: advice && stepLines(advice, gates, system),
    causes: ranks.map((r) => ({
      cause: r.cause,
      name: causeOfFaultWords[r.cause],
      text: rankedText(r, system),
      act: r.probability > method.causeActShare.si ? causeActWords[r.cause] : undefined,
    })),
    ask:
      separating && (ranks[0]?.probability ?? 0) < method.causeSettledShare.si
        ? separatingWords(separating.between, separating.symptom)
        : undefined,
  }
}

function stepLines(advice: StepAdvice, gates: readonly ChargeGate[], system: UnitSystem): StepLines {
  const wants = advice.action === 'add' || advice.action === 'remove'
  if (wants && gates.length > 0)
    return {
      metal: 'out',
      word: advice.action === 'add' ? 'Don’t add' : 'Don’t take out',
      gates: gates.map((gate) => ({ code: gate.code, words: gateWords(gate, system) })),
    }
  const why = advice.reasons.map((r) => stepReasonWords(r, system)).join(', ')
  return {
    metal: wants ? 'tooClose' : advice.action === 'wait' ? 'none' : 'in',
    word: adviceHead(advice, system),
    why: `${why}${why.endsWith('.') ? '' : '.'}`,
    then: predictedText(advice.predicted, system),
    takesOut: advice.action === 'remove',
  }
}

/** The causes that are shown, likeliest first. */
export const likeliest = ({ ranked }: Pick<Tuned, 'ranked'>) =>
  ranked
    .slice(0, SHOWN_CAUSES)
    .filter((r) => r.probability >= LEAST_SHARE)
    .map((r) => r.cause)

/** A step against the advice: something is advised against, and the readings don't contradict each other. */
export const mayDespite = (tuned: Tuned) => !mayStep(tuned) && tuned.checks.length === 0

/** Nothing speaks against it: the step may be made. */
export const mayStep = ({ advice, gates }: Tuned) =>
  (advice?.action === 'add' || advice?.action === 'remove') && gates.length === 0

const Advised = drawn(function Advised({ step, causes, ask }: Lines) {
  return (
    <Card testID="advice">
      {step ? <Step {...step} /> : <Body>No step without a target and the label’s charge.</Body>}
      <Heading>What is probably so</Heading>
      {causes.map((line) => (
        <Cause key={line.cause} {...line} />
      ))}
      {ask ? <Body testID="ask-next">{ask}</Body> : null}
      <Soft>By likelihoods, for one fault at a time; the equipment’s literature and a licensed person come first.</Soft>
    </Card>
  )
})

const Cause = telling(function Cause({
  cause,
  name,
  text,
  act,
}: {
  cause: FaultCause
  name: string
  text: ReactNode
  act?: string
}) {
  return (
    <YStack testID={`cause-${cause}`}>
      <Body fontWeight="700">{name}</Body>
      <Body fontSize="$3" lineHeight="$3">
        {text}
      </Body>
      {act ? <Soft>{act}</Soft> : null}
    </YStack>
  )
}, 'text')

function Step({ metal, word, gates, why, then, takesOut }: StepLines) {
  return (
    <Banner metal={metal} word={word} testID="advice-head">
      <YStack gap="$1">
        {gates?.map((gate) => (
          <Body key={gate.code} fontSize="$3" lineHeight="$3">
            {gate.words}
          </Body>
        ))}
        {why ? (
          <Body fontSize="$3" lineHeight="$3" testID="advice-why">
            {why}
          </Body>
        ) : null}
        {then ? <Soft testID="advice-then">{then}</Soft> : null}
        {takesOut ? (
          <Soft>
            It costs a recovery machine, a cylinder with room and about an hour; too much costs the compressor. Into a
            recovery cylinder, never into the air.
          </Soft>
        ) : null}
      </YStack>
    </Banner>
  )
}
