import fc from 'fast-check'
import { atmosphericPressurePa } from '../air/atmosphere'
import { customaryProfile } from '../method/readyProfiles'
import { offeredRefrigerants } from '../refrigerant/refrigerants'
import { saturationPressurePa } from '../refrigerant/saturation'
import { chartFamilyScene } from './chartFamily'
import { ruleMapScene } from './ruleMap'
import type { Scene } from './scene'
import { slideLimitsPa, slideScaleScene } from './slideScale'

const kelvin = (f: number) => (f + 459.67) / 1.8
const finite = (scene: Scene) =>
  scene.shapes.every((s) =>
    Object.values(s)
      .flat(3)
      .every((v) => typeof v !== 'number' || Number.isFinite(v)),
  )
const texts = (scene: Scene) => scene.shapes.flatMap((s) => (s.kind === 'text' ? [s] : []))

describe('the slide scale', () => {
  const scene = (centrePa: number, refrigerant = 'R-407C' as const) =>
    slideScaleScene({
      centrePa,
      rows: [
        { title: 'bubble', refrigerant, curve: 'bubble' },
        { title: 'dew', refrigerant, curve: 'dew' },
      ],
      atmosphericPa: atmosphericPressurePa(0),
      system: 'ip',
      width: 358,
    })
  it('has under its hairline the temperature that saturates at the pressure', () => {
    const forty = scene(saturationPressurePa('R-407C', 'dew', kelvin(40))!)
    const labels = texts(forty).filter((t) => t.text === '40')
    // dew 40 °F stands in the middle; bubble 40 °F, at more pressure, to the right of it
    expect(labels.some((t) => Math.abs(t.x - 179) < 0.01)).toBe(true)
    expect(labels.some((t) => t.x > 190)).toBe(true)
  })
  it('can be slid over all of every refrigerant’s data', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...offeredRefrigerants),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom('ip' as const, 'si' as const),
        (refrigerant, t, system) => {
          const rows = [{ title: 'x', refrigerant, curve: 'dew' as const }]
          const { lowPa, highPa } = slideLimitsPa(rows)
          const drawn = slideScaleScene({
            centrePa: lowPa * (highPa / lowPa) ** t,
            rows,
            atmosphericPa: 101325,
            system,
            width: 358,
          })
          expect(finite(drawn)).toBe(true)
          expect(texts(drawn).every((text) => text.x >= 0 && text.x <= 358)).toBe(true)
        },
      ),
    )
  })
})

describe('the curves of a chart', () => {
  const base = { rowNames: ['57', '62'], odd: [], columnUnit: '°F', cellUnit: '°F', width: 358, height: 230 }
  it('break at blanks, and mark what is odd and where today stands', () => {
    const grid = {
      x: [65, 75, 85, 95],
      y: [57, 62],
      cells: [
        [15, null, 9, 6],
        [21, 17, 13, 9],
      ],
    }
    const scene = chartFamilyScene({ ...base, grid, odd: [{ row: 1, column: 2 }], here: { x: 80, value: 12 } })!
    expect(scene.shapes.filter((s) => s.kind === 'polyline')).toHaveLength(2)
    expect(scene.shapes.filter((s) => s.kind === 'rect' && s.stroke === 'out')).toHaveLength(1)
    expect(scene.shapes.filter((s) => s.kind === 'dot' && s.tone === 'copper')).toHaveLength(1)
    expect(finite(scene)).toBe(true)
  })
  it('are nothing without a cell, and one cell is a dot', () => {
    expect(chartFamilyScene({ ...base, grid: { x: [65], y: [57], cells: [[null]] } })).toBeUndefined()
    const dot = chartFamilyScene({ ...base, grid: { x: [65], y: [57], cells: [[12]] } })!
    expect(finite(dot)).toBe(true)
    expect(dot.shapes.filter((s) => s.kind === 'dot')).toHaveLength(1)
  })
})

describe('the map of the common rule', () => {
  const draw = (here?: { outdoorK: number; wetBulbK: number }, system: 'ip' | 'si' = 'ip') =>
    ruleMapScene({ here, profile: customaryProfile, system, width: 358, height: 240 })
  const filledAt = (scene: Scene, x: number, y: number) =>
    scene.shapes.some(
      (s) =>
        s.kind === 'rect' && s.fill === 'inBand' && x >= s.x && x <= s.x + s.width && y >= s.y && y <= s.y + s.height,
    )
  const spot = (scene: Scene) =>
    scene.shapes.find((s) => s.kind === 'dot' && s.tone === 'copper') as { x: number; y: number }
  it('is filled where the rule gives a target and empty where it doesn’t', () => {
    for (const [outdoor, wetBulb, inside] of [
      [90, 66, true],
      [60, 55, true],
      [90, 58, false],
      [110, 62, false],
      [95, 76, true],
    ] as const) {
      const scene = draw({ outdoorK: kelvin(outdoor), wetBulbK: kelvin(wetBulb) })
      const { x, y } = spot(scene)
      expect([outdoor, wetBulb, filledAt(scene, x, y)]).toEqual([outdoor, wetBulb, inside])
    }
  })
  it('keeps a day outside of it on its edge, and is drawn without one', () => {
    const { x } = spot(draw({ outdoorK: kelvin(150), wetBulbK: kelvin(60) }))
    expect(x).toBeLessThanOrEqual(358)
    expect(finite(draw(undefined, 'si'))).toBe(true)
  })
})
