import type { Hardware } from './sizing'
import type { SystemFaults } from './systemSpec'

/** Everything true at one moment, before any probe: K, Pa absolute, kg/s, W. */
export interface Truth {
  readonly timeS: number
  readonly running: boolean
  readonly suctionPa: number
  readonly liquidPa: number
  readonly suctionLineK: number
  readonly liquidLineK: number
  readonly dischargeK: number
  /** behind whatever restricts the liquid line */
  readonly afterDrierK: number
  readonly beforeDeviceK: number
  readonly returnK: number
  readonly returnHumidity: number
  readonly supplyK: number
  readonly outdoorK: number
  readonly staticPa: number
  readonly voltageV: number
  readonly ampsA: number
  readonly evaporatingK: number
  readonly condensingK: number
  readonly superheatK: number
  readonly subcoolingK: number
  readonly chargeKg: number
  readonly flowKgPerS: number
  readonly coolingW: number
  /** which way round it really runs; a defrost cools */
  readonly mode: 'cooling' | 'heating'
  readonly defrosting: boolean
  readonly frostKg: number
  /** given to the house by the coil that condenses there, W */
  readonly heatingW: number
  readonly workW: number
  /** at the large service valve */
  readonly vapourPa: number
  readonly vapourLineK: number
  /** wetted share of the evaporator, liquid-filled share of the condenser */
  readonly wetted: number
  readonly filled: number
}

/** The lumped model of one split system in its house. Deterministic; `advance` moves it, `look` says what is true. */
export interface SystemModel {
  advance(seconds: number): void
  look(): Truth
  /** charge in or out, kg; it mixes in within minutes */
  charge(kg: number): void
  run(on: boolean): void
  setFaults(part: Partial<SystemFaults>): void
  setStage(share: number): void
  /** the thermostat's call, by which the reversing valve turns */
  setMode(mode: 'cooling' | 'heating'): void
  /** a defrost provoked at the board, or ended */
  defrost(on: boolean): void
  /** another orifice: its bore over the one that the machine was built with */
  setBore(ratio: number): void
  /** another load on the house: a door opened, sun gone, W and kg/s beside the day's */
  disturb(loadW: number, waterKgPerS: number): void
  readonly hardware: Hardware
}
