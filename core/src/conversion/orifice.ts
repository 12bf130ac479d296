import { meanPressurePa } from '../refrigerant/coilMean'
import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import { saturatedEnthalpyJPerKg, vapourEnthalpyJPerKg } from '../refrigerant/enthalpy'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationTemperatureK, type CoilMeanK } from '../refrigerant/saturation'

/** The conditions that an orifice is reckoned at. */
export interface OrificeConditions {
  /** mean temperature of the coil: for a blend midway between bubble and dew */
  readonly evaporatingK: CoilMeanK
  readonly condensingK: CoilMeanK
  readonly subcoolingK: number
  readonly superheatK: number
}

export interface OrificeQuestion extends OrificeConditions {
  readonly oldRefrigerant: Refrigerant
  readonly newRefrigerant: Refrigerant
}

/** What a refrigerant does at those conditions: every number of the working. */
export interface OrificeState {
  /** absolute */
  readonly evaporatingPa: number
  readonly condensingPa: number
  readonly pressureDropPa: number
  /** before the orifice, and at the coil's outlet */
  readonly liquidK: number
  readonly vapourK: number
  /** what a kilogram takes up in the coil */
  readonly effectJPerKg: number
  readonly liquidKgPerM3: number
}

export interface OrificeRatio {
  /** new over old */
  readonly diameterRatio: number
  readonly massFlowRatio: number
  readonly working: { readonly old: OrificeState; readonly new: OrificeState }
}

/**
 * How much wider or narrower a fixed orifice has to be for the same capacity with another refrigerant: m = Q/h with h what a kilogram takes up, and flow through a short tube goes as
 * d²·√(ρ·p) with p the pressure drop, so d_new/d_old = √(m_new/m_old · √(ρ_old·p_old / ρ_new·p_new)). Whether the conversion may be made at all is `conversionRefusal`'s to say first; the
 * maker's table wins over this.
 *
 * @returns undefined where either refrigerant has no data at the conditions, or they are none (no pressure drop, no cooling)
 * Source: Aaron & Domanski (1990), ASHRAE Transactions 96(1): flow through short-tube restrictors; conventions of means for blends: EN 12900.
 * @example R-22 → R-407C at 45 and 110 °F, 10 °F of each: within a percent of the same orifice
 */
export function orificeRatio({
  oldRefrigerant,
  newRefrigerant,
  ...conditions
}: OrificeQuestion): OrificeRatio | undefined {
  const before = orificeState(oldRefrigerant, conditions)
  const after = orificeState(newRefrigerant, conditions)
  if (!before || !after) return undefined
  const massFlowRatio = before.effectJPerKg / after.effectJPerKg
  const head = (s: OrificeState) => s.liquidKgPerM3 * s.pressureDropPa
  return {
    massFlowRatio,
    diameterRatio: Math.sqrt(massFlowRatio * Math.sqrt(head(before) / head(after))),
    working: { old: before, new: after },
  }
}

/** One refrigerant at the conditions; undefined outside its data. */
export function orificeState(
  refrigerant: Refrigerant,
  { evaporatingK, condensingK, subcoolingK, superheatK }: OrificeConditions,
): OrificeState | undefined {
  if (!(subcoolingK >= 0 && superheatK >= 0)) return undefined
  const evaporatingPa = meanPressurePa(refrigerant, evaporatingK)
  const condensingPa = meanPressurePa(refrigerant, condensingK)
  if (evaporatingPa === undefined || condensingPa === undefined || !(condensingPa > evaporatingPa)) return undefined
  const liquidK = (saturationTemperatureK(refrigerant, 'bubble', condensingPa) ?? NaN) - subcoolingK
  const vapourK = (saturationTemperatureK(refrigerant, 'dew', evaporatingPa) ?? NaN) + superheatK
  const entering = saturatedEnthalpyJPerKg(refrigerant, 'liquid', liquidK)
  const leaving = vapourEnthalpyJPerKg(refrigerant, vapourK, evaporatingPa)
  const liquidKgPerM3 = saturatedDensityKgPerM3(refrigerant, 'liquid', liquidK)
  if (entering === undefined || leaving === undefined || liquidKgPerM3 === undefined || !(leaving > entering))
    return undefined
  return {
    evaporatingPa,
    condensingPa,
    pressureDropPa: condensingPa - evaporatingPa,
    liquidK,
    vapourK,
    effectJPerKg: leaving - entering,
    liquidKgPerM3,
  }
}

/** Pistons are numbered in thousandths of an inch, and stand close together. */
export interface OrificeSizes {
  readonly wantedThousandths: number
  /** real sizes next to it, below and above; the same where it is one */
  readonly below: number
  readonly above: number
}

const SMALLEST = 20
const LARGEST = 120
const THOU_M = 0.0254 / 1000

/** A bore as pistons are numbered, thousandths of an inch; undefined where no piston of a split system is that wide (20 to 120). */
export function orificeThousandths(boreM: number): number | undefined {
  const thousandths = boreM / THOU_M
  return thousandths >= SMALLEST - 1e-6 && thousandths <= LARGEST + 1e-6 ? thousandths : undefined
}

/**
 * The real sizes next to what the ratio asks for.
 *
 * @param oldThousandths bore of what is fitted, in thousandths of an inch
 * @returns undefined where that is no size of a piston (20 to 120), or the wanted one isn't
 */
export function orificeSizes(oldThousandths: number, diameterRatio: number): OrificeSizes | undefined {
  const isSize = (n: number) => n >= SMALLEST && n <= LARGEST
  const wanted = oldThousandths * diameterRatio
  if (!isSize(oldThousandths) || !isSize(wanted)) return undefined
  return { wantedThousandths: wanted, below: Math.floor(wanted), above: Math.ceil(wanted) }
}
