import type { Metering } from '@zetesis/core'
import { airDensity, enthalpyJPerKg, humidityOf } from './air'
import {
  CONDENSER_VOID,
  CONTACT,
  DESIGN_OPENING,
  deviceFlow,
  EVAPORATOR_VOID,
  pumped,
  rating,
  surfaceWith,
  VALVE_RANGE_K,
  workJPerKg,
  type Hardware,
} from './sizing'
import type { SystemSpec } from './systemSpec'

/** The two coils in the parts that they have in one mode, and the device between them. */
export interface Sides {
  readonly metering: Metering
  readonly boils: {
    readonly volumeM3: number
    readonly refrigerantWPerK: number
    readonly vapourWPerK: number
    readonly airM3PerS: number
    readonly contact: number
  }
  readonly condenses: {
    readonly volumeM3: number
    readonly wPerK: number
    readonly subcoolerWPerK: number
  }
  readonly orificeM2: number
  readonly designFlowKgPerS: number
  readonly valveStaticK: number
  readonly designSuperheatK: number
}

/** The heating day that makers rate by: 47 °F and 72 % outdoors, 70 °F in the house. */
export const heatingRating = { outdoorK: 281.483, humidity: 0.72, roomK: 294.261 }
/** at that point: outdoor coil under its air, indoor coil over the house, superheat, wetted share of the outdoor coil */
const UNDER_K = 16 / 1.8
const OVER_K = 33 / 1.8
const SUPERHEAT_K = 4
const WETTED = 0.88
/** subcooling in heating where no label says: much of the charge stands in the indoor coil */
const USUAL_SUBCOOLING_K = 12
/** of the compressor's work, what the gas takes with it */
const SHAFT = 0.93
/** air over the outdoor coil, m³ per J of capacity: some 900 cfm a ton */
const OUTDOOR_AIRFLOW = 1.2e-4
/** a heat pump's indoor coil holds liquid in this share at least, at the rating point */
const LEAST_FILLED = 0.05

export const coolingSides = (spec: SystemSpec, hardware: Hardware): Sides => ({
  metering: spec.metering,
  boils: {
    volumeM3: hardware.evaporatorM3,
    refrigerantWPerK: hardware.evaporatorWPerK,
    vapourWPerK: hardware.vapourWPerK,
    airM3PerS: hardware.airM3PerS,
    contact: hardware.contact,
  },
  condenses: {
    volumeM3: hardware.condenserM3,
    wPerK: hardware.condenserWPerK,
    subcoolerWPerK: hardware.subcoolerWPerK,
  },
  orificeM2: hardware.orificeM2,
  designFlowKgPerS: hardware.designFlowKgPerS,
  valveStaticK: hardware.valveStaticK,
  designSuperheatK: hardware.designSuperheatK,
})

/**
 * The same machine turned round: the volumes of its coils and its compressor are what they are, heat transfer and the outdoor device follow from what such machines do at the heating day that
 * makers rate by. In other weather, with frost or another charge, everything else comes out of the model.
 */
export function heatingSides(spec: SystemSpec, hardware: Hardware): Sides {
  const { fluid } = hardware
  const metering = spec.heating?.metering ?? spec.metering
  const { outdoorK, roomK, humidity } = heatingRating
  const [evaporatingK, condensingK] = [outdoorK - UNDER_K, roomK + OVER_K]
  const subcoolingK = Math.min(spec.heating?.targetSubcoolingK ?? USUAL_SUBCOOLING_K, 0.92 * OVER_K)
  const liquidK = condensingK - subcoolingK
  const suctionPa = fluid.dewPa(evaporatingK)
  const headPa = fluid.bubblePa(condensingK)
  const ratio = headPa / suctionPa
  const suctionDensity = (fluid.vapourKgPerM3(evaporatingK) * evaporatingK) / (evaporatingK + SUPERHEAT_K)
  const flow = hardware.sweptM3PerS * suctionDensity * pumped(ratio)
  const latent = fluid.latentJPerKg(evaporatingK)
  const boilingW = flow * latent * (1 - (fluid.liquidJPerKgK * (liquidK - evaporatingK)) / latent)
  const airM3PerS = OUTDOOR_AIRFLOW * spec.capacityW
  const touched = airM3PerS * airDensity(outdoorK, rating.pressurePa) * WETTED * CONTACT
  const entering = enthalpyJPerKg(outdoorK, humidityOf(outdoorK, humidity, rating.pressurePa))
  // a coil that the air can't warm that far boils colder: the surface keeps its distance
  const surfaceK = Math.max(surfaceWith(entering - boilingW / touched), evaporatingK + 1)
  const vapourNtu = -Math.log(1 - SUPERHEAT_K / UNDER_K)
  const work = workJPerKg(suctionPa, suctionDensity, ratio)
  const rejectedW =
    flow *
    (latent + fluid.vapourJPerKgK * SUPERHEAT_K + SHAFT * work - fluid.liquidJPerKgK * (condensingK - evaporatingK))
  // what of the right charge stands as liquid in the indoor coil
  const rho = fluid.liquidKgPerM3(condensingK)
  const full = hardware.condenserM3 * (1 - EVAPORATOR_VOID) * fluid.liquidKgPerM3(evaporatingK)
  const film = hardware.evaporatorM3 * rho * (1 - CONDENSER_VOID)
  const free = hardware.rightChargeKg - hardware.heldKg - WETTED * full - film - rho * hardware.liquidLineM3
  const filled = Math.min(Math.max(free / (hardware.evaporatorM3 * rho * CONDENSER_VOID), LEAST_FILLED), 0.6)
  const subcoolNtu = -Math.log(1 - subcoolingK / OVER_K)
  const valve = metering === 'expansionValve'
  return {
    metering,
    boils: {
      volumeM3: hardware.condenserM3,
      refrigerantWPerK: boilingW / (surfaceK - evaporatingK) / WETTED,
      vapourWPerK: (vapourNtu * flow * fluid.vapourJPerKgK) / (1 - WETTED),
      airM3PerS,
      contact: CONTACT,
    },
    condenses: {
      volumeM3: hardware.evaporatorM3,
      wPerK: rejectedW / OVER_K / (1 - filled),
      subcoolerWPerK: (subcoolNtu * flow * fluid.liquidJPerKgK) / filled,
    },
    orificeM2:
      flow /
      deviceFlow(fluid.liquidKgPerM3(liquidK), headPa, fluid.bubblePa(liquidK), suctionPa) /
      (valve ? DESIGN_OPENING : 1),
    designFlowKgPerS: flow,
    valveStaticK: SUPERHEAT_K - VALVE_RANGE_K * DESIGN_OPENING,
    designSuperheatK: SUPERHEAT_K,
  }
}
