import {
  countdown,
  entryProblemWords,
  minutesText,
  notDecidingWords,
  safetyWords,
  foldWords,
  readingInShort,
  stageTitle,
} from '@zetesis/contract'
import {
  isCheck,
  readableIn,
  type Instrument,
  type InstrumentClass,
  type LiveAssessment,
  conditionsWindow,
} from '@zetesis/core'
import { Fragment, useMemo, useState } from 'react'
import { useMedia, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { useBarLine } from '@/frame/barLine'
import { chosenFor, useInstrumentChoice, type SlotChoice } from '@/kit/choice'
import { InstrumentPicker } from '@/kit/InstrumentPicker'
import { useReadingsFrom } from '@/recording/ReadingsFrom'
import { useRig } from '@/recording/RigCard'
import { BeliefLine } from '@/unit/BeliefLine'
import { Gate } from '@/unit/Gate'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { useClock } from '@/settings/useNow'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Caution } from '@/ui/Caution'
import { Folded } from '@/ui/Folded'
import { WhenSeen } from '@/ui/WhenSeen'
import { Ticking } from '@/ui/Ticking'
import { ReadingFields, useReadingForm } from './useReadingForm'
import { AdviceCard, askedSymptom, likeliest, mayDespite, PlausibilityCard, stepOf } from './AdviceCard'
import { AimCard } from './AimCard'
import { AskInstruments } from './AskInstruments'
import { BeforeStart } from './BeforeStart'
import { BothModesCard } from './BothModesCard'
import { CheckUpBanner, CheckUpTable } from './CheckUpCard'
import { ColdCard } from './ColdCard'
import { ComingOff } from '@/weighing/ComingOff'
import { BecomesRepair, FoundRunning } from './FoundRunning'
import { Ladder } from '@/verdict/Ladder'
import { LiveBench } from './LiveBench'
import { makeLiveStore, useLiveStore, type LiveStore } from './liveStore'
import { LookCard } from './LookCard'
import { ManifoldCheck } from './ManifoldCheck'
import { Numbers } from './Numbers'
import { PortsLink } from './PortsLink'
import { ReversedStop } from './ReversedStop'
import { RecordedCharts } from './RecordedCharts'
import { ReturnVisitCard } from './ReturnVisitCard'
import { SourceCard } from './SourceCard'
import { TargetMovedBy } from './TargetMoved'
import { StepCard } from './StepCard'
import { StepDespite } from './StepDespite'
import { useCharts } from './useCharts'
import { useLiveInto } from './useLive'
import { shownReading, useShown, useTuned } from './useShownReading'
import { useStrikeStep } from './useStrikeStep'
import { readingSlots } from '@/kit/instruments'
import { exchangeReading } from './exchangeReading'
import { LitChart } from './LitChart'
import { MethodUsed } from './MethodUsed'
import { Findings, MethodLine, Verdict } from '@/verdict/Verdict'

export function StartUpPage() {
  return (
    <UnitPage
      title={({ view }) => stageTitle('startUp', view.facts)}
      render={(unit) => <StartUp key={unit.unitId} unit={unit} />}
      aside={(unit) => <Beside unit={unit} />}
    />
  )
}

/** The last logged reading's ladder; while the system is watched live, its own stands in the page. */
function Beside({ unit: { unitId, view } }: { unit: UnitHandle }) {
  const live = useRig(unitId, 'system') !== undefined && !view.sealed
  const reading = shownReading(view)
  return reading && !live ? <Ladder judged={reading.judged} width={340} height={400} /> : null
}

function StartUp({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  const { book } = useBook()
  const kit = useMemo(() => book.instruments.map((kept) => kept.value), [book])
  const [choice, choose] = useInstrumentChoice(unit.user?.id)
  const { charts, asked } = useCharts()
  const readings = useReadingsFrom(unit, 'system')
  const { session } = readings
  const [live] = useState(makeLiveStore)
  const from = view.sealed ? null : <SourceCard readings={readings} choice={choice} kit={kit} />
  const watch = session ? (
    <LiveWatch store={live} view={view} traceId={session.traceId} choice={choice} kit={kit} series={asked} />
  ) : null
  if (view.startedMs === undefined && !view.sealed)
    return (
      <YStack gap="$4">
        {watch}
        <PortsLink unit={unit} />
        {isCheck(view.facts) ? <FoundRunning unit={unit} /> : <LiveBeforeStart unit={unit} live={live} />}
        {from}
        <LiveReturnVisit unit={unit} live={live} />
      </YStack>
    )
  // only a live page is drawn every second
  const Below = session ? WhenSeen : Fragment
  return (
    <YStack gap="$4">
      {watch}
      {view.heatPump.circuit.heatPump ? <PortsLink unit={unit} /> : null}
      {session && !view.sealed ? (
        <LiveBench
          unit={unit}
          traceId={session.traceId}
          live={live}
          choice={choice}
          choose={choose}
          kit={kit}
          charts={charts}
        />
      ) : (
        <ReadingBench unit={unit} kit={kit} choice={choice} choose={choose} />
      )}
      <BeliefLine belief={view.belief} />
      <Below>{from}</Below>
      <BothModesCard unit={unit} />
      <LiveReturnVisit unit={unit} live={live} />
      {view.sealed ? null : (
        <Below>
          <LiveComingOff unit={unit} live={live} onRig={session !== undefined} />
        </Below>
      )}
      {isCheck(view.facts) && !view.sealed ? <BecomesRepair unit={unit} /> : null}
      <Below>
        <YStack gap="$4">
          <Caution>{safetyWords.startUp}</Caution>
          {isCheck(view.facts) ? null : (
            <Gate
              unit={unit}
              stage="startUp"
              why="Then no reading settles the charge: say why, and when somebody comes back."
            />
          )}
        </YStack>
      </Below>
    </YStack>
  )
}

/** Asks the worker, and draws nothing. */
function LiveWatch({
  store,
  view,
  traceId,
  ...asked
}: { store: LiveStore; view: UnitHandle['view']; traceId: string } & Parameters<typeof useLiveInto>[3]) {
  useLiveInto(store, view, traceId, asked)
  return null
}

const LiveBeforeStart = ({ unit, live }: { unit: UnitHandle; live: LiveStore }) => (
  <BeforeStart unit={unit} live={useLiveStore(live, (found) => found)} />
)

/** The gauges while they are drawn down. */
function LiveComingOff({ unit, live, onRig }: { unit: UnitHandle; live: LiveStore; onRig: boolean }) {
  const [open, setOpen] = useState(false)
  // shut it reads no gauge
  const gauges = useLiveStore(live, open ? gaugesOf : nothing)
  return <ComingOff unit={unit} gauges={gauges} onRig={onRig} open={open} onToggle={() => setOpen(!open)} />
}
const nothing = () => undefined
const gaugesOf = (live: LiveAssessment | undefined) =>
  live && { suctionPressure: live.values.suctionPressure, liquidPressure: live.values.liquidPressure }

/** Outdoors to the tenth of a degree that is shown: what it is by the second says nothing here. */
function LiveReturnVisit({ unit, live }: { unit: UnitHandle; live: LiveStore }) {
  const { view } = unit
  const now = useLiveStore(live, (found) => found?.judged.outdoorK && Math.round(found.judged.outdoorK * 18) / 18)
  const outdoorK = now ?? shownReading(view)?.judged.outdoorK
  const { outdoor } = conditionsWindow({ outdoorK }, view.method)
  return <ReturnVisitCard unit={unit} outdoorK={outdoorK} urged={outdoor === 'tooCold' || outdoor === 'tooHot'} />
}

function ReadingBench({
  unit,
  kit,
  choice,
  choose,
}: {
  unit: UnitHandle
  kit: readonly Instrument[]
  choice: SlotChoice
  choose: Parameters<typeof InstrumentPicker>[0]['onChoose']
}) {
  const { view } = unit
  const { system } = useSettings()
  const { wide } = useMedia()
  const [refused, setRefused] = useState<string>()
  const { control, preview, typing, from, leaveOut, again, takeAgain, save, time } = useReadingForm(unit, {
    choice,
    kit,
  })
  // the form stands first while a reading is being typed, so that what follows the typing never pushes it away
  const heating = view.heatPump.mode === 'heating'
  const last = shownReading(view)
  const taking = !view.sealed && (again || typing || !last)
  useBarAction(view.sealed ? undefined : taking ? 'Log this reading' : 'Take another reading', () =>
    taking ? void save() : takeAgain(),
  )

  const shown = useShown(unit, { preview, typing, choice, kit })
  const named = readingSlots(kit).some((slot) => chosenFor(slot, choice) !== undefined)
  const settle = view.waits.find((w) => w.kind === 'settle')
  const tuned = useTuned(unit, shown)
  const advised = tuned && stepOf(tuned)
  useBarLine(
    !taking ? undefined : typing && shown ? readingInShort(shown.judged, tuned?.act, system) : 'Nothing typed yet',
    'verdict',
  )
  const strike = useStrikeStep(unit)
  const now = useMemo(() => {
    if (typing) return { values: preview, settled: false }
    const entry = last?.item.entry
    return (
      entry && {
        values: entry.values,
        ...(entry.instruments ? { instruments: entry.instruments } : {}),
        settled: last.settled,
      }
    )
  }, [typing, preview, last])
  const mended = last && tuned?.swap && exchangeReading(last.item, tuned.swap)
  const at = last && new Date(last.item.entry.at)
  const exchange =
    mended && !view.sealed
      ? () => {
          const [first] = unit.appendAll(mended.map((body) => ({ body, ...(at ? { at } : {}) })))
          setRefused(first && entryProblemWords(first, system))
        }
      : undefined
  const note = typing ? 'As typed, not logged yet.' : last && notDecidingWords(last, view.sealed)
  return (
    <YStack gap="$4">
      {settle ? <Settling endsMs={settle.endsMs} afterS={view.method.settleAfterStartS.si} /> : null}
      {taking ? (
        <>
          {view.facts.instrumentClass || named ? null : <AskInstruments unit={unit} />}
          <InstrumentPicker
            slots={readingSlots(kit)}
            choice={choice}
            onChoose={choose}
            profile={view.method}
            without={
              view.facts.instrumentClass ? unnamedWords[view.facts.instrumentClass] : 'say above what it is read with'
            }
          />
          <ReadingFields
            control={control}
            from={from}
            onLeaveOut={leaveOut}
            time={time}
            title={`Reading, in ${view.heatPump.mode}`}
            mode={view.heatPump.mode}
            {...(heating ? { readable: readableIn('heating', view.heatPump.circuit) } : {})}
          />
          {view.conversion ? <ManifoldCheck unit={unit} values={preview} /> : null}
        </>
      ) : null}
      {shown ? (
        <>
          {refused ? (
            <Banner metal="out" word="Not logged">
              {refused}
            </Banner>
          ) : null}
          {tuned ? (
            <ReversedStop
              unit={unit}
              checks={tuned.checks}
              {...(tuned.swap ? { swap: tuned.swap } : {})}
              {...(last && !typing ? { logged: last.item } : {})}
            />
          ) : null}
          {tuned && !typing ? <PlausibilityCard tuned={tuned} onExchange={exchange} /> : null}
          <Verdict judged={shown.judged} note={note} />
          {typing ? null : <CheckUpBanner unit={unit} />}
          <MethodLine judged={shown.judged} />
          {last?.targetMovedK !== undefined && !typing ? <TargetMovedBy movedK={last.targetMovedK} /> : null}
          {tuned && typing ? <PlausibilityCard tuned={tuned} /> : null}
          {tuned && !heating ? <AdviceCard tuned={tuned} method={view.method} /> : null}
          {advised && !typing && !view.sealed ? <StepCard unit={unit} advice={advised} onRig={false} /> : null}
          {tuned && !heating && !typing && !view.sealed ? (
            <>
              <LookCard
                unit={unit}
                asked={askedSymptom(tuned)}
                gates={tuned.gates.map((g) => g.code)}
                causes={likeliest(tuned)}
              />
              {mayDespite(tuned) ? (
                <StepDespite unit={unit} against={tuned.gates.map((g) => g.code)} onRig={false} />
              ) : null}
            </>
          ) : null}
          <ColdCard unit={unit} {...(now ? { now } : {})} kit={kit} judged={shown.judged} onRig={false} />
          <Findings judged={shown.judged} />
          {typing ? null : <CheckUpTable unit={unit} />}
          {typing || heating ? null : (
            <Folded name="aim" {...foldWords.aim}>
              <AimCard judged={shown.judged} tuning={view.tuning} onStrike={strike} />
            </Folded>
          )}
          <LitChart judged={shown.judged} label={view.label} />
          {wide && !typing ? null : (
            <Folded name="ladder" {...foldWords.ladder}>
              <Ladder judged={shown.judged} width={358} height={430} />
            </Folded>
          )}
          <Folded name="numbers" {...foldWords.numbers}>
            <Numbers workings={shown.workings} />
          </Folded>
          <MethodUsed judged={shown.judged} name={view.profile.name} />
        </>
      ) : null}
      {typing ? null : <RecordedCharts unit={unit} />}
    </YStack>
  )
}

const unnamedWords: Record<InstrumentClass, string> = {
  analog: 'counted as dial gauges',
  digital: 'counted as an ordinary digital set',
}

/** How long a typed reading has still to wait. */
function Settling({ endsMs, afterS }: { endsMs: number; afterS: number }) {
  const runs = useClock((now) => endsMs > now)
  return runs ? (
    <Banner metal="none" word="Settling" figure={<Ticking text={(now) => countdown(endsMs - now)} />}>
      {`A reading decides after ${minutesText(afterS)} of running. What you log before stays in the log.`}
    </Banner>
  ) : null
}
