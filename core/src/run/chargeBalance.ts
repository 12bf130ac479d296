import { chargeDue, type ChargeDue } from '../charge/chargeDue'
import type { LogItem } from '../entry/entry'
import { byTime, timeOf } from '../entry/time'
import type { HoseLeft, Weighed } from '../entry/weighIn'
import type { UnitRecord } from '../log/fold'
import { instrumentUncertainty } from '../measurement/instrument'
import { standardUncertainty } from '../measurement/uncertainty'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { inForce, type InForce } from './inForce'

/**
 * Taken out before the evacuation: what had been in the system, not this charge. A new split's factory charge isn't taken out to be measured, so there what is taken out
 * counts as this charge, unless the system was emptied (`emptiedMs`).
 */
function isRecovery(item: LogItem<Weighed>, record: UnitRecord, here: InForce): boolean {
  const { entry } = item
  if (entry.direction !== 'remove') return false
  if (timeOf(item) <= emptiedMs(record, here)) return true
  if ((here.facts.work ?? 'new') === 'new') return false
  const pumped = record.items.pumpOn.map(timeOf)
  return pumped.length === 0 || timeOf(item) < Math.min(...pumped)
}

/** of the label's charge, taken out in one go before the pump ran: the system is empty, whatever stays in oil and hoses */
const EMPTIED_SHARE = 0.5

/**
 * When the system was last emptied for an evacuation: the last taking out, standing still, before a pump-on that at least half of the label's charge went out before. What went in until then
 * went out with it.
 *
 * @returns −Infinity where it wasn't, or the label's charge isn't known
 */
function emptiedMs({ items }: UnitRecord, { facts }: InForce): number {
  const labelKg = facts.labelCharge && toSi('mass', facts.labelCharge)
  if (!labelKg) return -Infinity
  const pumps = [-Infinity, ...byTime(items.pumpOn).map(timeOf)]
  for (let i = pumps.length - 1; i > 0; i--) {
    const out = byTime(items.weighed).filter(
      (w) =>
        w.entry.direction === 'remove' &&
        w.entry.running !== true &&
        timeOf(w) > pumps[i - 1]! &&
        timeOf(w) < pumps[i]!,
    )
    if (out.reduce((sum, { entry }) => sum - stepKg(entry), 0) >= EMPTIED_SHARE * labelKg) return timeOf(out.at(-1)!)
  }
  return -Infinity
}

/** Recovered on the scale before the evacuation, kg. */
export function recoveredKg(record: UnitRecord, here: InForce = inForce(record)): number {
  return record.items.weighed
    .filter((w) => isRecovery(w, record, here))
    .reduce((sum, { entry }) => sum - stepKg(entry), 0)
}

/** Net refrigerant that the scale says went in since the system was last emptied, less what the hoses kept or lost; kg, negative if more came out. */
export function weighedKg(record: UnitRecord, here: InForce = inForce(record)): number {
  const { hoseLeft } = record.items
  const sinceMs = emptiedMs(record, here)
  const onScale = countedWeighings(record, here).reduce((sum, { entry }) => sum + stepKg(entry), 0)
  return onScale - hosesKg(hoseLeft.filter((h) => timeOf(h) > sinceMs))
}

/** The weighings that what is in it comes of: since it was last emptied, without what was taken out before. */
export function countedWeighings(record: UnitRecord, here: InForce = inForce(record)): readonly LogItem<Weighed>[] {
  const sinceMs = emptiedMs(record, here)
  return record.items.weighed.filter((w) => timeOf(w) > sinceMs && !isRecovery(w, record, here))
}

/** Out of the cylinder by one weighing, kg. */
export const stepKg = ({ before, after }: Pick<Weighed, 'before' | 'after'>) =>
  toSi('mass', before) - toSi('mass', after)

/** What hoses kept or lost: it left the cylinder and never came into the system. */
const hosesKg = (hoses: readonly LogItem<HoseLeft>[]) =>
  hoses.reduce((sum, { entry }) => sum + (entry.fate === 'drawn' ? 0 : toSi('mass', entry.mass)), 0)

/** Standard uncertainty of a weighing: two readings of one scale, kg. */
export function weighingUncertaintyKg({ before, after, scale }: Weighed, method: MethodProfile): number {
  const of = (kg: number) =>
    (scale && instrumentUncertainty(scale, 'mass', kg)?.standard) ??
    standardUncertainty({ kind: 'rectangular', halfWidth: method.scaleAccuracyKg.si })
  return Math.hypot(of(toSi('mass', before)), of(toSi('mass', after)))
}

/**
 * What comes out of a unit at a moment (the end of its log where none is given): in a conversion the old refrigerant, until the new one was charged; each time that a conversion was turned back
 * the two change places.
 */
export function refrigerantOut(record: UnitRecord, atMs = Infinity): Refrigerant | undefined {
  const { work, oldRefrigerant, refrigerant } = inForce(record).facts
  const { items } = record
  if (work !== 'conversion') return refrigerant
  const turns = items.turnedBack.map(timeOf)
  const fromMs = Math.max(-Infinity, ...turns.filter((t) => t <= atMs))
  const charged = items.weighed.some(
    (item) => item.entry.direction === 'add' && timeOf(item) >= fromMs && timeOf(item) < atMs,
  )
  const laterTurns = turns.filter((t) => t > atMs).length
  return charged !== (laterTurns % 2 === 1) ? refrigerant : oldRefrigerant
}

/**
 * Charge that went in (below zero: came out) while the system ran and after the first reading was taken: tuning. What goes in running before
 * that still belongs to what was due.
 */
export function tunedWeighings({ items }: UnitRecord): LogItem<Weighed>[] {
  // of the machine as it was found a reading tells nothing of this charge
  const first = Math.min(...items.reading.filter((item) => !item.entry.baseline).map(timeOf))
  const startedMs = Math.min(...items.started.map(timeOf))
  return byTime(items.weighed.filter((w) => w.entry.running === true && timeOf(w) >= Math.max(first, startedMs)))
}

export interface ChargeBalance {
  readonly due: ChargeDue
  /** every weighing and hose, in the log's order */
  readonly weighings: readonly LogItem<Weighed>[]
  readonly hoses: readonly LogItem<HoseLeft>[]
  readonly weighedKg: number
  /** taken out before the evacuation; its share of the label's charge says how short the system was */
  readonly recoveredKg: number
  /** of it, what went in (below zero: came out) while the system was tuned: no part of what is due */
  readonly tunedKg: number
  /** still to add (positive) or too much in (negative); undefined while what is due isn't known */
  readonly openKg?: number
  readonly settled: boolean
}

/** What went in against what was due; settled within two steps of a customary scale (the profile's tolerance). */
export function chargeBalance(record: UnitRecord, here: InForce = inForce(record)): ChargeBalance {
  const { facts, method } = here
  const recovered = recoveredKg(record, here)
  const due = chargeDue(facts, method, recovered > 0 || (facts.recovered?.value ?? 0) > 0)
  const weighed = weighedKg(record, here)
  const { weighed: weighings, hoseLeft: hoses } = record.items
  const sinceMs = emptiedMs(record, here)
  const tunedKg = tunedWeighings(record)
    .filter((w) => timeOf(w) > sinceMs)
    .reduce((sum, { entry }) => sum + stepKg(entry), 0)
  const base = { due, weighings, hoses, recoveredKg: recovered, weighedKg: weighed, tunedKg }
  if (!due.ok) return { ...base, settled: false }
  const openKg = due.dueKg - (weighed - tunedKg)
  return {
    ...base,
    openKg,
    // what was signed stands, whatever is asked for since
    settled:
      (!due.stopped || record.items.sealed.length > 0) && Math.abs(openKg) <= method.weighInToleranceKg.si + 1e-9,
  }
}
