import type { EntryBody } from '../entry/entry'
import { testId } from '../entry/testing'
import { opened, view, type Lines } from './testingLines'

const psig = (value: number) => ({ value, unit: 'psig' as const })
const degF = (value: number) => ({ value, unit: '°F' as const })
const oz = (value: number) => ({ value, unit: 'oz' as const })
const OZ = 0.028349523125

const weighed = (minute: number, before: number, after: number, running = false): Lines[number] => [
  minute,
  {
    kind: 'weighed',
    direction: before > after ? 'add' : 'remove',
    before: oz(before),
    after: oz(after),
    ...(running ? { running } : {}),
  },
]
const facts = (more: Extract<EntryBody, { kind: 'facts' }>['facts']): Lines => [[-200, { kind: 'facts', facts: more }]]
const reading = (minute: number, liquidLineF: number): Lines[number] => [
  minute,
  {
    kind: 'reading',
    mode: 'cooling',
    values: {
      suctionPressure: psig(122),
      suctionLine: degF(54),
      liquidPressure: psig(340),
      liquidLine: degF(liquidLineF),
      returnDryBulb: degF(76),
      returnWetBulb: degF(63),
      supply: degF(57),
      outdoor: degF(86),
    },
    live: { traceId: testId(700), traceS: 60 * (minute + 40), state: 'settled' },
  },
]
const begun: Lines = [
  [-40, { kind: 'started' }],
  [
    -40,
    { kind: 'traceBegun', traceId: testId(700), channels: ['suctionPressure', 'suctionLine'], source: 'rig', speed: 1 },
  ],
]

describe('what is believed of the charge', () => {
  it('begins with label, line set and scale, each with its doubt', () => {
    const { weight, belief, charge } = view(opened)
    const labelKg = charge.due.ok ? charge.due.labelChargeKg! : NaN
    const dueKg = charge.due.ok ? charge.due.dueKg : NaN
    expect(weight!.inItKg).toBeCloseTo(labelKg, 9)
    expect(weight!.rightKg).toBeCloseTo(labelKg + dueKg, 9)
    expect(weight!.inItStandardKg).toBeCloseTo(0.02 * labelKg, 9)
    expect(weight!.rightStandardKg).toBeCloseTo(Math.hypot(0.04 * labelKg, 0.1 * dueKg), 9)
    expect(belief!.offKg).toBeCloseTo(-dueKg, 9)
    expect(belief!.witnesses).toHaveLength(1)
    // weighed in, it is right; the scale's doubt comes in: two readings of ±0.5 oz
    const dueOz = dueKg / OZ
    const done = view(opened, [weighed(-60, 300, 300 - dueOz)])
    expect(done.belief!.offKg).toBeCloseTo(0, 6)
    expect(done.weight!.inItStandardKg).toBeCloseTo(
      Math.hypot(0.02 * labelKg, (Math.SQRT2 * 0.5 * OZ) / Math.sqrt(3)),
      6,
    )
    expect(done.tuning.shortKg).toBeUndefined()
    expect(view(opened).tuning.shortKg).toBeCloseTo(dueKg, 9)
  })
  it('of an emptied system it is the scale’s word alone, and nothing before anything went in', () => {
    const conversion = facts({ work: 'conversion', oldRefrigerant: 'R-22', refrigerant: 'R-407C' })
    expect(view(opened, conversion).weight).toBeUndefined()
    const filled = view(opened, conversion, [weighed(-60, 300, 240)])
    expect(filled.weight!.inItKg).toBeCloseTo(60 * OZ, 9)
    expect(filled.weight!.inItStandardKg).toBeLessThan(OZ)
    expect(filled.weight!.rightStandardKg).toBeCloseTo(0.1 * filled.weight!.rightKg, 9)
  })
  it('moves with a settled reading, and with what goes in after it', () => {
    const dueOz = (() => {
      const { due } = view(opened).charge
      return due.ok ? due.dueKg / OZ : NaN
    })()
    const filled = [weighed(-60, 300, 300 - dueOz)]
    const valve = facts({ metering: 'expansionValve', targetSubcooling: { value: 10, unit: '°F' } })
    const short = view(opened, valve, filled, begun, [reading(-15, 101)])
    expect(short.belief!.witnesses.map((w) => w.source)).toEqual(['weight', 'subcooling'])
    // 4 °F of subcooling for 10: short, between what the scale and what the reading says
    const [scale, subcooling] = short.belief!.witnesses
    expect(subcooling!.offKg).toBeLessThan(-0.1)
    expect(short.belief!.offKg).toBeLessThan(scale!.offKg)
    expect(short.belief!.offKg).toBeGreaterThan(subcooling!.offKg)
    expect(short.belief!.standardKg).toBeLessThan(Math.min(scale!.standardKg, subcooling!.standardKg))
    const after = view(opened, valve, filled, begun, [reading(-15, 101), weighed(-14, 100, 94, true)])
    expect(after.belief!.witnesses[1]!.offKg).toBeCloseTo(subcooling!.offKg + 6 * OZ, 9)
    expect(after.weight!.inItKg).toBeCloseTo(short.weight!.inItKg + 6 * OZ, 9)
    // before it had settled it says nothing
    const [minute, body] = reading(-15, 101)
    const early = { ...body, live: { traceId: testId(700), traceS: 1500, state: 'settling' } } as EntryBody
    expect(view(opened, valve, filled, begun, [[minute, early]]).belief!.witnesses).toHaveLength(1)
  })
  it('leaves what is short to the way that was chosen round the cold: one advice', () => {
    const chosen: Lines = [[-30, { kind: 'coldWayChosen', school: 'restrictedCondenser' }]]
    expect(view(opened, begun).tuning.shortKg).toBeGreaterThan(0.1)
    expect(view(opened, begun, chosen).tuning.shortKg).toBeUndefined()
    expect(view(opened, begun, chosen).weight).toEqual(view(opened, begun).weight)
  })
  it('is silent while what is right isn’t known', () => {
    const blank = view([[-90, { kind: 'opened', jobId: testId(500), tag: 'T-1' }]])
    expect(blank.weight).toBeUndefined()
    expect(blank.belief).toBeUndefined()
  })
})
