import {
  beforeStartWords,
  checkWords,
  entryProblemWords,
  findingWords,
  recordedWords,
  safetyWords,
} from '@zetesis/contract'
import {
  checkPlausibility,
  judgeCharge,
  measure,
  plausibilityMargins,
  plausibleOf,
  type EntryBody,
  type LiveAssessment,
  type PlausibilityCheck,
  type ReadingValues,
  type UnitSystem,
} from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { scrollTop } from '@/frame/scrollTop'
import { Gate } from '@/unit/Gate'
import { TimeField } from '@/unit/TimeField'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { PAIR, together } from '@/ui/fields'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Several } from '@/ui/Several'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import { ManifoldBanner } from './ManifoldBanner'

const seen = [
  { value: 'zeroed', label: 'Gauges zeroed' },
  { value: 'valvesShut', label: 'Manifold shut, hoses tight' },
  { value: 'airflowGood', label: 'Filter, coil, airflow good' },
  { value: 'condenserClean', label: 'Condenser clean, fan free' },
  { value: 'deviceChecked', label: 'Piston or valve as the label says, bulb tight' },
  { value: 'thermostatFar', label: 'Thermostat far past the room' },
] as const
type Seen = (typeof seen)[number]['value']

const restFields = [
  { name: 'suctionPressure', dimension: 'gaugePressure', mark: '▽' },
  { name: 'liquidPressure', dimension: 'gaugePressure', mark: '△' },
  { name: 'suctionLine', dimension: 'temperature', mark: '▽' },
  { name: 'liquidLine', dimension: 'temperature', mark: '△' },
  { name: 'outdoor', dimension: 'temperature', mark: '' },
  { name: 'returnDryBulb', dimension: 'temperature', mark: '' },
] as const
/** read before the compressor runs, whatever the other readings come from */
const beforehandFields = [
  { name: 'staticPressure', dimension: 'staticPressure', label: 'Total external static, blower running' },
  { name: 'voltage', dimension: 'voltage', label: 'Line voltage' },
  { name: 'capacitor', dimension: 'capacitance', label: 'Capacitor' },
] as const
type RestName = (typeof restFields)[number]['name'] | (typeof beforehandFields)[number]['name']

interface Draft extends Record<RestName, QuantityText> {
  seen: readonly Seen[]
  stage: string
  time: string
}
const blank: QuantityText = { text: '' }

/** With the valves shut; then open, while it stands and the gauges say what is in it; or once more on a return visit, where they are open already. */
type Phase = 'shut' | 'open' | 'again'
const phaseOf = ({ view }: UnitHandle): Phase =>
  view.visit?.visiting ? 'again' : view.valvesOpenMs === undefined ? 'shut' : 'open'

/** Short, and it does work: what was seen to before the valves are opened, and what the standing system says before it runs. */
export function BeforeStart({ unit, live }: { unit: UnitHandle; live?: LiveAssessment }) {
  const { view } = unit
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const form = useEntryForm<Draft>(unit, 'preStart', {
    seen: [],
    stage: '',
    time: '',
    suctionPressure: blank,
    liquidPressure: blank,
    suctionLine: blank,
    liquidLine: blank,
    outdoor: blank,
    returnDryBulb: blank,
    staticPressure: blank,
    voltage: blank,
    capacitor: blank,
  })
  const { draft, problems, change } = form
  const typed = Object.fromEntries(
    [...restFields, ...beforehandFields].flatMap(({ name, dimension }) => {
      const read = quantityInput(dimension, system).safeParse(draft[name]).data
      return read ? [[name, read]] : []
    }),
  ) as ReadingValues
  const phase = phaseOf(unit)
  const shown =
    phase === 'shut' ? beforehandFields : phase === 'open' ? restFields : [...restFields, ...beforehandFields]
  const isShown = (name: RestName) => shown.some((field) => field.name === name)
  const rest: ReadingValues = live ? { ...typed, ...pickRest(live.values) } : typed
  const beforehand = beforehandFindings(unit, rest, system)
  const checks = restChecks(unit, rest)
  /** what of it is read now; undefined where a field can't be read, which says so */
  const readNow = (): ReadingValues | undefined => {
    for (const { name, dimension } of shown) {
      if (live && restFields.some((field) => field.name === name)) continue
      const parsed = quantityInput(dimension, system).safeParse(draft[name])
      if (!parsed.success) return void form.fail({ [name]: parsed.error.issues[0]?.message })
    }
    return Object.fromEntries(Object.entries(rest).filter(([name]) => isShown(name as RestName))) as ReadingValues
  }
  const seenTo = (values: ReadingValues): EntryBody => {
    const stage = draft.stage.trim()
    return {
      kind: 'preStart',
      zeroed: draft.seen.includes('zeroed'),
      valvesShut: draft.seen.includes('valvesShut'),
      airflowGood: draft.seen.includes('airflowGood'),
      condenserClean: draft.seen.includes('condenserClean'),
      thermostatFar: draft.seen.includes('thermostatFar'),
      deviceChecked: draft.seen.includes('deviceChecked'),
      ...(stage ? { stage } : {}),
      ...under(values),
    }
  }
  const go = () => {
    const values = readNow()
    if (!values) return
    const bodies: readonly EntryBody[] =
      phase === 'shut'
        ? [seenTo(values), { kind: 'valvesOpened' }]
        : phase === 'open'
          ? [{ kind: 'started', ...under(values) }]
          : [seenTo(values), { kind: 'started' }]
    const at = form.time()
    if (!at) return
    const [first] = unit.appendAll(bodies.map((body) => ({ body, at })))
    if (first?.path === 'at') return void form.fail({ time: entryProblemWords(first, system) })
    setProblem(first && entryProblemWords(first, system))
    if (first) return
    form.done()
    scrollTop()
  }
  const words = beforeStartWords[phase]
  useBarAction(words.act, go)
  return (
    <YStack gap="$4">
      <Heading>{words.title}</Heading>
      {problem ? (
        <Banner metal="out" word="Not yet" testID="start-refused">
          {problem}
        </Banner>
      ) : null}
      {phase === 'open' ? <Soft>{beforeStartWords.open.next}</Soft> : null}
      {phase === 'open' ? null : (
        <Card>
          <Several
            label="Seen to"
            options={seen}
            values={draft.seen}
            onChange={(values) => change({ seen: values as readonly Seen[] })}
            testID="seen"
          />
          <TextField
            label="Highest stage, and how it was forced"
            value={draft.stage}
            onChange={(stage) => change({ stage })}
            placeholder="single speed: leave it empty"
            testID="stage"
          />
          <Soft>{beforeStartWords.airFirst}</Soft>
        </Card>
      )}
      {phase === 'shut' ? null : (
        <Card testID="rest">
          <Heading>Standing</Heading>
          {live ? (
            <Body testID="rest-live">
              {restFields
                .filter(({ name }) => rest[name])
                .map(({ name }) => `${recordedWords[name]} ${rest[name]!.value} ${rest[name]!.unit}`)
                .join(' · ')}
            </Body>
          ) : (
            <XStack flexWrap="wrap" columnGap="$3" rowGap="$3" {...together}>
              {restFields.map(({ name, dimension, mark }) => (
                <YStack key={name} flexGrow={1} flexBasis={PAIR}>
                  <QuantityField
                    label={[mark, recordedWords[name]].filter(Boolean).join(' ')}
                    dimension={dimension}
                    value={draft[name]}
                    onChange={(value) => change({ [name]: value })}
                    problem={problems[name]}
                    testID={`rest-${name}`}
                  />
                </YStack>
              ))}
            </XStack>
          )}
          <ManifoldBanner setting={live?.manifold} refrigerant={view.facts.refrigerant} />
          <RestVerdict
            checks={checks}
            enough={rest.outdoor !== undefined && (rest.suctionPressure ?? rest.liquidPressure) !== undefined}
          />
          {view.facts.refrigerant ? null : <Soft>{beforeStartWords.noRefrigerant}</Soft>}
        </Card>
      )}
      {phase === 'open' ? null : (
        <Card testID="beforehand">
          <Heading>Air and power</Heading>
          {beforehandFields.map(({ name, dimension, label }) => (
            <QuantityField
              key={name}
              label={label}
              dimension={dimension}
              value={draft[name]}
              onChange={(value) => change({ [name]: value })}
              problem={problems[name]}
              testID={`rest-${name}`}
            />
          ))}
          {beforehand.map((words) => (
            <Body key={words} color="$brass" testID="beforehand-finding">
              {words}
            </Body>
          ))}
          {(view.label?.ratedVoltage ?? view.label?.capacitor ?? view.label?.maximumStatic) ? null : (
            <Soft>With the model’s label these are compared with its ratings.</Soft>
          )}
        </Card>
      )}
      <TimeField label={words.when} value={draft.time} onChange={(time) => change({ time })} problem={problems.time} />
      <Caution>{safetyWords.startUp}</Caution>
      <Gate
        unit={unit}
        stage="startUp"
        why="Then no reading settles the charge: say why, and when somebody comes back."
      />
    </YStack>
  )
}

function RestVerdict({ checks, enough }: { checks: readonly PlausibilityCheck[]; enough: boolean }) {
  if (checks.length > 0)
    return (
      <Banner metal="tooClose" word="Look first" testID="rest-verdict">
        <YStack gap="$1">
          {checks.map((check) => (
            <Body key={check.code} fontSize="$3" lineHeight="$3">
              {checkWords(check)}
            </Body>
          ))}
        </YStack>
      </Banner>
    )
  return enough ? (
    <Banner metal="in" word="Agrees" testID="rest-verdict">
      {beforeStartWords.agrees}
    </Banner>
  ) : (
    <Soft>{beforeStartWords.standingHint}</Soft>
  )
}

const under = (rest: ReadingValues) => (Object.keys(rest).length > 0 ? { rest } : {})

const pickRest = (values: ReadingValues): ReadingValues =>
  Object.fromEntries(restFields.flatMap(({ name }) => (values[name] ? [[name, values[name]]] : [])))

/** Static pressure, voltage and capacitor against the label, before anything is charged. */
function beforehandFindings({ view }: UnitHandle, values: ReadingValues, system: UnitSystem): string[] {
  const { facts, label, elevationM, method } = view
  const { staticPressure, voltage, capacitor } = values
  const judged = judgeCharge(
    { facts, ...(label ? { label } : {}), elevationM },
    {
      mode: 'cooling',
      values: {
        ...(staticPressure ? { staticPressure } : {}),
        ...(voltage ? { voltage } : {}),
        ...(capacitor ? { capacitor } : {}),
      },
    },
    [],
    method,
  )
  return judged.findings
    .filter((f) => f.code === 'staticOverLabel' || f.code === 'voltageOff' || f.code === 'capacitorOff')
    .map((f) => findingWords(f, system, method))
}

function restChecks({ view }: UnitHandle, values: ReadingValues): PlausibilityCheck[] {
  const { facts, elevationM, method } = view
  const measured = measure({ facts, values, elevationM, profile: method })
  return checkPlausibility(plausibleOf(measured, { facts, running: false }), plausibilityMargins(method))
}
