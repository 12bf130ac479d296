import { entryProblemWords } from '@zetesis/contract'
import { readingWorkings, recordedChannel, type Instrument } from '@zetesis/core'
import { memo, useMemo, useState } from 'react'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import type { SlotChoice } from '@/kit/choice'
import { InstrumentPicker } from '@/kit/InstrumentPicker'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Disclosure } from '@/ui/Disclosure'
import { useStable } from '@/ui/useStable'
import { WhenSeen } from '@/ui/WhenSeen'
import { Body, Soft } from '@/ui/Words'
import { AdviceCard, askedSymptom, likeliest, mayDespite, PlausibilityCard, stepOf } from './AdviceCard'
import { AimCard } from './AimCard'
import { readingSlots } from '@/kit/instruments'
import { Ladder } from '@/verdict/Ladder'
import { ColdCard, nowOf } from './ColdCard'
import { DefrostNote } from './DefrostNote'
import { HeadStop } from './HeadStop'
import { LitChart } from './LitChart'
import { LiveCard } from './LiveCard'
import { useLiveAnswer, type LiveStore } from './liveStore'
import type { LiveAnswer } from '@/workers/live.worker'
import { LookCard } from './LookCard'
import { ManifoldBanner } from './ManifoldBanner'
import { MethodUsed } from './MethodUsed'
import { Numbers } from './Numbers'
import { readingBody } from './readingBody'
import { ReversedStop } from './ReversedStop'
import { StepCard } from './StepCard'
import { StepDespite } from './StepDespite'
import { SystemControls } from './SystemControls'
import { TargetMoved } from './TargetMoved'
import { TimeCharts } from './TimeCharts'
import type { LiveCharts } from './useCharts'
import { UpsetCard } from './UpsetCard'
import { useLiveTerms } from './useLive'
import { useStrikeStep } from './useStrikeStep'
import { Findings, MethodLine, Verdict } from '@/verdict/Verdict'

/**
 * The hour at the outdoor unit: settled or not, true or not, In or not, what is wrong, and the next small step. A second's answer is drawn when the phone
 * has time for it, in pieces that a finger may interrupt.
 */
export function LiveBench({ live, ...page }: { live: LiveStore } & Omit<Parameters<typeof Bench>[0], 'answer'>) {
  return <Bench answer={useLiveAnswer(live)} {...page} />
}

const Bench = memo(function Bench({
  unit,
  traceId,
  answer,
  choice,
  choose,
  kit,
  charts,
}: {
  unit: UnitHandle
  traceId: string
  answer: LiveAnswer | undefined
  choice: SlotChoice
  choose: Parameters<typeof InstrumentPicker>[0]['onChoose']
  kit: readonly Instrument[]
  charts: LiveCharts
}) {
  const { view } = unit
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const [more, setMore] = useState(false)
  const live = answer?.assessment
  const settled = live?.settling.state === 'settled' || live?.settling.state === 'hunting'
  const strike = useStrikeStep(unit)
  const { instruments } = useLiveTerms(view, { choice, kit })
  const body = live && readingBody(live, traceId, instruments, kit)
  const log = () => {
    if (!body) return
    const [first] = unit.append(body)
    setProblem(first && entryProblemWords(first, system))
  }
  const workings = useMemo(
    () => (live ? readingWorkings({ values: live.values, elevationM: view.elevationM, judged: live.judged }) : []),
    [live, view.elevationM],
  )
  useBarAction(live && !view.sealed ? (settled ? 'Log this reading' : 'Log it, not settled') : undefined, log)
  // the last reading of the log is this settled state already: a step needs no second one
  const fresh = !(
    view.reading?.settled &&
    view.reading.item.entry.live?.traceId === traceId &&
    !movedOn(view, live?.timeS ?? 0)
  )
  const start = useStable(() => (fresh ? body : undefined))
  const probes = useStable(() => live?.values)
  if (!live) return <Body testID="live-waiting">Waiting for the first readings …</Body>
  const { judged } = live
  const advised = stepOf(live)
  const heating = judged.mode === 'heating'
  const exchange = () => {
    const [a, b] = live.swap ? [recordedChannel(live.swap.a), recordedChannel(live.swap.b)] : []
    if (a && b) unit.append({ kind: 'probesExchanged', traceId, a, b })
  }
  return (
    <YStack gap="$4">
      <LiveCard live={live} facts={view.facts} />
      {problem ? (
        <Banner metal="out" word="Not logged" testID="log-refused">
          {problem}
        </Banner>
      ) : null}
      <ManifoldBanner setting={live.manifold} refrigerant={view.facts.refrigerant} />
      <HeadStop unit={unit} judged={judged} />
      <ReversedStop unit={unit} checks={live.checks} {...(live.swap ? { swap: live.swap } : {})} />
      {answer?.defrosts && !view.sealed ? (
        <DefrostNote unit={unit} defrosts={answer.defrosts} traceId={traceId} />
      ) : null}
      <PlausibilityCard tuned={live} onExchange={exchange} />
      {view.tuning.swaps.length > 0 ? (
        <Soft testID="swapped-note">Two probes of this recording are read the other way round; the log says so.</Soft>
      ) : null}
      <Verdict judged={judged} note={settled ? undefined : 'Not settled yet.'} />
      <MethodLine judged={judged} />
      <TargetMoved tuning={view.tuning} judged={judged} />
      {heating ? null : <AdviceCard tuned={live} method={view.method} />}
      <ColdCard
        unit={unit}
        now={nowOf(live)}
        kit={kit}
        judged={judged}
        onRig={view.tuning.trace?.source === 'rig'}
        reading={start}
      />
      {advised ? (
        <StepCard unit={unit} advice={advised} reading={start} onRig={view.tuning.trace?.source === 'rig'} />
      ) : null}
      <YStack width="100%" maxWidth={420} alignSelf="center">
        <WhenSeen>
          <Ladder judged={judged} width={358} height={430} />
        </WhenSeen>
      </YStack>
      {heating ? null : (
        <LookCard
          unit={unit}
          asked={askedSymptom(live)}
          gates={live.gates.map((g) => g.code)}
          causes={likeliest(live)}
          probes={probes}
        />
      )}
      {mayDespite(live) && !view.sealed ? (
        <StepDespite
          unit={unit}
          against={live.gates.map((g) => g.code)}
          reading={start}
          onRig={view.tuning.trace?.source === 'rig'}
        />
      ) : null}
      {heating ? null : <AimCard judged={judged} tuning={view.tuning} onStrike={strike} />}
      <Findings judged={judged} />
      <LitChart judged={judged} label={view.label} />
      <WhenSeen>{answer ? <TimeCharts answer={answer} tuning={view.tuning} {...charts} /> : null}</WhenSeen>
      <WhenSeen>
        <Numbers workings={workings} />
      </WhenSeen>
      <WhenSeen>
        <YStack gap="$4">
          <MethodUsed judged={judged} name={view.profile.name} />
          <InstrumentPicker slots={readingSlots(kit)} choice={choice} onChoose={choose} profile={view.method} />
          {view.sealed ? null : <UpsetCard unit={unit} />}
          <Disclosure
            title="At the simulator"
            summary="a door, the sun, a clamp, a battery"
            open={more}
            onToggle={() => setMore(!more)}
            testID="rig-things"
          >
            <SystemControls unit={unit} />
          </Disclosure>
        </YStack>
      </WhenSeen>
    </YStack>
  )
})

/** A settled reading stays the step's beginning for a few minutes. */
function movedOn({ reading, method }: UnitHandle['view'], timeS: number): boolean {
  const at = reading?.item.entry.live?.traceS
  return at === undefined || timeS - at > method.sameReadingS.si
}
