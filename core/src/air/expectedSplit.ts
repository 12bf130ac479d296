import { psychrolib } from './psychrolib'

const ZERO_C = 273.15

/** A coil and fan that do what they should; the profile can hold a company's own. */
export interface SplitModel {
  /** m³ of air per J of rated capacity */
  readonly airflowM3PerJ: number
  /** share of the air that passes the coil untouched */
  readonly bypass: number
  /** growth of compressor capacity per kelvin of warmer coil */
  readonly capacityPerK: number
}

/** 400 cfm a ton. Sources: ASHRAE Handbook Systems and Equipment (nominal airflow); McQuiston, Parker & Spitler (bypass, capacity). */
export const nominalSplitModel: SplitModel = { airflowM3PerJ: 5.368e-5, bypass: 0.15, capacityPerK: 0.036 }

/** Rating conditions for cooling: 80 °F dry bulb, 67 °F wet bulb entering (AHRI 210/240). */
const rated = { dryBulbC: (80 - 32) / 1.8, wetBulbC: (67 - 32) / 1.8 }

/**
 * Temperature split (return − supply) that a healthy system with right airflow should show in this air.
 *
 * The coil is a surface at one effective temperature that part of the air bypasses; the compressor gives its rated capacity at
 * rating conditions and a little more on a warmer coil. Where the two meet is the coil's temperature. Wetter air gives up more of
 * the capacity as condensate, so its split is smaller.
 *
 * @param pressurePa absolute, the site's: thin air carries less
 * @returns K of difference; undefined for wet bulb above dry bulb, air outside 10–45 °C, a pressure no site has, and a coil no system has
 * Limits: single speed, steady; within about 1.5 K of makers' tables at rated airflow.
 * Source: ASHRAE Handbook Fundamentals ch. 1 (moist air); bypass-factor coil, McQuiston, Parker & Spitler, HVAC Analysis and Design.
 * @example expectedSplitK at 80 °F dry bulb, 67 °F wet bulb, sea level: about 11.5 K (21 °F)
 */
export function expectedSplitK({
  returnDryBulbK,
  returnWetBulbK,
  pressurePa,
  model = nominalSplitModel,
}: {
  returnDryBulbK: number
  returnWetBulbK: number
  pressurePa: number
  model?: SplitModel
}): number | undefined {
  const dryBulbC = returnDryBulbK - ZERO_C
  const wetBulbC = returnWetBulbK - ZERO_C
  if (!(dryBulbC >= 10 && dryBulbC <= 45) || !(wetBulbC > -5 && wetBulbC <= dryBulbC + 1e-9)) return undefined
  if (!(pressurePa > 40000 && pressurePa < 120000) || !(model.bypass >= 0 && model.bypass < 0.95)) return undefined
  const { airflowM3PerJ: flow, capacityPerK: grows } = model
  if (!(flow > 1e-5 && flow < 1e-3 && grows >= 0 && grows < 0.5)) return undefined
  const ratedC = ratedCoilC(pressurePa, model)
  const coil = coilC({ dryBulbC, wetBulbC: Math.min(wetBulbC, dryBulbC), pressurePa, model, ratedC })
  return (1 - model.bypass) * (dryBulbC - coil)
}

let lastRated: { pressurePa: number; model: SplitModel; celsius: number } | undefined
/** The rated coil depends on site and model only; a crew stays at one of each for hours, so the last is kept. */
function ratedCoilC(pressurePa: number, model: SplitModel): number {
  if (lastRated?.pressurePa !== pressurePa || lastRated.model !== model) {
    lastRated = { pressurePa, model, celsius: coilC({ ...rated, pressurePa, model, ratedC: undefined }) }
  }
  return lastRated.celsius
}

/** Effective coil temperature at which coil and compressor agree; without `ratedC` the compressor gives exactly its rating. */
function coilC({
  dryBulbC,
  wetBulbC,
  pressurePa,
  model,
  ratedC,
}: {
  dryBulbC: number
  wetBulbC: number
  pressurePa: number
  model: SplitModel
  ratedC: number | undefined
}): number {
  const humidity = psychrolib.GetHumRatioFromTWetBulb(dryBulbC, wetBulbC, pressurePa)
  const enthalpy = psychrolib.GetMoistAirEnthalpy(dryBulbC, humidity)
  // capacity per kg of dry air: density of the air that the fan moves, over airflow per capacity
  const ratedDrop = psychrolib.GetMoistAirVolume(dryBulbC, humidity, pressurePa) / model.airflowM3PerJ
  const excess = (coil: number) => {
    const onCoil = Math.min(humidity, psychrolib.GetSatHumRatio(coil, pressurePa))
    const taken = (1 - model.bypass) * (enthalpy - psychrolib.GetMoistAirEnthalpy(coil, onCoil))
    const given = ratedDrop * (ratedC === undefined ? 1 : 1 + model.capacityPerK * (coil - ratedC))
    return taken - given
  }
  return fallingRoot(excess, dryBulbC - 40, dryBulbC)
}

/** Root of a falling function between low and high: regula falsi with the Illinois correction (Dowell & Jarratt 1971). */
function fallingRoot(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high]
  let [fa, fb] = [f(a), f(b)]
  for (let i = 0; i < 60 && Math.abs(b - a) > 1e-7; i++) {
    const x = (a * fb - b * fa) / (fb - fa)
    const fx = f(x)
    if (Math.abs(fx) < 1e-6) return x
    if (fx * fb < 0) {
      a = b
      fa = fb
    } else fa /= 2
    b = x
    fb = fx
  }
  return b
}
