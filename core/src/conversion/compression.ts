import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import { saturatedEnthalpyJPerKg } from '../refrigerant/enthalpy'
import { gasOverDew, type GasOverDew } from '../refrigerant/gasHeat'
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
 * Temperature of the gas that leaves a hermetic compressor: the ideal one's work over an efficiency of 0.7, all of it in the gas. Good for comparing two refrigerants in one machine; shells lose heat
 * and motors add some, so the figure itself is good to some 10 K.
 *
 * @returns K; undefined outside the data
 * Source: ASHRAE Handbook, Systems and Equipment: efficiencies of hermetic compressors.
 */
export function dischargeK(refrigerant: Refrigerant, compression: Compression): number | undefined {
  const ends = endsOf(refrigerant, compression)
  if (!ends) return undefined
  const { low, high, highK, upHeat } = ends
  const idealK = between(high.entropy, high.overK, ends.entropyAtEnd)
  if (idealK === undefined) return undefined
  // both counted from gas at its dew point on the high side
  const suctionHeat = between(low.overK, low.heat, ends.superheatK)! - upHeat
  const work = between(high.overK, high.heat, idealK)! - suctionHeat
  const overK = between(high.heat, high.overK, suctionHeat + work / EFFICIENCY)
  return overK === undefined ? undefined : highK + overK
}

/**
 * The same without losses: what superheated gas has more of entropy than gas at its dew point, carried along the dew line by ds = (dh − v·dp)/T to the discharge pressure, and up from there
 * at constant pressure. Within 1.5 °F of the full equations of state for refrigerants of split systems.
 *
 * @returns K; undefined outside the data, and where nothing is compressed
 * Source: Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics: property relations of homogeneous phases.
 */
export function isentropicK(refrigerant: Refrigerant, compression: Compression): number | undefined {
  const ends = endsOf(refrigerant, compression)
  const overK = ends && between(ends.high.entropy, ends.high.overK, ends.entropyAtEnd)
  return ends && overK !== undefined ? ends.highK + overK : undefined
}

interface Ends {
  readonly highK: number
  readonly superheatK: number
  readonly low: GasOverDew
  readonly high: GasOverDew
  /** of the suction gas, over gas at its dew point on the high side, J/kg·K */
  readonly entropyAtEnd: number
  /** enthalpy of gas at its dew point: the high side's over the low side's, J/kg */
  readonly upHeat: number
}

function endsOf(refrigerant: Refrigerant, { suctionK, suctionPa, dischargePa }: Compression): Ends | undefined {
  const [lowK, highK] = [
    saturationTemperatureK(refrigerant, 'dew', suctionPa),
    saturationTemperatureK(refrigerant, 'dew', dischargePa),
  ]
  if (lowK === undefined || highK === undefined || !(dischargePa > suctionPa && suctionK >= lowK)) return undefined
  const along = dewLineEntropy(refrigerant, lowK, highK)
  const [low, high] = [gasOverDew(refrigerant, lowK), gasOverDew(refrigerant, highK)]
  const heats = [lowK, highK].map((k) => saturatedEnthalpyJPerKg(refrigerant, 'vapour', k))
  const superheatK = suctionK - lowK
  const entropy = low && between(low.overK, low.entropy, superheatK)
  if (along === undefined || !low || !high || entropy === undefined || heats.some((h) => h === undefined))
    return undefined
  return { highK, superheatK, low, high, entropyAtEnd: entropy - along, upHeat: heats[1]! - heats[0]! }
}

/** A value on a rising table, straight between its points and, under its first, as its first piece goes; undefined past its end. */
function between(at: readonly number[], values: readonly number[], x: number): number | undefined {
  const i = Math.max(
    at.findIndex((a) => a >= x),
    x <= at[0]! ? 1 : -1,
  )
  if (i < 1) return undefined
  const share = (x - at[i - 1]!) / (at[i]! - at[i - 1]!)
  return values[i - 1]! + (values[i]! - values[i - 1]!) * share
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
