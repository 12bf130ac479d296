import { analyseDecay, analysePullDown, waterVapourPressurePa, type VacuumSample } from '@zetesis/core'
import fc from 'fast-check'
import { makeRandom } from '../random'
import { makeGauge } from './gauge'
import { tightRig, vacuumRigs, type VacuumRigSpec } from './conditions'
import { createVacuumRig, hoseConductance, type VacuumRig } from './vacuumRig'

const MICRON = 0.133322368
const quiet = { noise: 0, dropOut: 0, stepsPa: [1e-6, 1e-6, 1e-6], lagS: 0, topPa: 2e5, place: 'far' } as const
const still = (part: Partial<VacuumRigSpec>): VacuumRigSpec => ({
  ...tightRig,
  filmKg: 0,
  rigLeakPaM3PerS: 0,
  gauge: quiet,
  ...part,
})
const pressure = (rig: VacuumRig) => rig.state().systemPa[0] + rig.state().systemPa[1]

function pullDown(rig: VacuumRig, seconds: number): void {
  rig.apply({ kind: 'pump', on: true })
  rig.step(seconds)
}
function hold(rig: VacuumRig, seconds: number): VacuumSample[] {
  rig.apply({ kind: 'valve', open: false })
  const samples: VacuumSample[] = []
  for (let i = 1; i <= seconds; i++) {
    const { pressurePa } = rig.step(1)
    if (pressurePa !== null) samples.push({ timeS: i, pressurePa })
  }
  return samples
}

describe('the physics', () => {
  it('pumps down to the pump’s ultimate pressure and no further', () => {
    const rig = createVacuumRig(still({ pumpUltimatePa: 5 }), 1)
    pullDown(rig, 3600)
    expect(pressure(rig)).toBeCloseTo(5, 1)
  })
  it('a leak raises an isolated system at Q/V', () => {
    const rig = createVacuumRig(still({ leakPaM3PerS: 0.001 }), 1)
    pullDown(rig, 1200)
    rig.apply({ kind: 'valve', open: false })
    rig.step(60)
    const before = pressure(rig)
    rig.step(600)
    expect((pressure(rig) - before) / 600).toBeCloseTo(0.001 / tightRig.volumeM3, 4)
  })
  it('water in a closed system comes to its vapour pressure', () => {
    const rig = createVacuumRig(still({ waterKg: 0.02 }), 1)
    pullDown(rig, 120)
    rig.apply({ kind: 'valve', open: false })
    rig.step(7200)
    expect(rig.state().systemPa[1]).toBeCloseTo(waterVapourPressurePa(rig.state().waterK)!, 0)
    expect(rig.state().waterK).toBeGreaterThan(292)
  })
  it('water pumped hard cools, and freezes', () => {
    const rig = createVacuumRig(still({ waterKg: 0.02, waterHeatWPerK: 0.05 }), 1)
    pullDown(rig, 1200)
    expect(rig.state().waterK).toBeLessThan(273)
    expect(rig.state().waterKg).toBeGreaterThan(0)
  })
  it('nitrogen warms the ice and carries moisture off', () => {
    const rig = createVacuumRig(still({ waterKg: 0.02, waterHeatWPerK: 0.05, filmKg: 1e-4 }), 1)
    pullDown(rig, 1200)
    const { waterK, filmKg } = rig.state()
    rig.apply({ kind: 'pump', on: false })
    rig.apply({ kind: 'nitrogen', toPa: 115_000, soakS: 300 })
    rig.step(330)
    expect(rig.state().waterK).toBeGreaterThan(waterK + 5)
    expect(rig.state().filmKg).toBeLessThan(filmKg)
    expect(pressure(rig)).toBeGreaterThan(90_000)
  })
  it('a longer, narrower hose or a core left in conducts less', () => {
    const wide = { hoseBoreM: 0.0095, hoseLengthM: 1.8, coreShare: 1 }
    const at = (part: Partial<typeof wide>) => hoseConductance({ ...wide, ...part }, 20)
    expect(at({ hoseBoreM: 0.0064 })).toBeLessThan(at({}) / 3)
    expect(at({ hoseLengthM: 3.6 })).toBeCloseTo(at({}) / 2, 8)
    expect(at({ coreShare: 0.1 })).toBeCloseTo(at({}) / 10, 8)
  })
  it('no pressure is ever negative, whatever it is made of and however it is stepped', () => {
    const spec = fc.record({
      volumeM3: fc.double({ min: 0.001, max: 0.1, noNaN: true }),
      pumpSpeedM3PerS: fc.double({ min: 1e-4, max: 0.02, noNaN: true }),
      leakPaM3PerS: fc.double({ min: 0, max: 1, noNaN: true }),
      waterKg: fc.double({ min: 0, max: 0.05, noNaN: true }),
      filmKg: fc.double({ min: 0, max: 1e-3, noNaN: true }),
      oilGasPa: fc.double({ min: 0, max: 1000, noNaN: true }),
    })
    fc.assert(
      fc.property(spec, fc.array(fc.double({ min: 0.1, max: 40, noNaN: true }), { maxLength: 8 }), (part, steps) => {
        const rig = createVacuumRig(still(part), 3)
        rig.apply({ kind: 'pump', on: true })
        steps.forEach((seconds, i) => {
          rig.step(seconds)
          if (i === 3) rig.apply({ kind: 'valve', open: false })
          const { systemPa, manifoldPa, waterKg, filmKg } = rig.state()
          for (const value of [...systemPa, ...manifoldPa, waterKg, filmKg]) {
            expect(value).toBeGreaterThanOrEqual(0)
            expect(value).toBeLessThan(120_000)
          }
        })
      }),
      { numRuns: 40, endOnFailure: true },
    )
  })
  it('the same seed and the same changes give the same run', () => {
    const run = () => {
      const rig = createVacuumRig(vacuumRigs.wet, 42)
      rig.apply({ kind: 'pump', on: true })
      const first = Array.from({ length: 60 }, () => rig.step(1).pressurePa)
      rig.apply({ kind: 'valve', open: false })
      return [...first, ...Array.from({ length: 60 }, () => rig.step(1).pressurePa)]
    }
    expect(run()).toEqual(run())
  })
})

describe('the gauge', () => {
  it('scatters in proportion, shows steps, ends at its top and drops out', () => {
    const spec = { place: 'far', noise: 0.05, stepsPa: [1, 10, 100], topPa: 3000, dropOut: 0.1, lagS: 0 } as const
    const gauge = makeGauge(spec, makeRandom(9))
    const read = (pa: number) => Array.from({ length: 2000 }, () => gauge.read(pa, 1))
    const shown = read(500).filter((v): v is number => v !== null)
    expect(shown.length).toBeGreaterThan(1700)
    expect(shown.length).toBeLessThan(1900)
    expect(shown.every((v) => v % 10 === 0)).toBe(true)
    const mean = shown.reduce((a, b) => a + b, 0) / shown.length
    const scatter = Math.sqrt(shown.reduce((a, b) => a + (b - mean) ** 2, 0) / shown.length)
    expect(scatter / mean).toBeCloseTo(0.05, 1)
    expect(Math.max(...read(90_000).map((v) => v ?? 0))).toBe(3000)
  })
})

describe('the rig and the judgement agree', () => {
  const judge = (name: keyof typeof vacuumRigs, seconds: number) => {
    const rig = createVacuumRig(vacuumRigs[name], 17)
    pullDown(rig, seconds)
    return analyseDecay(hold(rig, 900), { limitPa: 500 * MICRON, holdS: 600 })
  }
  it.each([
    ['tight', 900, 'tight', 'in'],
    ['slowLeak', 900, 'leak', 'out'],
    ['wet', 480, 'moisture', 'out'],
    ['wetAndLeaking', 240, 'both', 'out'],
    ['oldOil', 240, 'moisture', 'out'],
  ] as const)('%s', (name, seconds, cause, verdict) => {
    expect(judge(name, seconds)).toMatchObject({ cause, verdict })
  })
  it('a wet line set stands on the shelf, and a tired pump stalls', () => {
    const watch = (name: keyof typeof vacuumRigs, seconds: number) => {
      const rig = createVacuumRig(vacuumRigs[name], 17)
      rig.apply({ kind: 'pump', on: true })
      const samples = Array.from({ length: seconds }, () => rig.step(1)).flatMap(({ timeS, pressurePa }) =>
        pressurePa === null ? [] : [{ timeS, pressurePa }],
      )
      return analysePullDown(samples, { targetPa: 500 * MICRON }).state
    }
    expect(watch('wet', 200)).toBe('shelf')
    expect(watch('tiredPump', 900)).toBe('stalled')
    expect(watch('tight', 600)).toBe('reached')
  })
})
