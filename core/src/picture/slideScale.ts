import { scaleLinear } from 'd3-scale'
import { formatNumber } from '../quantity/format'
import { fromSi, preferredUnit, toSi, type UnitSystem } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { pressureRangePa, saturationPressurePa, type SaturationCurve } from '../refrigerant/saturation'
import { drawn, type Scene, type Shape } from './scene'

export interface SlideRow {
  readonly title: string
  readonly refrigerant: Refrigerant
  readonly curve: SaturationCurve
}

/** Width of the window in ln(pressure): about 40 °F of saturation. */
export const SLIDE_SPAN = 0.9
const ROW_HEIGHT = 50
const TOP = 8

/** Where the scale can be slid to: absolute pressures that every row's data cover. */
export function slideLimitsPa(rows: readonly SlideRow[]): { lowPa: number; highPa: number } {
  const ranges = rows.map((row) => pressureRangePa(row.refrigerant, row.curve))
  return { lowPa: Math.max(...ranges.map((r) => r.lowPa)), highPa: Math.min(...ranges.map((r) => r.highPa)) }
}

/**
 * A slide scale: gauge pressure at the bottom and one row of saturation temperatures for each curve above it, all under one
 * hairline in the middle. Sliding it is reading another pressure.
 *
 * @param centrePa absolute pressure under the hairline
 */
export function slideScaleScene({
  centrePa,
  rows,
  atmosphericPa,
  system,
  width,
}: {
  centrePa: number
  rows: readonly SlideRow[]
  atmosphericPa: number
  system: UnitSystem
  width: number
}): Scene {
  const height = TOP + (rows.length + 1) * ROW_HEIGHT + 6
  const centre = Math.log(centrePa)
  const [low, high] = [centre - SLIDE_SPAN / 2, centre + SLIDE_SPAN / 2]
  const x = scaleLinear([low, high], [0, width])
  const shapes: Shape[] = []
  rows.forEach((row, i) =>
    shapes.push(...temperatureRow(row, { x, low, high, y: TOP + i * ROW_HEIGHT, system, width })),
  )
  shapes.push(...pressureRow({ x, low, high, y: TOP + rows.length * ROW_HEIGHT, system, width, atmosphericPa }))
  // the hairline stops short of the figures under each row, so that it never hides the one it points at
  for (let i = 0; i <= rows.length; i++) {
    const y = TOP + i * ROW_HEIGHT
    shapes.push({ kind: 'line', x1: width / 2, x2: width / 2, y1: y + 2, y2: y + 33, tone: 'copper', width: 4 })
  }
  return drawn({ width, height, shapes })
}

interface Place {
  readonly x: (logPressure: number) => number
  readonly low: number
  readonly high: number
  readonly y: number
  readonly system: UnitSystem
  readonly width: number
}

function temperatureRow({ title, refrigerant, curve }: SlideRow, { x, low, high, y, system, width }: Place): Shape[] {
  const unit = preferredUnit('temperature', system)
  const [minor, major] = system === 'ip' ? [2, 10] : [1, 5]
  const shapes: Shape[] = frame(title, unit, y, width)
  const [first, last] = system === 'ip' ? [-60, 150] : [-50, 65]
  for (let t = first; t <= last; t += minor) {
    const pa = saturationPressurePa(refrigerant, curve, toSi('temperature', { value: t, unit }))
    if (pa === undefined) continue
    const log = Math.log(pa)
    if (log < low || log > high) continue
    shapes.push(...tick(x(log), y, t % major === 0 ? formatNumber(t, 0) : undefined, width))
  }
  return shapes
}

function pressureRow({ x, low, high, y, system, width, atmosphericPa }: Place & { atmosphericPa: number }): Shape[] {
  const unit = preferredUnit('gaugePressure', system)
  const gauge = (log: number) => fromSi('gaugePressure', Math.exp(log) - atmosphericPa, unit)
  const scale = scaleLinear([gauge(low), gauge(high)], [0, width])
  const major = scale.ticks(6)
  const shapes: Shape[] = frame('gauge', unit, y, width)
  const digits = (major[1] ?? 1) - (major[0] ?? 0) < 1 ? 1 : 0
  for (const value of scale.ticks(30)) {
    const pa = toSi('gaugePressure', { value, unit }) + atmosphericPa
    if (pa <= 0) continue
    shapes.push(...tick(x(Math.log(pa)), y, major.includes(value) ? formatNumber(value, digits) : undefined, width))
  }
  return shapes
}

function frame(title: string, unit: string, y: number, width: number): Shape[] {
  return [
    { kind: 'line', x1: 0, x2: width, y1: y + 20, y2: y + 20, tone: 'ink', width: 1.5 },
    { kind: 'text', x: 2, y: y + 13, text: title, size: 13, tone: 'soft', anchor: 'start', face: 'word' },
    { kind: 'text', x: width - 2, y: y + 13, text: unit, size: 13, tone: 'soft', anchor: 'end', face: 'figure' },
  ]
}

function tick(x: number, y: number, label: string | undefined, width: number): Shape[] {
  const line: Shape = {
    kind: 'line',
    x1: x,
    x2: x,
    y1: y + 20,
    y2: y + (label ? 32 : 27),
    tone: 'ink',
    width: label ? 2 : 1,
  }
  const fits = x > 14 && x < width - 14
  return label && fits
    ? [
        line,
        {
          kind: 'text',
          x,
          y: y + 46,
          text: label,
          size: 16,
          tone: 'ink',
          anchor: 'middle',
          face: 'figure',
          bold: true,
        },
      ]
    : [line]
}
