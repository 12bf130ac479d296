import { judgePressureHold } from '@zetesis/core'
import fc from 'fast-check'
import { createNitrogenRig, nitrogenRigs, tightNitrogen, type NitrogenRig, type NitrogenRigSpec } from './nitrogenRig'

const PSI = 6894.757293168
const quiet = {
  gauge: { noisePa: 0, stepPa: 1e-3, offsetPa: 0 },
  probe: { noiseK: 0, lagS: 1, stepK: 1e-6 },
  dropOut: 0,
} as const
const still = (part: Partial<NitrogenRigSpec> = {}) => ({ ...tightNitrogen, ...quiet, ...part })

function raised(rig: NitrogenRig, psig: number, restS: number): NitrogenRig {
  rig.apply({ kind: 'raise', gaugePa: psig * PSI })
  rig.step(300 + restS)
  return rig
}

describe('the physics', () => {
  it('comes up to what the regulator is set to, and no higher', () => {
    const rig = raised(createNitrogenRig(still(), 1), 450, 0)
    const most = 450 * PSI + 101_325
    expect(rig.state().gasPa).toBeLessThanOrEqual(most * (1 + 1e-9))
    expect(rig.state().gasPa).toBeGreaterThan(0.9 * most)
  })
  it('filling warms the gas, and standing lets it cool: pressure falls without a leak', () => {
    const rig = createNitrogenRig(still({ gasLagS: 600 }), 1)
    rig.apply({ kind: 'raise', gaugePa: 450 * PSI })
    rig.step(170)
    const warm = rig.state()
    expect(warm.gasK).toBeGreaterThan(warm.ambientK + 5)
    rig.step(5400)
    expect(rig.state().gasK).toBeCloseTo(rig.state().ambientK, 1)
    expect(rig.state().gasPa).toBeLessThan(warm.gasPa - 10 * PSI)
    expect(rig.state().gasMol).toBeCloseTo(warm.gasMol, 6)
  })
  it('a closed volume follows its temperature', () => {
    const rig = raised(createNitrogenRig(still({ driftKPerS: -0.002, gasLagS: 1 }), 1), 450, 600)
    const before = rig.state()
    rig.step(1800)
    const after = rig.state()
    expect(after.gasPa / before.gasPa).toBeCloseTo(after.gasK / before.gasK, 9)
    expect(before.gasK - after.gasK).toBeCloseTo(3.6, 2)
  })
  it('the vacuum’s leak is about a thousand times as large at 450 psig', () => {
    const leakPaM3PerS = 1e-5
    const rig = raised(createNitrogenRig(still({ leakPaM3PerS, gasLagS: 1 }), 1), 450, 600)
    const before = rig.state().gasPa
    rig.step(60)
    const flow = ((before - rig.state().gasPa) / 60) * tightNitrogen.volumeM3
    expect(flow / leakPaM3PerS).toBeGreaterThan(900)
    expect(flow / leakPaM3PerS).toBeLessThan(1100)
  })
  it('let off, it comes to the open air and stays above nothing whatever it is made of', () => {
    const spec = fc.record({
      volumeM3: fc.double({ min: 0.001, max: 0.1, noNaN: true }),
      leakPaM3PerS: fc.double({ min: 0, max: 0.1, noNaN: true }),
      driftKPerS: fc.double({ min: -0.005, max: 0.005, noNaN: true }),
      gasLagS: fc.double({ min: 1, max: 900, noNaN: true }),
    })
    fc.assert(
      fc.property(spec, fc.double({ min: 1, max: 40, noNaN: true }), (part, stepS) => {
        const rig = createNitrogenRig(still(part), 2)
        rig.apply({ kind: 'raise', gaugePa: 400 * PSI })
        for (let i = 0; i < 30; i++) rig.step(stepS)
        rig.apply({ kind: 'release' })
        rig.step(120)
        rig.step(20)
        const { gasPa, gasK } = rig.state()
        expect(gasPa).toBeGreaterThan(90_000)
        expect(gasPa).toBeLessThan(115_000)
        expect(gasK).toBeGreaterThan(200)
      }),
      { numRuns: 40, endOnFailure: true },
    )
  })
  it('the same seed and the same changes give the same run', () => {
    const run = () => {
      const rig = createNitrogenRig(nitrogenRigs.slowLeak, 7)
      rig.apply({ kind: 'raise', gaugePa: 300 * PSI })
      return Array.from({ length: 100 }, () => rig.step(1))
    }
    expect(run()).toEqual(run())
  })
})

describe('the rig and the judgement agree', () => {
  it.each([
    ['tight', 'passes'],
    ['tightEvening', 'passes'],
    ['slowLeak', 'out'],
    ['looseFlare', 'out'],
  ] as const)('%s', (name, verdict) => {
    const rig = raised(createNitrogenRig(nitrogenRigs[name], 11), 450, 900)
    const read = () => {
      for (;;) {
        const { gaugePa, ambientK } = rig.step(1)
        if (gaugePa !== null && ambientK !== null) return { pa: gaugePa + 101_325, k: ambientK }
      }
    }
    const start = read()
    const holdS = 16 * 3600
    rig.step(holdS)
    const end = read()
    const judged = judgePressureHold({
      startPa: start.pa,
      startK: start.k,
      endPa: end.pa,
      endK: end.k,
      pressureStandardUncertaintyPa: 0.3 * PSI,
      temperatureStandardUncertaintyK: 0.15,
      durationS: holdS,
    })
    expect(judged.passes ? 'passes' : judged.verdict).toBe(verdict)
  })
})
