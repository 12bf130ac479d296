import { airDensity, enthalpyJPerKg, humidityOf, saturatedHumidity } from './air'
import { fluidOf, type Fluid } from './fluid'
import { realFluid } from './realFluid'
import type { SystemSpec } from './systemSpec'

/** The rating point: 95 °F outdoors, 80 °F dry bulb and 67 °F wet bulb indoors (51 % humidity), sea level. */
export const rating = { outdoorK: 308.15, roomK: 299.817, humidity: 0.511, pressurePa: 101325 }
/** share of vapour in the two-phase part, by volume: evaporator, condenser (Zivi's void fraction at their mean qualities) */
export const EVAPORATOR_VOID = 0.87
export const CONDENSER_VOID = 0.8
/** air that comes to the state of the coil's surface */
export const CONTACT = 0.84
/** nominal airflow, m³ per J of capacity: 400 cfm a ton */
const AIRFLOW = 5.368e-5
export const ISENTROPIC = 1.17
const CLEARANCE = 0.045
const COMPRESSOR_EFFICIENCY = 0.68

/** What the hardware is, so that it does at the rating point what its spec says; everything else follows from the model. */
export interface Hardware {
  readonly fluid: Fluid
  readonly airM3PerS: number
  readonly contact: number
  /** boiling side of the coil, all of it wetted, W/K */
  readonly evaporatorWPerK: number
  /** to the vapour in the dry part, all of it dry, W/K */
  readonly vapourWPerK: number
  readonly condenserWPerK: number
  readonly subcoolerWPerK: number
  /** swept volume, m³/s */
  readonly sweptM3PerS: number
  /** flow area of the metering device (an expansion valve: wide open), m² with its coefficient */
  readonly orificeM2: number
  readonly evaporatorM3: number
  readonly condenserM3: number
  readonly liquidLineM3: number
  /** vapour and what the oil holds, kg */
  readonly heldKg: number
  /** right charge with this line set, kg */
  readonly rightChargeKg: number
  readonly designFlowKgPerS: number
  readonly designSuperheatK: number
  readonly valveStaticK: number
  readonly valveRangeK: number
}

/** At the rating point the common rule asks for 13 °F on a piston; a valve holds about 10 °F. */
const designSuperheat = { fixedOrifice: 13 / 1.8, expansionValve: 10 / 1.8 }
/** opening of a valve at the rating point */
export const DESIGN_OPENING = 0.5

export const pumped = (ratio: number) => Math.max(0.05, 1 - CLEARANCE * (ratio ** (1 / ISENTROPIC) - 1))
/** compression work on a kg of suction gas, J */
export const workJPerKg = (suctionPa: number, kgPerM3: number, ratio: number) =>
  ((ISENTROPIC / (ISENTROPIC - 1)) * (suctionPa / kgPerM3) * (ratio ** ((ISENTROPIC - 1) / ISENTROPIC) - 1)) /
  COMPRESSOR_EFFICIENCY
/**
 * What the discharge line shows: the gas heated by compression, some of it lost on the way. An ideal gas by its pressures; the work over one specific
 * heat gives the heat that the condenser gets, but a temperature far too low so near saturation.
 */
export const dischargeTemperatureK = (suctionK: number, ratio: number) =>
  suctionK * (1 + (HEAT_KEPT * (ratio ** ((ISENTROPIC - 1) / ISENTROPIC) - 1)) / COMPRESSOR_EFFICIENCY)
const HEAT_KEPT = 0.93
/** the pressure in the device's throat, as a share of what the liquid boils at: from there on it is choked */
const THROAT = 0.7
/**
 * Flow through the device per m² of its area: choked, so that what lies behind it hardly matters and cold liquid passes faster.
 * Source: the form of Kim & O'Neal, ASHRAE Transactions 100(1), 1994, for short tubes, with one throat pressure instead of their fit.
 */
export function deviceFlow(kgPerM3: number, inletPa: number, boilsAtPa: number, behindPa: number): number {
  return Math.sqrt(2 * kgPerM3 * Math.max(inletPa - Math.max(THROAT * boilsAtPa, behindPa), 0))
}

export function sizeHardware(spec: SystemSpec): Hardware {
  const { converted } = spec
  if (!converted) return sized(spec, fluidOf(spec.refrigerant))
  // the machine is what it was built as; what runs in it and its orifice are others
  const own = realFluid(converted.builtFor)
  const was = sized({ ...spec, refrigerant: converted.builtFor }, own)
  const fluid = realFluid(spec.refrigerant)
  const denser = fluid.liquidKgPerM3(LIQUID_K) / own.liquidKgPerM3(LIQUID_K)
  return {
    ...was,
    fluid,
    orificeM2: was.orificeM2 * converted.boreRatio ** 2,
    evaporatorWPerK: was.evaporatorWPerK * (1 - converted.oilLogged),
    heldKg: was.heldKg * denser,
    rightChargeKg: was.rightChargeKg * denser,
    designFlowKgPerS: was.designFlowKgPerS,
  }
}

/** where liquid of two refrigerants is compared, K */
const LIQUID_K = 308

function sized(spec: SystemSpec, fluid: Fluid): Hardware {
  const { capacityW, evaporatingK, evaporatorWetted: wetted, condenserLiquid } = spec
  const superheatK = designSuperheat[spec.metering]
  const condensingK = rating.outdoorK + spec.condensingOverK
  const liquidK = condensingK - spec.targetSubcoolingK
  const latent = fluid.latentJPerKg(evaporatingK)
  const inletVapour = (fluid.liquidJPerKgK * (liquidK - evaporatingK)) / latent
  const flow = capacityW / (latent * (1 - inletVapour) + fluid.vapourJPerKgK * superheatK)
  const boilingW = flow * latent * (1 - inletVapour)

  const airM3PerS = AIRFLOW * capacityW
  const touched = airM3PerS * airDensity(rating.roomK, rating.pressurePa) * wetted * CONTACT
  const entering = enthalpyJPerKg(rating.roomK, humidityOf(rating.roomK, rating.humidity, rating.pressurePa))
  const surfaceK = surfaceWith(entering - boilingW / touched)
  const fromAir = rating.roomK - evaporatingK
  const vapourNtu = -Math.log(1 - superheatK / fromAir)

  const suctionPa = fluid.dewPa(evaporatingK)
  const headPa = fluid.bubblePa(condensingK)
  const suctionDensity = (fluid.vapourKgPerM3(evaporatingK) * evaporatingK) / (evaporatingK + superheatK)
  const work = workJPerKg(suctionPa, suctionDensity, headPa / suctionPa)
  const dischargeK = evaporatingK + superheatK + work / fluid.vapourJPerKgK
  const rejectedW =
    flow * (fluid.latentJPerKg(condensingK) + fluid.vapourJPerKgK * Math.max(0, dischargeK - condensingK))
  const over = spec.condensingOverK
  const subcoolNtu = -Math.log(1 - Math.min(spec.targetSubcoolingK / over, 0.95))

  const liquidLine = (fluid.liquidKgPerM3(liquidK) * Math.PI * spec.liquidBoreM ** 2) / 4
  const includedKg = liquidLine * INCLUDED_M
  const extraKg = liquidLine * spec.extraLineM
  const evaporatorKg = EVAPORATOR_SHARE * spec.chargeKg
  const heldKg = HELD_SHARE * spec.chargeKg
  const condenserKg = spec.chargeKg - evaporatorKg - heldKg - includedKg
  const fill = condenserLiquid + (1 - condenserLiquid) * (1 - CONDENSER_VOID)
  const valve = spec.metering === 'expansionValve'
  return {
    fluid,
    airM3PerS,
    contact: CONTACT,
    evaporatorWPerK: boilingW / (surfaceK - evaporatingK) / wetted,
    vapourWPerK: (vapourNtu * flow * fluid.vapourJPerKgK) / (1 - wetted),
    condenserWPerK: rejectedW / over / (1 - condenserLiquid),
    subcoolerWPerK: (subcoolNtu * flow * fluid.liquidJPerKgK) / condenserLiquid,
    sweptM3PerS: flow / (suctionDensity * pumped(headPa / suctionPa)),
    orificeM2:
      flow /
      deviceFlow(fluid.liquidKgPerM3(liquidK), headPa, fluid.bubblePa(liquidK), suctionPa) /
      (valve ? DESIGN_OPENING : 1),
    evaporatorM3: evaporatorKg / wetted / ((1 - EVAPORATOR_VOID) * fluid.liquidKgPerM3(evaporatingK)),
    condenserM3: condenserKg / (fill * fluid.liquidKgPerM3(condensingK)),
    liquidLineM3: (Math.PI * spec.liquidBoreM ** 2 * (INCLUDED_M + spec.extraLineM)) / 4,
    heldKg,
    rightChargeKg: spec.chargeKg + extraKg,
    designFlowKgPerS: flow,
    designSuperheatK: superheatK,
    valveStaticK: superheatK - VALVE_RANGE_K * DESIGN_OPENING,
    valveRangeK: VALVE_RANGE_K,
  }
}

/** 15 ft of line set belong to the charge on the label */
const INCLUDED_M = 4.572
/** where the charge is at the rating point, beside the condenser and the liquid line */
const EVAPORATOR_SHARE = 0.2
const HELD_SHARE = 0.08
/** superheat from closed to wide open */
export const VALVE_RANGE_K = 5

/** Temperature of saturated air of an enthalpy, at the rating point's pressure. */
export function surfaceWith(enthalpy: number): number {
  let low = 255
  let high = rating.roomK
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (enthalpyJPerKg(middle, saturatedHumidity(middle, rating.pressurePa)) < enthalpy) low = middle
    else high = middle
  }
  return (low + high) / 2
}
