import { HOUR_MS } from '../visit/forecast'
import type { Shape } from './scene'
import { forecastStrip } from './forecastStrip'

const START = Date.parse('2026-12-05T00:00:00.000Z')
const strip = (hourlyC: (number | null)[], part: Partial<Parameters<typeof forecastStrip>[0]> = {}) =>
  forecastStrip({
    forecast: { start: new Date(START).toISOString(), hourlyC },
    fair: [],
    midnights: [
      { atMs: START, name: 'Sat 5' },
      { atMs: START + 24 * HOUR_MS, name: 'Sun 6' },
    ],
    system: 'ip',
    width: 360,
    height: 140,
    ...part,
  })
const of = <K extends Shape['kind']>({ shapes }: ReturnType<typeof strip>, kind: K) =>
  shapes.filter((shape): shape is Extract<Shape, { kind: K }> => shape.kind === kind)

describe('a forecast as a strip', () => {
  it('rises where it warms, and leaves a gap a gap', () => {
    const [one, two] = of(strip([1, 5, null, null, 9, 4]), 'polyline')
    expect(one!.points[1]![1]).toBeLessThan(one!.points[0]![1])
    expect(two!.points[1]![1]).toBeGreaterThan(two!.points[0]![1])
    expect(two!.points[0]![0]).toBeGreaterThan(one!.points[1]![0])
  })
  it('shows the near edge of the wanted band, and stays on the page with an edge far away', () => {
    const scene = strip([1, 2, 3], { lowK: 291.5, highK: 311 })
    const [band] = of(scene, 'rect')
    const lines = of(scene, 'polyline')
    expect(band!.y + band!.height).toBeLessThan(Math.min(...lines[0]!.points.map(([, y]) => y)))
    expect(band!.y).toBeGreaterThanOrEqual(0)
  })
  it('marks the hours that fit, and names the days', () => {
    const scene = strip(
      Array.from({ length: 48 }, () => 20),
      { fair: [{ fromMs: START + 10 * HOUR_MS, toMs: START + 14 * HOUR_MS }] },
    )
    const rects = of(scene, 'rect')
    expect(rects.filter(({ fill }) => fill === 'in')).toHaveLength(1)
    expect(of(scene, 'text').map(({ text }) => text)).toEqual(expect.arrayContaining(['Sat 5', 'Sun 6', '°F']))
  })
  it('is drawn of a forecast that says nothing', () => {
    expect(of(strip([null, null]), 'polyline')).toEqual([])
  })
})
