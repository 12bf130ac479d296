import { lineSetAdjustmentKg, type LineSetAdjustment } from '../charge/lineSetAdjustment'
import type { MethodProfile } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'
import type { UnitFacts } from './entry'
import { unitFacts, type MissingFact } from './facts'
import type { UnitRecord } from './fold'
import { unitMethod } from './method'

export type ChargeDue =
  | {
      ok: true
      dueKg: number
      lineSet: Extract<LineSetAdjustment, { ok: true }>
      /** conversions: share of the label charge to start with */
      startShare?: number
      labelChargeKg?: number
      overLongLine: boolean
    }
  | { ok: false; reason: 'missing'; missing: MissingFact[] }
  | { ok: false; reason: Exclude<Extract<LineSetAdjustment, { ok: false }>['reason'], 'noSection'> }

/**
 * What has to be weighed in: the line-set adjustment on top of the factory charge; in a conversion the emptied system gets
 * the profile's start share of (label charge + line-set adjustment), the rest in steps.
 */
export function chargeDue(facts: UnitFacts, profile: MethodProfile = customaryProfile): ChargeDue {
  const conversion = facts.work === 'conversion'
  const needed: MissingFact[] = ['refrigerant', 'lineLength', 'includedLength']
  if (!facts.allowance) needed.push('liquidLine')
  if (conversion) needed.push('labelCharge')
  const missing = needed.filter((key) => facts[key] === undefined)
  const { refrigerant, lineLength, includedLength } = facts
  if (missing.length > 0 || !refrigerant || !lineLength || !includedLength)
    return { ok: false, reason: 'missing', missing }

  const lengthM = toSi('length', lineLength)
  const lineSet = lineSetAdjustmentKg({
    sections: [
      {
        lengthM,
        liquidOutsideDiameterM: facts.liquidLine ? toSi('tube', facts.liquidLine) : 0,
        adderKgPerM: facts.allowance ? toSi('massPerLength', facts.allowance) : undefined,
      },
    ],
    includedLengthM: toSi('length', includedLength),
    refrigerant,
    liquidTemperatureK: profile.liquidLineDensityK.si,
  })
  if (!lineSet.ok)
    return lineSet.reason === 'noSection'
      ? { ok: false, reason: 'missing', missing: ['lineLength'] }
      : { ok: false, reason: lineSet.reason }
  const labelChargeKg = facts.labelCharge ? toSi('mass', facts.labelCharge) : undefined
  const startShare = conversion ? profile.conversionStartShare.si : undefined
  const dueKg =
    startShare === undefined ? lineSet.adjustmentKg : startShare * ((labelChargeKg ?? 0) + lineSet.adjustmentKg)
  return { ok: true, dueKg, lineSet, startShare, labelChargeKg, overLongLine: lengthM > profile.longLineM.si + 1e-9 }
}

/** Net refrigerant that the scale says went in, kg; negative if more came out. */
export function weighedKg(record: UnitRecord): number {
  return record.items.weighed.reduce((total, { entry }) => {
    const change = toSi('mass', entry.before) - toSi('mass', entry.after)
    return total + change
  }, 0)
}

export interface ChargeBalance {
  readonly due: ChargeDue
  readonly weighedKg: number
  /** still to add (positive) or too much in (negative); undefined while what is due isn't known */
  readonly openKg?: number
  readonly settled: boolean
}

/** What went in against what was due; settled within two steps of a customary scale (the profile's tolerance). */
export function chargeBalance(record: UnitRecord, method = unitMethod(record)): ChargeBalance {
  const due = chargeDue(unitFacts(record), method)
  const weighed = weighedKg(record)
  if (!due.ok) return { due, weighedKg: weighed, settled: false }
  const openKg = due.dueKg - weighed
  return { due, weighedKg: weighed, openKg, settled: Math.abs(openKg) <= method.weighInToleranceKg.si + 1e-9 }
}
