import fc from 'fast-check'
import { drawn, timeChart, type Scene } from '../index'

// Whatever a gauge or a thumb gave: a picture stays a picture. How long it takes is bounded by what is in it.
const MOST_SHAPES = 2500
const wild = fc.oneof(
  fc.constantFrom(0, 1e9, -1e9, 4e-323, 1e13, -1e13, 1.7e308, -1.7e308, 273.15, 1e-12),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
)

function sound({ width, height, shapes }: Scene): boolean {
  const numbers = (value: unknown): number[] =>
    typeof value === 'number'
      ? [value]
      : typeof value === 'object' && value !== null
        ? Object.values(value).flatMap(numbers)
        : []
  const texts = shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []))
  return (
    shapes.length <= MOST_SHAPES &&
    [width, height, ...numbers(shapes)].every((n) => Number.isFinite(n) && Math.abs(n) <= 1e4) &&
    texts.every((text) => text.length < 500)
  )
}

describe('pictures of wild numbers', () => {
  it('a chart over any time, of any values, with any marks, has few ticks and stays on its page', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(wild, fc.option(wild)), { maxLength: 40 }),
        fc.array(wild, { maxLength: 40 }),
        wild,
        wild,
        wild,
        fc.constantFrom('temperature', 'gaugePressure', 'vacuum', 'mass' as const),
        (points, marks, fromS, toS, zeroS, dimension) => {
          const scene = timeChart({
            series: [{ name: 'a', dimension: dimension as 'mass', tone: 'ink', points }],
            marks: marks.map((timeS) => ({ timeS, text: 'm', tone: 'out' })),
            fromS,
            toS,
            zeroS,
            system: 'ip',
            width: 350,
            height: 200,
          })
          expect(sound(scene)).toBe(true)
        },
      ),
      // a stretch shorter than anything that can be drawn, beside its zero
      { numRuns: 300, examples: [[[], [], 4e-323, 0, 3.136871846772254e-308, 'temperature']] },
    )
  })
  it('no scene holds more than a page can show, whatever was put into it', () => {
    const dots = Array.from(
      { length: 50_000 },
      (_, i) => ({ kind: 'dot', x: i * 1e9, y: -1e300, r: 1, tone: 'ink' }) as const,
    )
    expect(sound(drawn({ width: 1e12, height: 10, shapes: dots }))).toBe(true)
  })
})
