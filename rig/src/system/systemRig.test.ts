import { saturationTemperatureK, wetBulbK, type Metering } from '@zetesis/core'
import fc from 'fast-check'
import { makeRandom } from '../random'
import { pistonSystem, randomSystem, systemFor, systemRigs, valveSystem, type SystemRigName } from './conditions'
import { goodProbes } from './probeSpec'
import { soundSystem, type SystemFaults, type SystemSpec } from './systemSpec'
import { createRig } from './systemRig'

const f = (k: number) => k * 1.8 - 459.67
/** rated air, standing still: 95 °F outdoors, 80 °F and 51 % indoors */
const rated = {
  ...pistonSystem.day,
  outdoorK: 308.15,
  roomK: 299.82,
  roomHumidity: 0.511,
  outdoorDriftKPerS: 0,
  houseJPerK: 1e15,
  houseAirKg: 1e15,
}
const system = (metering: Metering): SystemSpec => ({
  ...(metering === 'fixedOrifice' ? pistonSystem : valveSystem),
  day: rated,
})
function settled(spec: SystemSpec, seconds = 2400) {
  const rig = createRig(spec, 1)
  rig.apply({ kind: 'run', on: true })
  rig.step(seconds)
  const t = rig.truth()
  // what the gauge would call it, air and all
  const condensingK = saturationTemperatureK(spec.refrigerant, 'bubble', t.liquidPa)!
  return {
    ...t,
    gaugeCondensingK: condensingK,
    gaugeSubcoolingK: condensingK - t.liquidLineK,
    splitK: t.returnK - t.supplyK,
  }
}
const faulty = (metering: Metering, faults: Partial<SystemFaults>, chargeShare = 1) =>
  settled({ ...system(metering), chargeShare, faults: { ...soundSystem, ...faults } })

describe('the simulated system', () => {
  const right = { fixedOrifice: settled(system('fixedOrifice')), expansionValve: settled(system('expansionValve')) }

  it('does at the rating point what it was sized for', () => {
    expect(right.fixedOrifice.superheatK * 1.8).toBeCloseTo(13, -0.5)
    expect(right.fixedOrifice.subcoolingK * 1.8).toBeCloseTo(10, 0)
    expect(right.expansionValve.subcoolingK * 1.8).toBeCloseTo(10, 0)
    expect(f(right.fixedOrifice.evaporatingK)).toBeCloseTo(45, 0)
    expect(right.fixedOrifice.coolingW / pistonSystem.capacityW).toBeCloseTo(1, 1)
  })

  it('has a discharge line as hot as crews find it, hotter with a hungry coil', () => {
    expect(f(right.expansionValve.dischargeK)).toBeGreaterThan(145)
    expect(f(right.expansionValve.dischargeK)).toBeLessThan(185)
    expect(faulty('expansionValve', { starvedValve: 0.7 }).dischargeK).toBeGreaterThan(right.expansionValve.dischargeK)
  })

  it('steps down through five stages: less flow, less split, at each', () => {
    const stages = [1, 0.8, 0.6, 0.45, 0.3].map((share) => {
      const rig = createRig({ ...system('expansionValve'), stages: [0.3, 0.45, 0.6, 0.8, 1] }, 1)
      rig.apply({ kind: 'run', on: true })
      rig.apply({ kind: 'stage', share })
      rig.step(1800)
      const { flowKgPerS, coolingW } = rig.truth()
      return { flowKgPerS, coolingW }
    })
    for (const [i, lower] of stages.slice(1).entries()) {
      expect(lower.flowKgPerS).toBeLessThan(stages[i]!.flowKgPerS)
      expect(lower.coolingW).toBeLessThan(stages[i]!.coolingW)
    }
  })

  it('has a clamp behind the drier once somebody fits it, and nothing of it before', () => {
    const drop = (faults: Partial<SystemFaults>) => {
      const rig = createRig({ ...system('expansionValve'), faults: { ...soundSystem, ...faults } }, 3)
      rig.apply({ kind: 'run', on: true })
      expect('drierOut' in rig.step(1200).values).toBe(false)
      rig.apply({ kind: 'fitAfterDrier' })
      rig.step(120)
      const { values } = rig.step(1)
      return (values.liquidLine ?? NaN) - (values.drierOut ?? NaN)
    }
    expect(Math.abs(drop({}))).toBeLessThan(1)
    expect(drop({ restriction: 1 })).toBeGreaterThan(3)
  })

  it('has one before the device, too: a kinked line loses there and not over the drier, a blocked drier at both', () => {
    const drops = (faults: Partial<SystemFaults>) => {
      const rig = createRig({ ...system('expansionValve'), faults: { ...soundSystem, ...faults } }, 3)
      rig.apply({ kind: 'run', on: true })
      expect('deviceIn' in rig.step(1200).values).toBe(false)
      rig.apply({ kind: 'fitAfterDrier' })
      rig.apply({ kind: 'fitBeforeDevice' })
      rig.step(120)
      const { liquidLine, drierOut, deviceIn } = rig.step(1).values
      return [liquidLine! - drierOut!, liquidLine! - deviceIn!] as const
    }
    const [drier, line] = drops({ lineRestriction: 1 })
    expect(Math.abs(drier)).toBeLessThan(1)
    expect(line).toBeGreaterThan(3)
    const both = drops({ restriction: 1 })
    expect(Math.min(...both)).toBeGreaterThan(3)
  })

  it('keeps near the common rule for a piston, in weathers it was not sized for', () => {
    for (const [outdoorF, roomF, humidity] of [
      [75, 75, 0.5],
      [85, 75, 0.5],
      [85, 75, 0.6],
      [85, 80, 0.5],
      [105, 80, 0.5],
    ] as const) {
      const kelvin = (x: number) => (x + 459.67) / 1.8
      const day = { ...rated, outdoorK: kelvin(outdoorF), roomK: kelvin(roomF), roomHumidity: humidity }
      const t = settled({ ...system('fixedOrifice'), day })
      const wet = f(wetBulbK({ dryBulbK: t.returnK, relativeHumidity: t.returnHumidity, pressurePa: 101325 })!)
      expect(Math.abs(t.superheatK * 1.8 - (3 * wet - 80 - outdoorF) / 2)).toBeLessThan(3.5)
    }
  })

  describe('shows what textbooks of service diagnosis say of', () => {
    const piston = right.fixedOrifice
    const valve = right.expansionValve
    it('too little charge: superheat up and subcooling down on a piston, subcooling down on a valve', () => {
      const short = faulty('fixedOrifice', {}, 0.8)
      expect(short.superheatK).toBeGreaterThan(piston.superheatK + 5)
      expect(short.subcoolingK).toBeLessThan(piston.subcoolingK - 2)
      expect(short.suctionPa).toBeLessThan(piston.suctionPa)
      expect(short.liquidPa).toBeLessThan(piston.liquidPa)
      const shortValve = faulty('expansionValve', {}, 0.8)
      expect(shortValve.subcoolingK).toBeLessThan(valve.subcoolingK - 3)
      expect(Math.abs(shortValve.superheatK - valve.superheatK)).toBeLessThan(1)
    })
    it('too much: superheat down, subcooling and head up', () => {
      const over = faulty('fixedOrifice', {}, 1.15)
      expect(over.superheatK).toBeLessThan(piston.superheatK - 4)
      expect(over.subcoolingK).toBeGreaterThan(piston.subcoolingK + 1.5)
      expect(over.liquidPa).toBeGreaterThan(piston.liquidPa)
      expect(faulty('expansionValve', {}, 1.15).subcoolingK).toBeGreaterThan(valve.subcoolingK + 2)
    })
    it('a restriction, a starving valve or a small piston: superheat up with subcooling, suction down', () => {
      for (const [with_, without] of [
        [faulty('expansionValve', { restriction: 1 }), valve],
        [faulty('expansionValve', { starvedValve: 0.7 }), valve],
        [faulty('fixedOrifice', { restriction: 0.8 }), piston],
        [faulty('fixedOrifice', { pistonRatio: 0.9 }), piston],
      ] as const) {
        expect(with_.superheatK).toBeGreaterThan(without.superheatK + 5)
        expect(with_.subcoolingK).toBeGreaterThan(without.subcoolingK)
        expect(with_.suctionPa).toBeLessThan(without.suctionPa)
        expect(with_.liquidPa).toBeLessThan(1.02 * without.liquidPa)
      }
    })
    it('a device that overfeeds, or a worn compressor: superheat and subcooling down, suction up', () => {
      for (const [with_, without] of [
        [faulty('expansionValve', { overfeedingValve: 0.8 }), valve],
        [faulty('expansionValve', { looseBulb: 1 }), valve],
        [faulty('fixedOrifice', { pistonRatio: 1.1 }), piston],
        [faulty('fixedOrifice', { weakCompressor: 0.3 }), piston],
      ] as const) {
        expect(with_.superheatK).toBeLessThan(without.superheatK - 3)
        expect(with_.subcoolingK).toBeLessThan(without.subcoolingK)
        expect(with_.suctionPa).toBeGreaterThan(without.suctionPa)
      }
      expect(faulty('fixedOrifice', { weakCompressor: 0.3 }).ampsA).toBeLessThan(0.9 * piston.ampsA)
    })
    it('low airflow: superheat and suction down, split up', () => {
      const low = faulty('fixedOrifice', { lowAirflow: 0.4 })
      expect(low.superheatK).toBeLessThan(piston.superheatK - 3)
      expect(low.suctionPa).toBeLessThan(piston.suctionPa)
      expect(low.splitK).toBeGreaterThan(piston.splitK + 2)
    })
    it('a dirty indoor coil: suction down, and less cooling', () => {
      const dirty = faulty('expansionValve', { dirtyCoil: 0.4 })
      expect(dirty.suctionPa).toBeLessThan(valve.suctionPa)
      expect(dirty.coolingW).toBeLessThan(valve.coolingW)
    })
    it('a dirty condenser: head far up, subcooling hardly; air: both up, and standing pressure over saturation', () => {
      const dirty = faulty('expansionValve', { dirtyCondenser: 0.4 })
      expect(dirty.condensingK - valve.condensingK).toBeGreaterThan(4)
      expect(Math.abs(dirty.subcoolingK - valve.subcoolingK)).toBeLessThan(2)
      const air = faulty('expansionValve', { airPa: 2e5 })
      expect(air.gaugeSubcoolingK).toBeGreaterThan(valve.subcoolingK + 2)
      const standing = createRig({ ...valveSystem, day: rated, faults: { ...soundSystem, airPa: 2e5 } }, 1)
      standing.step(600)
      const { liquidPa, outdoorK, returnK } = standing.truth()
      expect(saturationTemperatureK('R-410A', 'bubble', liquidPa)!).toBeGreaterThan(
        Math.min(outdoorK, returnK) + 0.2 * Math.abs(outdoorK - returnK) + 1.5,
      )
    })
    it('what was put in by steps is in it on another day', () => {
      const left = systemFor('short', { chargeKg: 3, tunedKg: 0.3 })
      expect(left.chargeShare).toBeCloseTo(0.8 + 0.3 / createRig({ ...left, chargeShare: 1 }, 1).truth().chargeKg, 3)
      expect(systemFor('short', { chargeKg: 3 }).chargeShare).toBe(0.8)
    })
    it('a house nobody has cooled yet stands as it stood, however long the look at rest takes; after a stop it warms', () => {
      const rig = createRig(pistonSystem, 1)
      const { returnK } = rig.truth()
      rig.step(7200)
      expect(rig.truth().returnK).toBe(returnK)
      rig.apply({ kind: 'run', on: true })
      rig.step(60)
      rig.apply({ kind: 'run', on: false })
      const stopped = rig.truth().returnK
      rig.step(600)
      expect(rig.truth().returnK).toBeGreaterThan(stopped + 0.3)
    })
    it('cold outdoors on a piston: superheat up although the charge is right', () => {
      const cold = settled({ ...system('fixedOrifice'), day: { ...rated, outdoorK: 286 } })
      expect(cold.superheatK).toBeGreaterThan(piston.superheatK + 5)
    })
  })

  it('moves superheat one way with charge, whatever the system', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const spec = { ...randomSystem(makeRandom(seed), 'fixedOrifice') }
        const still = { ...spec, day: { ...spec.day, outdoorDriftKPerS: 0, houseJPerK: 1e15, houseAirKg: 1e15 } }
        const at = (share: number) => settled({ ...still, chargeShare: share }, 1500)
        const [less, more] = [at(0.88), at(0.98)]
        expect(more.superheatK).toBeLessThan(less.superheatK)
        expect(more.subcoolingK).toBeGreaterThanOrEqual(less.subcoolingK)
        expect(more.liquidPa).toBeGreaterThan(less.liquidPa)
      }),
      { numRuns: 12, endOnFailure: true },
    )
  })

  it('takes minutes to settle, and dries the house', () => {
    const rig = createRig(pistonSystem, 3)
    rig.apply({ kind: 'run', on: true })
    rig.step(60)
    const first = rig.truth()
    rig.step(30)
    const early = rig.truth()
    rig.step(150)
    const later = rig.truth()
    rig.step(960)
    const late = rig.truth()
    expect(Math.abs(early.superheatK - later.superheatK)).toBeGreaterThan(1)
    expect(late.returnHumidity).toBeLessThan(first.returnHumidity)
  })

  it('hunts where the valve is too large, and doesn’t where it fits', () => {
    const swing = (spec: SystemSpec) => {
      const rig = createRig(spec, 1)
      rig.apply({ kind: 'run', on: true })
      rig.step(1800)
      const values = Array.from({ length: 60 }, () => (rig.step(5), rig.truth().superheatK))
      return Math.max(...values) - Math.min(...values)
    }
    expect(swing(systemFor('hunting', { metering: 'expansionValve' }))).toBeGreaterThan(3)
    expect(swing(valveSystem)).toBeLessThan(0.3)
  })

  it('is the same again from the same seed, and refrigerant that goes in stays in', () => {
    const play = () => {
      const rig = createRig(systemFor('short'), 9)
      rig.apply({ kind: 'run', on: true })
      const seen = Array.from({ length: 200 }, (_, i) => {
        if (i === 50) rig.apply({ kind: 'charge', kg: 0.1 })
        if (i === 90) rig.apply({ kind: 'door', seconds: 30 })
        return rig.step(2)
      })
      return { seen, kg: rig.truth().chargeKg, right: rig.rightChargeKg }
    }
    const [a, b] = [play(), play()]
    expect(a.seen).toEqual(b.seen)
    expect(a.kg).toBeCloseTo(0.8 * a.right + 0.1, 9)
  })

  it('runs as every practice system, with either device and any refrigerant on offer', () => {
    for (const name of Object.keys(systemRigs) as SystemRigName[])
      for (const metering of ['fixedOrifice', 'expansionValve'] as const)
        for (const refrigerant of ['R-22', 'R-410A', 'R-32', 'R-454B', 'R-407C', 'R-290'] as const) {
          const rig = createRig(systemFor(name, { metering, refrigerant, chargeKg: 2.2 }), 2)
          rig.apply({ kind: 'run', on: true })
          rig.step(900)
          const t = rig.truth()
          expect(Object.values(t).every((v) => typeof v !== 'number' || Number.isFinite(v))).toBe(true)
          expect(t.condensingK).toBeGreaterThan(t.outdoorK)
          expect(t.evaporatingK).toBeLessThan(t.returnK)
        }
  })

  it('reads wrong where a probe hangs wrong: swapped, in the sun, not zeroed, another unit, battery low, hoses drawn down', () => {
    const rig = createRig({ ...valveSystem, probes: { ...goodProbes, noise: 0, dropOut: 0 } }, 4)
    rig.apply({ kind: 'run', on: true })
    rig.step(900)
    const plain = rig.step(60).values
    rig.apply({ kind: 'swapProbes', a: 'suctionLine', b: 'liquidLine' })
    const swapped = rig.step(120).values
    expect(Math.abs(swapped.suctionLine! - plain.liquidLine!)).toBeLessThan(1.5)
    rig.apply({ kind: 'swapProbes', a: 'suctionLine', b: 'liquidLine' })
    rig.apply({ kind: 'place', channel: 'outdoor', placed: 'sun' })
    expect(rig.step(120).values.outdoor! - plain.outdoor!).toBeGreaterThan(7)
    rig.apply({ kind: 'slipUnit', channel: 'supply' })
    expect(f(rig.step(60).values.supply!)).toBeGreaterThan(100)
    rig.apply({ kind: 'manifold', refrigerant: 'R-22' })
    const menu = rig.step(1).values
    expect(menu.lowSaturation! - plain.lowSaturation!).toBeGreaterThan(10)
    rig.apply({ kind: 'drawDown', on: true })
    const drawn = rig.step(180).values
    expect(drawn.liquidPressure! - drawn.suctionPressure!).toBeLessThan(2e4)
    rig.apply({ kind: 'place', channel: 'liquidLine', placed: 'lowBattery' })
    const lost = Array.from({ length: 200 }, () => rig.step(1).values.liquidLine).filter((v) => v === null).length
    expect(lost).toBeGreaterThan(40)
  })
})
