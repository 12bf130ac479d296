import type { CylinderMovement } from '../charge/balanceCylinder'
import { hoseContentKg } from '../charge/hoseContent'
import { lineSetAdjustmentKg, type LineSetAdjustment } from '../charge/lineSetAdjustment'
import { acrTube } from '../charge/tube'
import { instrumentUncertainty } from '../measurement/instrument'
import { standardUncertainty } from '../measurement/uncertainty'
import type { Refrigerant } from '../refrigerant/refrigerants'
import type { MethodProfile } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'
import type { HoseLeft, LogItem, UnitFacts, Weighed } from './entry'
import { unitFacts, type MissingFact } from './facts'
import type { UnitRecord } from './fold'
import { unitMethod } from './method'

export type ChargeDue =
  | {
      ok: true
      dueKg: number
      lineSet: Extract<LineSetAdjustment, { ok: true }>
      /** emptied systems: share of the label charge to start with */
      startShare?: number
      labelChargeKg?: number
      /** label charge and adjustment together, where the label's charge is known */
      totalKg?: number
      /** what the vapour lines hold while running: shown, not added; the label's allowance has it in already */
      vapourKg?: number
      overLongLine: boolean
      /** the units stand further above one another than labels cover */
      overLift: boolean
    }
  | { ok: false; reason: 'missing'; missing: MissingFact[] }
  | { ok: false; reason: Exclude<Extract<LineSetAdjustment, { ok: false }>['reason'], 'noSection'> }

/**
 * What has to be weighed in: the line-set adjustment on top of the factory charge; an emptied system (a conversion, or a retrofit whose
 * refrigerant was recovered) gets the profile's start share of (label charge + line-set adjustment), the rest in steps.
 *
 * @param emptied the system's own refrigerant was taken out before; in a conversion it always is
 */
export function chargeDue(
  facts: UnitFacts,
  profile: MethodProfile = customaryProfile,
  emptied = (facts.recovered?.value ?? 0) > 0,
): ChargeDue {
  const conversion = facts.work === 'conversion'
  const whole = conversion || (facts.work === 'retrofit' && emptied)
  const needed: MissingFact[] = ['refrigerant', 'lineLength', 'includedLength']
  if (!facts.allowance) needed.push('liquidLine')
  if (whole) needed.push('labelCharge')
  const missing = needed.filter((key) => facts[key] === undefined)
  const { refrigerant, lineLength, includedLength } = facts
  if (missing.length > 0 || !refrigerant || !lineLength || !includedLength)
    return { ok: false, reason: 'missing', missing }

  const sections = [
    { length: lineLength, liquidLine: facts.liquidLine, vapourLine: facts.vapourLine, allowance: facts.allowance },
    ...(facts.sections ?? []),
  ].map(({ length, liquidLine, vapourLine, allowance }) => ({
    lengthM: toSi('length', length),
    liquidOutsideDiameterM: liquidLine ? toSi('tube', liquidLine) : 0,
    vapourOutsideDiameterM: vapourLine && toSi('tube', vapourLine),
    adderKgPerM: allowance && toSi('massPerLength', allowance),
  }))
  const lineSet = lineSetAdjustmentKg({
    sections,
    includedLengthM: toSi('length', includedLength),
    refrigerant,
    liquidTemperatureK: profile.liquidLineDensityK.si,
    items: (facts.labelItems ?? []).map(({ name, mass }) => ({ name, kg: toSi('mass', mass) })),
  })
  if (!lineSet.ok)
    return lineSet.reason === 'noSection'
      ? { ok: false, reason: 'missing', missing: ['lineLength'] }
      : { ok: false, reason: lineSet.reason }
  const labelChargeKg = facts.labelCharge ? toSi('mass', facts.labelCharge) : undefined
  const totalKg = labelChargeKg === undefined ? undefined : labelChargeKg + lineSet.adjustmentKg
  const startShare = whole ? (conversion ? profile.conversionStartShare : profile.retrofitStartShare).si : undefined
  const dueKg = startShare === undefined ? lineSet.adjustmentKg : startShare * (totalKg ?? 0)
  const vapourKg = vapourContent(sections, refrigerant, profile)
  return {
    ok: true,
    dueKg,
    lineSet,
    startShare,
    labelChargeKg,
    ...(totalKg === undefined ? {} : { totalKg }),
    ...(vapourKg === undefined ? {} : { vapourKg }),
    overLongLine: lineSet.working.totalLengthM > profile.longLineM.si + 1e-9,
    overLift: facts.lift !== undefined && Math.abs(toSi('length', facts.lift)) > profile.liftM.si + 1e-9,
  }
}

/** Vapour at the usual evaporating temperature in all sections whose vapour line is known and a standard tube. */
function vapourContent(
  sections: readonly { lengthM: number; vapourOutsideDiameterM?: number }[],
  refrigerant: Refrigerant,
  profile: MethodProfile,
): number | undefined {
  const temperatureK = (profile.evaporatingLowK.si + profile.evaporatingHighK.si) / 2
  const parts = sections.flatMap(({ lengthM, vapourOutsideDiameterM: outside }) => {
    const tube = outside === undefined ? undefined : acrTube(outside)
    if (!tube) return []
    const boreM = tube.outsideDiameterM - 2 * tube.wallM
    return hoseContentKg({ boreM, lengthM, phase: 'vapour', refrigerant, temperatureK }) ?? []
  })
  return parts.length === 0 ? undefined : parts.reduce((a, b) => a + b, 0)
}

/**
 * Taken out before the evacuation: what had been in the system, not this charge. A new split's factory charge isn't recovered, so there
 * everything taken out counts.
 */
function isRecovery({ entry }: LogItem<Weighed>, record: UnitRecord): boolean {
  if (entry.direction !== 'remove' || (unitFacts(record).work ?? 'new') === 'new') return false
  const pumped = record.items.pumpOn.map((p) => Date.parse(p.entry.at))
  return pumped.length === 0 || Date.parse(entry.at) < Math.min(...pumped)
}

/** Recovered on the scale before the evacuation, kg. */
export function recoveredKg(record: UnitRecord): number {
  return record.items.weighed.filter((w) => isRecovery(w, record)).reduce((sum, { entry }) => sum - stepKg(entry), 0)
}

/** Net refrigerant that the scale says went in, less what the hoses kept or lost; kg, negative if more came out. */
export function weighedKg(record: UnitRecord): number {
  const { weighed, hoseLeft } = record.items
  const onScale = weighed.filter((w) => !isRecovery(w, record)).reduce((sum, { entry }) => sum + stepKg(entry), 0)
  return onScale - hosesKg(hoseLeft)
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

/** What a unit's weighings did to cylinders of the book, for the book. */
export function unitMovements(record: UnitRecord, unitId: string, method = unitMethod(record)) {
  const { refrigerant } = unitFacts(record)
  return record.items.weighed.flatMap(({ entry, author }): UnitMovement[] => {
    const { vessel } = entry
    if (!vessel) return []
    const tareKg = toSi('mass', vessel.tare)
    const [before, after] = [toSi('mass', entry.before), toSi('mass', entry.after)]
    // a mere difference says nothing of what is in the cylinder; a scale set to zero with it on shows less than the cylinder alone weighs
    const whole = !entry.net && Math.max(before, after) > tareKg && Math.min(before, after) > 0.5 * tareKg
    const out = entry.direction === 'remove' ? refrigerantOut(record) : (vessel.refrigerant ?? refrigerant)
    return [
      {
        id: entry.id,
        atMs: Date.parse(entry.at),
        kind: entry.direction === 'add' ? 'charged' : 'recovered',
        kg: -stepKg(entry),
        standardUncertaintyKg: weighingUncertaintyKg(entry, method),
        ...(out ? { refrigerant: out } : {}),
        ...(whole ? { beforeKg: before - tareKg, afterKg: after - tareKg } : {}),
        unitId,
        cylinderId: vessel.id,
        by: author.name,
      },
    ]
  })
}

export interface UnitMovement extends CylinderMovement {
  readonly cylinderId: string
  readonly by: string
}

/** What comes out of a unit: in a conversion the old refrigerant, until the new one was charged. */
export function refrigerantOut(record: UnitRecord): Refrigerant | undefined {
  const { work, oldRefrigerant, refrigerant } = unitFacts(record)
  const charged = record.items.weighed.some(({ entry }) => entry.direction === 'add')
  return work === 'conversion' && !charged ? oldRefrigerant : refrigerant
}

/**
 * Charge that went in (below zero: came out) while the system ran and after the first reading was taken: tuning. What goes in running before
 * that still belongs to what was due.
 */
export function tunedWeighings({ items }: UnitRecord): LogItem<Weighed>[] {
  const first = Math.min(...items.reading.map((r) => Date.parse(r.entry.at)))
  const startedMs = Math.min(...items.started.map((s) => Date.parse(s.entry.at)))
  return items.weighed
    .filter(({ entry }) => entry.running === true && Date.parse(entry.at) >= Math.max(first, startedMs))
    .sort((a, b) => Date.parse(a.entry.at) - Date.parse(b.entry.at))
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
export function chargeBalance(record: UnitRecord, method = unitMethod(record)): ChargeBalance {
  const facts = unitFacts(record)
  const recovered = recoveredKg(record)
  const due = chargeDue(facts, method, recovered > 0 || (facts.recovered?.value ?? 0) > 0)
  const weighed = weighedKg(record)
  const { weighed: weighings, hoseLeft: hoses } = record.items
  const tunedKg = tunedWeighings(record).reduce((sum, { entry }) => sum + stepKg(entry), 0)
  const base = { due, weighings, hoses, recoveredKg: recovered, weighedKg: weighed, tunedKg }
  if (!due.ok) return { ...base, settled: false }
  const openKg = due.dueKg - (weighed - tunedKg)
  return {
    ...base,
    openKg,
    settled: Math.abs(openKg) <= method.weighInToleranceKg.si + 1e-9,
  }
}
