import type { EntryBody } from '../entry/entry'
import { NOON, testId } from '../entry/testing'
import { customaryProfile as method } from '../method/readyProfiles'
import { runClock } from '../trace/runClock'
import { inForceAt } from './inForce'
import { judgedReadings, lastChange, lastStep, settledFrom } from './judgedReadings'
import { degF, good, opened, record, type Lines } from './testingLines'

const MIN = 60_000
const at = (minutes: number) => NOON + minutes * MIN
const oz = (value: number) => ({ value, unit: 'oz' as const })
const step = (minutes: number): Lines[number] => [
  minutes,
  { kind: 'weighed', direction: 'add', before: oz(200), after: oz(196), running: true },
]
const changed = (minutes: number): Lines[number] => [
  minutes,
  { kind: 'modeChanged', mode: 'heating', how: 'thermostat', seen: true },
]
const reading = (minutes: number, part: object = {}): Lines[number] => [
  minutes,
  { kind: 'reading', mode: 'cooling', values: good, ...part } as EntryBody,
]
const live = (state: string) => ({ live: { traceId: testId(700), traceS: 60, state } })
const run = (lines: Lines, startedMs?: number) => {
  const whole = record(opened, lines)
  return judgedReadings(whole, { ...inForceAt(whole), ...(startedMs === undefined ? {} : { startedMs }) })
}
const minutesOf = (items: readonly { item: { entry: { at: string } } }[]) =>
  items.map(({ item }) => (Date.parse(item.entry.at) - NOON) / MIN)

describe('when the charge last changed', () => {
  const whole = record(opened, [step(-30), step(-20), step(-10)])
  it('after the start, up to the moment itself; else at the start', () => {
    expect(lastStep(whole)).toBe(at(-10))
    expect(lastStep(whole, at(-30), at(-20))).toBe(at(-20))
    expect(lastStep(whole, at(-30), at(-21))).toBe(at(-30))
    expect(lastStep(whole, at(-20), at(-15))).toBe(at(-20))
    expect(lastStep(whole, at(-5))).toBe(at(-5))
    expect(lastStep(record(opened))).toBe(-Infinity)
  })
  it('and when it last changed over', () => {
    const turned = record(opened, [changed(-30), changed(-10)])
    expect(lastChange(turned)).toBe(at(-10))
    expect(lastChange(turned, at(-10))).toBe(at(-10))
    expect(lastChange(turned, at(-11))).toBe(at(-30))
    expect(lastChange(turned, at(-31))).toBe(-Infinity)
  })
})

describe('from when a reading may decide', () => {
  const startS = method.settleAfterStartS.si
  const stepS = method.settleAfterStepS.si
  const from = (startedMs: number, stepMs: number, clock = runClock([])) =>
    settledFrom({ startedMs, step: stepMs, method, clock })
  it('after the wait from the start, and after the one from the last change', () => {
    expect(from(0, 0)).toBe(startS * 1000)
    expect(from(0, -1)).toBe(startS * 1000)
    expect(from(0, 1000)).toBe(Math.max(startS * 1000, 1000 + stepS * 1000))
    expect(from(0, 2 * startS * 1000)).toBe(2 * startS * 1000 + stepS * 1000)
  })
  it('on the rig by its own time', () => {
    const clock = runClock([{ fromMs: 0, toMs: undefined, speed: 60 }])
    expect(from(0, 0, clock)).toBeCloseTo((startS * 1000) / 60, 6)
  })
})

describe('the readings of a log', () => {
  it('nothing, where none was taken in cooling', () => {
    expect(run([], at(-60)).reading).toBeUndefined()
    const heated = run([changed(-50), reading(-10, { mode: 'heating' })], at(-60))
    expect(heated.reading).toBeUndefined()
    expect(minutesOf([heated.heating!])).toEqual([-10])
    expect(minutesOf(heated.both)).toEqual([-10])
    expect(heated.all).toEqual([])
  })
  it('the latest in cooling decides, the latest in heating stands beside it; the machine as it was found counts nowhere', () => {
    const found = run(
      [
        reading(-40),
        reading(-30, { mode: 'heating' }),
        reading(-25, { mode: 'heating' }),
        reading(-20),
        reading(-5, { baseline: true }),
      ],
      at(-60),
    )
    expect(minutesOf(found.all)).toEqual([-40, -20])
    expect(minutesOf(found.both)).toEqual([-40, -30, -25, -20])
    expect(minutesOf([found.heating!])).toEqual([-25])
    expect(minutesOf([found.reading!])).toEqual([-20])
    expect(run([reading(-20)], at(-60)).heating).toBeUndefined()
  })
  it('have settled by the clock where they were typed, the moment of it with it', () => {
    const settled = (minutes: number, startedMs?: number, more: Lines = []) =>
      run([...more, reading(minutes)], startedMs).reading!.settled
    const wait = method.settleAfterStartS.si / 60
    expect(settled(0, at(-wait))).toBe(true)
    expect(settled(0, at(-wait) + 1)).toBe(false)
    expect(settled(0)).toBe(false)
    // a step after it leaves it behind; one at its own moment was made with it
    expect(settled(-5, at(-60), [step(-4)])).toBe(false)
    expect(settled(-5, at(-60), [changed(-6)])).toBe(false)
  })
  it('have settled where they were watched settle, whatever the clock says, but not before the last step', () => {
    const settled = (state: string, more: Lines = []) =>
      run([...more, reading(-1, live(state))], at(-2)).reading!.settled
    expect(settled('settled')).toBe(true)
    expect(settled('hunting')).toBe(true)
    expect(settled('settling')).toBe(false)
    expect(settled('disturbed')).toBe(false)
    expect(run([reading(-30, live('settling'))], at(-60)).reading!.settled).toBe(false)
    expect(run([reading(-3, live('settled')), step(-2)], at(-60)).reading!.settled).toBe(false)
    expect(run([step(-3), reading(-3, live('settled'))], at(-60)).reading!.settled).toBe(true)
  })
})

describe('how far a target went', () => {
  const orifice: Lines = [
    [-89, { kind: 'facts', facts: { metering: 'fixedOrifice', superheatSource: 'commonRule' } } as never],
  ]
  // the common rule: (3·wet bulb − 80 − outdoor) / 2, °F
  const air = (wet: number, more: object = {}) => ({
    values: { ...good, returnWetBulb: degF(wet), outdoor: degF(80) },
    ...more,
  })
  const movedF = (...lines: Lines) => {
    const moved = run([...orifice, ...lines], at(-80)).reading!.targetMovedK
    return moved === undefined ? undefined : moved * 1.8
  }
  it('since the first reading after the last step, or else the last one before it', () => {
    expect(movedF(reading(-40, air(66)), reading(-30, air(64)), reading(-20, air(60)))).toBeCloseTo(-9, 4)
    expect(movedF(reading(-40, air(66)), step(-35), reading(-30, air(64)), reading(-20, air(60)))).toBeCloseTo(-6, 4)
    expect(movedF(reading(-50, air(68)), reading(-40, air(66)), step(-35), reading(-20, air(60)))).toBeCloseTo(-9, 4)
    expect(movedF(reading(-40, air(66)), step(-30), reading(-30, air(64)), reading(-20, air(60)))).toBeCloseTo(-6, 4)
  })
  it('says nothing of a small way, of one reading, or of targets that aren’t there or aren’t alike', () => {
    expect(movedF(reading(-40, air(61)), reading(-20, air(60.9)))).toBeUndefined()
    expect(movedF(reading(-20, air(60)))).toBeUndefined()
    const noAir = { ...good, returnWetBulb: undefined, returnDryBulb: undefined }
    expect(movedF(reading(-40, { values: noAir }), reading(-20, air(60)))).toBeUndefined()
    expect(movedF(reading(-40, air(66)), reading(-20, { values: noAir }))).toBeUndefined()
  })
})
