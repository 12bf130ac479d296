import { scaleLinear, scaleLog } from 'd3-scale'
import type { VacuumRun } from '../run/vacuumRun'
import { formatNumber } from '../quantity/format'
import { fromSi, preferredUnit, type UnitSystem } from '../quantity/unit'
import { decayPressurePa } from '../vacuum/decayModels'
import type { DecayResult } from '../vacuum/decayResult'
import { isJudged } from '../vacuum/holdVerdict'
import { drawn, type Scene, type Shape, type Tone } from './scene'

export interface DecayWords {
  readonly limit: string
  readonly valvedOff: string
  readonly nitrogen: string
  readonly minutes: string
  readonly straight: string
  readonly bendsTo: (pressure: string) => string
  readonly level: string
  /** rises ever more slowly, and to no level */
  readonly slowing: string
}

/** A point of the sheet in the system's own time (`VacuumRun.clock`). */
export interface SheetPoint {
  readonly runMs: number
  readonly pressurePa: number
}

const margin = { left: 58, right: 12, top: 24, bottom: 42 }
const niceMinutes = [1, 2, 5, 10, 15, 30, 60, 120, 180, 360, 720]
/** what the scale spans at the most, in any unit of pressure, and how many minutes */
const LEAST_SHOWN = 1e-3
const MOST_SHOWN = 1e7
const MOST_MIN = 60 * 24 * 400
/** Points further apart belong to another attempt: only the latest is drawn. */
const GAP_MS = 2 * 3600_000

/**
 * The decay sheet: pressure on a log scale over minutes, pull-down and rise after valving off, with the limit, the span of the hold
 * and the curve that was fitted, dashed where it runs ahead of the readings. Times count from the first point or the valving-off of this
 * attempt, whichever is earlier.
 *
 * @param recorded points of recordings, thinned for drawing; typed readings are taken from the run
 * @param decay the judgement to draw; the run's own where left out
 */
export function decaySheetScene({
  run,
  recorded = [],
  decay = run.decay,
  system,
  words,
  width,
  height,
}: {
  run: VacuumRun
  recorded?: readonly SheetPoint[]
  decay?: DecayResult
  system: UnitSystem
  words: DecayWords
  width: number
  height: number
}): Scene {
  const unit = preferredUnit('vacuum', system)
  const inUnit = (pa: number) => fromSi('vacuum', pa, unit)
  const at = (wallMs: number) => run.clock.runMs(wallMs)
  const valvedOffMs = run.valvedOffMs === undefined ? undefined : at(run.valvedOffMs)
  const holdEndsMs = valvedOffMs === undefined ? undefined : valvedOffMs + run.holdS * 1000
  const typed = run.samples.map((s) => ({ runMs: at(s.atMs), pressurePa: s.pressurePa, typed: true }))
  const points = latestAttempt([...typed, ...recorded.map((p) => ({ ...p, typed: false }))], valvedOffMs)

  const startMs = Math.min(points[0]?.runMs ?? Infinity, valvedOffMs ?? Infinity, Number.MAX_SAFE_INTEGER)
  const lastMs = points.at(-1)?.runMs ?? startMs
  const curve = decay?.curve
  const aheadMs = curve && valvedOffMs !== undefined ? Math.max((lastMs - valvedOffMs) * 0.2, 60_000) : 0
  const spanMin = Math.min(Math.max((Math.max(lastMs + aheadMs, holdEndsMs ?? startMs) - startMs) / 60000, 5), MOST_MIN)
  const x = scaleLinear([0, spanMin * 1.02], [margin.left, width - margin.right])
  const minuteOf = (ms: number) => (ms - startMs) / 60000

  const drawable = (pa: number) => Math.min(Math.max(inUnit(pa), LEAST_SHOWN), MOST_SHOWN)
  const pressures = [run.limitPa, ...points.map((p) => p.pressurePa)].map(drawable)
  const lowest = pressures.reduce((low, p) => Math.min(low, p), MOST_SHOWN)
  const highest = pressures.reduce((high, p) => Math.max(high, p), LEAST_SHOWN)
  const lowDecade = 10 ** Math.floor(Math.log10(lowest * 0.9))
  const highDecade = Math.max(10 ** Math.ceil(Math.log10(highest)), 10 * lowDecade)
  const y = scaleLog([lowDecade, highDecade], [height - margin.bottom, margin.top])
  const yOf = (pa: number) => y(Math.min(Math.max(inUnit(pa), lowDecade), highDecade))

  const shapes: Shape[] = []
  if (valvedOffMs !== undefined && holdEndsMs !== undefined) {
    const from = x(minuteOf(valvedOffMs))
    const to = x(minuteOf(holdEndsMs))
    const tall = height - margin.top - margin.bottom
    shapes.push({ kind: 'rect', x: from, y: margin.top, width: to - from, height: tall, fill: 'hold' })
    shapes.push(...mark(from, words.valvedOff, height))
  }
  for (const { atMs } of run.breaks) {
    const breakMs = at(atMs)
    if (breakMs >= startMs && breakMs <= lastMs) shapes.push(...mark(x(minuteOf(breakMs)), words.nitrogen, height))
  }
  shapes.push(...grid({ x, y, lowDecade, highDecade, spanMin, width, height }))
  shapes.push({ kind: 'text', x: 0, y: 12, text: `${unit}`, size: 12, tone: 'soft', anchor: 'start', face: 'word' })
  shapes.push(word(width - margin.right, height - 6, words.minutes, 'soft', 'end', 12))

  const limitY = yOf(run.limitPa)
  const limitText = `${words.limit} ${formatNumber(inUnit(run.limitPa), 0)}`
  shapes.push(
    { kind: 'line', x1: margin.left, x2: width - margin.right, y1: limitY, y2: limitY, tone: 'in', width: 2 },
    word(limitX(), limitY - 5, limitText, 'in', 'start'),
  )
  /** the first place along the limit where its name covers no point; the left end where all do */
  function limitX(): number {
    const long = limitText.length * 6.6 + 4
    const free = (from: number) =>
      !points.some((p) => {
        const px = x(minuteOf(p.runMs))
        const py = yOf(p.pressurePa)
        return px > from - 4 && px < from + long && py > limitY - 20 && py < limitY + 4
      })
    const places = Array.from({ length: 12 }, (_, i) => margin.left + 4 + i * 24)
    return places.find((from) => from + long < width - margin.right && free(from)) ?? margin.left + 4
  }
  const place = (p: SheetPoint) => [x(minuteOf(p.runMs)), yOf(p.pressurePa)] as const
  const isAfter = (p: SheetPoint) => valvedOffMs !== undefined && p.runMs >= valvedOffMs
  const riseTone = toneOf(run, decay)
  shapes.push(
    ...trace(
      points.filter((p) => !isAfter(p)).map(place),
      'ink',
      points.some((p) => p.typed),
    ),
  )
  shapes.push(
    ...trace(
      points.filter(isAfter).map(place),
      riseTone,
      points.some((p) => p.typed),
    ),
  )

  if (curve && valvedOffMs !== undefined && lastMs > valvedOffMs) {
    const pressureAt = (ms: number) => decayPressurePa(curve, (ms - valvedOffMs) / 1000)
    const fitted = (from: number, to: number) =>
      Array.from({ length: 33 }, (_, i) => {
        const ms = from + ((to - from) * i) / 32
        return [x(minuteOf(ms)), yOf(pressureAt(ms))] as const
      })
    const endMs = Math.min(lastMs + aheadMs, startMs + spanMin * 60000 * 1.02)
    shapes.push(
      { kind: 'polyline', points: fitted(valvedOffMs, lastMs), tone: 'ink', width: 1.2 },
      { kind: 'polyline', points: fitted(lastMs, endMs), tone: riseTone, width: 2.5, dash: [6, 5] },
    )
    const end = yOf(pressureAt(endMs))
    const labelY = end - 9 < margin.top + 12 ? end + 20 : end - 9
    shapes.push(word(width - margin.right, labelY, curveWords(decay, inUnit, words), riseTone, 'end'))
  }
  return drawn({ width, height, shapes })
}

const toneByVerdict: Record<'in' | 'out' | 'tooClose', Tone> = { in: 'in', out: 'out', tooClose: 'close' }

function toneOf(run: VacuumRun, decay: DecayResult | undefined): Tone {
  if (isJudged(run.verdict)) return toneByVerdict[run.verdict.state]
  return decay?.verdict === 'out' ? 'out' : 'copper'
}

function latestAttempt<P extends SheetPoint>(points: readonly P[], valvedOffMs: number | undefined): P[] {
  const sorted = [...points].sort((a, b) => a.runMs - b.runMs)
  let from = 0
  sorted.forEach((p, i) => {
    const before = sorted[i - 1]
    // valving off later than the last reading is still this attempt
    if (before && p.runMs - before.runMs > GAP_MS && before.runMs < (valvedOffMs ?? Infinity)) from = i
  })
  return sorted.slice(from)
}

function curveWords(decay: DecayResult | undefined, inUnit: (pa: number) => number, words: DecayWords): string {
  if (!decay?.curve) return ''
  const { risePa, leakPaPerS, startPa, creeps } = decay.curve
  if (leakPaPerS > 0) return words.straight
  if (risePa === 0) return words.level
  if (creeps) return words.slowing
  return words.bendsTo(formatNumber(Number(inUnit(startPa + risePa).toPrecision(3)), 0))
}

function word(
  x: number,
  y: number,
  text: string,
  tone: Tone,
  anchor: 'start' | 'middle' | 'end',
  size = 13,
  face: 'word' | 'figure' = 'word',
): Shape {
  return { kind: 'text', x, y, text, size, tone, anchor, face }
}

/** A moment of the run: an upright line with its name over it. */
function mark(x: number, text: string, height: number): Shape[] {
  return [
    { kind: 'line', x1: x, x2: x, y1: margin.top - 4, y2: height - margin.bottom, tone: 'ink', width: 1.5 },
    word(Math.max(x + 5, margin.left + 4), margin.top - 7, text, 'soft', 'start', 12),
  ]
}

function grid({
  x,
  y,
  lowDecade,
  highDecade,
  spanMin,
  width,
  height,
}: {
  x: (minute: number) => number
  y: (value: number) => number
  lowDecade: number
  highDecade: number
  spanMin: number
  width: number
  height: number
}): Shape[] {
  const shapes: Shape[] = []
  for (let decade = lowDecade; decade <= highDecade * 1.001; decade *= 10) {
    const at = y(decade)
    shapes.push(
      { kind: 'line', x1: margin.left, x2: width - margin.right, y1: at, y2: at, tone: 'rule', width: 1 },
      word(margin.left - 7, at + 4, decadeText(decade), 'soft', 'end', 13, 'figure'),
    )
  }
  const tick = niceMinutes.find((m) => spanMin / m <= 6) ?? Math.max(1440, 1440 * Math.ceil(spanMin / 1440 / 6))
  for (let minute = 0; minute <= spanMin * 1.02; minute += tick)
    shapes.push(word(x(minute), height - margin.bottom + 18, formatNumber(minute, 0), 'soft', 'middle', 13, 'figure'))
  return shapes
}

function trace(points: readonly (readonly [number, number])[], tone: Tone, dotted: boolean): Shape[] {
  const dots = dotted && points.length <= 60
  const marks = dots ? points.map(([x, y]): Shape => ({ kind: 'dot', x, y, r: 3.5, tone })) : []
  return points.length > 1 ? [{ kind: 'polyline', points, tone, width: 2.5 }, ...marks] : marks
}

function decadeText(value: number): string {
  return value >= 1 ? formatNumber(Math.round(value), 0) : String(Number(value.toPrecision(2)))
}
