import { scaleLinear } from 'd3-scale'
import { formatNumber } from '../quantity/format'
import { fromSi, preferredUnit, type UnitSystem } from '../quantity/unit'
import { forecastHours, HOUR_MS, type Forecast } from '../visit/forecast'
import { drawn, type Scene, type Shape } from './scene'

const PAD = { left: 34, right: 8, top: 10, bottom: 22 }
/** a day narrower than this names every other one */
const DAY_ROOM = 34

/** Hours on which something of a visit can be done. */
export interface FairHours {
  readonly fromMs: number
  readonly toMs: number
}

/**
 * A forecast as a strip: outdoor temperature over the days at hand, a gap where nobody says, the wanted band across it, and the hours that fit standing in it.
 *
 * @param lowK highK the band that is wanted, where there is one
 * @param midnights of the place, each with its name, in order
 */
export function forecastStrip({
  forecast,
  lowK,
  highK,
  fair,
  midnights,
  system,
  width,
  height,
}: {
  forecast: Forecast
  lowK?: number
  highK?: number
  fair: readonly FairHours[]
  midnights: readonly { readonly atMs: number; readonly name: string }[]
  system: UnitSystem
  width: number
  height: number
}): Scene {
  const unit = preferredUnit('temperature', system)
  const hours = forecastHours(forecast)
  const known = hours.flatMap(({ outdoorK }) => (outdoorK === undefined ? [] : [fromSi('temperature', outdoorK, unit)]))
  const [first, last] = [hours[0]?.atMs ?? 0, hours.at(-1)?.atMs ?? 1]
  const edge = (k: number | undefined) => (k === undefined ? [] : [fromSi('temperature', k, unit)])
  // the near edge of the band is shown, however far it is from what comes; the far one isn't stretched for
  const near = [...edge(lowK), ...edge(highK)].sort((a, b) => distance(a, known) - distance(b, known)).slice(0, 1)
  const all = [...known, ...near]
  const [low, high] = [Math.min(...all) - 3, Math.max(...all) + 3]
  const x = scaleLinear([first, Math.max(last, first + HOUR_MS)], [PAD.left, width - PAD.right])
  const y = scaleLinear([low, high], [height - PAD.bottom, PAD.top])
  const shapes: Shape[] = []
  const clampY = (value: number) => Math.min(Math.max(y(value), PAD.top), height - PAD.bottom)
  if (lowK !== undefined || highK !== undefined) {
    const top = highK === undefined ? PAD.top : clampY(fromSi('temperature', highK, unit))
    const bottom = lowK === undefined ? height - PAD.bottom : clampY(fromSi('temperature', lowK, unit))
    shapes.push({
      kind: 'rect',
      x: PAD.left,
      y: top,
      width: width - PAD.left - PAD.right,
      height: bottom - top,
      fill: 'inBand',
    })
  }
  for (const { fromMs, toMs } of fair)
    shapes.push({
      kind: 'rect',
      x: x(fromMs),
      y: height - PAD.bottom,
      width: Math.max(x(toMs) - x(fromMs), 3),
      height: 5,
      fill: 'in',
    })
  const apart = midnights.length > 1 ? x(midnights[1]!.atMs) - x(midnights[0]!.atMs) : DAY_ROOM
  const every = Math.max(Math.ceil(DAY_ROOM / Math.max(apart, 1)), 1)
  midnights.forEach(({ atMs, name }, index) => {
    if (atMs >= first && atMs <= last)
      shapes.push({
        kind: 'line',
        x1: x(atMs),
        y1: PAD.top,
        x2: x(atMs),
        y2: height - PAD.bottom,
        tone: 'rule',
        width: 1,
      })
    const middle = x(atMs + 12 * HOUR_MS)
    if (index % every === 0 && middle > PAD.left + 8 && middle < width - PAD.right - 4)
      shapes.push({
        kind: 'text',
        x: middle,
        y: height - 5,
        text: name,
        size: 12,
        tone: 'soft',
        anchor: 'middle',
        face: 'word',
      })
  })
  for (const value of y.ticks(4))
    shapes.push({
      kind: 'text',
      x: PAD.left - 5,
      y: y(value) + 4,
      text: formatNumber(value, 0),
      size: 12,
      tone: 'soft',
      anchor: 'end',
      face: 'figure',
    })
  shapes.push({ kind: 'text', x: 2, y: 12, text: unit, size: 12, tone: 'soft', anchor: 'start', face: 'word' })
  for (const run of runsOf(hours))
    shapes.push({
      kind: 'polyline',
      points: run.map(({ atMs, outdoorK }) => [x(atMs), y(fromSi('temperature', outdoorK, unit))] as const),
      tone: 'copper',
      width: 2.5,
    })
  return drawn({ width, height, shapes })
}

const distance = (value: number, known: readonly number[]) =>
  Math.min(...known.map((k) => Math.abs(k - value)), Infinity)

function runsOf(hours: ReturnType<typeof forecastHours>): { atMs: number; outdoorK: number }[][] {
  const runs: { atMs: number; outdoorK: number }[][] = [[]]
  for (const { atMs, outdoorK } of hours) {
    if (outdoorK === undefined) runs.push([])
    else runs.at(-1)!.push({ atMs, outdoorK })
  }
  return runs.filter((run) => run.length > 1)
}
