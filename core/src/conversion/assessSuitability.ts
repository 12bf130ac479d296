import { STANDARD_ATMOSPHERE_PA } from '../air/atmosphere'
import type { MethodProfile } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { glideAt } from '../refrigerant/coilMean'
import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import { refrigerantInfo, type Refrigerant } from '../refrigerant/refrigerants'
import { saturationTemperatureK } from '../refrigerant/saturation'
import { dischargeK } from './compression'
import { oilAnswer, type Oil, type OilAnswer } from './oil'
import { orificeState, type OrificeConditions, type OrificeState } from './orifice'
import { sealsShrink } from './refitList'
import { conversionRefusal, designPressures, type ConversionRefusal } from './suitability'

/** The machine as its plates and eyes say. */
export interface ConvertedEquipment {
  /** what it was built for, where that isn't what is in it */
  readonly builtFor?: Refrigerant
  /** highest pressure that the plate allows on the high side, Pa gauge */
  readonly highSideDesignPa?: number
  readonly oil: Oil
}

export interface SuitabilityQuestion {
  readonly oldRefrigerant: Refrigerant
  readonly candidate: Refrigerant
  readonly equipment: ConvertedEquipment
  readonly conditions: OrificeConditions
  readonly profile?: MethodProfile
}

/** One figure of both refrigerants in the same machine at the same conditions. */
export interface Compared {
  readonly old: number
  readonly new: number
}

export interface Suitability {
  readonly candidate: Refrigerant
  /** nobody overrides it */
  readonly stop?: ConversionRefusal
  readonly safetyClass: { readonly old: string; readonly new: string }
  /** condensing on the design day, Pa absolute, against what bounds it */
  readonly design: {
    readonly newPa?: number
    readonly limitPa?: number
    readonly limitFrom: 'plate' | 'old'
  }
  readonly oil: { readonly inIt: Oil; readonly answer: OilAnswer }
  readonly seals: 'shrink' | 'asTheyAre'
  /** what the same compressor moves: heat taken up a swept cubic metre, J/m³ */
  readonly capacity?: Compared
  /** kg/m³ that it sweeps */
  readonly suctionKgPerM3?: Compared
  readonly evaporatingPa?: Compared
  readonly condensingPa?: Compared
  readonly pressureRatio?: Compared
  readonly dischargeK?: Compared
  /** dew less bubble at the evaporating and at the condensing pressure, K */
  readonly glideK?: { readonly evaporator: Compared; readonly condenser: Compared }
  readonly gwp100: { readonly AR4: Compared; readonly AR5: Compared }
  /** every number of the working; absent where a refrigerant has no data at the conditions */
  readonly working?: { readonly old: OrificeState; readonly new: OrificeState }
  /** which of the two has no data there */
  readonly noData?: 'old' | 'new' | 'both'
}

/**
 * What a candidate costs and gains in this machine: hard stops first, then everything that a lead weighs, as data. Nothing here says which candidate is best.
 *
 * @param equipment what the plate says; the old refrigerant's own pressure is the measure where it says no pressure
 * @param conditions means of both coils, as for `orificeRatio`
 * Source: ISO 5149 and UL 60335-2-40 (listing, pressure); volumetric capacity and discharge temperature: ASHRAE Handbook Fundamentals, thermodynamics and refrigeration cycles.
 */
export function assessSuitability({
  oldRefrigerant: from,
  candidate: to,
  equipment,
  conditions,
  profile = customaryProfile,
}: SuitabilityQuestion): Suitability {
  const { builtFor = from, highSideDesignPa, oil } = equipment
  const plate = highSideDesignPa === undefined ? {} : { highSideDesignPa }
  const stop =
    from === to
      ? 'sameRefrigerant'
      : builtFor === to
        ? undefined
        : conversionRefusal({ from: builtFor, to, profile, ...plate })
  const pressures = designPressures({ from: builtFor, to, profile })
  const limitPa =
    highSideDesignPa === undefined
      ? pressures.oldPa && pressures.oldPa * (1 + profile.conversionPressureShare.si)
      : highSideDesignPa + STANDARD_ATMOSPHERE_PA
  const [old, now] = [orificeState(from, conditions), orificeState(to, conditions)]
  const [info, newInfo] = [refrigerantInfo(from)!, refrigerantInfo(to)!]
  const gwp = (report: 'AR4' | 'AR5') => ({ old: info.gwp100[report], new: newInfo.gwp100[report] })
  return {
    candidate: to,
    ...(stop ? { stop } : {}),
    safetyClass: { old: info.safetyClass, new: newInfo.safetyClass },
    design: {
      ...(pressures.newPa === undefined ? {} : { newPa: pressures.newPa }),
      ...(limitPa === undefined ? {} : { limitPa }),
      limitFrom: highSideDesignPa === undefined ? 'old' : 'plate',
    },
    oil: { inIt: oil, answer: oilAnswer(to, oil) },
    seals: sealsShrink(from, to) ? 'shrink' : 'asTheyAre',
    gwp100: { AR4: gwp('AR4'), AR5: gwp('AR5') },
    ...(old && now ? compared({ from, to, old, now }) : { noData: old ? 'new' : now ? 'old' : 'both' }),
  }
}

function compared({
  from,
  to,
  old,
  now,
}: {
  from: Refrigerant
  to: Refrigerant
  old: OrificeState
  now: OrificeState
}) {
  const both = (of: (refrigerant: Refrigerant, state: OrificeState) => number | undefined): Compared | undefined => {
    const [a, b] = [of(from, old), of(to, now)]
    return a === undefined || b === undefined ? undefined : { old: a, new: b }
  }
  const swept = (refrigerant: Refrigerant, { evaporatingPa, vapourK }: OrificeState) =>
    suctionDensity(refrigerant, evaporatingPa, vapourK)
  const suction = both(swept)
  const capacity = both((refrigerant, state) => {
    const density = swept(refrigerant, state)
    return density === undefined ? undefined : density * state.effectJPerKg
  })
  const discharge = both((refrigerant, s) =>
    dischargeK(refrigerant, { suctionK: s.vapourK, suctionPa: s.evaporatingPa, dischargePa: s.condensingPa }),
  )
  const glide = (of: 'evaporatingPa' | 'condensingPa') => both((refrigerant, s) => glideAt(refrigerant, s[of]))
  const [evaporator, condenser] = [glide('evaporatingPa'), glide('condensingPa')]
  return {
    working: { old, new: now },
    evaporatingPa: { old: old.evaporatingPa, new: now.evaporatingPa },
    condensingPa: { old: old.condensingPa, new: now.condensingPa },
    pressureRatio: { old: old.condensingPa / old.evaporatingPa, new: now.condensingPa / now.evaporatingPa },
    ...(suction ? { suctionKgPerM3: suction } : {}),
    ...(capacity ? { capacity } : {}),
    ...(discharge ? { dischargeK: discharge } : {}),
    ...(evaporator && condenser ? { glideK: { evaporator, condenser } } : {}),
  }
}

/** Density of gas a little over its dew point, kg/m³: as an ideal gas from there, which is good to a percent over ten kelvins; undefined outside the data. */
export function suctionDensity(refrigerant: Refrigerant, pressurePa: number, vapourK: number): number | undefined {
  const dewK = saturationTemperatureK(refrigerant, 'dew', pressurePa)
  const density = dewK && saturatedDensityKgPerM3(refrigerant, 'vapour', dewK)
  return dewK && density && vapourK > 100 && vapourK < 600 ? (density * dewK) / vapourK : undefined
}
