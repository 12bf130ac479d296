import type { Refrigerant } from '../refrigerant/refrigerants'
import { glideAt } from '../refrigerant/coilMean'
import { suctionDensity } from './assessSuitability'
import { orificeRatio, type OrificeQuestion, type OrificeRatio } from './orifice'

export interface MachineOrifice extends OrificeRatio {
  /** what the same compressor moves of the new over the old, at the same temperatures */
  readonly capacityRatio: number
  /** new over old, for this machine: what is fitted */
  readonly machineRatio: number
}

/**
 * Where coil and compressor meet: the compressor's capacity rises by some 2 % a °F of evaporating temperature, the coil's falls by some 4.5, so of a compressor that moves more or less, about this
 * share reaches the coil.
 * Source: balance points of condensing unit and evaporator, ASHRAE Handbook, Refrigeration.
 */
const REACHES_COIL = 0.7

/** share of a coil behind a piston that is dry on a design day, and the air over the coil's mean then, K */
const DRY_SHARE = 0.12
const AIR_OVER_K = 35 / 1.8

/**
 * What a coil boils of a refrigerant with glide over one without, with the same superheat behind it. Boiling ends at the dew point, half a glide over the coil's mean, so that the gas has less
 * warm air left: SH = (air − dew)·(1 − e^(−N)) with N in proportion to the dry part, which grows at the boiling part's cost.
 */
function boilingShare(superheatK: number, halfGlideK: number): number {
  // a little superheat stands for none: the ratio has a limit there, and no quotient
  const wanted = Math.max(superheatK, 0.1)
  const dryness = (overK: number) => -Math.log(1 - Math.min(wanted / Math.max(overK, 1), 0.95))
  return Math.max(1 - (DRY_SHARE * dryness(AIR_OVER_K - halfGlideK)) / dryness(AIR_OVER_K), 0.1)
}

/**
 * The orifice for this very machine. `orificeRatio` asks for the same capacity, and the same compressor rarely has it with another refrigerant: the coil meets it between. And a coil boils less where
 * the new refrigerant glides more. The bore follows both by their square roots. docs/methods/conversion.md says how near that comes.
 *
 * @returns undefined where either refrigerant has no data at the conditions
 */
export function machineOrifice(question: OrificeQuestion): MachineOrifice | undefined {
  const found = orificeRatio(question)
  if (!found) return undefined
  const { old, new: now } = found.working
  const [a, b] = [
    suctionDensity(question.oldRefrigerant, old.evaporatingPa, old.vapourK),
    suctionDensity(question.newRefrigerant, now.evaporatingPa, now.vapourK),
  ]
  if (a === undefined || b === undefined) return undefined
  const half = (refrigerant: Refrigerant, pa: number) => (glideAt(refrigerant, pa) ?? 0) / 2
  const boiling =
    boilingShare(question.superheatK, half(question.newRefrigerant, now.evaporatingPa)) /
    boilingShare(question.superheatK, half(question.oldRefrigerant, old.evaporatingPa))
  const capacityRatio = (b * now.effectJPerKg) / (a * old.effectJPerKg)
  return {
    ...found,
    capacityRatio,
    machineRatio: found.diameterRatio * Math.sqrt(capacityRatio ** REACHES_COIL * boiling),
  }
}
