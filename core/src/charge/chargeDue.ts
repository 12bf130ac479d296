import { isReason } from '../facts/reason'
import type { MissingFact } from '../facts/missingFacts'
import { isCheck } from '../facts/terms'
import type { UnitFacts } from '../facts/unitFacts'
import type { MethodProfile } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { hoseContentKg } from './hoseContent'
import { lineSetAdjustmentKg, type LineSetAdjustment } from './lineSetAdjustment'
import { acrTube } from './tube'

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
      /** it is over, and nobody said by what it is charged all the same */
      stopped: boolean
      /** the units stand further above one another than labels cover */
      overLift: boolean
    }
  | { ok: false; reason: 'missing'; missing: MissingFact[] }
  /** a machine that runs already: what is in it is what its readings say */
  | { ok: false; reason: 'check' }
  | { ok: false; reason: Exclude<Extract<LineSetAdjustment, { ok: false }>['reason'], 'noSection'> }

/**
 * What has to be weighed in: the line-set adjustment on top of the factory charge; an emptied system (a conversion, or any whose
 * refrigerant was recovered) gets label charge and line-set adjustment: all of it where it is new, else the profile's start share of both, the rest in steps.
 *
 * @param emptied the system's own refrigerant was taken out before; in a conversion it always is
 */
export function chargeDue(
  facts: UnitFacts,
  profile: MethodProfile = customaryProfile,
  emptied = (facts.recovered?.value ?? 0) > 0,
): ChargeDue {
  if (isCheck(facts)) return { ok: false, reason: 'check' }
  const conversion = facts.work === 'conversion'
  const whole = conversion || emptied
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
  const startShare = whole ? startShareOf(facts.work, profile) : undefined
  const dueKg = startShare === undefined ? lineSet.adjustmentKg : startShare * (totalKg ?? 0)
  const overLongLine = lineSet.working.totalLengthM > profile.longLineM.si + 1e-9
  const vapourKg = vapourContent(sections, refrigerant, profile)
  return {
    ok: true,
    dueKg,
    lineSet,
    startShare,
    labelChargeKg,
    ...(totalKg === undefined ? {} : { totalKg }),
    ...(vapourKg === undefined ? {} : { vapourKg }),
    overLongLine,
    stopped: overLongLine && !isReason(facts.longLineReason),
    overLift: facts.lift !== undefined && Math.abs(toSi('length', facts.lift)) > profile.liftM.si + 1e-9,
  }
}

/** Of the whole charge: an old system's last part comes in steps, a new one's label says what goes in. */
function startShareOf(work: UnitFacts['work'], profile: MethodProfile): number {
  if (work === 'conversion') return profile.conversionStartShare.si
  return work === 'retrofit' ? profile.retrofitStartShare.si : 1
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
