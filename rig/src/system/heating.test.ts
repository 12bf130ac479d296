import fc from 'fast-check'
import { pistonSystem, randomSystem, valveSystem } from './conditions'
import { makeRandom } from '../random'
import { createRig } from './systemRig'
import { soundSystem, type SystemFaults, type SystemSpec } from './systemSpec'

const kelvin = (f: number) => (f + 459.67) / 1.8
/** air that nothing moves: a house at 70 °F */
const still = (outdoorF: number) => ({
  ...pistonSystem.day,
  outdoorK: kelvin(outdoorF),
  outdoorHumidity: 0.72,
  outdoorDriftKPerS: 0,
  roomK: kelvin(70),
  roomHumidity: 0.35,
  houseJPerK: 1e15,
  houseAirKg: 1e15,
  loadW: 0,
})
const pump = (
  metering: 'fixedOrifice' | 'expansionValve',
  outdoorF: number,
  part: Partial<SystemSpec> = {},
): SystemSpec => ({
  ...(metering === 'fixedOrifice' ? pistonSystem : valveSystem),
  mode: 'heating',
  lowHose: 'trueSuction',
  heating: { metering, targetSubcoolingK: 24 / 1.8 },
  day: still(outdoorF),
  ...part,
})
const running = (spec: SystemSpec, seconds = 1500) => {
  const rig = createRig(spec, 1)
  rig.apply({ kind: 'run', on: true })
  rig.step(seconds)
  return rig
}
const settled = (spec: SystemSpec, seconds = 1500) => running(spec, seconds).truth()
const faulty = (faults: Partial<SystemFaults>, outdoorF = 47) =>
  settled(pump('expansionValve', outdoorF, { faults: { ...soundSystem, ...faults } }))

describe('the simulated system in heating', () => {
  const valve = settled(pump('expansionValve', 47))

  it('does at the heating day of makers what such machines do', () => {
    expect(valve.mode).toBe('heating')
    expect(valve.subcoolingK * 1.8).toBeCloseTo(24, 0)
    expect(valve.supplyK).toBeGreaterThan(valve.returnK + 12)
    expect(valve.evaporatingK).toBeLessThan(valve.outdoorK - 5)
    expect(valve.suctionLineK).toBeLessThan(valve.outdoorK)
    expect(valve.heatingW / valve.workW).toBeGreaterThan(3)
    expect(valve.heatingW / valve.workW).toBeLessThan(5.5)
  })

  it('gives the house what it takes up outdoors and at its shaft, within three per cent, from 0 to 60 °F', () => {
    for (const outdoorF of [0, 17, 28, 35, 47, 60])
      for (const metering of ['fixedOrifice', 'expansionValve'] as const) {
        const t = settled(pump(metering, outdoorF), 2400)
        if (t.defrosting) continue
        // the compressor's case loses the rest to the air outdoors
        const taken = t.coolingW + 0.93 * t.workW
        expect(Math.abs(taken / t.heatingW - 1)).toBeLessThan(0.03)
      }
  })

  it('gives less heat the colder it is, and the outdoor coil boils colder', () => {
    const days = [60, 47, 35, 17, 0].map((f) => settled(pump('expansionValve', f), 900))
    for (const [i, colder] of days.slice(1).entries()) {
      expect(colder.heatingW).toBeLessThan(days[i]!.heatingW)
      expect(colder.evaporatingK).toBeLessThan(days[i]!.evaporatingK)
      expect(colder.supplyK).toBeLessThan(days[i]!.supplyK)
    }
  })

  it('loses no refrigerant by changing over, however often', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.array(fc.boolean(), { minLength: 1, maxLength: 6 }),
        (seed, turns) => {
          const spec = { ...randomSystem(makeRandom(seed), 'expansionValve'), day: still(45) }
          const rig = createRig(spec, seed)
          rig.apply({ kind: 'run', on: true })
          const before = rig.truth().chargeKg
          for (const heats of turns) {
            rig.apply({ kind: 'mode', mode: heats ? 'heating' : 'cooling' })
            rig.step(200)
            const t = rig.truth()
            expect(t.mode).toBe(heats ? 'heating' : 'cooling')
            expect(Object.values(t).every((v) => typeof v !== 'number' || Number.isFinite(v))).toBe(true)
          }
          expect(rig.truth().chargeKg).toBeCloseTo(before, 9)
        },
      ),
      { numRuns: 12 },
    )
  })

  describe('shows what textbooks say of', () => {
    it('charge on a piston: more of it, and superheat and discharge fall while subcooling rises', () => {
      const at = (chargeShare: number) => settled(pump('fixedOrifice', 47, { chargeShare }))
      const [less, right, more] = [at(0.85), at(1), at(1.1)]
      expect(less.superheatK).toBeGreaterThan(right.superheatK + 2)
      expect(less.dischargeK).toBeGreaterThan(right.dischargeK + 1)
      expect(more.dischargeK).toBeLessThan(right.dischargeK - 1)
      expect(more.subcoolingK).toBeGreaterThan(right.subcoolingK)
    })
    it('charge on a valve: superheat stays, subcooling and head rise with it', () => {
      const at = (chargeShare: number) => settled(pump('expansionValve', 47, { chargeShare }))
      const [less, more] = [at(0.85), at(1.1)]
      expect(Math.abs(less.superheatK - more.superheatK)).toBeLessThan(1.5)
      expect(more.subcoolingK).toBeGreaterThan(less.subcoolingK + 4)
      expect(more.liquidPa).toBeGreaterThan(less.liquidPa)
    })
    it('a reversing valve that leaks through: its suction far warmer than the line that feeds it, and less heat', () => {
      const leaks = faulty({ leaksThrough: 0.12 })
      expect(leaks.superheatK).toBeGreaterThan(valve.superheatK + 5)
      expect(leaks.heatingW).toBeLessThan(0.95 * valve.heatingW)
      const cools = (leaksThrough: number) =>
        settled(pump('expansionValve', 85, { mode: 'cooling', faults: { ...soundSystem, leaksThrough } }))
      // in cooling both can be touched: the vapour line before it, the true suction behind it
      expect(cools(0).suctionLineK - cools(0).vapourLineK).toBeLessThan(0.5)
      expect(cools(0.1).suctionLineK - cools(0.1).vapourLineK).toBeGreaterThan(4)
    })
    it('a check valve that leaks: the coil is overfed, superheat and subcooling down', () => {
      const leaks = faulty({ checkLeaks: 0.4 })
      expect(leaks.superheatK).toBeLessThan(valve.superheatK - 2)
      expect(leaks.subcoolingK).toBeLessThan(valve.subcoolingK - 3)
    })
    it('a dirty outdoor coil, or a fan that stands: it boils further under the air; little air indoors: the head rises', () => {
      expect(faulty({ dirtyCondenser: 0.4 }).evaporatingK).toBeLessThan(valve.evaporatingK - 1)
      expect(faulty({ fanStopped: true }).evaporatingK).toBeLessThan(valve.evaporatingK - 8)
      expect(faulty({ lowAirflow: 0.4 }).condensingK).toBeGreaterThan(valve.condensingK + 3)
    })
    it('a valve wired the wrong way round: called to cool it heats, and the hose at the vapour port stands in hot gas', () => {
      const rig = running(
        pump('expansionValve', 80, { mode: 'cooling', lowHose: 'vapour', faults: { ...soundSystem, reversed: true } }),
      )
      const t = rig.truth()
      expect(t.mode).toBe('heating')
      expect(t.supplyK).toBeGreaterThan(t.returnK + 10)
      const { suctionPressure, liquidPressure, suctionLine } = rig.step(1).values
      expect(Math.abs(suctionPressure! / liquidPressure! - 1)).toBeLessThan(0.1)
      expect(suctionLine!).toBeGreaterThan(kelvin(120))
    })
  })

  it('frosts below freezing in moist air and gives less; a defrost takes it off within ten minutes, and it heats again', () => {
    const rig = running(pump('expansionValve', 30, { day: { ...still(30), outdoorHumidity: 0.9 } }), 300)
    const fresh = rig.truth()
    rig.step(480)
    const iced = rig.truth()
    expect(iced.frostKg).toBeGreaterThan(fresh.frostKg + 0.2)
    expect(iced.evaporatingK).toBeLessThan(fresh.evaporatingK)
    rig.apply({ kind: 'defrost', on: true })
    rig.step(20)
    expect(rig.truth()).toMatchObject({ mode: 'cooling', defrosting: true })
    let seconds = 20
    while (rig.truth().defrosting && seconds < 700) {
      rig.step(10)
      seconds += 10
    }
    expect(seconds).toBeGreaterThan(40)
    expect(seconds).toBeLessThanOrEqual(610)
    expect(rig.truth().frostKg).toBeLessThan(0.15)
    rig.step(300)
    expect(rig.truth()).toMatchObject({ mode: 'heating', defrosting: false })
    expect(rig.truth().supplyK).toBeGreaterThan(rig.truth().returnK + 8)
  })

  it('defrosts by itself once enough ice is on it, and never in dry warm air', () => {
    const defrosts = (outdoorF: number, outdoorHumidity: number) => {
      const rig = running(pump('expansionValve', outdoorF, { day: { ...still(outdoorF), outdoorHumidity } }), 60)
      let seen = 0
      let was = false
      for (let i = 0; i < 480; i++) {
        rig.step(30)
        const now = rig.truth().defrosting
        if (now && !was) seen += 1
        was = now
      }
      return seen
    }
    expect(defrosts(32, 0.9)).toBeGreaterThanOrEqual(2)
    expect(defrosts(58, 0.4)).toBe(0)
  })

  it('covered in cooling, it condenses as on a warm day though it is cold', () => {
    const cold = (blockedCondenser: number) =>
      settled(
        pump('fixedOrifice', 45, {
          mode: 'cooling',
          day: { ...still(45), roomK: kelvin(74), roomHumidity: 0.5 },
          faults: { ...soundSystem, blockedCondenser },
        }),
      )
    expect(cold(0).condensingK).toBeLessThan(kelvin(75))
    expect(cold(0.75).condensingK).toBeGreaterThan(kelvin(92))
    expect(cold(0.75).superheatK).toBeLessThan(cold(0).superheatK)
  })
})
