import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationPressurePa } from '../refrigerant/saturation'
import { bounded } from '../quantity/bounded'
import { acrTube } from '../charge/tube'

/** How a system's inside was estimated; every part can be opened. */
export interface VolumeEstimate {
  readonly volumeM3: number
  readonly liquidLineM3: number
  readonly vapourLineM3: number
  readonly coilsM3: number
  /** outside diameter taken for the vapour line: as typed, or twice the liquid line's */
  readonly vapourLineM: number
}

/** Liquid fills about this share of coils and lines in normal running (textbooks on charge inventory give 25–40 %). */
const LIQUID_SHARE = 0.3
const CHARGE_K = 310
const USUAL_WALL_M = 0.035 * 0.0254

/**
 * Inside volume of a split system: its lines by bore and length, its coils from the label's charge.
 *
 * Limits: the coils' share is good to about a third, and so is every leak given as a flow from it.
 * @returns undefined where charge, length or liquid line aren't known, or make no sense
 */
export function estimateVolume({
  refrigerant,
  labelChargeKg,
  lineLengthM,
  liquidLineM,
  vapourLineM = 2 * liquidLineM,
}: {
  refrigerant: Refrigerant
  labelChargeKg: number
  lineLengthM: number
  liquidLineM: number
  vapourLineM?: number
}): VolumeEstimate | undefined {
  const density = saturatedDensityKgPerM3(refrigerant, 'liquid', CHARGE_K)
  const area = (outsideM: number) =>
    (Math.PI / 4) * Math.max(outsideM - 2 * (acrTube(outsideM)?.wallM ?? USUAL_WALL_M), 0) ** 2
  const liquidLineM3 = area(liquidLineM) * lineLengthM
  const vapourLineM3 = area(vapourLineM) * lineLengthM
  if (!density || !(labelChargeKg > 0) || !Number.isFinite(liquidLineM3 + vapourLineM3)) return undefined
  const coilsM3 = labelChargeKg / density / LIQUID_SHARE
  return { volumeM3: liquidLineM3 + vapourLineM3 + coilsM3, liquidLineM3, vapourLineM3, coilsM3, vapourLineM }
}

const ATMOSPHERE_PA = 101_325
/** viscosity of air over that of refrigerant vapour near 25 °C: 18.5 against 12 to 13 µPa·s */
const VISCOSITY_RATIO = 1.45
const SERVICE_K = 298.15
const YEAR_S = 365.25 * 86400

/**
 * Refrigerant that a leak seen under vacuum would lose in a year.
 *
 * Assumes one hole, laminar flow (flow ∝ difference of squared pressures / viscosity), air at one atmosphere leaking into vacuum then,
 * vapour at the saturation pressure of 25 °C leaking out to one atmosphere now, all year. A hole that lets liquid out loses far more.
 *
 * @param leakPaM3PerS air into the evacuated system
 * @returns kg a year; undefined where the refrigerant has no data
 * Source: laminar leak conversion, e.g. K. Jousten (ed.), Handbook of Vacuum Technology, 19.1.
 */
export function refrigerantLossKgPerYear(refrigerant: Refrigerant, leakPaM3PerS: number): number | undefined {
  const servicePa = saturationPressurePa(refrigerant, 'dew', SERVICE_K)
  const density = saturatedDensityKgPerM3(refrigerant, 'vapour', SERVICE_K)
  if (!servicePa || !density) return undefined
  const drive = Math.max(servicePa ** 2 - ATMOSPHERE_PA ** 2, 0) / ATMOSPHERE_PA ** 2
  return ((bounded(leakPaM3PerS) * VISCOSITY_RATIO * drive) / servicePa) * density * YEAR_S
}

/** viscosity of air over that of nitrogen near 20 °C: 18.2 against 17.6 µPa·s */
const AIR_OVER_NITROGEN = 1.03
/** where nobody said what goes in: what most split systems of today hold */
const USUAL_REFRIGERANT: Refrigerant = 'R-410A'

/**
 * How fast a nitrogen hold would fall by a leak that loses a share of the charge in a year: the smallest that a hold has to be able to see.
 *
 * One hole, laminar, as `refrigerantLossKgPerYear`; nitrogen from the test pressure out to one atmosphere. Without a volume: that of a usual system of
 * this refrigerant, whose coils and lines are filled with liquid to about a third.
 *
 * @param testPa absolute
 * @param shareAYear 0.5: half of the charge in a year
 * @returns Pa/s; undefined where the refrigerant has no data or a figure isn't above zero
 * Source: laminar leak conversion, e.g. K. Jousten (ed.), Handbook of Vacuum Technology, 19.1.
 * @example R-410A, half of the charge a year, 450 psig: about 0.4 Pa/s, a fifth of a psi an hour
 */
export function leakThatMattersPaPerS({
  testPa,
  shareAYear,
  refrigerant = USUAL_REFRIGERANT,
  chargeKg,
  volumeM3,
}: {
  testPa: number
  shareAYear: number
  refrigerant?: Refrigerant
  chargeKg?: number
  volumeM3?: number
}): number | undefined {
  const density = saturatedDensityKgPerM3(refrigerant, 'liquid', CHARGE_K)
  const perLeak = refrigerantLossKgPerYear(refrigerant, 1)
  if (!density || !perLeak || !(testPa > ATMOSPHERE_PA && testPa < 1e9) || !(shareAYear > 0 && shareAYear < 1e6))
    return undefined
  const known =
    chargeKg !== undefined &&
    volumeM3 !== undefined &&
    chargeKg > 0 &&
    chargeKg < 1e6 &&
    volumeM3 > 1e-6 &&
    volumeM3 < 1e6
  const chargePerVolume = known ? chargeKg / volumeM3 : LIQUID_SHARE * density
  // air into the vacuum that the same hole would let in, for each cubic metre of system
  const vacuumLeakPerM3 = (shareAYear * chargePerVolume) / perLeak
  return (vacuumLeakPerM3 * AIR_OVER_NITROGEN * (testPa ** 2 - ATMOSPHERE_PA ** 2)) / ATMOSPHERE_PA ** 2
}
