import { scaleLinear } from 'd3-scale'
import { formatNumber } from '../quantity/format'
import { fromSi, preferredUnit, type Dimension, type UnitSystem } from '../quantity/unit'
import { drawn, spread, type Scene, type Shape, type Tone } from './scene'

export interface TimeSeries {
  readonly name: string
  readonly dimension: Dimension
  readonly tone: Tone
  readonly dash?: readonly number[]
  /** seconds and SI values, rising in time; null where nothing came */
  readonly points: readonly (readonly [timeS: number, si: number | null])[]
}

export interface TimeMark {
  readonly timeS: number
  readonly text: string
  readonly tone: Tone
}

const PAD = { left: 44, right: 10, top: 20, bottom: 22 }
/** closer labels would lie on one another */
const LABEL_GAP = 64
/** the axis names its unit at its end */
const UNIT_ROOM = 32

/**
 * Any channels of one kind over time, with what happened marked on it.
 * @param fromS toS the stretch that is shown; minutes count from `zeroS`
 */
export function timeChart({
  series,
  marks,
  fromS,
  toS,
  zeroS = 0,
  system,
  width,
  height,
}: {
  series: readonly TimeSeries[]
  marks: readonly TimeMark[]
  fromS: number
  toS: number
  zeroS?: number
  system: UnitSystem
  width: number
  height: number
}): Scene {
  const dimension = series[0]?.dimension ?? 'temperature'
  const unit = preferredUnit(dimension, system)
  const inUnit = (si: number) => fromSi(dimension, si, unit)
  let low = Infinity
  let high = -Infinity
  for (const { points } of series)
    for (const [, si] of points) {
      if (si === null) continue
      const v = inUnit(si)
      if (v < low) low = v
      if (v > high) high = v
    }
  if (!(high >= low)) [low, high] = [0, 1]
  const room = Math.max((high - low) * 0.08, 0.5)
  const endS = Math.max(toS, fromS + 1)
  const x = scaleLinear([fromS, endS], [PAD.left, width - PAD.right])
  // round ends: a little more or less moves the line, not the axis
  const y = scaleLinear([low - room, high + room], [height - PAD.bottom, PAD.top]).nice(8)
  const minutes = scaleLinear([(fromS - zeroS) / 60, (endS - zeroS) / 60], [PAD.left, width - PAD.right])
  const shapes: Shape[] = []
  const text = (
    px: number,
    py: number,
    words: string,
    more: Partial<Extract<Shape, { kind: 'text' }>> = {},
  ): Shape => ({
    kind: 'text',
    x: px,
    y: py,
    text: words,
    size: 12,
    tone: 'soft',
    anchor: 'middle',
    face: 'figure',
    ...more,
  })
  for (const tick of y.ticks(4)) {
    shapes.push({ kind: 'line', x1: PAD.left, x2: width - PAD.right, y1: y(tick), y2: y(tick), tone: 'rule', width: 1 })
    shapes.push(
      text(PAD.left - 5, y(tick) + 4, formatNumber(tick, Math.abs(high - low) < 3 ? 1 : 0), { anchor: 'end' }),
    )
  }
  const ticks = minutes.ticks(5)
  for (const tick of ticks)
    if (minutes(tick) < width - PAD.right - UNIT_ROOM)
      shapes.push(text(minutes(tick), height - 6, formatNumber(tick, digitsOf(ticks))))
  shapes.push(text(width - PAD.right, height - 6, 'min', { anchor: 'end', face: 'word' }))
  shapes.push(text(2, 12, unit, { anchor: 'start', face: 'word' }))
  let free = -Infinity
  for (const { timeS, text: words, tone } of marks) {
    if (timeS < fromS || timeS > toS) continue
    const at = x(timeS)
    shapes.push({ kind: 'line', x1: at, x2: at, y1: PAD.top, y2: height - PAD.bottom, tone, width: 1.5, dash: [3, 3] })
    if (at < free) continue
    shapes.push(text(Math.min(Math.max(at, PAD.left + 20), width - 30), 12, words, { tone, face: 'word' }))
    free = at + LABEL_GAP
  }
  for (const { points, tone, dash } of series)
    for (const stretch of stretches(points))
      shapes.push({
        kind: 'polyline',
        points: stretch.map(([t, si]) => [x(t), y(inUnit(si))] as const),
        tone,
        width: 2,
        ...(dash ? { dash } : {}),
      })
  shapes.push(...endNames(series, (si) => y(inUnit(si)), { width, height }))
  return drawn({ width, height, shapes })
}

/** as many decimals as tell neighbours apart: a recording of a minute has no four times "0" */
const digitsOf = ([first = 0, second = first + 1]: readonly number[]) =>
  Math.min(Math.max(0, Math.ceil(-Math.log10(Math.abs(second - first) || 1) - 1e-9)), 4)

const NAME_GAP = 14
/** Each line's name at its end, beside the line, kept apart from the others. */
function endNames(
  series: readonly TimeSeries[],
  y: (si: number) => number,
  { width, height }: { width: number; height: number },
): Shape[] {
  const named = series.flatMap(({ name, tone, points }) => {
    const last = [...points].reverse().find(([, si]) => si !== null)?.[1]
    if (typeof last !== 'number') return []
    // over the line where there is room, else under it
    const over = y(last) - 5
    return [{ name, tone, at: over > PAD.top + NAME_GAP ? over : y(last) + NAME_GAP }]
  })
  const places = spread(
    named.map((n) => n.at),
    NAME_GAP,
    PAD.top + 10,
    height - PAD.bottom - 3,
  )
  return named.map(({ name, tone }, i) => ({
    kind: 'text',
    x: width - PAD.right - 2,
    y: places[i]!,
    text: name,
    size: 12,
    tone,
    anchor: 'end',
    face: 'word',
    bold: true,
  }))
}

/** Without the gaps in which nothing came. */
function stretches(points: TimeSeries['points']): (readonly (readonly [number, number])[])[] {
  const found: (readonly [number, number])[][] = []
  let open: (readonly [number, number])[] = []
  for (const [t, si] of points) {
    if (si === null) {
      if (open.length > 1) found.push(open)
      open = []
    } else open.push([t, si])
  }
  if (open.length > 1) found.push(open)
  return found
}
