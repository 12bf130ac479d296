import { secondsToDue, watchScale, type ScaleSample } from '@zetesis/core'
import { calmScale, createScaleRig, scaleRigs, type ScaleChange, type ScaleRigName } from './scaleRig'

/** Plays a rig: at each second that is named the change happens. */
function play(name: ScaleRigName, seconds: number, changes: Record<number, ScaleChange>, seed = 3) {
  const rig = createScaleRig(scaleRigs[name], seed)
  const samples: ScaleSample[] = []
  for (let i = 0; i < seconds; i++) {
    const change = changes[i]
    if (change) rig.apply(change)
    samples.push(rig.step(1))
  }
  return { samples, rig, watch: watchScale(samples) }
}
const out: ScaleChange = { kind: 'flow', way: 'out' }
const shut: ScaleChange = { kind: 'flow', way: 'shut' }

describe('the scale', () => {
  it('loses what the system gets, and stops when the cylinder is empty', () => {
    const rig = createScaleRig(scaleRigs.nearlyEmpty, 1)
    rig.apply(out)
    rig.step(600)
    expect(rig.state().contentKg).toBeCloseTo(0, 3)
    expect(rig.state().passedKg + rig.state().contentKg).toBeCloseTo(scaleRigs.nearlyEmpty.contentKg, 9)
  })
  it('shows nothing when it is overloaded', () => {
    const rig = createScaleRig({ ...calmScale, topKg: 10 }, 1)
    expect(rig.step(1).kg).toBeNull()
  })
  it('the same seed and the same changes give the same run', () => {
    expect(play('windy', 60, { 10: out, 40: shut }).samples).toEqual(play('windy', 60, { 10: out, 40: shut }).samples)
  })
})

describe('watching the scale', () => {
  it.each(['calm', 'windy'] as const)('finds a transfer in %s weather, to within the scale', (name) => {
    const { watch, rig } = play(name, 120, { 20: out, 60: shut })
    expect(watch.steps.filter((s) => s.kind === 'transfer').length).toBeGreaterThan(0)
    expect(watch.state).toBe('rest')
    expect(Math.abs(watch.transferredKg - rig.state().passedKg)).toBeLessThan(name === 'calm' ? 0.004 : 0.02)
  })
  it('a knock, a lift and a pulling hose are none', () => {
    const changes: Record<number, ScaleChange> = {
      20: { kind: 'knock' },
      50: { kind: 'lift', seconds: 6 },
      90: { kind: 'tug', seconds: 8 },
    }
    const { watch } = play('calm', 130, changes)
    expect(watch.steps.map((s) => s.kind)).not.toContain('transfer')
    expect(watch.transferredKg).toBe(0)
  })
  it('a knock in the middle of a transfer doesn’t spoil it', () => {
    const { watch, rig } = play('calm', 140, { 20: out, 45: { kind: 'knock' }, 80: shut })
    expect(Math.abs(watch.transferredKg - rig.state().passedKg)).toBeLessThan(0.008)
  })
  it('a cylinder changed half-way counts what came out of both, and nothing of the change', () => {
    const { watch, rig } = play('calm', 240, { 20: out, 60: shut, 80: { kind: 'swap' }, 130: out, 170: shut })
    expect(watch.steps.map((s) => s.kind)).toContain('jump')
    expect(Math.abs(watch.transferredKg - rig.state().passedKg)).toBeLessThan(0.008)
  })
  it('isn’t at rest from the first reading of another cylinder until it has stood still', () => {
    const rig = createScaleRig(scaleRigs.calm, 3)
    const samples: ScaleSample[] = []
    const states = Array.from({ length: 70 }, (_, i) => {
      if (i === 20) rig.apply({ kind: 'swap' })
      samples.push(rig.step(1))
      return { kg: samples.at(-1)!.kg!, state: watchScale(samples).state }
    })
    const on = states.findIndex(({ kg }, i) => i > 25 && kg > 1)
    expect(states.slice(on, on + 4).map((s) => s.state)).toEqual(Array(4).fill('disturbed'))
    expect(states.at(-1)!.state).toBe('rest')
  })
  it('a tare that is lost is a jump, not a charge', () => {
    const { watch, rig } = play('calm', 180, { 20: out, 50: shut, 80: { kind: 'tareLost' }, 110: out, 140: shut })
    expect(watch.steps.map((s) => s.kind)).toEqual(['transfer', 'jump', 'transfer'])
    expect(Math.abs(watch.transferredKg - rig.state().passedKg)).toBeLessThan(0.008)
  })
  it('drift alone is no transfer, however long', () => {
    const rig = createScaleRig({ ...calmScale, driftKgPerS: 5e-6 }, 8)
    const samples = Array.from({ length: 1800 }, () => rig.step(1))
    expect(watchScale(samples).transferredKg).toBe(0)
  })
  it('recovered refrigerant comes in: below nothing', () => {
    const { watch, rig } = play('recovery', 120, { 20: { kind: 'flow', way: 'in' }, 80: shut })
    expect(watch.transferredKg).toBeLessThan(-0.5)
    expect(Math.abs(watch.transferredKg - rig.state().passedKg)).toBeLessThan(0.01)
  })
  it('while it flows, says how fast and when to close', () => {
    const { watch, rig } = play('calm', 50, { 20: out })
    expect(watch.state).toBe('flowing')
    expect(watch.rateKgPerS / rig.state().flowKgPerS).toBeCloseTo(1, 1)
    const dueKg = watch.liveKg + 0.12
    expect(secondsToDue(watch, dueKg)!).toBeGreaterThan(8)
    expect(secondsToDue(watch, dueKg)!).toBeLessThan(14)
    expect(secondsToDue(watch, watch.liveKg - 0.1)).toBeUndefined()
  })
  it('on 150 other runs the sum is right, whatever happens between, but for one in a hundred', () => {
    const events: ScaleChange[] = [{ kind: 'knock' }, { kind: 'lift', seconds: 7 }, { kind: 'tug', seconds: 6 }]
    const wrong = Array.from({ length: 150 }, (_, k) => {
      const [event, seconds] = [events[k % 3]!, 25 + ((k * 7) % 35)]
      const changes = { 20: event, 60: out, [60 + seconds]: shut, [90 + seconds]: event }
      const { watch, rig } = play('calm', 130 + seconds, changes, 1663 * (k + 1))
      return Math.abs(watch.transferredKg - rig.state().passedKg) > 0.012
    }).filter(Boolean).length
    expect(wrong).toBeLessThanOrEqual(1)
  })
})
