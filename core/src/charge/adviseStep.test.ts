import fc from 'fast-check'
import { customaryProfile } from '../method/readyProfiles'
import { adviseStep, estimateSlope, type ChargeStep, type StepQuestion } from './adviseStep'

const d = (f: number) => f / 1.8
const question = (part: Partial<StepQuestion> = {}): StepQuestion => ({
  history: [],
  current: { superheatK: d(30), subcoolingK: d(4), settled: true },
  target: d(13),
  tolerance: d(3),
  totalChargeKg: 3,
  meteringDevice: 'fixedOrifice',
  profile: customaryProfile,
  ...part,
})
const step = (amountKg: number, fromF: number, toF: number): ChargeStep => ({
  amountKg,
  before: { superheatK: d(fromF) },
  after: { superheatK: d(toF) },
})

describe('the next charge step', () => {
  it('adds where superheat on a piston is high, no more than the cap, and says what comes of it', () => {
    const advice = adviseStep(question())
    expect(advice.action).toBe('add')
    expect(advice.amountKg).toBeCloseTo(0.15, 9)
    expect(advice.reasons.map((r) => r.code)).toEqual(['toNearEdge', 'capped'])
    const { superheat, subcooling } = advice.predicted!
    expect(superheat!.valueK).toBeLessThan(d(30))
    expect(superheat!.lowK).toBeLessThan(superheat!.valueK)
    expect(superheat!.highK).toBeGreaterThan(superheat!.valueK)
    expect(subcooling!.valueK).toBeGreaterThan(d(4))
  })
  it('takes out where it is low, and goes the other way round on a valve', () => {
    expect(adviseStep(question({ current: { superheatK: d(6), settled: true } })).action).toBe('remove')
    const valve = (subcoolingF: number) =>
      adviseStep(
        question({
          meteringDevice: 'expansionValve',
          target: d(10),
          current: { subcoolingK: d(subcoolingF), settled: true },
        }),
      ).action
    expect([valve(4), valve(10), valve(16)]).toEqual(['add', 'stop', 'remove'])
  })
  it('waits until it has settled, and stops without a reading', () => {
    expect(adviseStep(question({ current: { superheatK: d(30), settled: false } })).action).toBe('wait')
    expect(adviseStep(question({ current: {} })).reasons).toEqual([{ code: 'noReading' }])
  })
  it('stops in the band, and leaves a reading on its wet side alone', () => {
    expect(adviseStep(question({ current: { superheatK: d(13.5), settled: true } })).reasons[0]!.code).toBe('inBand')
    // inside the tolerance it is signed as what it is, whatever doubt its instruments leave
    for (const f of [10.2, 11.2, 15.9])
      expect(adviseStep(question({ current: { superheatK: d(f), settled: true, standardK: d(0.8) } })).action).toBe(
        'stop',
      )
    expect(adviseStep(question({ current: { superheatK: d(15.9), settled: true } })).reasons[0]!.code).toBe('inBand')
  })
  it('learns this unit’s own slope', () => {
    const slope = (history: ChargeStep[]) =>
      estimateSlope(history, 'superheat', { totalChargeKg: 3, meteringDevice: 'fixedOrifice' })
    const own = slope([step(0.15, 30, 26), step(0.15, 26, 22)])
    expect(own.standard).toBeLessThan(slope([]).standard)
    // 4 °F for 0.15 kg are 14.8 K/kg: from the prior's 14 towards it, further than one step of 10 °F lets it stay
    expect(own.kPerKg).toBeLessThan(slope([]).kPerKg)
    expect(slope([step(0.15, 30, 20)]).kPerKg).toBeLessThan(own.kPerKg - 5)
  })
  it('stops when two steps in a row did nothing, and goes on when the second did', () => {
    const stuck = adviseStep(question({ history: [step(0.15, 30.5, 30.2), step(0.15, 30.2, 30)] }))
    expect(stuck).toMatchObject({ action: 'stop', reasons: [{ code: 'stepsDontMove' }] })
    expect(adviseStep(question({ history: [step(0.15, 30.5, 30.2), step(0.15, 37, 30)] })).action).toBe('add')
  })
  it('learns with a small step, then goes further at a time, unless every step is to be small', () => {
    const current = { superheatK: d(36), settled: true }
    const told = [step(0.15, 42, 36)]
    expect(adviseStep(question({ current, history: told })).amountKg).toBeCloseTo(0.3, 9)
    expect(adviseStep(question({ current, history: told, alwaysSmall: true })).amountKg).toBeCloseTo(0.15, 9)
    // a step too small to say anything of the slope teaches nothing
    expect(adviseStep(question({ current, history: [step(0.01, 36.4, 36)] })).amountKg).toBeCloseTo(0.15, 9)
  })
  it('goes more of the way once a step was made', () => {
    const near = { superheatK: d(19), settled: true }
    const part = (history: ChargeStep[]) => {
      const [first] = adviseStep(question({ current: near, history })).reasons
      return first!.code === 'toNearEdge' ? first!.fraction : undefined
    }
    expect(part([])).toBe(customaryProfile.stepFraction.si)
    expect(part([step(0.1, 23, 19)])).toBe(customaryProfile.stepKnownFraction.si)
  })
  it('gets smaller near the target, down to the least step', () => {
    const amount = (f: number) => adviseStep(question({ current: { superheatK: d(f), settled: true } })).amountKg!
    expect(amount(18)).toBeLessThan(amount(26))
    const going = adviseStep(
      question({
        current: { superheatK: d(13.6), settled: true, standardK: d(0.1), isIn: false },
        history: [step(0.15, 18, 13.6)],
      }),
    )
    expect(going.reasons[1]!.code).toBe('leastStep')
  })
  it('never goes past the target by its own slope, never over the cap, never with a sign', () => {
    const f = fc.double({ min: 0, max: 60, noNaN: true })
    const metering = fc.constantFrom('fixedOrifice' as const, 'expansionValve' as const)
    fc.assert(
      fc.property(
        f,
        f,
        metering,
        fc.double({ min: 0.5, max: 8, noNaN: true }),
        fc.boolean(),
        (superheatF, subcoolingF, meteringDevice, totalChargeKg, begun) => {
          const share = 0.05 * totalChargeKg
          const moved =
            meteringDevice === 'fixedOrifice' ? { superheatK: d(superheatF + 4) } : { subcoolingK: d(subcoolingF - 2) }
          const now = { superheatK: d(superheatF), subcoolingK: d(subcoolingF) }
          const told: ChargeStep[] = begun ? [{ amountKg: share, before: moved, after: now }] : []
          const q = question({
            history: told,
            meteringDevice,
            totalChargeKg,
            target: d(meteringDevice === 'fixedOrifice' ? 13 : 10),
            current: { superheatK: d(superheatF), subcoolingK: d(subcoolingF), settled: true },
          })
          const { action, amountKg, predicted } = adviseStep(q)
          if (amountKg === undefined) return
          expect(amountKg).toBeGreaterThan(0)
          expect(amountKg).toBeLessThanOrEqual((begun ? 0.1 : 0.05) * totalChargeKg + 1e-12)
          const after = (meteringDevice === 'fixedOrifice' ? predicted!.superheat : predicted!.subcooling)!.valueK
          const high = meteringDevice === 'fixedOrifice' ? superheatF > 13 : subcoolingF > 10
          expect(high ? after >= q.target - 1e-9 : after <= q.target + 1e-9).toBe(true)
          expect(action).toBe(high === (meteringDevice === 'fixedOrifice') ? 'add' : 'remove')
        },
      ),
    )
  })
})
