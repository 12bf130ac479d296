import { entryProblemWords, missingWords, safetyWords } from '@zetesis/contract'
import { baselineFacts, readingWorkings, type Instrument } from '@zetesis/core'
import { useMemo, useState } from 'react'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { useInstrumentChoice, type SlotChoice } from '@/kit/choice'
import { InstrumentPicker } from '@/kit/InstrumentPicker'
import { readingSlots } from '@/kit/instruments'
import { ReadingsFrom, useReadingsFrom } from '@/recording/ReadingsFrom'
import { takeRigOff } from '@/recording/RigCard'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Body, Heading, Soft } from '@/ui/Words'
import { Gate } from '@/unit/Gate'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { Findings, MethodLine, Verdict } from '@/verdict/Verdict'
import { useSystemImport } from './importSystem'
import { LiveCard } from './LiveCard'
import { makeLiveStore, useLiveAnswer, type LiveStore } from './liveStore'
import { Numbers } from './Numbers'
import { readingBody } from './readingBody'
import { likeUnit } from './SourceCard'
import { useLiveInto, useLiveTerms } from './useLive'
import { ReadingFields, useReadingForm } from './useReadingForm'
import { useShown } from './useShownReading'
import { WhyCard } from './WhyCard'

export function BaselinePage() {
  return <UnitPage title="Baseline" render={(unit) => <Baseline key={unit.unitId} unit={unit} />} />
}

/** The unit as it was found: on its old refrigerant, running, with nothing tuned. */
function asFound(unit: UnitHandle): UnitHandle {
  const { view } = unit
  const found = view.conversion?.baseline
  return {
    ...unit,
    view: {
      ...view,
      facts: baselineFacts(view.facts),
      startedMs: 0,
      // as it was found it is read in cooling
      heatPump: { ...view.heatPump, mode: 'cooling' },
      tuning: { ...view.tuning, steps: [], trail: [], lastStepMs: undefined } as UnitHandle['view']['tuning'],
      reading: found && { ...found, settled: true },
    },
  }
}

function Baseline({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  const found = useMemo(() => asFound(unit), [unit])
  const { book } = useBook()
  const kit = useMemo(() => book.instruments.map((kept) => kept.value), [book])
  const [choice, choose] = useInstrumentChoice(unit.user?.id)
  const readings = useReadingsFrom(found, 'system')
  const { session } = readings
  const terms = useLiveTerms(found.view, { choice, kit })
  const importing = useSystemImport(terms, kit, true)
  const closed = view.sealed || view.charge.weighings.some(({ entry }) => entry.direction === 'add')
  const known = view.facts.oldRefrigerant && view.facts.metering
  return (
    <YStack gap="$4">
      <WhyCard unit={unit} />
      {view.conversion === undefined ? (
        <Banner metal="none" word="No conversion">
          This unit isn’t converted. The kind of work stands under Prepare.
        </Banner>
      ) : known ? (
        session && !closed ? (
          <LiveBaseline unit={unit} found={found} traceId={session.traceId} choice={choice} kit={kit} />
        ) : (
          <TypedBaseline unit={unit} found={found} closed={closed} choice={choice} choose={choose} kit={kit} />
        )
      ) : (
        <Banner metal="tooClose" word="Not known yet">
          {`Prepare needs: ${[...(view.facts.oldRefrigerant ? [] : [missingWords.oldRefrigerant]), ...(view.facts.metering ? [] : [missingWords.metering])].join(', ')}.`}
        </Banner>
      )}
      {closed || !known ? null : (
        <Card>
          <ReadingsFrom readings={readings} file={importing} set={likeUnit(found)} />
        </Card>
      )}
      <Caution>{safetyWords.startUp}</Caution>
      <Gate
        unit={unit}
        stage="baseline"
        why="Then nobody can say later what the new refrigerant changed. Write why: it doesn’t run any more, nothing is in it."
      />
    </YStack>
  )
}

const what = 'What it does on the old refrigerant, while it still runs: what comes later is held beside it.'

function TypedBaseline({
  unit,
  found,
  closed,
  choice,
  choose,
  kit,
}: {
  unit: UnitHandle
  found: UnitHandle
  closed: boolean
  choice: SlotChoice
  choose: Parameters<typeof InstrumentPicker>[0]['onChoose']
  kit: readonly Instrument[]
}) {
  const { view } = unit
  const { control, preview, typing, from, leaveOut, again, takeAgain, save, time } = useReadingForm(unit, {
    baseline: true,
    choice,
    kit,
  })
  const taking = !closed && (again || typing || !view.conversion?.baseline)
  useBarAction(closed ? undefined : taking ? 'Log this baseline' : 'Take another baseline', () =>
    taking ? void save() : takeAgain(),
  )
  const shown = useShown(found, { preview, typing, choice, kit })
  return (
    <YStack gap="$4">
      {taking ? (
        <>
          <Soft>{what}</Soft>
          <InstrumentPicker slots={readingSlots(kit)} choice={choice} onChoose={choose} profile={view.method} />
          <ReadingFields
            control={control}
            from={from}
            onLeaveOut={leaveOut}
            time={time}
            title={`Baseline on ${view.facts.oldRefrigerant}`}
          />
        </>
      ) : null}
      {shown ? (
        <>
          <Heading>{`As it was found, on ${view.facts.oldRefrigerant}`}</Heading>
          <Verdict
            judged={shown.judged}
            note={typing ? 'As typed, not logged yet.' : 'It decides nothing: the old charge goes out.'}
          />
          <MethodLine judged={shown.judged} />
          <Findings judged={shown.judged} />
          <Numbers workings={shown.workings} />
        </>
      ) : null}
    </YStack>
  )
}

function LiveBaseline({
  unit,
  found,
  traceId,
  choice,
  kit,
}: {
  unit: UnitHandle
  found: UnitHandle
  traceId: string
  choice: SlotChoice
  kit: readonly Instrument[]
}) {
  const [store] = useState(makeLiveStore)
  useLiveInto(store, found.view, traceId, { choice, kit })
  return <LiveShown store={store} unit={unit} found={found} traceId={traceId} choice={choice} kit={kit} />
}

function LiveShown({
  store,
  unit,
  found,
  traceId,
  choice,
  kit,
}: { store: LiveStore } & Parameters<typeof LiveBaseline>[0]) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const live = useLiveAnswer(store)?.assessment
  const { instruments } = useLiveTerms(found.view, { choice, kit })
  const settled = live?.settling.state === 'settled' || live?.settling.state === 'hunting'
  const { elevationM } = unit.view
  const workings = useMemo(
    () => (live ? readingWorkings({ values: live.values, elevationM, judged: live.judged }) : []),
    [live, elevationM],
  )
  useBarAction(live ? (settled ? 'Log this baseline' : 'Log it, not settled') : undefined, () => {
    if (!live) return
    const body = readingBody(live, traceId, instruments, kit)
    const [first] = unit.append({ ...body, baseline: true } as typeof body)
    setProblem(first && entryProblemWords(first, system))
    // the machine is about to be emptied: the rig that plays it goes off with it
    if (!first) takeRigOff(unit)
  })
  if (!live) return <Body testID="live-waiting">Waiting for the first readings …</Body>
  return (
    <YStack gap="$4">
      <LiveCard live={live} facts={found.view.facts} />
      {problem ? (
        <Banner metal="out" word="Not logged" testID="log-refused">
          {problem}
        </Banner>
      ) : null}
      <Verdict judged={live.judged} note={settled ? what : 'Not settled yet.'} />
      <MethodLine judged={live.judged} />
      <Findings judged={live.judged} />
      <Numbers workings={workings} />
    </YStack>
  )
}
