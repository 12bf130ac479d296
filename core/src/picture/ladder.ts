import { scaleLinear } from 'd3-scale'
import { formatNumber } from '../quantity/format'
import { fromSi, preferredUnit, type UnitSystem } from '../quantity/unit'
import type { JudgedReading } from '../tuning/judgeCharge'
import { drawableK, drawn, spread, type Scene, type Shape, type Tone } from './scene'

export type RungName =
  | 'evaporating'
  | 'suctionLine'
  | 'return'
  | 'supply'
  | 'condensing'
  | 'liquidLine'
  | 'outdoor'
  | 'discharge'
export interface LadderWords {
  readonly rungs: Readonly<Record<RungName, string>>
  readonly lowSide: string
  readonly highSide: string
  readonly freezes: string
}

interface Rung {
  readonly name: RungName
  readonly k: number
  readonly side: 'left' | 'right'
  readonly tone: Tone
  readonly weight: number
  readonly dashed?: boolean
}

const LABEL_GAP = 33
const TOP = 34
/** room over a break in the scale */
const BREAK = 44
const freezingK = 273.15

/**
 * The temperature ladder: every temperature of a reading on one vertical scale, indoor coil and low side to the left, outdoor
 * coil and high side to the right. Superheat and subcooling are the gaps between two rungs, with the target's band on the
 * one that decides. A discharge line far above all others stands over a break in the scale, so that the gaps stay wide enough to read.
 *
 * @returns undefined while there are fewer than two temperatures to draw
 */
export function ladderScene({
  judged: j,
  system,
  words,
  width,
  height,
}: {
  judged: JudgedReading
  system: UnitSystem
  words: LadderWords
  width: number
  height: number
}): Scene | undefined {
  const rungs = rungsOf(j)
  if (rungs.length < 2) return undefined

  const unit = preferredUnit('temperature', system)
  const step = system === 'ip' ? 20 : 10
  const inUnit = (k: number) => fromSi('temperature', drawableK(k), unit)
  const values = rungs.map((r) => inUnit(r.k))
  const bottom =
    Math.floor((Math.min(...values, ...(j.mode === 'heating' ? [] : [inUnit(freezingK)])) - step / 4) / (step / 2)) *
    (step / 2)
  const top = Math.ceil((Math.max(...values) + step / 4) / (step / 2)) * (step / 2)
  const hot = j.dischargeK !== undefined && inUnit(j.dischargeK) > top ? j.dischargeK : undefined
  const scaleTop = hot === undefined ? TOP : TOP + BREAK
  const scale = scaleLinear([bottom, top], [height - 12, scaleTop])
  const y = (k: number) => scale(inUnit(k))
  if (j.dischargeK !== undefined && hot === undefined)
    rungs.push({ name: 'discharge', k: j.dischargeK, side: 'right', tone: 'out', weight: 4 })
  const middle = width / 2
  const railLeft = middle - 20
  const railRight = middle + 20
  const rail = { left: railLeft, right: railRight }

  // in heating an outdoor coil under it is what winter is like
  const freezes: Shape[] = [
    { kind: 'line', x1: 0, x2: width, y1: y(freezingK), y2: y(freezingK), tone: 'low', width: 1.5, dash: [2, 5] },
    {
      kind: 'text',
      x: width,
      y: y(freezingK) - 5,
      text: `${words.freezes} ${formatNumber(inUnit(freezingK), 0)} ${unit}`,
      size: 12,
      tone: 'low',
      anchor: 'end',
      face: 'word',
    },
  ]
  const shapes: Shape[] = [
    {
      kind: 'text',
      x: railLeft - 8,
      y: 16,
      text: `▽ ${words.lowSide}`,
      size: 14,
      tone: 'low',
      anchor: 'end',
      face: 'word',
      bold: true,
    },
    {
      kind: 'text',
      x: railRight + 8,
      y: 16,
      text: `△ ${words.highSide}`,
      size: 14,
      tone: 'high',
      anchor: 'start',
      face: 'word',
      bold: true,
    },
    ...(j.mode === 'heating' ? [] : freezes),
    ...railShapes(scale, bottom, top, step, rail, [scaleTop, height - 12]),
    ...(hot === undefined ? [] : brokenRail(rail)),
    ...gapShapes(j, y, rail),
  ]
  for (const side of ['left', 'right'] as const) {
    const own = rungs.filter((r) => r.side === side)
    const places = spread(
      own.map((r) => y(r.k)),
      LABEL_GAP,
      hot === undefined || side === 'left' ? 42 : TOP + BREAK,
      height - 18,
    )
    own.forEach((rung, i) =>
      shapes.push(
        ...rungShapes(rung, y(rung.k), places[i]!, { rail, width, words, figure: formatNumber(inUnit(rung.k), 1) }),
      ),
    )
  }
  if (hot !== undefined) {
    const rung: Rung = { name: 'discharge', k: hot, side: 'right', tone: 'out', weight: 4 }
    shapes.push(...rungShapes(rung, TOP + 8, TOP + 8, { rail, width, words, figure: formatNumber(inUnit(hot), 1) }))
  }
  shapes.push({ kind: 'text', x: middle, y: 16, text: unit, size: 13, tone: 'soft', anchor: 'middle', face: 'figure' })
  return drawn({ width, height, shapes })
}

function rungsOf(j: JudgedReading): Rung[] {
  // the air of the coil that boils stands on the low side
  const [indoors, outdoors] = j.mode === 'heating' ? (['right', 'left'] as const) : (['left', 'right'] as const)
  const all: (Omit<Rung, 'k'> & { k: number | undefined })[] = [
    { name: 'suctionLine', k: j.suctionLineK, side: 'left', tone: 'low', weight: 4 },
    { name: 'evaporating', k: j.evaporatingK, side: 'left', tone: 'low', weight: 4, dashed: true },
    { name: 'return', k: j.returnK, side: indoors, tone: 'soft', weight: 2 },
    { name: 'supply', k: j.supplyK, side: indoors, tone: 'soft', weight: 2 },
    { name: 'condensing', k: j.condensingK, side: 'right', tone: 'high', weight: 4, dashed: true },
    { name: 'liquidLine', k: j.liquidLineK, side: 'right', tone: 'high', weight: 4 },
    { name: 'outdoor', k: j.outdoorK, side: outdoors, tone: 'soft', weight: 2 },
  ]
  return all.filter((r): r is Rung => r.k !== undefined)
}

type Rail = { left: number; right: number }

/** The high side's rail goes on over a break. */
function brokenRail({ right }: Rail): Shape[] {
  const at = TOP + BREAK - 12
  const stroke = (y: number): Shape => ({
    kind: 'line',
    x1: right - 8,
    x2: right + 8,
    y1: y + 4,
    y2: y - 4,
    tone: 'ink',
    width: 2,
  })
  return [
    { kind: 'line', x1: right, x2: right, y1: TOP, y2: at - 5, tone: 'ink', width: 2 },
    stroke(at - 3),
    stroke(at + 3),
    { kind: 'line', x1: right, x2: right, y1: at + 5, y2: TOP + BREAK, tone: 'ink', width: 2 },
  ]
}

function railShapes(
  scale: (v: number) => number,
  bottom: number,
  top: number,
  step: number,
  rail: Rail,
  ends: [number, number],
): Shape[] {
  const shapes: Shape[] = [rail.left, rail.right].map((x) => ({
    kind: 'line',
    x1: x,
    x2: x,
    y1: ends[0],
    y2: ends[1],
    tone: 'ink',
    width: 2,
  }))
  for (let v = Math.ceil(bottom / (step / 2)) * (step / 2); v <= top; v += step / 2) {
    const major = Math.abs(v % step) < 1e-9
    shapes.push({
      kind: 'line',
      x1: rail.left,
      x2: major ? rail.right : rail.right - 14,
      y1: scale(v),
      y2: scale(v),
      tone: 'rule',
      width: major ? 2 : 1,
    })
    if (major)
      shapes.push({
        kind: 'text',
        x: (rail.left + rail.right) / 2,
        y: scale(v) - 4,
        text: formatNumber(v, 0),
        size: 13,
        tone: 'soft',
        anchor: 'middle',
        face: 'figure',
      })
  }
  return shapes
}

function rungShapes(
  rung: Rung,
  yRung: number,
  yLabel: number,
  { rail, width, words, figure }: { rail: Rail; width: number; words: LadderWords; figure: string },
): Shape[] {
  const left = rung.side === 'left'
  const inner = left ? rail.left : rail.right
  const reach = rung.weight > 2 ? 64 : 34
  const outer = left ? inner - reach : inner + reach
  // the label starts beyond the longest rung, and a thin leader ties it to its own
  const labelX = left ? 0 : width
  const leaderX = left ? inner - 72 : inner + 72
  return [
    {
      kind: 'line',
      x1: inner,
      x2: outer,
      y1: yRung,
      y2: yRung,
      tone: rung.tone,
      width: rung.weight,
      dash: rung.dashed ? [8, 4] : undefined,
    },
    { kind: 'line', x1: outer, x2: leaderX, y1: yRung, y2: yLabel, tone: rung.tone, width: 1 },
    {
      kind: 'text',
      x: labelX,
      y: yLabel - 1,
      text: figure,
      size: 19,
      tone: 'ink',
      anchor: left ? 'start' : 'end',
      face: 'figure',
      bold: true,
    },
    {
      kind: 'text',
      x: labelX,
      y: yLabel + 11,
      text: words.rungs[rung.name],
      size: 12,
      tone: 'soft',
      anchor: left ? 'start' : 'end',
      face: 'word',
    },
  ]
}

const verdictTone = { in: 'in', out: 'out', tooClose: 'close', none: 'ink' } as const satisfies Record<
  JudgedReading['verdict'],
  Tone
>

/** The brackets between saturation and line, coloured by the verdict where they decide. */
function gapShapes(j: JudgedReading, y: (k: number) => number, rail: Rail): Shape[] {
  const shapes: Shape[] = []
  const gap = (x: number, satK: number | undefined, lineK: number | undefined, deciding: boolean, sign: 1 | -1) => {
    if (satK === undefined || lineK === undefined) return
    const tone: Tone = deciding ? verdictTone[j.verdict] : 'ink'
    if (deciding && j.target.ok) {
      const { lowK, highK } = j.target
      const edges = [y(satK + sign * lowK), y(satK + sign * highK)]
      shapes.push({
        kind: 'rect',
        x: x - 13,
        y: Math.min(...edges),
        width: 26,
        height: Math.abs(edges[0]! - edges[1]!),
        fill: 'inBand',
        stroke: 'in',
      })
    }
    const tip = y(lineK)
    const back = tip > y(satK) ? -6 : 6
    shapes.push({ kind: 'line', x1: x, x2: x, y1: y(satK), y2: tip, tone, width: deciding ? 4 : 2 })
    if (Math.abs(tip - y(satK)) > 10)
      shapes.push({
        kind: 'polyline',
        points: [
          [x - 6, tip + back],
          [x, tip],
          [x + 6, tip + back],
        ],
        tone,
        width: deciding ? 3 : 2,
      })
  }
  const superheatDecides = j.target.ok && j.target.deciding === 'superheat'
  const subcoolingDecides = j.target.ok && j.target.deciding === 'subcooling'
  gap(rail.left - 32, j.evaporatingK, j.suctionLineK, superheatDecides, 1)
  gap(rail.right + 32, j.condensingK, j.liquidLineK, subcoolingDecides, -1)
  return shapes
}
