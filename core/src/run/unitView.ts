import type { ChargeBelief, WeightKnown } from '../charge/chargeBelief'
import type { ConversionRefusal } from '../conversion/suitability'
import type { LogItem } from '../entry/entry'
import type { Stage } from '../entry/stage'
import type { Reading } from '../entry/startUp'
import { byTime, timeOf } from '../entry/time'
import { missingFacts, type MissingFact } from '../facts/missingFacts'
import type { UnitFacts } from '../facts/unitFacts'
import type { ModelLabel } from '../label/modelLabel'
import type { UnitRecord } from '../log/fold'
import { isSealed } from '../log/seal'
import type { MethodProfile, ProfileSpec } from '../method/profile'
import { toSi } from '../quantity/unit'
import type { JudgedReading } from '../tuning/judgeCharge'
import { conversionRun, conversionStop, type ConversionRun } from './conversionRun'
import { sincePumpDown, thisRound } from './round'
import { coldRun, type ColdRun } from './coldRun'
import { beliefRun } from './beliefRun'
import { bothModes, shortInBoth, type BothModes } from './bothModes'
import { checkUpRun, type CheckUpRun } from './checkUpRun'
import { chargeBalance, type ChargeBalance } from './chargeBalance'
import { heatPumpRun, type HeatPumpRun } from './heatPumpRun'
import { inForceAt, unitProfile } from './inForce'
import { judgedReadings, type JudgedItem } from './judgedReadings'
import { needOf, type Need } from './need'
import { pressureTestRun, type PressureTestRun } from './pressureTestRun'
import { isOfToday, startedAt } from './startedAt'
import { stageStates, type StageView } from './stageStates'
import { tuningRun, type TuningRun } from './tuningRun'
import { vacuumRun, type VacuumRun } from './vacuumRun'
import { provisionalOf, visitRun, type Provisional, type VisitRun } from './visitRun'
import { waitsOf, type Wait } from './waits'
import { weightKnown } from './weightKnown'

export interface UnitView {
  readonly facts: UnitFacts
  readonly missing: readonly MissingFact[]
  readonly refusal?: ConversionRefusal
  /** undefined where the refrigerant stays what it is */
  readonly conversion?: ConversionRun
  /** its circuit, which way round it runs, and what hangs on it */
  readonly heatPump: HeatPumpRun
  /** of a heat pump: what it is handed over with beside its charge */
  readonly bothModes?: BothModes
  /** how the charge is come to in the cold, and whether the condenser is covered */
  readonly cold: ColdRun
  readonly elevationM: number
  /** the model's label as this unit took it */
  readonly label?: ModelLabel
  readonly labelVersion?: { readonly modelId: string; readonly version: string }
  readonly profile: ProfileSpec
  /** the profile with label, plate and overrides laid over it */
  readonly method: MethodProfile
  readonly pressureTest: PressureTestRun
  readonly vacuum: VacuumRun
  readonly charge: ChargeBalance
  /** what label, line set and scale say of the charge, with their doubts */
  readonly weight?: WeightKnown
  /** the same with all that was read since */
  readonly belief?: ChargeBelief
  readonly startedMs?: number
  /** the valves are open, and it hasn't run since */
  readonly valvesOpenMs?: number
  readonly tuning: TuningRun
  /** of a check-up: how it was handed over, and what became of it since */
  readonly checkUp?: CheckUpRun
  /** promised last; it stays here when it is over */
  readonly visit?: VisitRun
  /** what the charge rests on until somebody came back */
  readonly provisional?: Provisional
  readonly reading?: {
    readonly item: LogItem<Reading>
    readonly judged: JudgedReading
    /** it may decide: the system had settled, and its charge is still what it was then */
    readonly settled: boolean
    /** it had settled when it was read, and charge went in or came out since */
    readonly chargeChanged?: boolean
    readonly targetMovedK?: number
  }
  /** the latest reading in heating: a check beside the one that decides */
  readonly heating?: JudgedItem
  readonly stages: readonly StageView[]
  readonly current: Stage
  readonly waits: readonly Wait[]
  readonly need: Need
  readonly sealed: boolean
}

type Told = ReturnType<typeof tell>
const lastTold = new WeakMap<UnitRecord, { jobElevationM: number | undefined; told: Told }>()

/** What a record tells whatever the clock says: the same object for the same record, so that a screen that ticks does no work twice. */
function toldBy(record: UnitRecord, jobElevationM: number | undefined): Told {
  const kept = lastTold.get(record)
  if (kept && kept.jobElevationM === jobElevationM) return kept.told
  const told = tell(record, jobElevationM)
  lastTold.set(record, { jobElevationM, told })
  return told
}

function tell(whole: UnitRecord, jobElevationM: number | undefined) {
  const here = inForceAt(whole, jobElevationM)
  const record = thisRound(whole)
  const { facts, label } = here
  const missing = missingFacts(facts, label)
  const refusal = conversionStop(record, here)
  const conversion = conversionRun(record, here)
  const pressureTest = pressureTestRun(record, here)
  const heatPump = heatPumpRun(record, here)
  const turned = bothModes(record, here)
  const open = sincePumpDown(record)
  const vacuum = vacuumRun(open, here)
  const charge = chargeBalance(record, here)
  const startedMs = startedAt(open, here)
  const opened = startedMs === undefined ? byTime(open.items.valvesOpened).at(-1) : undefined
  const valvesOpenMs = opened && isOfToday(record, timeOf(opened)) ? timeOf(opened) : undefined
  const { all, reading, heating, both } = judgedReadings(record, { ...here, startedMs })
  const totalChargeKg =
    (charge.due.ok ? charge.due.totalKg : undefined) ?? (facts.labelCharge && toSi('mass', facts.labelCharge))
  const weight = weightKnown(record, charge, here)
  const cold = coldRun(record, both)
  const coldWay = cold.school !== 'weighInOnly'
  const tuning = tuningRun(record, { ...here, judged: all, totalChargeKg, coldWay, ...(weight ? { weight } : {}) })
  const belief = beliefRun(record, { weight, tuning, cold, all, both }, here)
  const checkUp = checkUpRun(record, here, reading)
  const visit = visitRun(record, { reading, heating, bothModes: turned })
  const provisional = provisionalOf(record, visit)
  const sealed = isSealed(record)
  return {
    ...here,
    missing,
    refusal,
    ...(conversion ? { conversion } : {}),
    heatPump,
    ...(turned ? { bothModes: shortInBoth(reading, heating) ? { ...turned, short: true as const } : turned } : {}),
    cold,
    profile: unitProfile(record),
    pressureTest,
    vacuum,
    charge,
    ...(weight ? { weight } : {}),
    ...(belief ? { belief } : {}),
    startedMs,
    ...(valvesOpenMs === undefined ? {} : { valvesOpenMs }),
    reading,
    ...(heating ? { heating } : {}),
    tuning,
    ...(checkUp ? { checkUp } : {}),
    ...(visit ? { visit } : {}),
    ...(provisional ? { provisional } : {}),
    sealed,
  }
}

/**
 * Everything that the app, the papers and the boards show of a unit, drawn from its record.
 *
 * @param nowMs a hold or a settling wait runs or has ended by this clock; nothing else depends on it
 */
export function unitView(
  record: UnitRecord,
  { nowMs, jobElevationM }: { nowMs: number; jobElevationM?: number },
): UnitView {
  const { taken, ...told } = toldBy(record, jobElevationM)
  const round = thisRound(record)
  const waits = waitsOf(round, told)
  const views = stageStates(round, { ...told, waits }, nowMs)
  const open = views.find((v) => v.state !== 'done' && v.state !== 'bypassed')
  const view = {
    ...told,
    labelVersion: taken && { modelId: taken.modelId, version: taken.version },
    stages: views,
    current: open?.stage ?? 'handOver',
    waits,
  }
  return { ...view, need: needOf(view, nowMs) }
}
