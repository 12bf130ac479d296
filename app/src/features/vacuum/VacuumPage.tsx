import { decayWords, safetyWords } from '@zetesis/contract'
import {
  absolutePressurePa,
  decaySheetScene,
  isJudged,
  toSi,
  type EntryBody,
  type Instrument,
  type Quantity,
  type UnitView,
} from '@zetesis/core'
import { useEffect, useMemo, useRef } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useBarAction } from '@/frame/barAction'
import { chosenFor, slotFor, useInstrumentChoice } from '@/kit/choice'
import { InstrumentPicker } from '@/kit/InstrumentPicker'
import { ImportCard } from '@/recording/ImportCard'
import { endRecording, RigCard, useRig } from '@/recording/RigCard'
import { Gate } from '@/unit/Gate'
import { TimeField } from '@/unit/TimeField'
import { UnitPage } from '@/unit/UnitPage'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { rigRunner } from '@/instruments/rigRunner'
import { typedSource } from '@/instruments/source'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body } from '@/ui/Words'
import type { DecayAnswer } from '@/workers/decay.worker'
import { BeforeCard } from './BeforeCard'
import { DecayBanner } from './DecayBanner'
import { DecayNumbers } from './DecayNumbers'
import { useDecayImport } from './importDecay'
import { useRecordedRun } from './useRecordedRun'

export function VacuumPage() {
  return <UnitPage title="Vacuum" render={(unit) => <Vacuum key={unit.unitId} unit={unit} />} />
}

const sources = [
  { value: 'typed', label: 'Typed' },
  { value: 'file', label: 'Log file' },
  { value: 'rig', label: 'Rig' },
] as const
type GaugeSource = (typeof sources)[number]['value']

interface Draft {
  micron: QuantityText
  time: string
  from?: GaugeSource
}

type Mark = 'pumpOn' | 'valvedOff' | 'nitrogenBreak'

function markBody(kind: Mark, { method }: UnitView, gauge: Instrument | undefined): EntryBody {
  if (kind === 'nitrogenBreak') return { kind, to: method.nitrogenBreakPa.quantity as Quantity<'gaugePressure'> }
  return kind === 'valvedOff' && gauge ? { kind, gauge } : { kind }
}

function Vacuum({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  const { system } = useSettings()
  const { wide } = useMedia()
  const { vacuum } = view
  const recorded = useRecordedRun(unit.unitId, view)
  const session = useRig(unit.unitId, 'evacuation')
  const form = useEntryForm<Draft>(unit, 'vacuum', { micron: { text: '' }, time: '' })
  const { draft, problems, change } = form
  const from: GaugeSource = session ? 'rig' : (draft.from ?? 'typed')
  const { book } = useBook()
  const kit = useMemo(() => book.instruments.map((kept) => kept.value), [book])
  const [choice, choose] = useInstrumentChoice(unit.user?.id)
  const slot = slotFor('micronGauge', 'Micron gauge', ['micronGauge'], kit)
  const gauge = from === 'rig' ? undefined : chosenFor(slot, choice)
  const importing = useDecayImport(unit, gauge)

  const logReading = () => {
    const reading = form.quantity('micron', 'vacuum')
    if (reading) typed.type(reading, toSi('vacuum', reading))
  }
  const typed = useTyped((reading) => {
    if (form.log({ kind: 'micron', reading }, 'micron')) form.done(draft.from ? { from: draft.from } : {})
  })
  const mark = (kind: Mark) => {
    if (!form.log(markBody(kind, unit.view, gauge), 'micron')) return
    change({ time: '' })
    if (session) playOnRig(unit, kind)
  }
  const logVerdict = () => {
    if (!recorded?.result || !vacuum.valvedOffId) return
    const traceIds = vacuum.traces.map((t) => t.traceId).slice(-20)
    const { result } = recorded
    if (!form.log({ kind: 'decayJudged', valvedOff: vacuum.valvedOffId, traceIds, result }, 'micron')) return
    if (session && result.verdict === 'in') {
      rigRunner.stop(unit.unitId)
      void endRecording(unit, session.traceId)
    }
  }
  const act = nextAct(view, recorded, { live: session !== undefined, typing: from === 'typed' })
  const acts: Record<Act, () => void> = {
    log: logReading,
    judge: logVerdict,
    pumpOn: () => mark('pumpOn'),
    valvedOff: () => mark('valvedOff'),
    nitrogenBreak: () => mark('nitrogenBreak'),
  }
  useBarAction(view.sealed || !act ? undefined : actWord[act], () => act && acts[act]())

  const result = vacuum.decay ?? recorded?.result
  const points = recorded?.points
  const scene = useMemo(
    () =>
      decaySheetScene({
        run: vacuum,
        recorded: points,
        decay: result,
        system,
        words: decayWords,
        width: wide ? 620 : 358,
        height: wide ? 330 : 300,
      }),
    [vacuum, points, result, system, wide],
  )
  const count = vacuum.samples.length + (recorded?.count ?? 0)
  const loading = vacuum.traces.length > 0 && (recorded === undefined || (recorded.count === 0 && !session))
  return (
    <YStack gap="$4">
      <DecayBanner view={view} recorded={recorded} />
      {loading ? (
        <Body testID="loading-recording">The recording is being fetched …</Body>
      ) : count > 0 || vacuum.phase === 'holding' ? (
        <SceneView scene={scene} label={`Decay sheet with ${count} readings`} testID="decay-sheet" />
      ) : (
        <Body>
          Pull down with the gauge at the far side, cores out and big hoses. Each reading you log is drawn here.
        </Body>
      )}
      {result && (isJudged(vacuum.verdict) || result.confidence > 0) ? (
        <DecayNumbers result={result} facts={view.facts} problems={recorded?.problems ?? []} />
      ) : null}
      <Odd recorded={recorded} />
      {view.sealed ? null : (
        <>
          <BeforeCard unit={unit} />
          <Card>
            <Choice
              label="Readings come from"
              options={sources}
              value={from}
              onChange={(v) => !session && change({ from: v ?? from })}
              testID="source"
            />
            {from === 'typed' ? (
              <QuantityField
                label="Gauge"
                dimension="vacuum"
                value={draft.micron}
                onChange={(micron) => change({ micron })}
                problem={problems.micron}
                testID="micron"
              />
            ) : null}
            {from === 'rig' ? <RigCard unit={unit} kind="evacuation" /> : null}
            {from === 'file' ? <ImportCard unit={unit} use={importing} /> : null}
            {from === 'file' ? null : <Marks view={view} mark={mark} main={act} />}
            {from === 'typed' ? (
              <TimeField value={draft.time} onChange={(time) => change({ time })} problem={problems.time} />
            ) : problems.micron ? (
              <Body color="$oxide">{problems.micron}</Body>
            ) : null}
          </Card>
          {from === 'rig' ? null : (
            <InstrumentPicker
              slots={[slot]}
              choice={choice}
              onChoose={choose}
              profile={view.method}
              without="the gauge counts as exact"
            />
          )}
        </>
      )}
      <Caution>{safetyWords.vacuum}</Caution>
      <Gate
        unit={unit}
        stage="vacuum"
        why="Opening the service valves before the decay passes loses the factory charge if there is a leak."
      />
    </YStack>
  )
}

/** The thumb as a source: what is typed is told, and logged by whoever listens. */
function useTyped(onReading: (reading: Quantity<'vacuum'>) => void) {
  const source = useMemo(() => typedSource(), [])
  const listener = useRef(onReading)
  useEffect(() => {
    listener.current = onReading
  })
  useEffect(() => {
    const leave = source.onSample((batch) => 'typed' in batch && batch.typed && listener.current(batch.typed))
    source.start()
    return () => {
      source.stop()
      leave()
    }
  }, [source])
  return source
}

type Act = 'log' | 'judge' | Mark
const actWord: Record<Act, string> = {
  log: 'Log the gauge',
  judge: 'Log the verdict',
  pumpOn: 'Pump on',
  valvedOff: 'Valve off',
  nitrogenBreak: 'Break with nitrogen',
}

/** The one thing under the thumb: with live readings the next step of the evacuation, else logging the gauge. */
function nextAct(
  { vacuum }: UnitView,
  recorded: DecayAnswer | undefined,
  { live, typing }: { live: boolean; typing: boolean },
): Act | undefined {
  const { phase, verdict, decay, breaksLeft } = vacuum
  const now = recorded?.result
  const told = now !== undefined && now.cause !== 'inconclusive'
  const settled = isJudged(verdict) && (decay?.cause !== 'inconclusive' || !told)
  if (settled && live) return decay?.cause === 'moisture' || decay?.cause === 'both' ? 'nitrogenBreak' : 'pumpOn'
  if (phase === 'holding' && now && !settled)
    return now.complete || (told && now.verdict === 'out') ? 'judge' : typing ? 'log' : undefined
  if (!live) return typing ? 'log' : undefined
  if (phase === 'pulling') return breaksLeft > 0 ? 'nitrogenBreak' : 'valvedOff'
  return 'pumpOn'
}

const buttons: readonly { kind: Mark; id: string; word: string; again?: string }[] = [
  { kind: 'valvedOff', id: 'valved-off', word: 'Valved off', again: 'Valved off again' },
  { kind: 'pumpOn', id: 'pump-on', word: 'Pump on' },
  { kind: 'nitrogenBreak', id: 'nitrogen-break', word: 'Nitrogen break' },
]

function Marks({ view, mark, main }: { view: UnitView; mark: (kind: Mark) => void; main: Act | undefined }) {
  const holding = view.vacuum.phase === 'holding'
  const likely: Mark = holding || view.vacuum.phase === 'breaking' ? 'pumpOn' : 'valvedOff'
  return (
    <XStack gap="$2" flexWrap="wrap">
      {buttons.map(({ kind, id, word, again }) => (
        <Press
          key={kind}
          testID={id}
          grow
          look={kind === likely || kind === main ? 'plain' : 'quiet'}
          onPress={() => mark(kind)}
        >
          {holding && again ? again : word}
        </Press>
      ))}
    </XStack>
  )
}

/** What was odd about a recording while nothing is judged yet. */
function Odd({ recorded }: { recorded?: DecayAnswer }) {
  const odd = recorded?.problems.find((p) => p.code === 'gaugeNotConnected' || p.code === 'suspectUnit')
  return odd ? (
    <Banner metal="tooClose" word="Look at the gauge">
      {odd.code === 'gaugeNotConnected'
        ? 'It stands at atmosphere: it isn’t connected, or its valve is shut.'
        : 'These figures can’t be in the unit they were recorded in.'}
    </Banner>
  ) : null
}

/** What was logged happens on the rig as well. */
function playOnRig({ unitId, view }: UnitHandle, kind: Mark): void {
  if (kind === 'pumpOn') {
    rigRunner.apply(unitId, { kind: 'valve', open: true })
    rigRunner.apply(unitId, { kind: 'pump', on: true })
  } else if (kind === 'valvedOff') rigRunner.apply(unitId, { kind: 'valve', open: false })
  else {
    const gaugePa = view.method.nitrogenBreakPa.si
    rigRunner.apply(unitId, { kind: 'pump', on: false })
    rigRunner.apply(unitId, { kind: 'valve', open: true })
    const toPa = absolutePressurePa({ gaugePa, elevationM: view.elevationM })
    rigRunner.apply(unitId, { kind: 'nitrogen', toPa, soakS: view.method.nitrogenSoakS.si })
  }
}
