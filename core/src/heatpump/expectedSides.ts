import { atmosphericPressurePa } from '../air/atmosphere'
import type { UnitFacts } from '../facts/unitFacts'
import type { ChargeMode } from '../label/equipment'
import type { ModelLabel } from '../label/modelLabel'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import { meanPressurePa } from '../refrigerant/coilMean'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationPressurePa, type CoilMeanK } from '../refrigerant/saturation'

export interface ExpectedSides {
  /** means of the coils */
  readonly evaporatingK: CoilMeanK
  readonly condensingK: CoilMeanK
  /** gauge, Pa; undefined beyond the refrigerant's data */
  readonly lowGaugePa?: number
  readonly highGaugePa?: number
}

/**
 * About what the two sides read in a weather, by the method's customary differences between coil and air: a guide to where a hose goes, never a target.
 *
 * @param weather outdoor and indoor air, K
 */
export function expectedSides(
  {
    refrigerant,
    mode,
    outdoorK,
    returnK,
    elevationM,
  }: {
    readonly refrigerant: Refrigerant
    readonly mode: ChargeMode
    readonly outdoorK: number
    readonly returnK: number
    readonly elevationM: number
  },
  method: MethodProfile,
): ExpectedSides {
  const heating = mode === 'heating'
  const evaporatingK = heating
    ? outdoorK - method.heatingEvaporatingUnderK.si
    : (method.evaporatingLowK.si + method.evaporatingHighK.si) / 2
  const condensingK = heating
    ? returnK + method.heatingCondensingOverK.si
    : outdoorK + (method.condensingOverOutdoorLowK.si + method.condensingOverOutdoorHighK.si) / 2
  const gauge = (meanK: CoilMeanK) => {
    const pa = meanPressurePa(refrigerant, meanK)
    return pa === undefined ? undefined : pa - atmosphericPressurePa(elevationM)
  }
  const [lowGaugePa, highGaugePa] = [gauge(evaporatingK), gauge(condensingK)]
  return {
    evaporatingK,
    condensingK,
    ...(lowGaugePa === undefined ? {} : { lowGaugePa }),
    ...(highGaugePa === undefined ? {} : { highGaugePa }),
  }
}

/** what a gauge has to stand where neither plate nor refrigerant tells, Pa: more than any refrigerant of split systems reaches */
const HIGHEST_PA = 5e6

/**
 * What a gauge on the high side has to stand: the plate's design pressure, else saturation at the method's hottest condensing temperature.
 * @returns gauge, Pa
 */
export function highestPressurePa(facts: UnitFacts, label: ModelLabel | undefined, method: MethodProfile): number {
  const plate = facts.highSideDesign ?? label?.highSideDesign
  if (plate) return toSi('gaugePressure', plate)
  const pa = facts.refrigerant && saturationPressurePa(facts.refrigerant, 'bubble', method.hottestCondensingK.si)
  return pa === undefined ? HIGHEST_PA : pa - atmosphericPressurePa(0)
}
