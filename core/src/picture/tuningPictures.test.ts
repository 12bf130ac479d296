import { customaryProfile } from '../method/readyProfiles'
import { judgeCharge } from '../tuning/judgeCharge'
import { aimScene } from './aim'
import { timeChart } from './timeChart'

const judged = judgeCharge(
  {
    facts: { refrigerant: 'R-410A', metering: 'expansionValve', targetSubcooling: { value: 10, unit: '°F' } },
    elevationM: 0,
  },
  {
    mode: 'cooling',
    values: {
      suctionPressure: { value: 122, unit: 'psig' },
      suctionLine: { value: 54, unit: '°F' },
      liquidPressure: { value: 340, unit: 'psig' },
      liquidLine: { value: 102, unit: '°F' },
    },
  },
  [],
  customaryProfile,
)
const words = {
  superheat: 'superheat',
  subcooling: 'subcooling',
  short: 'short',
  starved: 'starved',
  over: 'over',
  overfed: 'overfed',
}
const scene = (part: Partial<Parameters<typeof aimScene>[0]> = {}) =>
  aimScene({ judged, trail: [], steps: [], system: 'ip', words, width: 358, height: 300, ...part })!

describe('the aim', () => {
  it('draws the box, the corners by their names, and the present reading with its doubt', () => {
    const { shapes } = scene()
    expect(shapes.filter((s) => s.kind === 'rect')).toHaveLength(2)
    const texts = shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []))
    for (const corner of ['short', 'starved', 'over', 'overfed']) expect(texts).toContain(corner)
    expect(shapes.filter((s) => s.kind === 'dot')).toHaveLength(1)
  })
  it('draws the trail with the ounces between, inside the picture', () => {
    const point = { entryId: 'a', atMs: 1, settled: true, superheatK: 9, subcoolingK: 1 }
    const { shapes } = scene({ trail: [point], steps: [{ entryId: 's', atMs: 2, amountKg: 0.1417 }] })
    expect(shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []))).toContain('+5.0 oz')
    for (const s of shapes)
      if (s.kind === 'dot') {
        expect(s.x).toBeGreaterThanOrEqual(0)
        expect(s.x).toBeLessThanOrEqual(358)
        expect(s.y).toBeLessThanOrEqual(300)
      }
  })
  it('isn’t drawn without both quantities or a target', () => {
    expect(
      aimScene({
        judged: { ...judged, subcoolingK: undefined },
        trail: [],
        steps: [],
        system: 'ip',
        words,
        width: 1,
        height: 1,
      }),
    ).toBeUndefined()
    expect(
      aimScene({
        judged: { ...judged, target: { ok: false, reason: 'noLabelTarget' } },
        trail: [],
        steps: [],
        system: 'ip',
        words,
        width: 1,
        height: 1,
      }),
    ).toBeUndefined()
  })
})

describe('channels over time', () => {
  const series = { name: 'a', dimension: 'temperature', tone: 'ink' } as const
  const draw = (points: readonly (readonly [number, number | null])[]) =>
    timeChart({
      series: [{ ...series, points }],
      marks: [
        { timeS: 60, text: 'in', tone: 'copper' },
        { timeS: 62, text: 'in', tone: 'copper' },
        { timeS: 900, text: 'later', tone: 'copper' },
      ],
      fromS: 0,
      toS: 600,
      system: 'ip',
      width: 358,
      height: 170,
    }).shapes
  it.each([20, 60, 150, 600, 3600, 8 * 3600])('tells every tick of %i s from its neighbours', (toS) => {
    const { shapes } = timeChart({
      series: [
        {
          ...series,
          points: [
            [0, 280],
            [toS, 280.2],
          ],
        },
      ],
      marks: [],
      fromS: 0,
      toS,
      system: 'ip',
      width: 358,
      height: 170,
    })
    const labels = shapes.flatMap((shape) => (shape.kind === 'text' && /^[−\d]/.test(shape.text) ? [shape] : []))
    const along = labels.filter((shape) => shape.anchor === 'middle').map((shape) => shape.text)
    const up = labels.filter((shape) => shape.anchor === 'end').map((shape) => shape.text)
    expect(along.length).toBeGreaterThan(1)
    expect(new Set(along).size).toBe(along.length)
    expect(new Set(up).size).toBe(up.length)
  })
  it('breaks the line where nothing came, and marks what happened inside the stretch, without labels on one another', () => {
    const shapes = draw([
      [0, 280],
      [10, 281],
      [20, null],
      [30, 282],
      [40, 283],
    ])
    expect(shapes.filter((s) => s.kind === 'polyline')).toHaveLength(2)
    expect(shapes.filter((s) => s.kind === 'line' && s.dash)).toHaveLength(2)
    expect(shapes.filter((s) => s.kind === 'text' && s.text === 'in')).toHaveLength(1)
    expect(shapes.some((s) => s.kind === 'text' && s.text === 'later')).toBe(false)
  })
  it('stands without a single point', () => expect(draw([]).length).toBeGreaterThan(3))
})
