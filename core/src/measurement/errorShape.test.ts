import fc from 'fast-check'
import { errorCdf, standardOf, sumOfErrors } from './errorShape'
import { decidingUncertainty, judge, largestDeciding } from './judge'
import { normalCdf } from './normal'

/** a sum of errors drawn as JCGM 101 draws it, from a generator of its own */
function drawn({ normal, rectangular }: { normal: number; rectangular: readonly number[] }, count: number): number[] {
  let state = 12345
  const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647
  return Array.from({ length: count }, () => {
    const gauss = Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
    return rectangular.reduce((sum, half) => sum + half * (2 * uniform() - 1), normal * gauss)
  })
}

describe('the shape of an error', () => {
  it.each([
    [{ normal: 0, rectangular: [1] }],
    [{ normal: 0.2, rectangular: [1] }],
    [{ normal: 0, rectangular: [1, 0.4] }],
    [{ normal: 0.1, rectangular: [1, 0.9] }],
    [{ normal: 0.1, rectangular: [1, 0.5, 0.3, 0.2] }],
    [{ normal: 0.7, rectangular: [] }],
  ])('%j: as often under a value as drawn ones', (shape) => {
    const sample = drawn(shape, 60_000)
    for (const x of [-1.2, -0.8, -0.3, 0, 0.5, 0.9, 1.3]) {
      const share = sample.filter((e) => e <= x).length / sample.length
      expect(Math.abs(errorCdf(x, shape) - share)).toBeLessThan(0.008)
    }
  })
  it('rises from 0 to 1, even about nothing, whatever it is made of', () => {
    const half = fc.double({ min: 0, max: 50, noNaN: true })
    fc.assert(
      fc.property(
        half,
        fc.array(half, { maxLength: 5 }),
        fc.double({ min: -200, max: 200, noNaN: true }),
        half,
        (normal, rectangular, x, more) => {
          const shape = { normal, rectangular }
          const at = errorCdf(x, shape)
          expect(at).toBeGreaterThanOrEqual(0)
          expect(at).toBeLessThanOrEqual(1)
          expect(errorCdf(x + more, shape)).toBeGreaterThanOrEqual(at - 1e-7)
          if (standardOf(shape) > 1e-9) expect(at + errorCdf(-x, shape)).toBeCloseTo(1, 5)
        },
      ),
    )
  })
  it('adds in quadrature', () => {
    const sum = sumOfErrors([
      { shape: { normal: 3, rectangular: [] }, times: 1 },
      { shape: { normal: 2, rectangular: [] }, times: -2 },
    ])
    expect(standardOf(sum)).toBeCloseTo(5, 12)
  })
  it('a rectangle that dominates ends where it ends: In is sure inside, where a normal of the same size would doubt', () => {
    const of = { value: 10, standardUncertainty: 1 / Math.sqrt(3), low: 8.9, high: 11.1 }
    expect(judge({ ...of, shape: { normal: 0, rectangular: [1] } })).toEqual({ verdict: 'in', probabilityIn: 1 })
    expect(judge(of).probabilityIn).toBeCloseTo(2 * normalCdf(1.1 * Math.sqrt(3)) - 1, 9)
  })
  it('refuses what is no number instead of never ending', () => {
    expect(() => normalCdf(NaN)).toThrow(RangeError)
    expect(() => judge({ value: 1, standardUncertainty: Infinity, low: -Infinity, high: 2 })).toThrow(RangeError)
    expect(() => judge({ value: NaN, standardUncertainty: 1, low: 0, high: 2 })).toThrow(RangeError)
    expect(normalCdf(Infinity)).toBe(1)
  })
  it('finds the largest uncertainty that still decides', () => {
    const u = decidingUncertainty({ value: 10, low: 8, high: 12 })!
    expect(judge({ value: 10, standardUncertainty: 0.999 * u, low: 8, high: 12 }).verdict).toBe('in')
    expect(judge({ value: 10, standardUncertainty: 1.001 * u, low: 8, high: 12 }).verdict).toBe('tooClose')
    expect(largestDeciding(() => false, 1)).toBeUndefined()
  })
})
