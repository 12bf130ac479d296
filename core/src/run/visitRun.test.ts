import type { EntryBody } from '../entry/entry'
import { NOON, testEntry, testId } from '../entry/testing'
import { asSealed } from '../log/seal'
import { checkEntry } from './check/checkEntry'
import { decayed, degF, good, opened, record, seal, started, view, weighed, type Lines } from './testingLines'
import { unitView } from './unitView'

const cold: Lines[number] = [-15, { kind: 'reading', mode: 'cooling', values: { ...good, outdoor: degF(41) } }]
const promise: Lines[number] = [
  -10,
  {
    kind: 'returnVisit',
    reason: '41 °F outside.',
    items: [
      { what: 'charge', outdoorLow: degF(65), outdoorHigh: degF(100) },
      { what: 'other', words: 'Insulate the last metre.' },
    ],
    by: '2026-08-01',
  },
]
const provisional: Lines = [...opened, ...decayed, ...weighed, ...started, cold, promise]
const visitId = record(provisional).items.returnVisit[0]!.entry.id
const warm: EntryBody = { kind: 'reading', mode: 'cooling', values: good }
const DAY = 24 * 60
const ink = [[0, 0, 300, 200, 500, 50]]
const signed: EntryBody = {
  kind: 'amendment',
  text: 'Charge read on a warm day.',
  visitId,
  name: 'Wren',
  signature: ink,
}
const there: Lines[number] = [20 * DAY, { kind: 'cameBack', visitId }]
const back: Lines = [...provisional, ...seal, there, [20 * DAY + 1, { kind: 'started' }]]
const restarted: Lines = [...back, [20 * DAY + 60, warm]]
const said = (lines: Lines, body: EntryBody, minutes = 21 * DAY) =>
  checkEntry(record(lines), testEntry(900, minutes, body), { nowMs: NOON + 22 * DAY * 60_000 }).map((p) => p.code)

describe('a return visit, item by item', () => {
  it('stays open until each is done by what shows it', () => {
    const first = view(provisional)
    expect(first.visit?.items.map(({ state }) => state)).toEqual(['open', 'open'])
    expect(first.provisional).toMatchObject({ school: 'weighInOnly' })
    const read = view(provisional, [[-5, warm]])
    expect(read.visit?.items.map(({ state }) => state)).toEqual(['done', 'open'])
    expect(read.provisional).toBeUndefined()
    const both = view(provisional, [
      [-5, warm],
      [-4, { kind: 'visitItemClosed', visitId, item: 1, how: 'done' }],
    ])
    expect(both.visit).toMatchObject({ open: false })
  })
  it('isn’t closed by a reading of a day that may not decide, by one before it, or by one from before the last step', () => {
    const open = (...lines: Lines) => view(provisional, lines).visit?.items[0]!.state
    expect(open([-5, { ...warm, values: { ...good, outdoor: degF(60) } } as EntryBody])).toBe('open')
    expect(open([-12, warm])).toBe('open')
    expect(open([-5, warm])).toBe('done')
    const step = {
      kind: 'weighed',
      direction: 'add',
      before: { value: 30, unit: 'oz' },
      after: { value: 28, unit: 'oz' },
    }
    expect(open([-5, warm], [-3, step as EntryBody])).toBe('open')
  })
  it('is closed only by a reading in its own air, and not behind a cover', () => {
    const window = { what: 'charge', outdoorLow: degF(80), outdoorHigh: degF(100) } as const
    const lines = (part: object, ...more: Lines) =>
      view(
        [...opened, ...decayed, ...weighed, ...started, cold],
        [[-10, { kind: 'returnVisit', reason: 'Cold.', items: [{ ...window, ...part }] }], ...more, [-5, warm]],
      ).visit?.items[0]!.state
    // what it reads is 91 °F outdoors and 76 °F indoors
    expect(lines({})).toBe('done')
    expect(lines({ outdoorLow: degF(92) })).toBe('open')
    expect(lines({ outdoorHigh: degF(90) })).toBe('open')
    expect(lines({ indoorLow: degF(70), indoorHigh: degF(80) })).toBe('done')
    expect(lines({ indoorLow: degF(78) })).toBe('open')
    const cover = (on: boolean, minutes: number): Lines[number] => [minutes, { kind: 'covered', on } as EntryBody]
    expect(lines({}, cover(true, -8))).toBe('open')
    expect(lines({}, cover(true, -8), cover(false, -7))).toBe('done')
  })
  it('is not needed only with a reason, and then makes nothing final', () => {
    expect(said(provisional, { kind: 'visitItemClosed', visitId, item: 0, how: 'notNeeded' })).toEqual(['wordsMissing'])
    const lines: Lines = [
      ...provisional,
      [-4, { kind: 'visitItemClosed', visitId, item: 0, how: 'notNeeded', words: 'Torn down.' }],
    ]
    expect(view(lines).visit?.items[0]).toMatchObject({ state: 'notNeeded' })
    expect(view(lines).provisional).toBeUndefined()
    expect(said(lines, { kind: 'visitItemClosed', visitId, item: 0, how: 'notNeeded', words: 'again' })).toEqual([
      'itemClosed',
    ])
  })
  it('takes no word for what a reading shows, and no item that isn’t there', () => {
    expect(said(provisional, { kind: 'visitItemClosed', visitId, item: 0, how: 'done' })).toEqual(['needsEvidence'])
    expect(said(provisional, { kind: 'visitItemClosed', visitId, item: 7, how: 'done' })).toEqual(['itemClosed'])
    expect(said(provisional, { kind: 'cameBack', visitId: testId(77) })).toEqual(['noVisit'])
  })
  it('a promise of before items had names is one for the charge', () => {
    const old = view(opened, started, [[-10, { kind: 'returnVisit', reason: 'cold', outdoorLow: degF(65) }]])
    expect(old.visit?.items).toMatchObject([{ item: { what: 'charge', outdoorLow: degF(65) }, state: 'open' }])
  })
  it('names the way that the charge was come to before the promise', () => {
    const way: Lines[number] = [-16, { kind: 'coldWayChosen', school: 'discharge' }]
    expect(view(opened, started, [way, promise]).provisional?.school).toBe('discharge')
    expect(
      view(opened, started, [promise, [-2, { kind: 'coldWayChosen', school: 'discharge' }]]).provisional?.school,
    ).toBe('weighInOnly')
  })
  it('is refused with nothing to do, an item without words, a window upside down, a day that has gone, hours turned', () => {
    const f = (items: object[]) => said(opened, { kind: 'returnVisit', reason: 'cold', items } as EntryBody)
    expect(f([])).toEqual(['nothingToDo'])
    expect(f([{ what: 'other' }])).toEqual(['wordsMissing'])
    expect(f([{ what: 'charge', outdoorLow: degF(80), outdoorHigh: degF(60) }])).toEqual(['windowUpsideDown'])
    const plan = (part: object) => said(provisional, { kind: 'visitPlanned', visitId, day: '2026-09-01', ...part })
    expect(plan({})).toEqual([])
    expect(plan({ day: '2020-01-01' })).toEqual(['dateGone'])
    expect(plan({ from: '13:00', to: '11:00' })).toEqual(['hoursTurned'])
  })
})

describe('handed over after a cold day', () => {
  const way: Lines[number] = [-14, { kind: 'coldWayChosen', school: 'discharge' }]
  const passed: Lines[number] = [-13, { kind: 'gatePassed', stage: 'startUp', reason: 'Cold.' }]
  const charged: Lines = [...opened, ...decayed, ...weighed, ...started, passed]
  const sealing: EntryBody = { kind: 'sealed', name: 'Wren', signature: ink }
  it('goes with the visit that makes it final, or with a warm reading, never without either', () => {
    expect(said([...charged, way], sealing)).toEqual(['visitMissing'])
    expect(said([...charged, way, promise], sealing)).toEqual([])
    expect(said([...charged, way, [-5, warm]], sealing)).toEqual([])
    expect(
      said([...charged, way, [-5, { ...warm, values: { ...good, outdoor: degF(41) } } as EntryBody]], sealing),
    ).toEqual(['visitMissing'])
    expect(said(charged, sealing)).toEqual([])
  })
})

describe('a promise in another’s place', () => {
  it('holds on to what is open: nothing becomes final by being forgotten', () => {
    const again = (items: object[]) =>
      said(provisional, { kind: 'returnVisit', reason: 'Put off.', items } as EntryBody)
    expect(again([{ what: 'other', words: 'Insulate.' }])).toEqual(['itemsLost'])
    expect(again([{ what: 'charge' }])).toEqual(['itemsLost'])
    expect(again([{ what: 'charge' }, { what: 'other', words: 'Insulate.' }])).toEqual([])
    const dropped: Lines = [
      ...provisional,
      [-4, { kind: 'visitItemClosed', visitId, item: 0, how: 'notNeeded', words: 'Torn down.' }],
    ]
    const less = { kind: 'returnVisit', reason: 'Put off.', items: [{ what: 'other', words: 'Insulate.' }] } as const
    expect(said(dropped, less)).toEqual([])
  })
  it('may be for today wherever the place lies', () => {
    // 02:00 in Greenwich is the evening before in Chicago
    const at = (minutes: number, by: string) => said(opened, { kind: 'returnVisit', reason: 'cold', by }, minutes)
    expect(at(14 * 60, '2026-07-14')).toEqual([])
    expect(at(24 * 60, '2026-07-14')).toEqual(['dateGone'])
  })
})

describe('coming back after the seal', () => {
  it('opens the log for what is read and done, until the visit is signed; then it is closed again', () => {
    expect(view(provisional, seal)).toMatchObject({ sealed: true, need: { code: 'nothing' } })
    expect(said([...provisional, ...seal], warm)).toEqual(['sealed'])
    expect(view(back)).toMatchObject({ sealed: false, need: { code: 'onVisit', open: 2 } })
    expect(said(back, warm)).toEqual([])
    const done = view(restarted, [[20 * DAY + 61, { kind: 'visitItemClosed', visitId, item: 1, how: 'done' }]])
    expect(done).toMatchObject({ need: { code: 'sign' }, visit: { open: false, visiting: true } })
    const closed = [...restarted, [20 * DAY + 90, signed]] as Lines
    expect(view(closed)).toMatchObject({ sealed: true, reading: { judged: { verdict: 'in' } } })
    expect(said(closed, { ...warm })).toEqual(['sealed'])
    const late = [20 * DAY + 95, { ...warm, values: { ...good, outdoor: degF(30) } }] as Lines[number]
    expect(record(closed, [late]).ignored).toHaveLength(1)
  })
  it('keeps what was sealed: no strike reaches it, and the record of that day stays', () => {
    const sealedReading = record(provisional).items.reading[0]!.entry.id
    expect(said(back, { kind: 'struck', strikes: sealedReading, reason: 'no' })).toEqual(['sealedBefore'])
    const forced = record(back, [[20 * DAY + 5, { kind: 'struck', strikes: sealedReading, reason: 'no' }]])
    expect(forced.items.reading).toHaveLength(1)
    const own = record(restarted).items.reading.at(-1)!.entry.id
    expect(said(restarted, { kind: 'struck', strikes: own, reason: 'slip' })).toEqual([])
    const was = unitView(asSealed(record(restarted))!, { nowMs: NOON })
    expect(was.reading?.item.entry.values.outdoor).toEqual(degF(41))
    expect(was.provisional?.school).toBe('weighInOnly')
    expect(was.sealed).toBe(true)
  })
  it('asks for a start of its own, so that no reading of that day counts as settled by weeks of running', () => {
    const arrived: Lines = [...provisional, ...seal, there]
    expect(view(arrived).startedMs).toBeUndefined()
    expect(view(arrived, [[20 * DAY + 5, warm]]).visit?.items[0]!.state).toBe('open')
    expect(view(restarted).visit?.items[0]!.state).toBe('done')
    // nothing was started on it: signed, the record says what it said
    const was = view(provisional, seal).reading!.settled
    expect(view(arrived, [[20 * DAY + 9, signed]])).toMatchObject({ sealed: true, reading: { settled: was } })
    expect(view(arrived, [[20 * DAY + 9, signed]]).startedMs).toBe(view(provisional).startedMs)
  })
  it('changes nothing of what the unit is or how it is judged', () => {
    expect(said(back, { kind: 'facts', facts: { labelCharge: { value: 1, unit: 'oz' } } })).toEqual(['sealed'])
    expect(said(back, { kind: 'override', habit: 'outdoorFloorK', quantity: degF(20), reason: 'r' })).toEqual([
      'sealed',
    ])
    expect(said(back, { kind: 'sealed', name: 'Wren', signature: ink })).toEqual(['sealed'])
  })
  it('ends with a name and ink, on the visit that is on, and not under a cover', () => {
    const part = (change: object) => said(back, { ...signed, ...change } as EntryBody)
    expect(part({})).toEqual([])
    expect(part({ name: undefined })).toEqual(['nameMissing'])
    expect(part({ signature: [[1, 1, 2, 2]] })).toEqual(['emptySignature'])
    expect(part({ visitId: testId(5) })).toEqual(['notVisiting'])
    const under: Lines = [...back, [20 * DAY + 2, { kind: 'covered', on: true }]]
    expect(said(under, signed)).toEqual(['coverStillOn'])
    // a word that ends no visit is taken as ever
    expect(said(back, { kind: 'amendment', text: 'By the way.' })).toEqual([])
    expect(view(back, [[20 * DAY + 3, { kind: 'amendment', text: 'By the way.' }]]).sealed).toBe(false)
  })
  it('begins anew with gauges and mode: what hung there last winter, and how it ran, tell nothing of today', () => {
    const hung = (minutes: number): Lines[number] => [
      minutes,
      { kind: 'hosesOn', mode: 'cooling', hoses: [{ port: 'liquid', side: 'high' }] },
    ]
    const heats = (minutes: number): Lines[number] => [
      minutes,
      { kind: 'modeChanged', mode: 'heating', how: 'thermostat', seen: true, auxiliary: 'heldOff' },
    ]
    const off: Lines[number] = [
      -9,
      { kind: 'cameOff', running: true, suctionCore: 'tight', liquidCore: 'tight', capsTight: true },
    ]
    const of = (...lines: Lines) => {
      const { mode, hoses } = view(lines).heatPump
      return [mode, hoses?.entry.hoses.length]
    }
    expect(of(...provisional, hung(-14), heats(-13))).toEqual(['heating', 1])
    expect(of(...provisional, hung(-14), heats(-13), off)).toEqual(['heating', undefined])
    const winter: Lines = [...provisional, hung(-14), heats(-13), ...seal]
    expect(of(...winter, there)).toEqual(['cooling', undefined])
    expect(of(...winter, there, hung(20 * DAY + 2), heats(20 * DAY + 3))).toEqual(['heating', 1])
  })
  it('is begun once, only for a visit with something open', () => {
    expect(said(back, { kind: 'cameBack', visitId })).toEqual(['alreadyThere'])
    const closed: Lines = [
      ...restarted,
      [20 * DAY + 61, { kind: 'visitItemClosed', visitId, item: 1, how: 'done' }],
      [20 * DAY + 90, signed],
    ]
    expect(said(closed, { kind: 'cameBack', visitId })).toEqual(['noVisit'])
    expect(said(closed, { kind: 'returnVisit', reason: 'another' })).toEqual(['noVisit'])
    // left with something open, somebody comes again
    const again: Lines = [...restarted, [20 * DAY + 90, signed]]
    expect(said(again, { kind: 'cameBack', visitId })).toEqual([])
    const putOff = [{ what: 'charge' }, { what: 'other', words: 'Insulate.' }] as const
    expect(said([...provisional, ...seal], { kind: 'returnVisit', reason: 'Put off.', items: putOff })).toEqual([])
  })
})
