import {
  formatNumber,
  fromSi,
  preferredUnit,
  showText,
  type AuxiliaryHeat,
  type BothModes,
  type BothModesItem,
  type Carried,
  type ChargeMode,
  type CircuitFacts,
  type CircuitPort,
  type CircuitProblem,
  type DeviceKind,
  type HeaterState,
  type HoseStop,
  type PortLeftOut,
  type PortState,
  type UnitSystem,
  type WayToChange,
} from '@zetesis/core'

export const modeWords: Record<ChargeMode, string> = { cooling: 'Cooling', heating: 'Heating' }

export const portWords: Record<CircuitPort, string> = {
  vapour: 'Vapour port',
  trueSuction: 'True suction',
  liquid: 'Liquid port',
  extraLiquid: 'Extra liquid port',
  discharge: 'Discharge port',
}
/** Where it is found. */
export const portPlaceWords: Record<CircuitPort, string> = {
  vapour: 'on the large service valve',
  trueSuction: 'between reversing valve and compressor, at the accumulator',
  liquid: 'on the small service valve',
  extraLiquid: 'on the liquid line itself',
  discharge: 'between compressor and reversing valve',
}

export const carriedWords: Record<Carried, string> = {
  suction: 'suction gas, low pressure',
  discharge: 'hot discharge gas, high pressure',
  liquid: 'liquid, high pressure',
  twoPhase: 'liquid and gas mixed, low pressure',
}

export const deviceKindWords: Record<DeviceKind, string> = {
  piston: 'Piston',
  thermostatic: 'Thermostatic valve',
  electronic: 'Electronic valve',
}

export const wayToChangeWords: Record<WayToChange, string> = {
  thermostat: 'At the thermostat',
  serviceMenu: 'In the service menu',
  wire: 'By the valve’s wire',
}
export const auxiliaryWords: Record<AuxiliaryHeat, string> = {
  none: 'It has none',
  heldOff: 'Held off',
  runs: 'It runs',
}

export const heaterWords: Record<HeaterState, string> = { warm: 'warm', cold: 'cold', none: 'none there' }

export const bothModesWords: Record<BothModesItem, string> = {
  changeOver: 'Change-over seen',
  heating: 'Read in heating',
  leakThrough: 'Reversing valve doesn’t leak through',
  defrost: 'One defrost seen',
  heaters: 'Crankcase and sump heater',
}

/** Where the clamp goes at a port, and what spoils it there. */
export const clampWords: Record<CircuitPort, string> = {
  vapour:
    'Clamp a hand’s width from the valve, on straight clean pipe, away from the brazed joint; insulate it from sun and wind.',
  trueSuction:
    'Clamp on the suction pipe between accumulator and reversing valve, at least a hand’s width from the reversing valve, whose body is hot on one side; insulate it.',
  liquid:
    'Clamp a hand’s width from the small valve, on clean pipe, not on a brazed joint nor behind a drier; shade it from the sun.',
  discharge: 'Clamp on the discharge pipe, 6 to 8 in from the compressor; insulate it, and mind that it burns.',
  extraLiquid: 'Clamp beside the port, on clean pipe, a hand’s width from any joint; shade it from the sun.',
}

/** What is computed there, or why nothing is and what would make it possible. */
export function portGivesWords({ port, carries, valid }: PortState, mode: ChargeMode): string {
  if (port === 'discharge') return 'Discharge pressure and temperature, in either mode; no superheat, no subcooling.'
  if (valid.includes('superheat')) return 'Superheat to the compressor'
  if (valid.includes('subcooling'))
    return mode === 'heating' ? 'Subcooling of the indoor coil: in heating a check' : 'Subcooling of the outdoor coil'
  return carries === 'discharge'
    ? 'Neither superheat nor subcooling: this is the compressor’s hot gas. Superheat is read at a true suction port; without one, fit one or leave superheat unread in heating.'
    : 'No subcooling: behind the device that meters it boils already. A port before that device would give it.'
}

export const portLeftOutWords: Record<PortLeftOut['reason'], string> = {
  outdoorDeviceUnknown:
    'Nobody has looked yet what meters at the outdoor coil, so nobody knows what this port carries in heating. Tap the question mark in the drawing.',
  portSideUnknown:
    'Nobody has looked yet on which side of the outdoor device this port lies. Tap the port in the drawing and say.',
  coolsOnly: 'It only cools.',
}

function wholeText(gaugePa: number, system: UnitSystem): string {
  const unit = preferredUnit('gaugePressure', system)
  return `${formatNumber(fromSi('gaugePressure', gaugePa, unit), system === 'ip' ? 0 : 1)} ${unit}`
}

/** The hard stop at a port, in a sentence. */
export function hoseStopWords(stop: HoseStop, system: UnitSystem): string {
  switch (stop.code) {
    case 'noSuchPort':
      return `Nobody has seen a ${portWords[stop.port].toLowerCase()} on this unit. Tap the drawing and say that it has one, or choose another port.`
    case 'portUnknown':
      return `Stop: nobody knows what the ${portWords[stop.port].toLowerCase()} carries in ${stop.mode}. Look first; until then no low-side gauge hangs there.`
    case 'lowGaugeOnDischarge': {
      // whole psi, or tenths of a bar: more isn’t known of it
      const p = (pa: number) => wholeText(pa, system)
      const ends =
        stop.upToPa === undefined ? 'nobody said where its scale ends' : `its scale ends at ${p(stop.upToPa)}`
      return `Stop: in ${stop.mode} the ${portWords[stop.port].toLowerCase()} carries high pressure, up to ${p(stop.highestPa)}, and ${ends}. It would be destroyed, and can burst. Take the true suction port, or a gauge that stands it.`
    }
  }
}

export function circuitProblemWords({ code }: CircuitProblem): string {
  switch (code) {
    case 'portBehindDevice':
      return 'What meters at the coil lies behind the small valve, so the valve’s port can’t be on the coil’s side of it. Look again at both.'
    case 'indoorDeviceOtherwise':
      return 'Under Prepare another metering device is named for the indoor coil. One of the two is wrong.'
    case 'coolsOnly':
      return 'This unit only cools by what stands under Prepare: it has no reversing valve and meters indoors only.'
  }
}

/** What is known of a circuit, in a line. */
export function circuitText(circuit: CircuitFacts): string {
  const { reversingValve, indoorDevice, outdoorDevice, outdoorDeviceAt, liquidPort } = circuit
  const { trueSuction, extraLiquidPort, dischargePort, throttlesOutdoors } = circuit
  const { accumulator, vapourValve, liquidValve } = circuit
  const has = (yes: boolean | undefined, what: string) => (yes === undefined ? undefined : yes ? what : `no ${what}`)
  const valve = (kind: typeof vapourValve, which: string) =>
    kind && `${which} valve ${kind === 'twoPosition' ? 'with a core' : 'without a core, three positions'}`
  return [
    reversingValve && `reversing valve energised to ${reversingValve === 'energisedToCool' ? 'cool' : 'heat'}`,
    indoorDevice && `${deviceKindWords[indoorDevice].toLowerCase()} indoors`,
    outdoorDevice &&
      `${deviceKindWords[outdoorDevice].toLowerCase()} outdoors${outdoorDeviceAt ? (outdoorDeviceAt === 'valve' ? ', in the small valve' : ', at the coil') : ''}`,
    liquidPort && `liquid port on the ${liquidPort === 'lineSide' ? 'line’s' : 'coil’s'} side of it`,
    has(trueSuction, 'true suction port'),
    throttlesOutdoors ? 'it meters in both modes' : undefined,
    has(extraLiquidPort, 'extra liquid port'),
    has(dischargePort, 'discharge port'),
    has(accumulator, 'accumulator'),
    valve(vapourValve, 'vapour'),
    valve(liquidValve, 'liquid'),
  ]
    .filter(Boolean)
    .join(', ')
}

/** What a reversing valve that doesn't pass shows, and what to do about it. */
export function leakThroughWords(
  { riseK, backwards }: NonNullable<BothModes['leakThrough']>,
  system: UnitSystem,
): string {
  const by = showText('temperatureDifference', Math.abs(riseK), system)
  return backwards
    ? `It reads ${by} colder behind the valve than before it. Gas doesn’t cool in there: one clamp is off the pipe, or the two are swapped. Clamp both anew and read again.`
    : `The valve warms its suction by ${by}: hot gas that leaks through, or a clamp too near its body. Read again a hand’s width away; a leak is the valve’s.`
}

export const shortInBothWords =
  'In cooling it reads short, and in heating the outdoor coil boils far under the air. The two modes meter elsewhere and exchange the coils: what they share is the charge. Find the leak, then weigh in.'
