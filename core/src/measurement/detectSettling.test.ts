import fc from 'fast-check'
import { detectSettling, type SettlingLimits, type SettlingSample } from './detectSettling'

/** 3 minutes, 0.3 °F/min, 0.5 °F, ten minutes after a change */
const limits: SettlingLimits = { windowS: 180, slopeKPerS: 0.3 / 1.8 / 60, scatterK: 0.5 / 1.8, minimumS: 600 }
const run = (seconds: number, of: (t: number) => number, noise = 0.03): SettlingSample[] =>
  Array.from({ length: Math.floor(seconds / 2) }, (_, i) => {
    const t = 2 * i
    const n = noise * Math.sin(i * 12.9898) * 2
    return { timeS: t, superheatK: of(t) + n, subcoolingK: 5 + n, evaporatingK: 280 - n, condensingK: 318 + n }
  })
const state = (samples: readonly SettlingSample[], more: Partial<SettlingLimits> = {}) =>
  detectSettling(samples, { ...limits, ...more })

describe('whether a system has settled', () => {
  it('says settled when nothing moves and the least time has passed, with the means of the window', () => {
    const found = state(run(800, () => 7))
    expect(found.state).toBe('settled')
    expect(found.means!.superheatK).toBeCloseTo(7, 1)
  })
  it.each([1, 10, 40, 60, 120])('settles whatever the sampling, read every %d s', (everyS) => {
    const samples = (seconds: number, of: (t: number) => number): SettlingSample[] =>
      Array.from({ length: Math.floor(seconds / everyS) + 1 }, (_, i) => ({
        timeS: i * everyS,
        superheatK: of(i * everyS) + 0.03 * Math.sin(i * 12.9898),
        subcoolingK: 5,
      }))
    expect(state(samples(1500, () => 7)).state).toBe('settled')
    // and not while it still moves
    expect(state(samples(1500, (t) => 7 + t / 100)).state).toBe('settling')
    const early = state(
      samples(240, () => 7),
      { minimumS: 0 },
    )
    if (everyS > 40) expect(early).toMatchObject({ state: 'settling', minutesLeft: expect.any(Number) })
    else expect(early.state).toBe('settled')
  })
  it('readings further apart than four windows hold six of say nothing', () => {
    const far = Array.from({ length: 12 }, (_, i) => ({ timeS: i * 200, superheatK: 7, subcoolingK: 5 }))
    expect(state(far, { minimumS: 0 }).state).toBe('settling')
  })
  it('waits for the least time although nothing moves, and says how long', () => {
    expect(state(run(400, () => 7))).toMatchObject({ state: 'settling' })
    expect(state(run(400, () => 7)).minutesLeft).toBeCloseTo((600 - 398) / 60, 1)
    expect(
      state(
        run(800, () => 7),
        { sinceS: 500 },
      ).state,
    ).toBe('settling')
  })
  it('estimates the minutes that a dying change still needs, within a factor of two', () => {
    const decay = (t: number) => 7 + 12 * Math.exp(-t / 240)
    const at = (seconds: number) => state(run(seconds, decay), { minimumS: 0 })
    // when the slope really comes under the limit over a whole window
    const truth = Array.from({ length: 120 }, (_, i) => 300 + 15 * i).find((s) => at(s).state === 'settled')!
    for (const seconds of [360, 480, 600]) {
      const left = at(seconds).minutesLeft!
      expect(left).toBeGreaterThan((truth - seconds) / 60 / 2)
      expect(left).toBeLessThan(((truth - seconds) / 60) * 2)
    }
  })
  it('recognises hunting with its period and amplitude, and takes the mean of whole swings', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 150, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (period, amplitude) => {
          const found = state(run(1200, (t) => 6 + amplitude * Math.sin((2 * Math.PI * t) / period)))
          expect(found.state).toBe('hunting')
          expect(found.periodS! / period).toBeGreaterThan(0.93)
          expect(found.periodS! / period).toBeLessThan(1.07)
          expect(found.amplitudeK! / amplitude).toBeGreaterThan(0.85)
          expect(found.amplitudeK! / amplitude).toBeLessThan(1.15)
          expect(found.means!.superheatK).toBeGreaterThan(6 - 0.15 * amplitude)
          expect(found.means!.superheatK).toBeLessThan(6 + 0.15 * amplitude)
        },
      ),
      { numRuns: 25 },
    )
  })
  it('doesn’t call a swing that dies away hunting', () => {
    const dying = run(900, (t) => 6 + 8 * Math.exp(-t / 150) * Math.sin((2 * Math.PI * t) / 80))
    expect(state(dying).state).not.toBe('hunting')
  })
  it('says disturbed when it had settled and left that state, until it has settled again', () => {
    const door = (t: number) => 7 + (t < 1000 ? 0 : 4 * (1 - Math.exp(-(t - 1000) / 60)))
    expect(state(run(1000, door)).state).toBe('settled')
    expect(state(run(1100, door)).state).toBe('disturbed')
    expect(state(run(1600, door)).state).toBe('settled')
  })
  it('says disturbed for a window after somebody says so', () => {
    expect(
      state(
        run(1000, () => 7),
        { disturbedAtS: 950 },
      ),
    ).toMatchObject({ state: 'disturbed' })
    expect(
      state(
        run(1300, () => 7),
        { disturbedAtS: 950 },
      ).state,
    ).toBe('settled')
  })
  it('goes on without what is missing, in any order, and answers to nothing at all', () => {
    expect(detectSettling([], limits)).toEqual({ state: 'settling' })
    const holes = run(900, () => 7).map((s, i) =>
      i % 3 === 0 ? { ...s, superheatK: null } : { ...s, condensingK: undefined },
    )
    expect(state(holes).state).toBe('settled')
    expect(state([...holes].reverse())).toEqual(state(holes))
    expect(state([{ timeS: NaN, superheatK: 1 }])).toEqual({ state: 'settling' })
  })
  it('doesn’t depend on where the clock begins', () => {
    const samples = run(900, (t) => 7 + 3 * Math.exp(-t / 200))
    const later = samples.map((s) => ({ ...s, timeS: s.timeS + 5000 }))
    expect(state(later)).toEqual(state(samples))
  })
})
