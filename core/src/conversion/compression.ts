import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import { saturatedEnthalpyJPerKg } from '../refrigerant/enthalpy'
import { gasHeatJPerKgK } from '../refrigerant/gasHeat'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationPressurePa, saturationTemperatureK } from '../refrigerant/saturation'

/** hermetic compressors of split systems: work of an ideal compression over what the gas takes up */
const EFFICIENCY = 0.7
const STEPS = 40

export interface Compression {
  readonly suctionK: number
  /** absolute */
  readonly suctionPa: number
  readonly dischargePa: number
}

/**
 * Temperature of the gas that leaves a hermetic compressor: the ideal one's rise over an efficiency of 0.7. Good for comparing two refrigerants in one machine; shells lose heat and motors add
 * some, so the figure itself is good to some 10 K.
 *
 * @returns K; undefined outside the data
 * Source: ASHRAE Handbook, Systems and Equipment: efficiencies of hermetic compressors.
 */
export function dischargeK(refrigerant: Refrigerant, compression: Compression): number | undefined {
  const ideal = isentropicK(refrigerant, compression)
  return ideal === undefined ? undefined : compression.suctionK + (ideal - compression.suctionK) / EFFICIENCY
}

/**
 * The same without losses: what superheated gas has more of entropy than gas at its dew point, carried along the dew line by ds = (dh − v·dp)/T to the discharge pressure, and up from there
 * at constant pressure. Within 2.5 °F of the full equations of state for refrigerants of split systems.
 *
 * @returns K; undefined outside the data, and where nothing is compressed
 * Source: Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics: property relations of homogeneous phases.
 */
export function isentropicK(
  refrigerant: Refrigerant,
  { suctionK, suctionPa, dischargePa }: Compression,
): number | undefined {
  const [lowK, highK] = [
    saturationTemperatureK(refrigerant, 'dew', suctionPa),
    saturationTemperatureK(refrigerant, 'dew', dischargePa),
  ]
  if (lowK === undefined || highK === undefined || !(dischargePa > suctionPa && suctionK >= lowK)) return undefined
  const along = dewLineEntropy(refrigerant, lowK, highK)
  const suctionHeat = gasHeatJPerKgK(refrigerant, lowK)
  const dischargeHeat = gasHeatJPerKgK(refrigerant, highK)
  if (along === undefined || suctionHeat === undefined || dischargeHeat === undefined) return undefined
  const more = suctionHeat * Math.log(suctionK / lowK) - along
  return highK * Math.exp(more / dischargeHeat)
}

/** Entropy of saturated vapour at one temperature less that at another, J/kg·K. */
function dewLineEntropy(refrigerant: Refrigerant, fromK: number, toK: number): number | undefined {
  let sum = 0
  const at = (k: number) => {
    const h = saturatedEnthalpyJPerKg(refrigerant, 'vapour', k)
    const pa = saturationPressurePa(refrigerant, 'dew', k)
    const density = saturatedDensityKgPerM3(refrigerant, 'vapour', k)
    return h === undefined || pa === undefined || density === undefined ? undefined : { h, pa, density }
  }
  let before = at(fromK)
  for (let i = 1; i <= STEPS; i++) {
    const k = fromK + ((toK - fromK) * i) / STEPS
    const now = at(k)
    if (!now || !before) return undefined
    const middle = k - (toK - fromK) / STEPS / 2
    sum += (now.h - before.h - ((1 / now.density + 1 / before.density) / 2) * (now.pa - before.pa)) / middle
    before = now
  }
  return sum
}
