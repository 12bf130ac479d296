import type { Metering } from './equipment'

export const deviceKinds = ['piston', 'thermostatic', 'electronic'] as const
export type DeviceKind = (typeof deviceKinds)[number]
/** What of it decides how it is charged: a piston by superheat, every valve by subcooling. */
export const meteringOf: Readonly<Record<DeviceKind, Metering>> = {
  piston: 'fixedOrifice',
  thermostatic: 'expansionValve',
  electronic: 'expansionValve',
}

/** twoPosition: a core in the side port; threePosition: no core, the stem is cracked for a reading and closed again after. */
export const portValveKinds = ['twoPosition', 'threePosition'] as const
export type PortValveKind = (typeof portValveKinds)[number]

/** What plates and eyes say of a machine's circuit; what nobody looked at is left out. */
export interface CircuitFacts {
  readonly reversingValve?: 'energisedToCool' | 'energisedToHeat'
  readonly indoorDevice?: DeviceKind
  readonly outdoorDevice?: DeviceKind
  /** in the body of the small service valve, or at the coil's distributor */
  readonly outdoorDeviceAt?: 'valve' | 'coil'
  /** where the small valve's port sits: on the line's side of the outdoor device, or between it and the coil */
  readonly liquidPort?: 'lineSide' | 'coilSide'
  /** a port between reversing valve and compressor */
  readonly trueSuction?: boolean
  /** another port at the liquid line, on the line's side of the outdoor device */
  readonly extraLiquidPort?: boolean
  /** what meters outdoors meters in cooling, too; there is nothing at the indoor coil */
  readonly throttlesOutdoors?: boolean
  /** a port between compressor and reversing valve */
  readonly dischargePort?: boolean
  readonly accumulator?: boolean
  readonly vapourValve?: PortValveKind
  readonly liquidValve?: PortValveKind
}

export type CircuitProblem =
  | { code: 'portBehindDevice'; path: 'liquidPort' }
  | { code: 'indoorDeviceOtherwise'; path: 'indoorDevice' }
  | { code: 'coolsOnly'; path: 'reversingValve' | 'outdoorDevice' }

/** What of a circuit contradicts itself or what else is known of the machine. */
export function checkCircuit(
  { outdoorDeviceAt, liquidPort, indoorDevice, reversingValve, outdoorDevice, throttlesOutdoors }: CircuitFacts,
  { metering, mode }: { readonly metering?: Metering; readonly mode?: 'coolingOnly' | 'heatPump' } = {},
): CircuitProblem[] {
  const problems: CircuitProblem[] = []
  // the port is part of the valve: what meters at the coil lies behind it
  if (outdoorDeviceAt === 'coil' && liquidPort === 'coilSide')
    problems.push({ code: 'portBehindDevice', path: 'liquidPort' })
  if (metering && indoorDevice && meteringOf[indoorDevice] !== metering)
    problems.push({ code: 'indoorDeviceOtherwise', path: 'indoorDevice' })
  if (mode === 'coolingOnly' && reversingValve) problems.push({ code: 'coolsOnly', path: 'reversingValve' })
  if (mode === 'coolingOnly' && outdoorDevice && !throttlesOutdoors)
    problems.push({ code: 'coolsOnly', path: 'outdoorDevice' })
  return problems
}
