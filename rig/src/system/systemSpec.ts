import type { Metering, Refrigerant } from '@zetesis/core'
import type { ProbeSpec } from './probeSpec'

/** What can be wrong with a system that isn't its charge; sizes run from 0 (not there) to 1 (as bad as crews meet it). */
export interface SystemFaults {
  /** of the drier */
  readonly restriction: number
  /** of the liquid line behind it: kinked, a screen plugged, a valve half open */
  readonly lineRestriction: number
  /** an expansion valve that doesn't open as it should (lost bulb charge, stuck) */
  readonly starvedValve: number
  /** an expansion valve that doesn't close as it should */
  readonly overfeedingValve: number
  /** the bulb hangs loose and feels warm air */
  readonly looseBulb: number
  /** piston diameter over the right one; 1 is right */
  readonly pistonRatio: number
  /** air in the system: its pressure in the condenser, Pa */
  readonly airPa: number
  /** share of its pumping that a worn compressor has lost */
  readonly weakCompressor: number
  /** share of the indoor airflow that is missing */
  readonly lowAirflow: number
  /** share of the indoor coil's heat transfer that dirt takes, and a third of it of the air */
  readonly dirtyCoil: number
  /** share of the condenser's heat transfer that dirt takes */
  readonly dirtyCondenser: number
  /** share of the condenser's face that is covered */
  readonly blockedCondenser: number
  /** the reversing valve or its wire the wrong way round: asked to cool it heats */
  readonly reversed: boolean
  /** share of what the compressor gives off that leaks through the reversing valve back to its suction */
  readonly leaksThrough: number
  /** the check valve beside the device that meters leaks: its area over the device's own */
  readonly checkLeaks: number
  /** the outdoor fan stands */
  readonly fanStopped: boolean
  /** share of another, higher-boiling refrigerant in it: pressures fall by so much */
  readonly mixed: number
}

export const soundSystem: SystemFaults = {
  restriction: 0,
  lineRestriction: 0,
  starvedValve: 0,
  overfeedingValve: 0,
  looseBulb: 0,
  pistonRatio: 1,
  airPa: 0,
  weakCompressor: 0,
  lowAirflow: 0,
  dirtyCoil: 0,
  dirtyCondenser: 0,
  blockedCondenser: 0,
  reversed: false,
  leaksThrough: 0,
  checkLeaks: 0,
  fanStopped: false,
  mixed: 0,
}

/** A machine that was built for another refrigerant than the one in it. */
export interface Converted {
  readonly builtFor: Refrigerant
  /** diameter of its orifice now over the one that it was built with */
  readonly boreRatio: number
  /** share of its coil's heat transfer that oil takes which the refrigerant doesn't carry home */
  readonly oilLogged: number
}

/** oil that a refrigerant doesn't carry home takes about so much of a coil's heat transfer */
export const OIL_LOGGED = 0.15

/** One split system in its house, on one day. SI throughout. */
export interface SystemSpec {
  readonly refrigerant: Refrigerant
  readonly converted?: Converted
  readonly metering: Metering
  /** total cooling at 95 °F outdoors, 80/67 °F indoors, W */
  readonly capacityW: number
  /** right charge with the included line set, kg */
  readonly chargeKg: number
  /** what is in it, as a share of the right charge for its line set */
  readonly chargeShare: number
  /** liquid line: length beyond the included one, m, and bore, m */
  readonly extraLineM: number
  readonly liquidBoreM: number
  /** that its label asks for, K */
  readonly targetSubcoolingK: number
  /** wetted share of the evaporator and liquid-filled share of the condenser where it was designed */
  readonly evaporatorWetted: number
  readonly condenserLiquid: number
  /** condensing over outdoor air and evaporating temperature where it was designed, K */
  readonly condensingOverK: number
  readonly evaporatingK: number
  /** a heat pump: what meters at its outdoor coil, and what its label asks for in heating */
  readonly heating?: { readonly metering?: Metering; readonly targetSubcoolingK?: number }
  /** which way round it is asked to run at first; cooling where nothing is said */
  readonly mode?: 'cooling' | 'heating'
  /** where the low hose and the suction clamp hang; at the large valve where nothing is said */
  readonly lowHose?: 'vapour' | 'trueSuction'
  /** steps of capacity, rising, the last 1; single speed: [1] */
  readonly stages: readonly number[]
  /** 1: an expansion valve that suits its coil; above, one too large that hunts, the more the higher */
  readonly valveGain: number
  readonly faults: SystemFaults
  readonly day: DaySpec
  readonly probes: ProbeSpec
}

export interface DaySpec {
  readonly outdoorK: number
  /** relative, of the air outdoors, where a coil may frost; 70 % where nothing is said */
  readonly outdoorHumidity?: number
  /** drift of the outdoor temperature, K/s */
  readonly outdoorDriftKPerS: number
  readonly pressurePa: number
  readonly roomK: number
  readonly roomHumidity: number
  /** heat that comes into the house beside what it stores, W, and water, kg/s */
  readonly loadW: number
  readonly waterKgPerS: number
  /** heat that the house stores, J/K, and air with furnishing that holds its moisture, kg */
  readonly houseJPerK: number
  readonly houseAirKg: number
  readonly voltageV: number
  readonly staticPa: number
}
