import { findDefrosts, type TraceSample } from '@zetesis/core'
import { valveSystem } from './conditions'
import { createRig } from './systemRig'

/** A heat pump in moist frost, watched every five seconds, with what was really so beside. */
function watched(
  minutes: number,
  act?: (rig: ReturnType<typeof createRig>, minute: number) => void,
  // dry, where nothing should frost by itself
  outdoorHumidity = act ? 0.4 : 0.9,
) {
  const rig = createRig(
    {
      ...valveSystem,
      mode: 'heating',
      lowHose: 'trueSuction',
      heating: { metering: 'expansionValve' },
      day: {
        ...valveSystem.day,
        outdoorK: 272,
        outdoorHumidity,
        roomK: 294,
        roomHumidity: 0.35,
        houseJPerK: 1e13,
        loadW: 0,
      },
    },
    3,
  )
  rig.apply({ kind: 'run', on: true })
  const samples: TraceSample[] = []
  const really: { beginS: number; endS?: number }[] = []
  for (let i = 0; i < minutes * 12; i++) {
    if (i % 12 === 0) act?.(rig, i / 12)
    const { timeS, values } = rig.step(5)
    samples.push({ timeS, values })
    const now = rig.truth().defrosting
    const last = really.at(-1)
    if (now && (!last || last.endS !== undefined)) really.push({ beginS: timeS })
    else if (!now && last && last.endS === undefined) last.endS = timeS
  }
  return { samples, really, found: findDefrosts(samples) }
}

describe('defrosts found from what the probes recorded', () => {
  it('each that there was, begun and ended within a minute of it, with the coil warm at its end', () => {
    const { really, found } = watched(180)
    expect(really.length).toBeGreaterThanOrEqual(2)
    expect(found).toHaveLength(really.length)
    for (const [i, defrost] of found.entries()) {
      expect(Math.abs(defrost.beginS - really[i]!.beginS)).toBeLessThan(60)
      if (really[i]!.endS !== undefined) expect(Math.abs(defrost.endS! - really[i]!.endS!)).toBeLessThan(90)
      expect(defrost.supplyK).toBeLessThan(290)
      expect(defrost.endPa).toBeGreaterThan(1.2e6)
    }
  })
  it('none where it only stopped and started again, and none in cooling', () => {
    const { found } = watched(20, (rig, minute) => {
      if (minute === 10) rig.apply({ kind: 'run', on: false })
      if (minute === 14) rig.apply({ kind: 'run', on: true })
    })
    expect(found).toEqual([])
    const rig = createRig(valveSystem, 1)
    rig.apply({ kind: 'run', on: true })
    expect(findDefrosts(Array.from({ length: 60 }, () => rig.step(10)))).toEqual([])
  })
  it('one that goes on has no end yet', () => {
    const provoked = (rig: ReturnType<typeof createRig>, minute: number) => {
      if (minute === 12) rig.apply({ kind: 'defrost', on: true })
    }
    const { found } = watched(13, provoked, 0.9)
    expect(found).toHaveLength(1)
    expect(found[0]!.endS).toBeUndefined()
  })
  it('each of them, too, behind heaters in the duct or a fan that stands, by the high side alone', () => {
    const { samples, really } = watched(180)
    const hidden = [(returnK: number) => returnK + 14, (returnK: number) => returnK + 0.2]
    for (const supplyAt of hidden) {
      const found = findDefrosts(
        samples.map(({ timeS, values }) => ({
          timeS,
          values: { ...values, supply: supplyAt(values.returnDryBulb as number) },
        })),
      )
      expect(found).toHaveLength(really.length)
      for (const [i, defrost] of found.entries()) {
        expect(Math.abs(defrost.beginS - really[i]!.beginS)).toBeLessThan(60)
        if (really[i]!.endS !== undefined) expect(Math.abs(defrost.endS! - really[i]!.endS!)).toBeLessThan(90)
        expect(defrost).not.toHaveProperty('supplyK')
        expect(defrost.endPa).toBeGreaterThan(0.6e6)
      }
    }
  })
})
