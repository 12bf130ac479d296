import { decayWords, dueWords, roundWords, safetyWords } from '@zetesis/contract'
import {
  decaySheetScene,
  findsLeak,
  isJudged,
  nextEvacuationStep,
  toSi,
  type EntryBody,
  type EvacuationStep,
  type Instrument,
  type Quantity,
  type UnitView,
} from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useEffect, useLayoutEffect, useMemo, useRef } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useBarAction } from '@/frame/barAction'
import { stageHref } from '@/frame/routes'
import { chosenFor, slotFor, useInstrumentChoice } from '@/kit/choice'
import { InstrumentPicker } from '@/kit/InstrumentPicker'
import { ReadingsFrom, useReadingsFrom } from '@/recording/ReadingsFrom'
import { takeRigOff } from '@/recording/RigCard'
import { Gate } from '@/unit/Gate'
import { TimeField } from '@/unit/TimeField'
import { UnitPage } from '@/unit/UnitPage'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { typedSource } from '@/instruments/source'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body } from '@/ui/Words'
import type { DecayAnswer } from '@/workers/decay.worker'
import { BeforeCard } from './BeforeCard'
import { DecayBanner } from './DecayBanner'
import { DecayNumbers } from './DecayNumbers'
import { PastHolds } from './PastHolds'
import { useDecayImport } from './importDecay'
import { useRecordedRun } from './useRecordedRun'

export function VacuumPage() {
  return <UnitPage title="Vacuum" render={(unit) => <Vacuum key={unit.unitId} unit={unit} />} />
}

interface Draft {
  micron: QuantityText
  time: string
}

type Mark = Exclude<EvacuationStep, 'log' | 'judge'>

function markBody(kind: Mark, { method }: UnitView, gauge: Instrument | undefined): EntryBody {
  if (kind === 'nitrogenBreak') return { kind, to: method.nitrogenBreakPa.quantity as Quantity<'gaugePressure'> }
  return kind === 'valvedOff' && gauge ? { kind, gauge } : { kind }
}

function Vacuum({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  const { system } = useSettings()
  const { wide } = useMedia()
  const { vacuum } = view
  const router = useRouter()
  const recorded = useRecordedRun(unit.unitId, view)
  const readings = useReadingsFrom(unit, 'evacuation')
  const { from, session } = readings
  const form = useEntryForm<Draft>(unit, 'vacuum', { micron: { text: '' }, time: '' })
  const { draft, problems, change } = form
  const { book } = useBook()
  const kit = useMemo(() => book.instruments.map((kept) => kept.value), [book])
  const [choice, choose] = useInstrumentChoice(unit.user?.id)
  const slot = slotFor('micronGauge', 'Micron gauge', ['micronGauge'], kit)
  const gauge = readings.named(chosenFor(slot, choice))
  const importing = useDecayImport(unit, gauge)

  const logReading = () => {
    const reading = form.quantity('micron', 'vacuum')
    if (reading) typed.type(reading, toSi('vacuum', reading))
  }
  const typed = useTyped((reading) => {
    if (form.log({ kind: 'micron', reading }, 'micron')) form.done()
  })
  const mark = (kind: Mark) => {
    if (!form.log(markBody(kind, unit.view, gauge), 'micron')) return
    change({ time: '' })
  }
  const logVerdict = () => {
    if (!recorded?.result || !vacuum.valvedOffId) return
    const traceIds = vacuum.traces.map((t) => t.traceId).slice(-20)
    const { result } = recorded
    if (!form.log({ kind: 'decayJudged', valvedOff: vacuum.valvedOffId, traceIds, result }, 'micron')) return
    if (session && result.verdict === 'in') takeRigOff(unit)
  }
  const act = nextEvacuationStep(vacuum, {
    recorded: recorded?.result,
    live: session !== undefined,
    typing: from === 'typed',
  })
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
        <DecayNumbers
          result={result}
          facts={view.facts}
          due={dueWords(view, system)}
          sealed={view.sealed}
          problems={recorded?.problems ?? []}
        />
      ) : null}
      {findsLeak(vacuum) && !view.sealed ? (
        <Press
          look="act"
          testID="back-to-nitrogen"
          onPress={() => router.navigate(stageHref(unit.unitId, 'pressureTest') as never)}
        >
          {roundWords.back}
        </Press>
      ) : null}
      <PastHolds unit={unit} />
      <Odd recorded={recorded} />
      {view.sealed ? null : (
        <>
          <BeforeCard unit={unit} />
          <Card>
            <ReadingsFrom readings={readings} file={importing}>
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
            </ReadingsFrom>
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
  useLayoutEffect(() => {
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

type Act = EvacuationStep
const actWord: Record<Act, string> = {
  log: 'Log the gauge',
  judge: 'Log the verdict',
  pumpOn: 'Pump on',
  valvedOff: 'Valve off',
  nitrogenBreak: 'Break with nitrogen',
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
