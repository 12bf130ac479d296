import {
  actHead,
  actWhy,
  causeActWords,
  causeOfFaultWords,
  checkWords,
  gateWords,
  predictedText,
  rankedText,
  separatingWords,
  stepReasonWords,
  swapWords,
  unpartedHead,
  unpartedText,
} from '@zetesis/contract'
import type { Act, FaultCause, LiveAssessment, MethodProfile, StepAdvice, Symptom, UnitSystem } from '@zetesis/core'
import { useState, type ReactNode } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner, type Metal } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { drawn } from '@/ui/drawn'
import { telling } from '@/ui/telling'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'

export type Tuned = Pick<
  LiveAssessment,
  'checks' | 'swap' | 'ranked' | 'unparted' | 'separating' | 'advice' | 'gates' | 'act'
>

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
        {tuned.act?.code === 'remeasure' && tuned.act.mayBeShort ? (
          <Body fontSize="$3" lineHeight="$3" testID="weigh-first">
            Or it is nearly empty, and that is why: weigh in what the label says is missing first, then read again.
          </Body>
        ) : null}
        <Soft>You can log it all the same; nothing is advised on it.</Soft>
      </YStack>
    </Banner>
  )
}

const SHOWN_CAUSES = 3
/** less isn't worth a line on a phone */
const LEAST_SHARE = 0.02

/** The one act, with its reason; what else is known of it is folded away where the act needs nobody to weigh causes. */
export function AdviceCard({ tuned, method }: { tuned: Tuned; method: MethodProfile }) {
  const { system } = useSettings()
  return tuned.checks.length > 0 || !tuned.act ? null : <Advised {...adviceLines(tuned, tuned.act, method, system)} />
}

interface Lines {
  readonly metal: Metal
  readonly word: string
  readonly why: readonly string[]
  readonly then?: string
  readonly takesOut?: boolean
  /** what else speaks against a step */
  readonly besides: readonly string[]
  readonly causes: readonly { cause: FaultCause | 'unparted'; name: string; text: string; act?: string }[]
  readonly ask?: string
  /** somebody has to look into causes now */
  readonly looks: boolean
}

const metals: Record<Act['code'], Metal> = {
  sign: 'in',
  add: 'tooClose',
  remove: 'tooClose',
  wait: 'none',
  weighIn: 'tooClose',
  look: 'tooClose',
  comeBack: 'tooClose',
  remeasure: 'out',
  notCharge: 'out',
  leave: 'tooClose',
  readFiner: 'tooClose',
  danger: 'out',
  findTarget: 'none',
  findCharge: 'none',
  read: 'none',
}

/** The card in words: while they are the same it isn't drawn anew. */
function adviceLines(
  { advice, gates, ranked, unparted, separating }: Tuned,
  act: Act,
  method: MethodProfile,
  system: UnitSystem,
): Lines {
  const alike = unparted?.causes ?? []
  const ranks = ranked
    .filter((r) => !alike.includes(r.cause) && r.probability >= LEAST_SHARE)
    .slice(0, SHOWN_CAUSES - (unparted ? 1 : 0))
  const steps = act.code === 'add' || act.code === 'remove'
  const gate = 'gate' in act ? act.gate : undefined
  const reasons = advice?.reasons.map((r) => stepReasonWords(r, system)).join(', ') ?? ''
  const why = gate
    ? gateWords(gate, system)
    : (actWhy(act) ??
      (act.code === 'leave'
        ? gateWords({ code: 'soundLikelier', probability: act.probability }, system)
        : reasons && `${reasons}${reasons.endsWith('.') ? '' : '.'}`))
  const others = steps || act.code === 'weighIn' ? [] : gates.filter((g) => g !== gate && g.code !== 'soundLikelier')
  return {
    metal: act.code === 'sign' && act.as === 'probablyIn' ? 'tooClose' : metals[act.code],
    word: actHead(act, system),
    why: why ? [why] : [],
    ...(steps && advice ? { then: predictedText(advice.predicted, system) } : {}),
    takesOut: act.code === 'remove',
    besides: others.map((g) => gateWords(g, system)),
    causes: [
      ...(unparted ? [{ cause: 'unparted' as const, name: unpartedHead, text: unpartedText(unparted) }] : []),
      ...ranks.map((r) => ({
        cause: r.cause,
        name: causeOfFaultWords[r.cause],
        text: rankedText(r, system),
        act: r.probability > method.causeActShare.si ? causeActWords[r.cause] : undefined,
      })),
    ],
    ask:
      separating && (unparted || (ranks[0]?.probability ?? 0) < method.causeSettledShare.si)
        ? separatingWords(separating.between, separating.symptom)
        : undefined,
    looks: act.code === 'look' || act.code === 'notCharge' || act.code === 'danger',
  }
}

/** The causes that are shown, likeliest first. */
export const likeliest = ({ ranked }: Pick<Tuned, 'ranked'>) =>
  ranked
    .slice(0, SHOWN_CAUSES)
    .filter((r) => r.probability >= LEAST_SHARE)
    .map((r) => r.cause)

/** The further reading that is asked for: by the act, else by what would part the two likeliest causes. */
export function askedSymptom({ act, separating }: Tuned): Symptom | undefined {
  const cause = act?.code === 'look' && act.gate.code === 'otherCauseLeads' ? act.gate.cause : undefined
  return (cause && symptomOf[cause]) ?? separating?.symptom
}
const symptomOf: { readonly [C in FaultCause]?: Symptom } = {
  restriction: 'drierDrop',
  lineRestriction: 'lineDrop',
  air: 'restPressure',
  weakCompressor: 'amps',
}

/** A step against the advice: something is advised against, and the readings don't contradict each other. */
export const mayDespite = (tuned: Tuned) => !stepOf(tuned) && tuned.checks.length === 0

/** The step that the act is, with its amount. */
export function stepOf({ act }: Tuned): Pick<StepAdvice, 'action' | 'amountKg'> | undefined {
  if (act?.code === 'add' || act?.code === 'remove') return { action: act.code, amountKg: act.amountKg }
  return act?.code === 'weighIn' ? { action: 'add', amountKg: act.amountKg } : undefined
}

const Advised = drawn(function Advised({ looks, besides, causes, ask, ...head }: Lines) {
  const [opened, setOpened] = useState<boolean>()
  const open = opened ?? looks
  return (
    <Card testID="advice">
      <Head {...head} />
      {causes.length + besides.length === 0 ? null : (
        <Disclosure
          title="Why"
          summary={causes[0] ? `${causes[0].name}: ${causes[0].text}` : undefined}
          open={open}
          onToggle={() => setOpened(!open)}
          testID="advice-more"
        >
          {besides.map((words) => (
            <Body key={words} fontSize="$3" lineHeight="$3">
              {words}
            </Body>
          ))}
          {causes.map((line) => (
            <Cause key={line.cause} {...line} />
          ))}
          {ask ? <Body testID="ask-next">{ask}</Body> : null}
          <Soft>
            By likelihoods, for one fault at a time; the equipment’s literature and a licensed person come first.
          </Soft>
        </Disclosure>
      )}
    </Card>
  )
})

const Cause = telling(function Cause({
  cause,
  name,
  text,
  act,
}: {
  cause: FaultCause | 'unparted'
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

function Head({ metal, word, why, then, takesOut }: Pick<Lines, 'metal' | 'word' | 'why' | 'then' | 'takesOut'>) {
  return (
    <Banner metal={metal} word={word} testID="advice-head">
      <YStack gap="$1">
        {why.map((words) => (
          <Body key={words} fontSize="$3" lineHeight="$3" testID="advice-why">
            {words}
          </Body>
        ))}
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
