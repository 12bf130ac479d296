// What a return visit holds: what closes each item, and what is refused.
import type { EntryBody } from '../entry/entry'
import { NOON, testEntry, testId } from '../entry/testing'
import { checkEntry } from './check/checkEntry'
import { degF, good, opened, record, started, view, type Lines } from './testingLines'
import { provisionalOf, visitRun } from './visitRun'

const promise = (minutes: number, items: readonly object[]): Lines[number] => [
  minutes,
  { kind: 'returnVisit', reason: 'Too cold today.', items } as EntryBody,
]
const pump: Lines = [...opened, [-80, { kind: 'facts', facts: { mode: 'heatPump' } }], ...started]
/** the id of the only entry of a kind */
const idOf = (lines: Lines, kind: 'returnVisit') => record(lines).items[kind].at(-1)!.entry.id
const said = (lines: Lines, body: object, minutes = 0) =>
  checkEntry(record(lines), testEntry(700, minutes, body as EntryBody), { nowMs: NOON }).map((p) =>
    `${p.code} ${p.path}`.trim(),
  )
const closed = (lines: Lines, item: number, how: string, words?: string): EntryBody =>
  ({
    kind: 'visitItemClosed',
    visitId: idOf(lines, 'returnVisit'),
    item,
    how,
    ...(words ? { words } : {}),
  }) as EntryBody
const states = (lines: Lines) => view(lines).visit!.items.map((i) => i.state)

describe('what closes an item of a return visit', () => {
  const [before, at, after] = [-26, -25, -20]
  const lines = (what: string): Lines => [...pump, promise(at, [{ what }])]
  it.each<[string, EntryBody, EntryBody | undefined]>([
    ['heaters', { kind: 'heatersNoted', crankcase: 'warm', sump: 'none' }, undefined],
    [
      'changeOver',
      { kind: 'modeChanged', mode: 'heating', how: 'thermostat', seen: true },
      { kind: 'modeChanged', mode: 'heating', how: 'thermostat', seen: false },
    ],
    ['heating', { kind: 'reading', mode: 'heating', values: good }, { kind: 'reading', mode: 'cooling', values: good }],
  ])('%s: what was seen after the promise, not before it', (what, evidence, other) => {
    expect(states(lines(what))).toEqual(['open'])
    expect(states([...lines(what), [after, evidence]])).toEqual(['done'])
    expect(states([...lines(what), [before, evidence]])).toEqual(['open'])
    expect(states([...lines(what), [at, evidence]])).toEqual(['open'])
    if (other) expect(states([...lines(what), [after, other]])).toEqual(['open'])
    const found = view([...lines(what), [after - 1, evidence], [after, evidence]]).visit!.items[0]!.by!
    expect(found.entry.kind).toBe(evidence.kind)
  })
  it('leak-through and defrost: what the look at both modes counts as done', () => {
    const told = (done: readonly string[]) => ({ bothModes: { done } as never })
    const valve: Lines[number] = [after, { kind: 'reversingValveRead', vapourLine: degF(50), trueSuction: degF(51) }]
    const defrost: Lines[number] = [after, { kind: 'defrostSeen', how: 'byItself' }]
    const state = (more: Lines, what: string, done: readonly string[]) => {
      const run = visitRun(record([...lines(what), ...more]), told(done))!
      return run.items[0]!.state
    }
    expect(state([valve], 'leakThrough', ['leakThrough'])).toBe('done')
    expect(state([valve], 'leakThrough', ['defrost'])).toBe('open')
    expect(state([], 'leakThrough', ['leakThrough'])).toBe('open')
    expect(state([defrost], 'defrost', ['defrost'])).toBe('done')
    expect(state([defrost], 'defrost', [])).toBe('open')
    expect(visitRun(record([...lines('defrost'), defrost]), {})!.items[0]!.state).toBe('open')
    expect(visitRun(record([...lines('leakThrough'), valve]), {})!.items[0]!.state).toBe('open')
  })
  it('a hand closes what no reading tells; and anything that isn’t needed any more', () => {
    const two: Lines = [...pump, promise(at, [{ what: 'other', words: 'hang the cover' }, { what: 'heaters' }])]
    expect(states([...two, [after, closed(two, 0, 'done')]])).toEqual(['done', 'open'])
    expect(states([...two, [after, closed(two, 1, 'done')]])).toEqual(['open', 'open'])
    expect(states([...two, [after, closed(two, 1, 'notNeeded', 'no heater in it')]])).toEqual(['open', 'notNeeded'])
    expect(view([...two, [after, closed(two, 1, 'notNeeded', 'none')]]).visit!.open).toBe(true)
  })
  it('what is said of an earlier promise says nothing of this one', () => {
    const first: Lines = [...pump, promise(at, [{ what: 'other', words: 'hang the cover' }])]
    const hand: Lines[number] = [after, closed(first, 0, 'done')]
    const again: Lines = [...first, hand, promise(-10, [{ what: 'other', words: 'hang the cover' }])]
    expect(states(again)).toEqual(['open'])
  })
  it('a promise without items is of the charge, in its weather', () => {
    const plain: Lines = [...pump, [at, { kind: 'returnVisit', reason: 'Too cold.', outdoorLow: degF(65) }]]
    expect(view(plain).visit!.items).toEqual([
      { item: { what: 'charge', outdoorLow: degF(65) }, index: 0, state: 'open' },
    ])
    const bare: Lines = [...pump, [at, { kind: 'returnVisit', reason: 'Too cold.' }]]
    expect(view(bare).visit!.items[0]!.item).toEqual({ what: 'charge' })
    expect(view(bare).visit).not.toHaveProperty('cameBack')
    expect(view(bare).visit).not.toHaveProperty('planned')
  })
})

describe('what the charge rests on until then', () => {
  const of = (lines: Lines) => provisionalOf(record(lines), view(lines).visit)
  const chose = (minutes: number, school: string): Lines[number] => [
    minutes,
    { kind: 'coldWayChosen', school } as EntryBody,
  ]
  it('the way that was chosen when it was promised', () => {
    const promised = promise(-25, [{ what: 'charge' }])
    expect(of([...pump, promised])!.school).toBe('weighInOnly')
    expect(of([...pump, chose(-25, 'discharge'), promised])!.school).toBe('discharge')
    expect(of([...pump, chose(-27, 'labelHeating'), chose(-26, 'discharge'), promised])!.school).toBe('discharge')
    expect(of([...pump, promised, chose(-20, 'discharge')])!.school).toBe('weighInOnly')
  })
  it('nothing, where the charge wasn’t left open', () => {
    expect(of(pump)).toBeUndefined()
    expect(of([...pump, promise(-25, [{ what: 'heaters' }])])).toBeUndefined()
    const lines: Lines = [...pump, promise(-25, [{ what: 'charge' }])]
    expect(of([...lines, [-20, closed(lines, 0, 'notNeeded', 'new unit')]])).toBeUndefined()
  })
})

describe('what is refused of a visit', () => {
  const lines: Lines = [...pump, promise(-25, [{ what: 'other', words: 'hang the cover' }, { what: 'heaters' }])]
  const visitId = idOf(lines, 'returnVisit')
  it('a day that is gone everywhere, and hours the wrong way round', () => {
    const plan = (part: object) => said(lines, { kind: 'visitPlanned', visitId, day: '2026-07-20', ...part })
    expect(plan({})).toEqual([])
    expect(plan({ from: '08:00', to: '12:00' })).toEqual([])
    expect(plan({ from: '08:00', to: '08:00' })).toEqual(['hoursTurned to'])
    expect(plan({ from: '09:00', to: '08:00' })).toEqual(['hoursTurned to'])
    expect(plan({ from: '09:00' })).toEqual([])
    expect(plan({ to: '08:00' })).toEqual([])
    expect(plan({ day: '2026-07-14' })).toEqual([])
    expect(plan({ day: '2026-07-13' })).toEqual(['dateGone day'])
    expect(plan({ visitId: testId(999) })).toEqual(['noVisit visitId'])
    expect(said(pump, { kind: 'visitPlanned', visitId, day: '2026-07-20' })).toEqual(['noVisit visitId'])
  })
  it('closing what is closed, what needs to be seen, or without a word', () => {
    const close = (body: EntryBody, more: Lines = []) => said([...lines, ...more], body)
    expect(close(closed(lines, 0, 'done'))).toEqual([])
    expect(close(closed(lines, 1, 'done'))).toEqual(['needsEvidence item'])
    expect(close(closed(lines, 1, 'notNeeded'))).toEqual(['wordsMissing words'])
    expect(close(closed(lines, 1, 'notNeeded', ' no '))).toEqual(['wordsMissing words'])
    expect(close(closed(lines, 1, 'notNeeded', 'none'))).toEqual([])
    expect(close(closed(lines, 1, 'notNeeded', 'not'))).toEqual([])
    expect(close(closed(lines, 7, 'done'))).toEqual(['itemClosed item'])
    expect(close(closed(lines, 0, 'done'), [[-10, closed(lines, 0, 'done')]])).toEqual(['itemClosed item'])
    expect(said(pump, closed(lines, 0, 'done'))).toEqual(['noVisit visitId'])
  })
  it('a promise of nothing, of something unnamed, or in weather upside down', () => {
    const promised = (items: readonly object[], more: object = {}) =>
      said(pump, { kind: 'returnVisit', reason: 'Too cold.', items, ...more })
    expect(promised([{ what: 'heaters' }])).toEqual([])
    expect(promised([])).toEqual(['nothingToDo items'])
    expect(promised([{ what: 'heaters' }, { what: 'other' }])).toEqual(['wordsMissing items.1.words'])
    expect(promised([{ what: 'other', words: ' ab ' }])).toEqual(['wordsMissing items.0.words'])
    expect(promised([{ what: 'other', words: 'abc' }])).toEqual([])
    const charge = (window: object) => promised([{ what: 'charge', ...window }])
    expect(charge({ outdoorLow: degF(65), outdoorHigh: degF(64) })).toEqual(['windowUpsideDown items.0.outdoorHigh'])
    expect(charge({ indoorLow: degF(80), indoorHigh: degF(70) })).toEqual(['windowUpsideDown items.0.indoorHigh'])
    expect(charge({ indoorLow: degF(70), indoorHigh: degF(80), outdoorLow: degF(65) })).toEqual([])
    expect(charge({ indoorHigh: degF(80), outdoorHigh: degF(65) })).toEqual([])
  })
  it('a promise that forgets what is open of the one before; what was closed may go', () => {
    const again = (what: string, more: Lines = []) =>
      checkEntry(
        record([...lines, ...more]),
        testEntry(700, 0, { kind: 'returnVisit', reason: 'Too cold.', items: [{ what }] } as EntryBody),
        { nowMs: NOON },
      )
    expect(again('heaters')).toEqual([{ code: 'itemsLost', path: 'items', items: ['other'] }])
    expect(again('charge')).toEqual([{ code: 'itemsLost', path: 'items', items: ['other', 'heaters'] }])
    expect(again('heaters', [[-20, closed(lines, 0, 'done')]])).toEqual([])
  })
})
