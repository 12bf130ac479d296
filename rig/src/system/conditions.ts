import type { Refrigerant } from '@zetesis/core'
import type { Random } from '../random'
import { goodProbes } from './probeSpec'
import { sizeHardware } from './sizing'
import { soundSystem, type Converted, type DaySpec, type SystemFaults, type SystemSpec } from './systemSpec'

const f = (value: number) => (value - 32) / 1.8 + 273.15
const OUNCE = 0.028349523125
const TON_W = 3516.85

/** A warm afternoon; a house that has stood hot and moist and now dries out. */
const warmDay: DaySpec = {
  outdoorK: f(88),
  outdoorDriftKPerS: 0.0001,
  pressurePa: 101325,
  roomK: f(78),
  roomHumidity: 0.55,
  loadW: 6000,
  waterKgPerS: 2e-4,
  houseJPerK: 6e6,
  houseAirKg: 3500,
  voltageV: 234,
  staticPa: 115,
}

/** A frosty morning; a house that loses as much as a heat pump can give. */
const winterDay: DaySpec = {
  ...warmDay,
  outdoorK: f(28),
  outdoorHumidity: 0.8,
  outdoorDriftKPerS: 0.00004,
  roomK: f(67),
  roomHumidity: 0.35,
  loadW: -7000,
  waterKgPerS: 0,
}

/** A three-ton system on a piston, 15 ft of line. */
export const pistonSystem: SystemSpec = {
  refrigerant: 'R-410A',
  metering: 'fixedOrifice',
  capacityW: 3 * TON_W,
  chargeKg: 102 * OUNCE,
  chargeShare: 1,
  extraLineM: 0,
  liquidBoreM: 0.0079,
  targetSubcoolingK: 10 / 1.8,
  evaporatorWetted: 0.88,
  condenserLiquid: 0.15,
  condensingOverK: 10,
  evaporatingK: f(45),
  stages: [1],
  valveGain: 1,
  faults: soundSystem,
  day: warmDay,
  probes: goodProbes,
}

export const valveSystem: SystemSpec = { ...pistonSystem, metering: 'expansionValve' }

const withFault = (spec: SystemSpec, faults: Partial<SystemFaults>): SystemSpec => ({
  ...spec,
  faults: { ...soundSystem, ...faults },
})

/** Systems to practise on: what is wrong with each. */
export const systemRigs = {
  right: (spec) => spec,
  short: (spec) => ({ ...spec, chargeShare: 0.8 }),
  over: (spec) => ({ ...spec, chargeShare: 1.15 }),
  restricted: (spec) => withFault(spec, { restriction: 1 }),
  lineRestricted: (spec) => withFault(spec, { lineRestriction: 1 }),
  starved: (spec) => withFault(spec, spec.metering === 'fixedOrifice' ? { pistonRatio: 0.9 } : { starvedValve: 0.7 }),
  overfeeding: (spec) =>
    withFault(spec, spec.metering === 'fixedOrifice' ? { pistonRatio: 1.1 } : { overfeedingValve: 0.7 }),
  hunting: (spec) => ({ ...spec, valveGain: 1.5 }),
  swappedClamps: (spec) => ({ ...spec, probes: { ...spec.probes, swapped: [['suctionLine', 'liquidLine']] } }),
  sunOnLine: (spec) => ({ ...spec, probes: { ...spec.probes, placed: { liquidLine: 'sun' } } }),
  lowAirflow: (spec) => withFault(spec, { lowAirflow: 0.4 }),
  dirtyCondenser: (spec) => withFault(spec, { dirtyCondenser: 0.4 }),
  weakCompressor: (spec) => withFault(spec, { weakCompressor: 0.3 }),
  air: (spec) => withFault(spec, { airPa: 2e5 }),
  coldDay: (spec) => ({
    ...spec,
    day: { ...spec.day, outdoorK: f(45), outdoorHumidity: 0.7, roomK: f(75), roomHumidity: 0.5, loadW: 4500 },
  }),
  reversed: (spec) => withFault(spec, { reversed: true }),
  leaksThrough: (spec) => withFault(spec, { leaksThrough: 0.1 }),
  checkLeaks: (spec) => withFault(spec, { checkLeaks: 0.4 }),
} as const satisfies Record<string, (spec: SystemSpec) => SystemSpec>
export type SystemRigName = keyof typeof systemRigs

/** What the unit at hand is, so that the rig stands in for it. */
export interface SystemLike {
  readonly metering?: SystemSpec['metering']
  readonly refrigerant?: Refrigerant
  readonly chargeKg?: number
  readonly targetSubcoolingK?: number
  readonly pressurePa?: number
  /** a heat pump: what meters outdoors, what its label asks for in heating, which way round it runs, where the low hose hangs */
  readonly heatPump?: {
    readonly mode: 'cooling' | 'heating'
    readonly metering?: SystemSpec['metering']
    readonly targetSubcoolingK?: number
    readonly lowHose?: SystemSpec['lowHose']
  }
  /** built for another refrigerant */
  readonly converted?: Converted
  /** what was weighed into it, kg; without it the practice system's share of the right charge */
  readonly inKg?: number
  /** what was put in (or taken out, negative) by steps since, kg: on another day it stands as it was left */
  readonly tunedKg?: number
}

/** A practice system made like the unit at hand, with what is wrong with it. */
export function systemFor(name: SystemRigName, like: SystemLike = {}): SystemSpec {
  const base = like.metering === 'expansionValve' ? valveSystem : pistonSystem
  const target = like.targetSubcoolingK ?? base.targetSubcoolingK
  const spec = systemRigs[name]({
    ...base,
    refrigerant: like.refrigerant ?? base.refrigerant,
    chargeKg: like.chargeKg ?? base.chargeKg,
    targetSubcoolingK: target,
    // it can't subcool to within a kelvin or two of the air
    condensingOverK: Math.max(base.condensingOverK, target + 3),
    day: {
      ...(like.heatPump?.mode === 'heating' ? winterDay : base.day),
      pressurePa: like.pressurePa ?? base.day.pressurePa,
    },
    ...(like.heatPump ? turnedRound(like.heatPump) : {}),
    ...(like.converted ? { converted: like.converted } : {}),
  })
  const { inKg, tunedKg = 0 } = like
  if (inKg === undefined && tunedKg === 0) return spec
  const rightKg = sizeHardware(spec).rightChargeKg
  return { ...spec, chargeShare: inKg === undefined ? spec.chargeShare + tunedKg / rightKg : inKg / rightKg }
}

const turnedRound = ({
  mode,
  metering,
  targetSubcoolingK,
  lowHose,
}: NonNullable<SystemLike['heatPump']>): Partial<SystemSpec> => ({
  mode,
  heating: { ...(metering ? { metering } : {}), ...(targetSubcoolingK === undefined ? {} : { targetSubcoolingK }) },
  ...(lowHose ? { lowHose } : {}),
})

const sizes = [1.5, 2, 2.5, 3, 3.5, 4, 5] as const
const fluids = ['R-410A', 'R-22', 'R-32', 'R-454B', 'R-407C'] as const

/** A system as it comes, for studies: size, refrigerant, line, weather, house and probes drawn from the seed; sound and rightly charged. */
export function randomSystem(random: Random, metering: SystemSpec['metering']): SystemSpec {
  const tons = pick(random, sizes)
  const capacityW = tons * TON_W
  const condensingOverK = random.between(7.5, 12)
  const targetSubcoolingK =
    metering === 'expansionValve' ? random.between(4, 0.72 * condensingOverK) : random.between(4.5, 6.5)
  return {
    ...pistonSystem,
    refrigerant: pick(random, fluids),
    metering,
    capacityW,
    chargeKg: tons * random.between(30, 40) * OUNCE,
    extraLineM: random.between(-2, 12),
    targetSubcoolingK,
    evaporatorWetted: random.between(0.84, 0.91),
    condenserLiquid: random.between(0.11, 0.19),
    condensingOverK,
    evaporatingK: f(random.between(42, 47)),
    day: {
      ...warmDay,
      outdoorK: f(random.between(74, 98)),
      outdoorDriftKPerS: random.between(-1.5e-4, 3e-4),
      roomK: f(random.between(73, 80)),
      roomHumidity: random.between(0.46, 0.58),
      loadW: capacityW * random.between(0.5, 0.75),
      waterKgPerS: capacityW * random.between(1.5e-8, 4e-8),
      houseJPerK: capacityW * random.between(500, 1200),
      houseAirKg: capacityW * random.between(0.2, 0.5),
    },
  }
}

const pick = <T>(random: Random, of: readonly T[]): T => of[Math.floor(random.uniform() * of.length)]!
