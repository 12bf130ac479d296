import { entryProblemWords, holdLine, roundWords, safetyWords } from '@zetesis/contract'
import { findsLeak, isRaised, judgeHeldReading, showText, toSi, type PressureHoldVerdict } from '@zetesis/core'
import { useMemo } from 'react'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { chosenFor, slotFor, useInstrumentChoice } from '@/kit/choice'
import { InstrumentPicker } from '@/kit/InstrumentPicker'
import { ReadingsFrom, useReadingsFrom } from '@/recording/ReadingsFrom'
import { useLatest } from '@/recording/RigCard'
import { useRigConsole } from '@/recording/useRigConsole'
import { Gate } from '@/unit/Gate'
import { UnitPage } from '@/unit/UnitPage'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { clock as wall } from '@/sync/clock'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Press } from '@/ui/Press'
import { QuantityField } from '@/ui/QuantityField'
import { quantityText } from '@/ui/quantityInput'
import { Soft } from '@/ui/Words'
import { GaugeFields, type TestDraft } from './GaugeFields'
import { HoldOutlook } from './HoldOutlook'
import { round, useHoldImport } from './importHold'
import { JointsCard } from './JointsCard'
import { TestBanner } from './TestBanner'

export function PressureTestPage() {
  return <UnitPage title="Pressure test" render={(unit) => <PressureTest key={unit.unitId} unit={unit} />} />
}

function PressureTest({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  const { system } = useSettings()
  const { pressureTest: test } = view
  const form = useEntryForm<TestDraft>(unit, 'pressureTest', {
    plate: quantityText(view.facts.testPressure),
    gauge: { text: '' },
    ambient: { text: '' },
    ambientEnd: { text: '' },
    raiseTo: { text: '' },
    time: '',
  })
  const { draft, problems, change } = form
  const { book } = useBook()
  const kit = useMemo(() => book.instruments.map((kept) => kept.value), [book])
  const [choice, choose] = useInstrumentChoice(unit.user?.id)
  const slots = [
    slotFor('testGauge', 'Gauge', ['pressureGauge'], kit),
    slotFor('testProbe', 'Probe at the pipe', ['lineClamp', 'airProbe'], kit),
  ] as const
  const readings = useReadingsFrom(unit, 'nitrogen')
  const { from, session } = readings
  const atRig = useRigConsole(unit.unitId)
  const live = useLatest(session?.traceId)?.values
  const shown = {
    gaugePa: live?.testPressure ?? undefined,
    ambientK: live?.ambient ?? undefined,
  }
  const instruments = {
    gauge: readings.named(chosenFor(slots[0], choice)),
    ambient: readings.named(chosenFor(slots[1], choice)),
  }
  const { hold: last } = test
  // air came in under vacuum after it held: it is looked for here, and held anew
  const leaks = findsLeak(view.vacuum) && (view.vacuum.valvedOffMs ?? 0) > (last?.startedMs ?? -Infinity)
  const isOver = last?.verdict !== undefined && (last.verdict.verdict === 'out' || isRaised(last.verdict))
  const failed = isOver || leaks ? last?.item.entry.id : undefined
  const importing = useHoldImport({ unit, typed: draft, change, instruments, retestOf: failed })
  const holding = test.hold !== undefined && failed === undefined

  const gauge = () => {
    if (!session) return form.quantity('gauge', 'gaugePressure')
    if (shown.gaugePa !== undefined) return round('gaugePressure', shown.gaugePa, system)
    form.fail({ gauge: 'The simulated gauge lost this reading. Try again in a second.' })
    return undefined
  }
  const both = () => {
    const pressure = gauge()
    const ambient = !pressure
      ? undefined
      : session && shown.ambientK !== undefined
        ? round('temperature', shown.ambientK, system)
        : form.quantity('ambient', 'temperature')
    return pressure && ambient ? { gauge: pressure, ambient } : undefined
  }
  const done = () => form.done({ plate: draft.plate })
  const setPlate = () => {
    const testPressure = form.quantity('plate', 'gaugePressure')
    if (testPressure) form.log({ kind: 'facts', facts: { testPressure } }, 'plate')
  }
  const raiseRig = () => {
    const wanted = form.quantity('raiseTo', 'gaugePressure')
    if (!wanted) return
    const [problem] = unit.check({ kind: 'testRaised', gas: 'nitrogen', gauge: wanted, heard: 'quiet' })
    if (problem) return void form.fail({ raiseTo: entryProblemWords(problem, system) })
    atRig({ kind: 'raise', gaugePa: toSi('gaugePressure', wanted) })
    change({ raiseTo: { text: '' } })
  }
  const raise = (heard: 'quiet' | 'hiss') => {
    const pressure = gauge()
    if (pressure && form.log({ kind: 'testRaised', gas: 'nitrogen', gauge: pressure, heard }, 'gauge')) done()
  }
  const hold = () => {
    const read = both()
    const named = instruments.gauge || instruments.ambient ? { instruments } : {}
    const retest = failed ? { retestOf: failed } : {}
    if (read && form.log({ kind: 'testHeld', ...read, ...named, ...retest }, 'gauge')) done()
  }
  const read = () => {
    const pair = both()
    if (pair && form.log({ kind: 'testRead', ...pair }, 'gauge')) done()
  }
  const known = test.limitPa !== undefined
  const byHand = from !== 'file'
  useBarAction(
    view.sealed || (known && !byHand)
      ? undefined
      : !known
        ? 'Log the plate'
        : holding
          ? 'Read the hold'
          : failed
            ? roundWords.holdAgain
            : 'Begin the hold',
    !known ? setPlate : holding ? read : hold,
  )
  return (
    <YStack gap="$4">
      <TestBanner test={test} live={session && liveVerdict(unit, shown)}>
        {known ? <HoldOutlook view={view} gauge={draft.gauge} instruments={instruments} /> : null}
      </TestBanner>
      {leaks && !view.sealed ? (
        <Banner metal="out" word={roundWords.found} testID="leak-found">
          {`${holdLine(view.vacuum, system) ?? ''}. ${roundWords.again}`}
        </Banner>
      ) : null}
      {view.sealed ? null : (
        <>
          {!known || view.facts.testPressure === undefined ? (
            <Card>
              <QuantityField
                label="Highest test pressure on the plate"
                dimension="gaugePressure"
                value={draft.plate}
                onChange={(plate) => change({ plate })}
                problem={problems.plate}
                hint="Of the lowest-rated part: indoor, outdoor or line set."
                testID="plate"
              />
              {known ? (
                <Press testID="log-plate" onPress={setPlate}>
                  Log the plate
                </Press>
              ) : null}
            </Card>
          ) : null}
          {known ? (
            <Card>
              <ReadingsFrom readings={readings} file={importing}>
                {byHand ? (
                  <GaugeFields
                    test={test}
                    form={form}
                    holding={holding}
                    live={session ? shown : undefined}
                    onRaise={raise}
                    onRaiseRig={raiseRig}
                    onHold={hold}
                  />
                ) : null}
              </ReadingsFrom>
              {test.raised.map((step) => (
                <Soft key={step.atMs}>
                  {`${showText('gaugePressure', step.gaugePa, system)}: ${step.heard === 'quiet' ? 'quiet' : 'hissing'}`}
                </Soft>
              ))}
            </Card>
          ) : null}
          {known && from !== 'rig' ? (
            <InstrumentPicker
              slots={slots}
              choice={choice}
              onChoose={choose}
              profile={view.method}
              without="the method’s ± counts for both"
            />
          ) : null}
        </>
      )}
      <JointsCard unit={unit} />
      <Caution>{safetyWords.pressureTest}</Caution>
      <Gate
        unit={unit}
        stage="pressureTest"
        why="Vacuum alone shows a leak late, and pulls air and water in through it."
      />
    </YStack>
  )
}

/** What the hold shows at this very moment, on live readings. */
function liveVerdict(
  { view }: UnitHandle,
  { gaugePa, ambientK }: { gaugePa?: number; ambientK?: number },
): PressureHoldVerdict | undefined {
  const { hold, clock } = view.pressureTest
  if (!hold || gaugePa === undefined || ambientK === undefined) return undefined
  const durationS = (clock.runMs(wall.now()) - clock.runMs(hold.startedMs)) / 1000
  if (durationS <= 0) return undefined
  const terms = { method: view.method, elevationM: view.elevationM, facts: view.facts }
  return judgeHeldReading(hold.item.entry, { gaugePa, ambientK, durationS }, terms)
}
