import type { ChargeMode, Metering } from '../label/equipment'

/** A machine's circuit as plates and eyes say. */
export interface Circuit {
  readonly heatPump: boolean
  /** what meters at the outdoor coil, in heating; undefined where nobody looked */
  readonly outdoorDevice?: Metering
  /** where the port of the small valve sits: on the line's side of the outdoor device, or between it and the coil; undefined where nobody looked */
  readonly liquidPort?: 'lineSide' | 'coilSide'
  /** a port between reversing valve and compressor */
  readonly trueSuction: boolean
  /** another port at the liquid line, always on the line's side of the outdoor device */
  readonly extraLiquidPort: boolean
  /** what meters sits outdoors in cooling, too: what the line set carries then boils already */
  readonly throttlesOutdoors?: boolean
  /** a port between compressor and reversing valve: hot gas in either mode */
  readonly dischargePort?: boolean
}

export const circuitPorts = ['vapour', 'trueSuction', 'liquid', 'extraLiquid', 'discharge'] as const
export type CircuitPort = (typeof circuitPorts)[number]
export type Carried = 'suction' | 'discharge' | 'liquid' | 'twoPhase'

export interface PortState {
  readonly port: CircuitPort
  readonly carries: Carried
  readonly pressure: 'low' | 'high'
  /** what can be computed from a gauge and a clamp there */
  readonly valid: readonly ('superheat' | 'subcooling')[]
}

/** A port that the machine has and of which nothing is said, and why. */
export interface PortLeftOut {
  readonly port: CircuitPort
  readonly reason: 'outdoorDeviceUnknown' | 'portSideUnknown' | 'coolsOnly'
}

/** A piece of pipe that carries one thing from end to end. */
export const pipes = [
  'discharge',
  'vapourLine',
  'indoorStub',
  'liquidLine',
  'outdoorStub',
  'coilLine',
  'suctionLine',
] as const
export type Pipe = (typeof pipes)[number]

/** What refrigerant meets between the two openings of the reversing valve that change places, from the indoor side to the outdoor one. */
type Element =
  | { readonly kind: 'port'; readonly port: CircuitPort }
  | { readonly kind: 'pipe'; readonly pipe: Pipe }
  | { readonly kind: 'coil'; readonly at: 'indoor' | 'outdoor' }
  | { readonly kind: 'device'; readonly at: 'indoor' | 'outdoor' }

const port = (name: CircuitPort): Element => ({ kind: 'port', port: name })
const pipe = (name: Pipe): Element => ({ kind: 'pipe', pipe: name })

function loopOf({ liquidPort, extraLiquidPort }: Circuit): readonly Element[] {
  return [
    pipe('vapourLine'),
    port('vapour'),
    { kind: 'coil', at: 'indoor' },
    pipe('indoorStub'),
    { kind: 'device', at: 'indoor' },
    pipe('liquidLine'),
    ...(extraLiquidPort ? [port('extraLiquid')] : []),
    ...(liquidPort === 'coilSide' ? [] : [port('liquid')]),
    { kind: 'device', at: 'outdoor' },
    ...(liquidPort === 'coilSide' ? [port('liquid')] : []),
    pipe('outdoorStub'),
    { kind: 'coil', at: 'outdoor' },
    pipe('coilLine'),
  ]
}

const pressureOf: Readonly<Record<Carried, PortState['pressure']>> = {
  discharge: 'high',
  liquid: 'high',
  twoPhase: 'low',
  suction: 'low',
}
const computed: Readonly<Record<Carried, PortState['valid']>> = {
  suction: ['superheat'],
  liquid: ['subcooling'],
  discharge: [],
  twoPhase: [],
}

/** What comes behind a coil: hot gas becomes liquid in it, and what boils becomes gas. */
const behindCoil: Readonly<Record<Carried, Carried>> = {
  discharge: 'liquid',
  liquid: 'liquid',
  twoPhase: 'suction',
  suction: 'suction',
}

/**
 * What each port of a machine carries in a mode, by following the refrigerant round its circuit from the compressor: a coil that hot gas comes into condenses it, the device before the coil that boils
 * meters (the other one is passed by its check valve), and what comes back goes to the compressor. Ports that it doesn't have are left out, and those of which nothing can be said: `portsLeftOut` says why.
 *
 * @example a heat pump with its liquid port at the coil's side, heating: the vapour port carries discharge, the liquid port two phases
 */
export function portStates(circuit: Circuit, mode: ChargeMode): PortState[] {
  if (mode === 'heating' && !circuit.heatPump) return []
  const unsaid = new Set(portsLeftOut(circuit, mode).map((left) => left.port))
  const found = new Map<CircuitPort, Carried>()
  const { home } = walk(circuit, mode, (element, carried) => {
    if (element.kind === 'port') found.set(element.port, carried)
  })
  // through the reversing valve again, past its port, home
  if (circuit.trueSuction) found.set('trueSuction', home)
  if (circuit.dischargePort) found.set('discharge', 'discharge')
  return circuitPorts.flatMap((name) => {
    const carries = found.get(name)
    return carries === undefined || unsaid.has(name)
      ? []
      : [{ port: name, carries, pressure: pressureOf[carries], valid: computed[carries] }]
  })
}

/** Follows what the compressor gives off through the loop, and tells what comes back to it. */
function walk(
  circuit: Circuit,
  mode: ChargeMode,
  meet: (element: Element, carried: Carried) => void,
): { readonly home: Carried } {
  // the reversing valve decides which way round the loop is walked; what meters lies before what boils
  const loop = mode === 'heating' ? loopOf(circuit) : [...loopOf(circuit)].reverse()
  const meters = mode === 'heating' || circuit.throttlesOutdoors ? 'outdoor' : 'indoor'
  let carried: Carried = 'discharge'
  for (const element of loop) {
    if (element.kind === 'coil') carried = behindCoil[carried]
    else if (element.kind === 'device' && element.at === meters) carried = 'twoPhase'
    else meet(element, carried)
  }
  return { home: carried }
}

/** What each piece of pipe carries in a mode, by the same walk; a drawing takes its colours from it. A machine that only cools has none in heating. */
export function pipeStates(circuit: Circuit, mode: ChargeMode): Readonly<Record<Pipe, Carried>> | undefined {
  if (mode === 'heating' && !circuit.heatPump) return undefined
  const found = { discharge: 'discharge' } as Record<Pipe, Carried>
  const { home } = walk(circuit, mode, (element, carried) => {
    if (element.kind === 'pipe') found[element.pipe] = carried
  })
  return { ...found, suctionLine: home }
}

/** Ports that a machine has and that `portStates` says nothing of in this mode. */
export function portsLeftOut(circuit: Circuit, mode: ChargeMode): PortLeftOut[] {
  if (mode === 'cooling')
    return circuit.throttlesOutdoors && circuit.liquidPort === undefined
      ? [{ port: 'liquid', reason: 'portSideUnknown' }]
      : []
  const has: CircuitPort[] = [
    'vapour',
    ...(circuit.trueSuction ? (['trueSuction'] as const) : []),
    'liquid',
    ...(circuit.extraLiquidPort ? (['extraLiquid'] as const) : []),
    ...(circuit.dischargePort ? (['discharge'] as const) : []),
  ]
  if (!circuit.heatPump) return has.map((name) => ({ port: name, reason: 'coolsOnly' }))
  // on which side of it the port lies says nothing while nobody knows what it is
  if (circuit.outdoorDevice === undefined) return [{ port: 'liquid', reason: 'outdoorDeviceUnknown' }]
  return circuit.liquidPort === undefined ? [{ port: 'liquid', reason: 'portSideUnknown' }] : []
}

/** Ports where a low-side gauge may not hang: those that carry high pressure in a mode that runs now or is due next. */
export function notForLowGauge(circuit: Circuit, modes: readonly ChargeMode[]): CircuitPort[] {
  const high = modes.flatMap((mode) =>
    portStates(circuit, mode)
      .filter((state) => state.pressure === 'high')
      .map((state) => state.port),
  )
  // what isn't known may be high
  const unsaid = modes.flatMap((mode) => portsLeftOut(circuit, mode))
  return circuitPorts.filter(
    (name) => high.includes(name) || unsaid.some((left) => left.port === name && left.reason !== 'coolsOnly'),
  )
}
