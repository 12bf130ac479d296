import { stepWeighing } from './stepWeighing'
import type { ScaleStep } from './watchScale'

const rest = (fromS: number, toS: number, kg: number) => ({ fromS, toS, kg, standardUncertaintyKg: 0.001 })
const step = (kind: ScaleStep['kind'], atS: number, kg: number, heldS = 20): ScaleStep => ({
  kind,
  before: rest(atS - 20, atS - 5, 10),
  after: rest(atS, atS + heldS, 10 + kg),
  kg,
})

describe('steps of a recorded scale', () => {
  it('offers transfers that nobody logged yet, once they have stood still', () => {
    const steps = [step('transfer', 100, -0.3), step('knock', 140, 0), step('transfer', 200, -0.2, 3)]
    expect(stepWeighing(steps, []).transfers).toEqual([steps[0]])
    expect(stepWeighing(steps, [100]).transfers).toEqual([])
    expect(stepWeighing(steps, [103]).transfers).toEqual([])
  })
  it('offers the last jump for the person to call refrigerant, but not while it moves and not twice', () => {
    const steps = [step('jump', 100, -0.3), step('transfer', 200, -0.2)]
    expect(stepWeighing(steps, []).jump).toEqual(steps[0])
    expect(stepWeighing(steps, [100]).jump).toBeUndefined()
    expect(stepWeighing([step('jump', 100, -0.3, 4)], []).jump).toBeUndefined()
    expect(stepWeighing([step('transfer', 100, -0.3)], []).jump).toBeUndefined()
  })
})
