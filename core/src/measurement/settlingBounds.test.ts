// Where settling begins, how long it takes and what counts as a swing: each against a line, an exponential or a sine worked out beside it.
import { detectSettling, type SettlingLimits, type SettlingSample } from './detectSettling'
import { makeNoise } from '../quantity/testing'

const WINDOW_S = 180
const SLOPE = 0.3 / 1.8 / 60
const SCATTER = 0.5 / 1.8
const limits: SettlingLimits = { windowS: WINDOW_S, slopeKPerS: SLOPE, scatterK: SCATTER }
const found = (samples: readonly SettlingSample[], more: Partial<SettlingLimits> = {}) =>
  detectSettling(samples, { ...limits, ...more })

const times = (from: number, to: number, every = 2) =>
  Array.from({ length: Math.floor((to - from) / every) + 1 }, (_, i) => from + i * every)
/** superheat alone, every two seconds from the first time to the last, both with */
const superheat = (from: number, to: number, of: (t: number) => number, every = 2): SettlingSample[] =>
  times(from, to, every).map((timeS) => ({ timeS, superheatK: of(timeS) }))
const at = (ts: readonly number[], of: (t: number) => number) => ts.map((timeS) => ({ timeS, superheatK: of(timeS) }))
const sine = (amplitude: number, period: number) => (t: number) => 6 + amplitude * Math.sin((2 * Math.PI * t) / period)

describe('how long it waits', () => {
  it('for the rest of a window, or of the least time, wherever its clock begins', () => {
    expect(found(superheat(0, 100, () => 7))).toEqual({ state: 'settling', minutesLeft: 80 / 60 })
    expect(found(superheat(5000, 5100, () => 7))).toEqual({ state: 'settling', minutesLeft: 80 / 60 })
    expect(
      found(
        superheat(5000, 5100, () => 7),
        { sinceS: 5000, minimumS: 300 },
      ).minutesLeft,
    ).toBeCloseTo(200 / 60, 9)
  })
  it('judges from the last step on', () => {
    const moved = superheat(0, 800, (t) => (t < 500 ? 15 : 7))
    expect(found(moved, { sinceS: 500 })).toMatchObject({ state: 'settled', means: { superheatK: 7 } })
    expect(found(superheat(0, 800, sine(3, 60)), { sinceS: 750 })).toEqual({
      state: 'settling',
      minutesLeft: 130 / 60,
    })
    // one that jumped as the step was made, within a window of it
    expect(
      found(
        superheat(0, 690, (t) => (t < 510 ? 15 : 7)),
        { sinceS: 510 },
      ),
    ).toMatchObject({ state: 'settled' })
  })
  it('says nothing of the time where no channel comes', () => {
    expect(found(times(0, 700).map((timeS) => ({ timeS })))).toEqual({ state: 'settling', minutesLeft: 0 })
  })
  it('for a window after a disturbance, steady, moving or swinging; and for the least time, if that is longer', () => {
    for (const value of [() => 7, (t: number) => 7 + 0.01 * t, sine(3, 60)]) {
      const samples = superheat(0, 700, value)
      expect(found(samples, { disturbedAtS: 650 })).toEqual({ state: 'disturbed', minutesLeft: 130 / 60 })
      expect(found(samples, { disturbedAtS: 521 }).state).toBe('disturbed')
      expect(found(samples, { disturbedAtS: 520 }).state).not.toBe('disturbed')
    }
    const ramp = superheat(0, 700, (t) => 7 + 0.01 * t)
    expect(found(ramp, { disturbedAtS: 650, minimumS: 900 })).toEqual({ state: 'disturbed', minutesLeft: 200 / 60 })
  })
  it('for the least time before it says hunting', () => {
    const samples = superheat(0, 540, sine(3, 60))
    expect(found(samples, { minimumS: 600 })).toEqual({ state: 'settling', minutesLeft: 1 })
    expect(found(samples, { minimumS: 540 }).state).toBe('hunting')
  })
})

describe('what is steady', () => {
  it.each([-1, 1])('a slope under the limit (%d)', (sign) => {
    const ramp = (share: number) => found(superheat(0, 700, (t) => 7 + sign * share * SLOPE * t))
    expect(ramp(0.9)).toMatchObject({ state: 'settled' })
    // a straight line's two halves don't say how it dies away: two and a half minutes, and a sixth of the window
    expect(ramp(1.1).state).toBe('settling')
    expect(ramp(1.1).minutesLeft).toBeCloseTo((150 * Math.log(1.1) + 30) / 60, 6)
    expect(ramp(10).minutesLeft).toBeCloseTo((150 * Math.log(10) + 30) / 60, 6)
  })
  it('a scatter under the limit about that line; else a third of a window more', () => {
    const noisy = (sigma: number, slope = 0) => {
      const noise = makeNoise(11)
      return found(superheat(0, 700, (t) => 7 + slope * t + sigma * noise()))
    }
    expect(noisy(0.7 * SCATTER).state).toBe('settled')
    expect(noisy(0.7 * SCATTER, 0.8 * SLOPE).state).toBe('settled')
    expect(noisy(1.5 * SCATTER)).toEqual({ state: 'settling', minutesLeft: 1 })
  })
  it('scatter counted with two degrees of freedom fewer than readings', () => {
    // off a line by 1, −1, −1, 1, 1, −1, −1, 1 in turn: no slope, sum of squares 8 of eight readings, so √(8 / 6)
    const ts = times(0, 175, 25)
    const zigzag = (k: number) => at(ts, (t) => 7 + k * [1, -1, -1, 1, 1, -1, -1, 1][t / 25]!)
    const k = SCATTER / Math.sqrt(8 / 6)
    expect(found(zigzag(0.99 * k)).state).toBe('settled')
    expect(found(zigzag(1.01 * k)).state).toBe('settling')
  })
  it('judges a channel by six readings over nine tenths of the window, no fewer', () => {
    const base = times(0, 700).map((timeS) => ({ timeS, subcoolingK: 5 }))
    const and = (ts: readonly number[]) => [...base, ...at(ts, (t) => 7 + 0.1 * t)]
    expect(found(and([520, 560, 600, 640, 700])).state).toBe('settled')
    expect(found(and([520, 560, 600, 640, 680, 700])).state).toBe('settling')
    expect(found(and([538, 560, 600, 640, 680, 700])).state).toBe('settling')
    expect(found(and([540, 560, 600, 640, 680, 700])).state).toBe('settled')
    expect(found(at([540, 560, 600, 640, 680, 700], () => 7)).state).toBe('settling')
  })
  it('the means are those of the window, both its ends with it', () => {
    // the ends of the window stand out: 91 readings, two of them higher by 0.2 K
    const samples = superheat(0, 700, (t) => (t === 520 || t === 700 ? 7.2 : t < 520 ? 7.1 : 7))
    expect(found(samples).means!.superheatK).toBeCloseTo(7 + (2 * 0.2) / 91, 9)
  })
  it('leaves out what is no temperature', () => {
    const samples = superheat(0, 700, () => 7).map((s, i) => (i % 50 === 0 ? { ...s, superheatK: 1e5 } : s))
    expect(found(samples).state).toBe('settled')
    expect(found([...samples, { timeS: 3e11, superheatK: 1 }]).state).toBe('settled')
  })
})

describe('how long a change that dies away still needs', () => {
  /** least-squares slope of A·exp(−t/τ) over a window that begins at 0: 12/W³ · ∫ (t − W/2) y dt */
  const slopeOf = (a: number, tau: number) => {
    const w = WINDOW_S
    const e = Math.exp(-w / tau)
    return (12 / w ** 3) * a * (tau * tau * (1 - e) - tau * w * e - (w / 2) * tau * (1 - e))
  }
  const left = (a: number, tau: number) =>
    found(superheat(0, WINDOW_S, (t) => 7 + a * Math.exp(-t / tau))).minutesLeft! * 60
  it.each([60, 100, 240, 600])('as long as its own pace of %d s says', (tau) => {
    const slope = Math.abs(slopeOf(12, tau))
    expect(left(12, tau) / (tau * Math.log(slope / SLOPE) + 30)).toBeCloseTo(1, 1)
  })
  it('takes no pace under 40 s, nor over 900, nor one that can’t be told from a jump or a straight line', () => {
    const times = (tau: number, a: number) => (left(a, tau) - 30) / Math.log(Math.abs(slopeOf(a, tau)) / SLOPE)
    expect(times(30, 12) / 40).toBeCloseTo(1, 1)
    expect(times(15, 12) / 150).toBeCloseTo(1, 1)
    expect(times(1500, 10) / 900).toBeCloseTo(1, 1)
    expect(times(3000, 40) / 150).toBeCloseTo(1, 1)
  })
  it('takes the usual pace where it turns round', () => {
    const turning = at(times(0, WINDOW_S), (t) => (t < 90 ? 12 - 0.1 * t : 3 + 0.01 * (t - 90)))
    const more = found(turning).minutesLeft! * 60 - 30
    // its slope over the window, by numbers
    const ts = times(0, WINDOW_S)
    const ys = turning.map((s) => s.superheatK!)
    const mean = ys.reduce((a, b) => a + b) / ys.length
    const slope = ts.reduce((s, t, i) => s + (t - 90) * (ys[i]! - mean), 0) / ts.reduce((s, t) => s + (t - 90) ** 2, 0)
    expect(more).toBeCloseTo(150 * Math.log(Math.abs(slope) / SLOPE), 6)
  })
  it('never over half an hour', () => {
    expect(left(40, 1200)).toBe(1800)
  })
  it('a window, where a half of it has too few readings', () => {
    const line = (t: number) => 7 + 0.1 * t
    expect(found(at([0, 100, 120, 140, 160, 180], line)).minutesLeft).toBe(3)
    expect(found(at([0, 20, 40, 60, 80, 180], line)).minutesLeft).toBe(3)
    expect(found(at([0, 30, 60, 100, 140, 180], line)).minutesLeft).toBeCloseTo(
      (150 * Math.log(0.1 / SLOPE) + 30) / 60,
      6,
    )
  })
})

describe('what has left a settled state', () => {
  const jump = (by: number) => (t: number) => 7 + (t > 1000 ? by : 0)
  it('what is off by over three times the allowed scatter', () => {
    expect(found(superheat(0, 1060, jump(3.2 * SCATTER))).state).toBe('disturbed')
    expect(found(superheat(0, 1060, jump(-3.2 * SCATTER))).state).toBe('disturbed')
    expect(found(superheat(0, 1060, jump(2.8 * SCATTER))).state).toBe('settling')
  })
  it('by any of the four', () => {
    for (const channel of ['subcoolingK', 'evaporatingK', 'condensingK'] as const) {
      const samples = times(0, 1060).map((timeS) => ({ timeS, superheatK: 7, [channel]: jump(2)(timeS) }))
      expect(found(samples).state).toBe('disturbed')
    }
  })
  it('not what came back by now, as the last twenty seconds say', () => {
    const bump = (back: number) => (t: number) => 7 + (t > 1000 && t < back ? 3 : 0)
    expect(found(superheat(0, 1080, bump(1060))).state).toBe('settling')
    expect(found(superheat(0, 1080, bump(1081))).state).toBe('disturbed')
  })
  it('not what was never settled, was so before the last step only, or over three windows ago', () => {
    expect(found(superheat(0, 1060, (t) => 7 + 0.01 * t)).state).toBe('settling')
    expect(found(superheat(0, 1060, jump(3)), { sinceS: 950 }).state).toBe('settling')
    expect(found(superheat(0, 1060, jump(3)), { sinceS: 800, minimumS: 259 }).state).toBe('settling')
    expect(found(superheat(0, 1060, jump(3)), { sinceS: 800, minimumS: 100 }).state).toBe('disturbed')
    const drifting = (t: number) => 7 + 0.01 * Math.max(0, t - 1000)
    expect(found(superheat(0, 1200, drifting)).state).toBe('disturbed')
    expect(found(superheat(0, 1700, drifting)).state).toBe('settling')
  })
  it('not a channel that no longer comes', () => {
    const samples = superheat(0, 1060, () => 7).map((s) => ({
      ...s,
      subcoolingK: s.timeS > 1000 ? 5 + 0.03 * (s.timeS - 1000) : 5,
      condensingK: s.timeS > 1035 ? null : 318,
    }))
    expect(found(samples).state).toBe('disturbed')
    expect(found(samples.map((s) => (s.timeS > 1040 ? { ...s, subcoolingK: null } : s))).state).not.toBe('disturbed')
  })
})

describe('what hunts', () => {
  it.each([25, 50, 90, 140, 200])('swings of %d s, at their period and amplitude, also on a slope', (period) => {
    for (const slope of [0, 0.004, -0.004]) {
      const swing = found(superheat(0, 1200, (t) => sine(2, period)(t) + slope * t))
      expect(swing.state).toBe('hunting')
      expect(Math.abs(swing.periodS! - period)).toBeLessThan(0.03 * period)
      expect(swing.amplitudeK! / 2).toBeCloseTo(1, 1)
    }
  })
  it('read at uneven times', () => {
    const noise = makeNoise(5)
    const uneven = times(0, 1200, 4).map((t) => t + Math.abs(noise()))
    const swing = found(at(uneven, sine(2, 60)))
    expect(swing.state).toBe('hunting')
    expect(Math.abs(swing.periodS! - 60)).toBeLessThan(3)
    expect(swing.amplitudeK! / 2).toBeCloseTo(1, 1)
  })
  it('however often it is read, over more of it where that is seldom, and not at less than three a swing', () => {
    for (const everyS of [2, 10, 20, 30, 40]) {
      const swings = found(superheat(0, 1800, sine(2, 130), everyS))
      expect([everyS, swings.state]).toEqual([everyS, 'hunting'])
      expect(Math.abs(swings.periodS! / 130 - 1)).toBeLessThan(0.06)
    }
    expect(found(superheat(0, 1800, sine(2, 130), 60)).state).toBe('settling')
  })
  it('two and a half swings at least in three windows, or in what there is', () => {
    expect(found(superheat(0, 1200, sine(2, 235))).state).not.toBe('hunting')
    expect(found(superheat(0, 200, sine(2, 75))).state).toBe('hunting')
    expect(found(superheat(0, 200, sine(2, 95))).state).not.toBe('hunting')
  })
  it('not what is within the allowed scatter while something else moves', () => {
    const with_ = (amplitude: number) =>
      times(0, 1200).map((timeS) => ({ timeS, superheatK: sine(amplitude, 60)(timeS), subcoolingK: 5 + 0.01 * timeS }))
    expect(found(with_(1.3 * SCATTER)).state).toBe('settling')
    expect(found(with_(1.5 * SCATTER)).state).toBe('hunting')
  })
  it('not what dies away faster than to three fifths in half of the time, but what grows', () => {
    const dying = (tau: number) => superheat(0, 1200, (t) => 6 + 3 * Math.exp((600 - t) / tau) * Math.sin(t / 9))
    // over 540 s its two halves differ by exp(−270/τ): 0.51, 0.71, 1.96
    expect(found(dying(400)).state).not.toBe('hunting')
    expect(found(dying(800)).state).toBe('hunting')
    expect(found(dying(-400)).state).toBe('hunting')
  })
  it('not unlike swings: noise, one step, a saw of one tooth', () => {
    const noise = makeNoise(3)
    expect(found(superheat(0, 1200, () => 6 + 2 * noise())).state).toBe('settling')
    expect(found(superheat(0, 1200, (t) => (t < 900 ? 4 : 9))).state).not.toBe('hunting')
    expect(found(superheat(0, 540, (t) => 6 + Math.abs(t - 270) / 40)).state).not.toBe('hunting')
  })
  it('gives means over whole swings, of what was read in the last three windows only', () => {
    const samples = times(0, 1200).map((timeS) => ({
      timeS,
      superheatK: timeS < 640 ? 30 : sine(2, 200)(timeS),
      condensingK: 318 + 3 * Math.sin((2 * Math.PI * timeS) / 200 + 1),
    }))
    const swing = found(samples)
    expect(swing.state).toBe('hunting')
    expect(swing.means!.superheatK).toBeCloseTo(6, 1)
    expect(swing.means!.condensingK).toBeCloseTo(318, 0)
    expect(swing.means).not.toHaveProperty('subcoolingK')
  })
})
