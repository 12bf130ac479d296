import { pipeStates, portStates, type Carried, type Circuit, type CircuitPort } from '../heatpump/portStates'
import { hasPort } from '../heatpump/hoses'
import type { CircuitFacts, DeviceKind } from '../label/circuitFacts'
import type { ChargeMode } from '../label/equipment'
import { drawn, type Scene, type Shape, type Tone } from './scene'

export interface CircuitWords {
  readonly indoors: string
  readonly outdoors: string
  readonly cold: string
  readonly hot: string
  readonly reversingValve: string
  readonly compressor: string
}

/** What of the drawing can be tapped. */
export type CircuitPart = CircuitPort | 'indoorDevice' | 'outdoorDevice' | 'reversingValve' | 'accumulator'

export interface CircuitTap {
  readonly part: CircuitPart
  readonly x: number
  readonly y: number
}
type Points = readonly (readonly [number, number])[]

export interface CircuitPicture {
  readonly scene: Scene
  readonly taps: readonly CircuitTap[]
  /** the way the refrigerant goes, for whoever lets it move */
  readonly flow: Points
}

export const circuitSize = { width: 358, height: 348 } as const

/** where things stand */
const INDOOR = 64
const OUTDOOR = 290
const TOP = 62
const BOTTOM = 266
const COIL_END = 206
const BOX = { left: 192, right: 320, top: 212, bottom: 244 }
const VAPOUR = 212
const SUCTION = 252
const DISCHARGE = 300
const COMPRESSOR = { x: 276, y: 310, r: 24 }
const portPlaces: Readonly<Record<CircuitPort | 'liquidAtCoil', readonly [number, number]>> = {
  vapour: [150, BOTTOM],
  trueSuction: [SUCTION, 270],
  extraLiquid: [146, TOP],
  discharge: [DISCHARGE, 266],
  liquid: [198, TOP],
  liquidAtCoil: [260, TOP],
}
/** a thumb apart from the ports beside it, on whichever side they lie */
const devicesOf = ({ liquidPort }: Circuit) =>
  ({ indoor: [93, TOP], outdoor: [liquidPort === 'coilSide' ? 206 : 250, TOP] }) as const

const toneOf: Readonly<Record<Carried, Tone>> = {
  discharge: 'high',
  liquid: 'copper',
  twoPhase: 'low',
  suction: 'low',
}
const PIPE = 9

/** A coil as a bent pipe, from its upper end down; wide towards its own side. */
function bends(x: number, y1: number, y2: number): Points {
  const step = (y2 - y1) / 7
  const y = (n: number) => y1 + n * step
  const [l, r] = [x - 30, x + 26]
  return [
    [x, y1],
    [x, y(1)],
    [r, y(1)],
    [r, y(2)],
    [l, y(2)],
    [l, y(3)],
    [r, y(3)],
    [r, y(4)],
    [l, y(4)],
    [l, y(5)],
    [r, y(5)],
    [r, y(6)],
    [x, y(6)],
    [x, y2],
  ]
}

/**
 * A unit's own circuit in one mode: a closed loop of pipe from the compressor and back, each piece in the colour of what it carries, the device that meters and the one that is passed by,
 * and the ports with the side that they are on. What nobody looked at is dashed, with a question mark.
 *
 * @returns with what can be tapped, and the loop in the direction of the flow; undefined for heating of a machine that only cools
 */
export function circuitPicture({
  circuit,
  known,
  mode,
  chosen,
  words,
}: {
  circuit: Circuit
  known: CircuitFacts
  mode: ChargeMode
  chosen?: CircuitPart
  words: CircuitWords
}): CircuitPicture | undefined {
  const pipes = pipeStates(circuit, mode)
  if (!pipes) return undefined
  const heating = mode === 'heating'
  const metersOutdoors = circuit.heatPump || circuit.throttlesOutdoors === true
  const lines: { points: Points; carried: Carried }[] = []
  const devices = devicesOf(circuit)
  const [dIn, dOut] = [devices.indoor[0], devices.outdoor[0]]
  const inCoil = bends(INDOOR, TOP, COIL_END)
  const outCoil = bends(OUTDOOR, TOP, circuit.heatPump ? 186 : COIL_END)
  const half = (points: Points, from: Carried, to: Carried) => {
    const middle = points.length / 2
    lines.push({ points: points.slice(0, middle + 1), carried: from })
    lines.push({ points: points.slice(middle), carried: to })
  }
  const coilFoot: Points = circuit.heatPump
    ? [
        [OUTDOOR, 186],
        [OUTDOOR, BOX.top],
      ]
    : [
        [OUTDOOR, COIL_END],
        [OUTDOOR, BOTTOM],
        [DISCHARGE, BOTTOM],
        [DISCHARGE, COMPRESSOR.y],
      ]
  const vapourFoot: Points = circuit.heatPump
    ? [
        [INDOOR, COIL_END],
        [INDOOR, BOTTOM],
        [VAPOUR, BOTTOM],
        [VAPOUR, BOX.bottom],
      ]
    : [
        [INDOOR, COIL_END],
        [INDOOR, BOTTOM],
        [SUCTION, BOTTOM],
        [SUCTION, COMPRESSOR.y],
      ]
  lines.push({ points: vapourFoot, carried: pipes.vapourLine })
  half(inCoil, pipes.indoorStub, pipes.vapourLine)
  lines.push({
    points: [
      [INDOOR, TOP],
      [dIn, TOP],
    ],
    carried: pipes.indoorStub,
  })
  lines.push({
    points: [
      [dIn, TOP],
      [dOut, TOP],
    ],
    carried: pipes.liquidLine,
  })
  lines.push({
    points: [
      [dOut, TOP],
      [OUTDOOR, TOP],
    ],
    carried: pipes.outdoorStub,
  })
  half(outCoil, pipes.outdoorStub, pipes.coilLine)
  lines.push({ points: coilFoot, carried: pipes.coilLine })
  const suction: Points = [
    [SUCTION, BOX.bottom],
    [SUCTION, COMPRESSOR.y],
  ]
  const discharge: Points = [
    [DISCHARGE, COMPRESSOR.y],
    [DISCHARGE, BOX.bottom],
  ]
  if (circuit.heatPump) {
    lines.push({ points: suction, carried: pipes.suctionLine })
    lines.push({ points: discharge, carried: pipes.discharge })
  }
  const valve = circuit.heatPump ? throughValve(heating) : undefined
  const shapes: Shape[] = [
    { kind: 'line', x1: 178, x2: 178, y1: 26, y2: 340, tone: 'rule', width: 1.5, dash: [4, 5] },
    label(words.indoors, INDOOR, 16, 'soft'),
    label(words.outdoors, OUTDOOR - 22, 16, 'soft'),
    ...lines.flatMap(({ points }) => round(points, 'rule', PIPE + 4)),
    ...lines.flatMap(({ points, carried }) => pipe(points, carried)),
    ...(valve ? valveBox(valve, words) : []),
    { kind: 'dot', ...COMPRESSOR, r: COMPRESSOR.r + 3, tone: 'ink' },
    { kind: 'dot', ...COMPRESSOR, tone: 'hold' },
    label(words.compressor, COMPRESSOR.x, COMPRESSOR.y + 5, 'ink', 13),
    label(heating ? words.hot : words.cold, INDOOR + 36, 136, heating ? 'high' : 'low', 14, true, 'start'),
    label(heating ? words.cold : words.hot, OUTDOOR - 40, 136, heating ? 'low' : 'high', 14, true, 'end'),
    ...(circuit.throttlesOutdoors ? [] : device(devices.indoor, known.indoorDevice, !heating)),
    ...(metersOutdoors
      ? device(devices.outdoor, known.outdoorDevice, heating || circuit.throttlesOutdoors === true)
      : []),
  ]
  const states = portStates(circuit, mode)
  const taps: CircuitTap[] = []
  for (const port of ['extraLiquid', 'liquid', 'vapour', 'trueSuction', 'discharge'] as const) {
    if (port === 'trueSuction' && !circuit.heatPump) continue
    const place = port === 'liquid' && circuit.liquidPort === 'coilSide' ? portPlaces.liquidAtCoil : portPlaces[port]
    const [x, y] = place
    const state = states.find((s) => s.port === port)
    taps.push({ part: port, x, y })
    if (chosen === port) shapes.push({ kind: 'dot', x, y, r: 18, tone: 'ink' })
    shapes.push({ kind: 'dot', x, y, r: 15, tone: 'hold' })
    if (!hasPort(circuit, port)) {
      // nobody saw it: it can be said by tapping
      shapes.push({ kind: 'dot', x, y, r: 12, tone: 'rule' }, label('+', x, y + 6, 'soft', 18, true))
      continue
    }
    const tone: Tone = state
      ? state.pressure === 'low'
        ? 'low'
        : state.carries === 'discharge'
          ? 'out'
          : 'high'
      : 'none'
    const mark = state ? (state.pressure === 'low' ? '▽' : state.carries === 'discharge' ? '◆' : '△') : '?'
    shapes.push({ kind: 'dot', x, y, r: 12, tone }, label(mark, x, y + 5, 'hold', 14, true))
  }
  if (!circuit.throttlesOutdoors) taps.push({ part: 'indoorDevice', x: dIn, y: TOP })
  if (metersOutdoors) taps.push({ part: 'outdoorDevice', x: dOut, y: TOP })
  if (circuit.heatPump) taps.push({ part: 'reversingValve', x: 304, y: 222 })
  for (const tap of taps)
    if (tap.part === chosen && (tap.part === 'indoorDevice' || tap.part === 'outdoorDevice'))
      shapes.push({ kind: 'line', x1: tap.x - 16, x2: tap.x + 16, y1: TOP - 22, y2: TOP - 22, tone: 'ink', width: 3 })
  const around: Points = circuit.heatPump
    ? [
        ...discharge,
        ...(valve!.discharge ?? []),
        ...(heating
          ? [...[...vapourFoot].reverse(), ...[...inCoil].reverse(), ...top(true), ...outCoil, ...coilFoot]
          : [...[...coilFoot].reverse(), ...[...outCoil].reverse(), ...top(false), ...inCoil, ...vapourFoot]),
        ...valve!.suction,
        ...suction,
      ]
    : [...[...coilFoot].reverse(), ...[...outCoil].reverse(), ...top(false), ...inCoil, ...vapourFoot]
  return { scene: drawn({ ...circuitSize, shapes }), taps, flow: around }
}

const top = (towardsOutdoor: boolean): Points =>
  towardsOutdoor
    ? [
        [INDOOR, TOP],
        [OUTDOOR, TOP],
      ]
    : [
        [OUTDOOR, TOP],
        [INDOOR, TOP],
      ]

/** Inside the reversing valve: which opening is joined to which. */
function throughValve(heating: boolean): { discharge: Points; suction: Points } {
  const low = BOX.bottom
  return heating
    ? {
        discharge: [
          [DISCHARGE, low],
          [DISCHARGE, low - 10],
          [VAPOUR, low - 10],
          [VAPOUR, low],
        ],
        suction: [
          [OUTDOOR, BOX.top],
          [OUTDOOR, BOX.top + 9],
          [SUCTION, BOX.top + 9],
          [SUCTION, low],
        ],
      }
    : {
        discharge: [
          [DISCHARGE, low],
          [DISCHARGE, BOX.top + 14],
          [OUTDOOR, BOX.top + 14],
          [OUTDOOR, BOX.top],
        ],
        suction: [
          [VAPOUR, low],
          [VAPOUR, low - 10],
          [SUCTION, low - 10],
          [SUCTION, low],
        ],
      }
}

function valveBox({ discharge, suction }: { discharge: Points; suction: Points }, words: CircuitWords): Shape[] {
  const inner = (points: Points, tone: Tone): Shape[] => [
    { kind: 'polyline', points, tone: 'hold', width: 10 },
    { kind: 'polyline', points, tone, width: 6 },
  ]
  return [
    {
      kind: 'rect',
      x: BOX.left,
      y: BOX.top,
      width: BOX.right - BOX.left,
      height: BOX.bottom - BOX.top,
      fill: 'hold',
      stroke: 'ink',
    },
    ...inner(discharge, 'high'),
    ...inner(suction, 'low'),
    label(words.reversingValve, BOX.left, BOX.top - 7, 'soft', 13, false, 'start'),
  ]
}

/** Copper with what it carries in it: two phases in pieces. */
function pipe(points: Points, carried: Carried): Shape[] {
  const tone = toneOf[carried]
  return carried === 'twoPhase'
    ? [{ kind: 'polyline', points, tone, width: PIPE, dash: [9, 4] }]
    : round(points, tone, PIPE)
}

/** A line whose ends are round, so that it joins the next one. */
function round(points: Points, tone: Tone, width: number): Shape[] {
  const ends = [points[0]!, points.at(-1)!].map(([x, y]): Shape => ({ kind: 'dot', x, y, r: width / 2, tone }))
  return [{ kind: 'polyline', points, tone, width }, ...ends]
}

/** What meters stands across the pipe; what is passed by is faint; what nobody looked at asks. */
function device([x, y]: readonly [number, number], kind: DeviceKind | undefined, meters: boolean): Shape[] {
  const tone: Tone = meters ? 'ink' : 'soft'
  const [w, h] = [10, meters ? 13 : 10]
  const tie: Shape = {
    kind: 'polyline',
    points: [
      [x - w, y - h],
      [x + w, y + h],
      [x + w, y - h],
      [x - w, y + h],
      [x - w, y - h],
    ],
    tone,
    width: meters ? 3.5 : 2.5,
  }
  const head = (text: string): Shape[] => [
    { kind: 'line', x1: x, x2: x, y1: y - h - 4, y2: y, tone, width: 2 },
    { kind: 'dot', x, y: y - h - 8, r: 9, tone },
    label(text, x, y - h - 4, 'hold', 12, true),
  ]
  if (!kind)
    return [
      { kind: 'dot', x, y, r: 14, tone: 'close' },
      { kind: 'dot', x, y, r: 11, tone: 'hold' },
      label('?', x, y + 6, 'close', 17, true),
    ]
  return [tie, ...(kind === 'thermostatic' ? head('T') : kind === 'electronic' ? head('E') : [])]
}

const label = (
  text: string,
  x: number,
  y: number,
  tone: Tone,
  size = 14,
  bold = false,
  anchor: 'start' | 'middle' | 'end' = 'middle',
): Shape => ({ kind: 'text', x, y, text, size, tone, anchor, face: 'word', bold })
