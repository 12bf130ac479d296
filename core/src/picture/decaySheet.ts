import { scaleLinear, scaleLog } from 'd3-scale'
import { formatNumber } from '../quantity/format'
import { fromSi, preferredUnit, type UnitSystem } from '../quantity/unit'
import type { VacuumRun } from '../log/vacuum'
import type { Scene, Shape, Tone } from './scene'

export interface DecayWords {
  readonly limit: string
  readonly valvedOff: string
  readonly minutes: string
}

const margin = { left: 58, right: 12, top: 24, bottom: 42 }
const niceMinutes = [1, 2, 5, 10, 15, 30, 60, 120, 180, 360, 720]

/**
 * The decay sheet: pressure on a log scale over minutes, pull-down and rise after valving off, with the limit and the
 * span of the hold. Times count from the first reading or the valving-off, whichever is earlier.
 */
export function decaySheetScene({
  run,
  system,
  words,
  width,
  height,
}: {
  run: VacuumRun
  system: UnitSystem
  words: DecayWords
  width: number
  height: number
}): Scene {
  const unit = preferredUnit('vacuum', system)
  const inUnit = (pa: number) => fromSi('vacuum', pa, unit)
  const starts = [run.samples[0]?.atMs, run.valvedOffMs].filter((t): t is number => t !== undefined)
  const startMs = Math.min(...starts, Number.MAX_SAFE_INTEGER)
  const ends = [run.samples.at(-1)?.atMs, run.holdEndsMs].filter((t): t is number => t !== undefined)
  const spanMin = Math.max((Math.max(...ends, startMs) - startMs) / 60000, 5)
  const x = scaleLinear([0, spanMin * 1.04], [margin.left, width - margin.right])
  const minuteOf = (ms: number) => (ms - startMs) / 60000

  const pressures = [...run.samples.map((s) => inUnit(s.pressurePa)), inUnit(run.limitPa)]
  const lowDecade = 10 ** Math.floor(Math.log10(Math.min(...pressures) * 0.9))
  const highDecade = 10 ** Math.ceil(Math.log10(Math.max(...pressures)))
  const y = scaleLog([lowDecade, highDecade], [height - margin.bottom, margin.top])

  const shapes: Shape[] = []
  if (run.valvedOffMs !== undefined && run.holdEndsMs !== undefined) {
    const from = x(minuteOf(run.valvedOffMs))
    const to = x(minuteOf(run.holdEndsMs))
    shapes.push(
      {
        kind: 'rect',
        x: from,
        y: margin.top,
        width: to - from,
        height: height - margin.top - margin.bottom,
        fill: 'hold',
      },
      {
        kind: 'text',
        x: Math.max(from + 5, margin.left + 4),
        y: margin.top - 7,
        text: words.valvedOff,
        size: 12,
        tone: 'soft',
        anchor: 'start',
        face: 'word',
      },
      { kind: 'line', x1: from, x2: from, y1: margin.top - 4, y2: height - margin.bottom, tone: 'ink', width: 1.5 },
    )
  }
  for (let decade = lowDecade; decade <= highDecade * 1.001; decade *= 10) {
    shapes.push(
      { kind: 'line', x1: margin.left, x2: width - margin.right, y1: y(decade), y2: y(decade), tone: 'rule', width: 1 },
      {
        kind: 'text',
        x: margin.left - 7,
        y: y(decade) + 4,
        text: decadeText(decade),
        size: 13,
        tone: 'soft',
        anchor: 'end',
        face: 'figure',
      },
    )
  }
  const tick = niceMinutes.find((m) => spanMin / m <= 6) ?? 1440
  for (let minute = 0; minute <= spanMin * 1.04; minute += tick) {
    shapes.push({
      kind: 'text',
      x: x(minute),
      y: height - margin.bottom + 18,
      text: formatNumber(minute, 0),
      size: 13,
      tone: 'soft',
      anchor: 'middle',
      face: 'figure',
    })
  }
  shapes.push({ kind: 'text', x: 0, y: 12, text: `${unit}`, size: 12, tone: 'soft', anchor: 'start', face: 'word' })
  shapes.push({
    kind: 'text',
    x: width - margin.right,
    y: height - 6,
    text: words.minutes,
    size: 12,
    tone: 'soft',
    anchor: 'end',
    face: 'word',
  })

  const limitY = y(inUnit(run.limitPa))
  shapes.push(
    { kind: 'line', x1: margin.left, x2: width - margin.right, y1: limitY, y2: limitY, tone: 'in', width: 2 },
    {
      kind: 'text',
      x: margin.left + 4,
      y: limitY - 5,
      text: `${words.limit} ${formatNumber(inUnit(run.limitPa), 0)}`,
      size: 13,
      tone: 'in',
      anchor: 'start',
      face: 'word',
    },
  )
  const point = (s: { atMs: number; pressurePa: number }) => [x(minuteOf(s.atMs)), y(inUnit(s.pressurePa))] as const
  const before = run.samples.filter((s) => run.valvedOffMs === undefined || s.atMs < run.valvedOffMs)
  const after = run.samples.filter((s) => run.valvedOffMs !== undefined && s.atMs >= run.valvedOffMs)
  const riseTone: Tone = run.verdict?.state === 'out' ? 'out' : run.verdict?.state === 'in' ? 'in' : 'copper'
  shapes.push(...trace(before.map(point), 'ink'), ...trace(after.map(point), riseTone))
  return { width, height, shapes }
}

function trace(points: (readonly [number, number])[], tone: Tone): Shape[] {
  const dots = points.map(([x, y]): Shape => ({ kind: 'dot', x, y, r: points.length > 60 ? 1.5 : 3.5, tone }))
  return points.length > 1 ? [{ kind: 'polyline', points, tone, width: 2.5 }, ...dots] : dots
}

function decadeText(value: number): string {
  return value >= 1 ? formatNumber(Math.round(value), 0) : String(Number(value.toPrecision(2)))
}
