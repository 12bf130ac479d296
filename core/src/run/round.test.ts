import type { EntryBody } from '../entry/entry'
import { testId } from '../entry/testing'
import { foldEntries } from '../log/fold'
import { testLog } from '../entry/testing'
import { sincePumpDown, thisRound } from './round'
import { bare, decayed, opened, psig, record, started, view, weighed, type Lines } from './testingLines'
import { systemTraces, traceRefs, tuningClock } from './traces'

const NOON = Date.parse('2026-07-14T12:00:00.000Z')
const begun = (minutes: number, id: number, channels: readonly string[] = ['vacuum'], speed = 1): Lines[number] => [
  minutes,
  { kind: 'traceBegun', traceId: testId(id), channels, source: 'rig', speed } as EntryBody,
]
const ended = (minutes: number, id: number): Lines[number] => [
  minutes,
  { kind: 'traceEnded', traceId: testId(id) } as EntryBody,
]
const note = (minutes: number): Lines[number] => [minutes, { kind: 'note', text: 'x' }]
const kinds = (r: ReturnType<typeof record>) =>
  Object.entries(r.items).flatMap(([kind, list]) => (list.length > 0 ? [`${kind} ${list.length}`] : []))

describe('recordings that the log tells of', () => {
  const lines: Lines = [
    ...bare,
    begun(-50, 702, ['suctionPressure'], 30),
    begun(-60, 701),
    ended(-55, 701),
    ended(-40, 702),
    begun(-30, 703, ['suctionPressure']),
  ]
  it('oldest first, each with its own end, if it has one', () => {
    const at = (minutes: number) => NOON + minutes * 60_000
    expect(traceRefs(record(lines)).map((t) => [t.traceId, t.begunMs, t.endedMs])).toEqual([
      [testId(701), at(-60), at(-55)],
      [testId(702), at(-50), at(-40)],
      [testId(703), at(-30), undefined],
    ])
  })
  it('of the running system only those with its pressures', () => {
    expect(systemTraces(record(lines))).toEqual([
      { traceId: testId(702), speed: 30, source: 'rig', begunMs: NOON - 50 * 60_000, endedMs: NOON - 40 * 60_000 },
      { traceId: testId(703), speed: 1, source: 'rig', begunMs: NOON - 30 * 60_000 },
    ])
  })
  it('the clock of tuning runs as the rig did, while it did', () => {
    const { runMs } = tuningClock(record(lines))
    const between = (from: number, to: number) => (runMs(NOON + to * 60_000) - runMs(NOON + from * 60_000)) / 60_000
    expect(between(-50, -40)).toBeCloseTo(300, 6)
    expect(between(-39, -31)).toBeCloseTo(8, 6)
    expect(between(-58, -52)).toBeCloseTo(6, 6)
  })
})

describe('a round of work', () => {
  const before: Lines = [...opened, ...decayed, ...weighed, ...started, begun(-29, 704), note(-28), begun(-27, 705)]
  it('is the record itself until a conversion is turned back', () => {
    const whole = record(before)
    expect(thisRound(whole)).toBe(whole)
  })
  it('begins with turning back: facts and notes stay, weighings and vacuum don’t, nor what is logged at a time before', () => {
    const turned: Lines = [
      ...before,
      ended(-26, 704),
      [-20, { kind: 'turnedBack', reason: 'no oil' }],
      ended(-19, 705),
      [-21, { kind: 'micron', reading: { value: 300, unit: 'micron' } }],
      [-20, { kind: 'pumpOn' }],
    ]
    const whole = record(turned)
    const round = thisRound(whole)
    expect(kinds(round)).toEqual(
      ['opened 1', 'facts 2', 'pumpOn 1', 'traceBegun 1', 'traceEnded 1', 'turnedBack 1', 'note 1'].sort(
        inOrderOf(kinds(round)),
      ),
    )
    expect(round.items.traceBegun[0]!.entry.traceId).toBe(testId(705))
    expect(thisRound(whole)).toBe(round)
  })
})

/** whatever the order of the kinds is */
const inOrderOf = (order: readonly string[]) => (a: string, b: string) => order.indexOf(a) - order.indexOf(b)

describe('after a pump-down', () => {
  const lines: Lines = [
    ...opened,
    ...decayed,
    ...weighed,
    ...started,
    begun(-29, 704),
    begun(-29, 705, ['suctionPressure']),
    ended(-28, 704),
    ended(-28, 705),
    begun(-27, 706),
    note(-26),
  ]
  const pumped: Lines[number] = [-20, { kind: 'pumpedDown', suctionPressure: psig(2), valvesHold: true }]
  it('the record itself, where there was none', () => {
    const whole = record(lines)
    expect(sincePumpDown(whole)).toBe(whole)
  })
  it('vacuum and start count from there; charge, notes and the system’s recordings stay, and so does a recording that goes on', () => {
    const after: Lines = [...lines, pumped, [-20, { kind: 'pumpOn' }], ended(-15, 706)]
    const { items } = sincePumpDown(record(after))
    expect(items.micron).toEqual([])
    expect(items.valvedOff).toEqual([])
    expect(items.started).toEqual([])
    expect(items.pumpOn).toHaveLength(1)
    expect(items.weighed).toHaveLength(1)
    expect(items.note).toHaveLength(1)
    expect(items.traceBegun.map((t) => t.entry.traceId)).toEqual([testId(705), testId(706)])
  })
  it('a recording that ended as it was pumped down still counts as open, one before it doesn’t', () => {
    const vacuumTraces = (end: number) =>
      sincePumpDown(record([...lines, ended(end, 706), pumped])).items.traceBegun.map((t) => t.entry.traceId)
    expect(vacuumTraces(-20)).toContain(testId(706))
    expect(vacuumTraces(-21)).not.toContain(testId(706))
  })
  it('tells the stages so', () => {
    expect(view([...lines, pumped]).stages.find((s) => s.stage === 'vacuum')!.state).not.toBe('done')
    expect(foldEntries(testLog(...lines)).items.started).toHaveLength(1)
  })
})
