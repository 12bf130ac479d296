import fc from 'fast-check'
import { acceptFrom } from './globalRisk'
import { normalCdf } from './normal'

const risk = { soundShare: 0.6, trulyIn: 0.95, least: 0.5 }

describe('from which probability on a reading is called In', () => {
  it('keeps what it promises on readings that are drawn', () => {
    // units and errors drawn beside the code, by Box and Muller from a plain generator
    let state = 42
    const uniform = () => {
      state = (state * 1103515245 + 12345) % 2147483648
      return (state + 1) / 2147483649
    }
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
    const spread = 1 / 0.8416212
    for (const u of [0.1, 0.25, 0.4, 0.5]) {
      const limit = acceptFrom(u, risk)
      let [called, truly, missed] = [0, 0, 0]
      for (let i = 0; i < 60_000; i++) {
        const unit = spread * normal()
        const read = unit + u * normal()
        const p = normalCdf((1 - read) / u) - normalCdf((-1 - read) / u)
        if (p >= limit) called++
        if (p >= limit && Math.abs(unit) <= 1) truly++
        if (p < limit && p >= 0.95) missed++
      }
      expect(truly / called).toBeGreaterThan(0.945)
      // no stricter than it has to be: at the customary limit of each reading far fewer would be called
      expect(missed).toBe(0)
      if (u > 0.2) expect(truly / called).toBeLessThan(0.965)
    }
  })
  it('is the higher the coarser the instrument, and never reached by one as coarse as the tolerance', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (u, more) => {
        expect(acceptFrom(u + more, risk)).toBeGreaterThanOrEqual(acceptFrom(u, risk) - 1e-9)
      }),
    )
    expect(acceptFrom(0.8, risk)).toBe(1)
    expect(acceptFrom(1e9, risk)).toBe(1)
  })
  it('is lower where most units are sound, and never under the least for each reading', () => {
    expect(acceptFrom(0.3, { ...risk, soundShare: 0.85 })).toBeLessThan(acceptFrom(0.3, risk))
    expect(acceptFrom(0.3, { ...risk, least: 0.95 })).toBe(0.95)
    expect(acceptFrom(0, risk)).toBe(0.5)
  })
  it('refuses what is no share and no uncertainty', () => {
    for (const bad of [
      { ...risk, soundShare: 0 },
      { ...risk, soundShare: 1 },
      { ...risk, trulyIn: 1 },
    ])
      expect(() => acceptFrom(0.3, bad)).toThrow(RangeError)
    for (const u of [-1, NaN]) expect(() => acceptFrom(u, risk)).toThrow(RangeError)
  })
})
