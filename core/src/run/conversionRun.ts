import type {
  CandidateChosen,
  ConversionLeft,
  ConversionWhy,
  DeviceFitted,
  PumpedDown,
  Refitted,
  Relabelled,
} from '../entry/conversion'
import type { EntryKind, LogItem } from '../entry/entry'
import type { Reading } from '../entry/startUp'
import { byTime, timeOf } from '../entry/time'
import { usualOil, type Oil } from '../conversion/oil'
import { refitList, type RefitLine } from '../conversion/refitList'
import { refusalOf } from '../facts/refusal'
import type { UnitFacts } from '../facts/unitFacts'
import type { ConversionRefusal } from '../conversion/suitability'
import type { UnitRecord } from '../log/fold'
import { toSi } from '../quantity/unit'
import { judgeCharge, type JudgedReading } from '../tuning/judgeCharge'
import { recoveredKg } from './chargeBalance'
import type { InForce, InForceHere } from './inForce'

/** A conversion as the log tells it. */
export interface ConversionRun {
  /** 1, and one more each time it was turned back */
  readonly round: number
  readonly why?: LogItem<ConversionWhy>
  /** the machine as it was found, judged on the refrigerant that was in it */
  readonly baseline?: { readonly item: LogItem<Reading>; readonly judged: JudgedReading }
  readonly oil: Oil
  readonly recovered: {
    readonly kg: number
    readonly labelKg?: number
    /** of the label's charge, what wasn't in it any more; below zero: more came out than it says */
    readonly shortShare?: number
    /** more than label and line could hold by the method's share */
    readonly tooMuch: boolean
  }
  readonly candidate?: LogItem<CandidateChosen>
  readonly list: readonly { readonly line: RefitLine; readonly answer?: LogItem<Refitted> }[]
  readonly device?: LogItem<DeviceFitted>
  /** of a heat pump: what meters at its outdoor coil, in heating; undefined until somebody said */
  readonly outdoorDevice?: LogItem<DeviceFitted>
  readonly heatPump: boolean
  readonly pumpedDown?: LogItem<PumpedDown>
  readonly label?: LogItem<Relabelled>
  /** given up, and nothing was done since */
  readonly left?: LogItem<ConversionLeft>
}

/** Facts of the machine before the conversion: what a baseline is judged by. */
export const baselineFacts = (facts: UnitFacts): UnitFacts => {
  const { oldRefrigerant, ...rest } = facts
  return { ...rest, ...(oldRefrigerant ? { refrigerant: oldRefrigerant } : {}) }
}

/** Why nothing may be charged: by refrigerants and plate, or because the system can't be made tight. */
export function conversionStop(record: UnitRecord, here: InForce): ConversionRefusal | undefined {
  const tightness = record.items.conversionWhy.at(-1)?.entry.tightness
  if (here.facts.work === 'conversion' && tightness === 'cantBeMadeTight') return 'cantBeMadeTight'
  return refusalOf(here.facts, here)
}

/** Undefined where the unit isn't converted. */
export function conversionRun(record: UnitRecord, here: InForceHere): ConversionRun | undefined {
  const { facts, label, elevationM, method } = here
  if (facts.work !== 'conversion') return undefined
  const { items } = record
  const why = items.conversionWhy.at(-1)
  const found = byTime(items.reading.filter((item) => item.entry.baseline)).at(-1)
  const baseline = found && {
    item: found,
    judged: judgeCharge(
      { facts: baselineFacts(facts), label, elevationM },
      { ...found.entry, live: found.entry.live !== undefined, atMs: timeOf(found) },
      found.entry.kit ?? [],
      method,
    ),
  }
  const { oldRefrigerant: from, refrigerant: to } = facts
  const oil = facts.oil ?? (from ? usualOil(facts.builtFor ?? from) : 'mineral')
  const lines =
    from && to ? refitList({ from, to, oil, leakFound: why?.entry.tightness === 'leakFound' }) : ([] as RefitLine[])
  const answers = byTime(items.refitted)
  const list = lines.map((line) => {
    const answer = answers.filter((a) => a.entry.item === line.item).at(-1)
    return answer ? { line, answer } : { line }
  })
  const [candidate, device, pumpedDown] = [
    items.candidateChosen.at(-1),
    items.deviceFitted.filter(({ entry }) => !entry.coil).at(-1),
    items.pumpedDown.at(-1),
  ]
  const outdoorDevice = items.deviceFitted.filter(({ entry }) => entry.coil === 'outdoor').at(-1)
  const relabel = items.relabelled.at(-1)
  const left = leftOf(record)
  return {
    round: items.turnedBack.length + 1,
    oil,
    recovered: recoveredOf(record, here),
    list,
    ...(why ? { why } : {}),
    ...(baseline ? { baseline } : {}),
    ...(candidate ? { candidate } : {}),
    ...(device ? { device } : {}),
    ...(outdoorDevice ? { outdoorDevice } : {}),
    heatPump: facts.mode === 'heatPump',
    ...(pumpedDown ? { pumpedDown } : {}),
    ...(relabel ? { label: relabel } : {}),
    ...(left ? { left } : {}),
  }
}

function recoveredOf(record: UnitRecord, { facts, method }: InForce): ConversionRun['recovered'] {
  const kg = recoveredKg(record) || (facts.recovered ? toSi('mass', facts.recovered) : 0)
  const labelKg = facts.labelCharge && toSi('mass', facts.labelCharge)
  if (!labelKg) return { kg, tooMuch: false }
  return {
    kg,
    labelKg,
    shortShare: (labelKg - kg) / labelKg,
    tooMuch: kg > labelKg * (1 + method.recoveredOverShare.si),
  }
}

/** what tells of the unit and does nothing at it */
const idle: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'conversionLeft',
  'note',
  'asked',
  'answered',
  'struck',
  'moved',
  'archived',
  'gatePassed',
  'sealed',
  'amendment',
  'opened',
  'facts',
  'label',
  'method',
  'override',
  'returnVisit',
])

/** The word that it was given up, while nothing was done after it. */
function leftOf({ items }: UnitRecord): LogItem<ConversionLeft> | undefined {
  const left = items.conversionLeft.at(-1)
  if (!left) return undefined
  const after = Object.entries(items).some(
    ([kind, list]) =>
      !idle.has(kind as EntryKind) && (list as readonly LogItem[]).some((i) => timeOf(i) > timeOf(left)),
  )
  return after ? undefined : left
}

/** Every line of the list was done or left with a reason, and the metering device is settled. */
export const isRefitted = ({ candidate, list, device, outdoorDevice, heatPump }: ConversionRun): boolean =>
  candidate !== undefined &&
  device !== undefined &&
  (!heatPump || outdoorDevice !== undefined) &&
  list.every((l) => l.answer)
