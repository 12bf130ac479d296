import fc from 'fast-check'
import { leastCost, type StepStakes } from './leastCost'

type Cause = 'short' | 'drier' | 'air' | 'sound'
const stakes = (part: Partial<StepStakes<Cause>> = {}): StepStakes<Cause> => ({
  belief: [
    { cause: 'short', probability: 0.9 },
    { cause: 'drier', probability: 0.05 },
    { cause: 'sound', probability: 0.05 },
  ],
  right: ['short'],
  regretMinutes: () => 30,
  heldMinutes: 60,
  looks: [
    { causes: ['drier'], minutes: 3, finds: 1 },
    { causes: ['air'], minutes: 20, finds: 1 },
  ],
  ...part,
})

describe('the act of least expected cost', () => {
  it('is the step where looking would save less than it costs', () => {
    // 5 % of 30 min are 1.5 min, and the drier is 3 min away
    expect(leastCost(stakes())).toEqual({ act: 'step', expectedMinutes: expect.closeTo(3, 9) })
  })
  it('is the look where it saves more: the one that saves most', () => {
    const belief = [
      { cause: 'short', probability: 0.5 },
      { cause: 'drier', probability: 0.3 },
      { cause: 'air', probability: 0.2 },
    ] as const
    expect(leastCost(stakes({ belief }))).toMatchObject({
      act: 'look',
      cause: 'drier',
      savesMinutes: expect.closeTo(6, 9),
    })
    const dear = stakes({ belief, regretMinutes: (cause) => (cause === 'air' ? 300 : 30) })
    expect(leastCost(dear)).toMatchObject({ act: 'look', cause: 'air', savesMinutes: expect.closeTo(40, 9) })
  })
  it('a look that speaks of two causes saves what both would have cost, and is named by its first', () => {
    const belief = [
      { cause: 'short', probability: 0.8 },
      { cause: 'drier', probability: 0.1 },
      { cause: 'air', probability: 0.1 },
    ] as const
    const looks = [
      { causes: ['drier'], minutes: 3, finds: 1 },
      { causes: ['air', 'drier'], minutes: 4, finds: 0.9 },
    ] as const
    // 0.9 × (0.1 + 0.1) × 30 min less 4, against nothing for the drier alone
    expect(leastCost(stakes({ belief, looks }))).toEqual({
      act: 'look',
      cause: 'air',
      probability: 0.2,
      savesMinutes: expect.closeTo(1.4, 9),
    })
  })
  it('is to hold where nothing is left to look at and the step is likelier in vain', () => {
    const belief = [
      { cause: 'short', probability: 0.2 },
      { cause: 'air', probability: 0.8 },
    ] as const
    expect(leastCost(stakes({ belief, looks: [] }))).toEqual({
      act: 'hold',
      cause: 'air',
      probability: 0.8,
      expectedMinutes: expect.closeTo(12, 9),
    })
    expect(leastCost(stakes({ belief, looks: [], regretMinutes: () => 12 }))).toMatchObject({ act: 'step' })
  })
  it('is a step that nothing speaks against, and none that is refused for want of a cause', () => {
    expect(leastCost(stakes({ belief: [{ cause: 'short', probability: 1 }], looks: [] })).act).toBe('step')
    expect(leastCost(stakes({ belief: [], looks: [] })).act).toBe('step')
  })
  it('refuses what is no likelihood and no cost', () => {
    for (const bad of [-1, NaN, Infinity]) {
      expect(() => leastCost(stakes({ heldMinutes: bad }))).toThrow(RangeError)
      expect(() => leastCost(stakes({ regretMinutes: () => bad }))).toThrow(RangeError)
      expect(() => leastCost(stakes({ looks: [{ causes: ['air'], minutes: bad, finds: 1 }] }))).toThrow(RangeError)
    }
  })
  const share = fc.double({ min: 0, max: 1, noNaN: true })
  const minutes = fc.double({ min: 0.1, max: 300, noNaN: true })
  it('never asks for a look that costs more than all it could save, and asks for none twice', () => {
    fc.assert(
      fc.property(share, minutes, minutes, share, (wrong, regret, cost, finds) => {
        const decided = leastCost<Cause>({
          belief: [
            { cause: 'short', probability: 1 - wrong },
            { cause: 'drier', probability: wrong },
          ],
          right: ['short'],
          regretMinutes: () => regret,
          heldMinutes: 60,
          looks: [{ causes: ['drier'], minutes: cost, finds }],
        })
        if (decided.act === 'look') expect(wrong * finds * regret).toBeGreaterThan(cost)
        else expect(wrong * finds * regret - cost).toBeLessThanOrEqual(1e-9)
      }),
    )
  })
  it('steps the sooner the likelier the step is right, whatever else', () => {
    fc.assert(
      fc.property(share, share, minutes, minutes, (a, b, regret, held) => {
        const steps = (right: number) =>
          leastCost<Cause>({
            belief: [
              { cause: 'short', probability: right },
              { cause: 'drier', probability: 1 - right },
            ],
            right: ['short'],
            regretMinutes: () => regret,
            heldMinutes: held,
            looks: [],
          }).act === 'step'
        if (steps(Math.min(a, b))) expect(steps(Math.max(a, b))).toBe(true)
      }),
    )
  })
})
