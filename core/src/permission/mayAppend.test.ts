import fc from 'fast-check'
import type { EntryBody } from '../entry/entry'
import type { BookEntry, BookEntryBody } from '../book/entry'
import { testEntry, testId, testLog } from '../entry/testing'
import { foldEntries } from '../log/fold'
import { rightChoices, rights, rightsTable, roles, type Role } from '../people/rights'
import { checkEntry } from '../run/check/checkEntry'
import { openRequests, requestsOf } from '../run/requests'
import { NOON } from '../entry/testing'
import { bare, decayed, opened, record, states, weighed, type Lines } from '../run/testingLines'
import { unitView } from '../run/unitView'
import { mayAppend, type Actor } from './mayAppend'

const author = { id: testId(900), name: 'Wren Halloway' }
const as = (role: Role, id = testId(901)): Actor => ({ id, role })
const may = (role: Role, body: EntryBody, on = record(opened)) => mayAppend(as(role), testEntry(70, 0, body), on)
const book = (body: BookEntryBody): BookEntry =>
  ({
    v: 1,
    id: testId(71),
    at: '2026-07-14T12:00:00.000Z',
    writtenAt: '2026-07-14T12:00:00.000Z',
    ...body,
  }) as BookEntry

const oz = (value: number) => ({ value, unit: 'oz' as const })
const weighing: EntryBody = { kind: 'weighed', direction: 'add', before: oz(200), after: oz(190) }
const despite: EntryBody = {
  ...weighing,
  despite: { against: ['airflowNotKnownGood'], reason: 'the filter is new' },
} as unknown as EntryBody

/** one of each right, by the company's table as it is read aloud */
const table: [string, EntryBody | BookEntryBody, Record<Role, string>][] = [
  [
    'a reading of the gauge',
    { kind: 'micron', reading: { value: 300, unit: 'micron' } },
    { lead: 'yes', installer: 'yes', office: 'no', viewer: 'no' },
  ],
  ['a weighing', weighing, { lead: 'yes', installer: 'yes', office: 'no', viewer: 'no' }],
  ['a note', { kind: 'note', text: 'x' }, { lead: 'yes', installer: 'yes', office: 'yes', viewer: 'no' }],
  [
    'a unit',
    { kind: 'opened', jobId: testId(500), tag: 'T' },
    { lead: 'yes', installer: 'yes', office: 'yes', viewer: 'no' },
  ],
  [
    'a fact of the label',
    { kind: 'facts', facts: { place: 'x' } },
    { lead: 'yes', installer: 'yes', office: 'yes', viewer: 'no' },
  ],
  [
    'a gate',
    { kind: 'gatePassed', stage: 'vacuum', reason: 'none' },
    { lead: 'yes', installer: 'asks', office: 'no', viewer: 'no' },
  ],
  ['a step against the advice', despite, { lead: 'yes', installer: 'asks', office: 'no', viewer: 'no' }],
  [
    'a seal',
    { kind: 'sealed', name: 'x', signature: [[1, 2]] },
    { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' },
  ],
  ['an amendment', { kind: 'amendment', text: 'x' }, { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' }],
  [
    'a return visit',
    { kind: 'returnVisit', reason: 'cold' },
    { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' },
  ],
  [
    'a habit of this unit',
    { kind: 'override', habit: 'decayHold', reason: 'x' } as unknown as EntryBody,
    { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' },
  ],
  [
    'a request',
    { kind: 'asked', what: 'gate', stage: 'vacuum', reason: 'x' },
    { lead: 'yes', installer: 'yes', office: 'no', viewer: 'no' },
  ],
  [
    'a cylinder',
    { kind: 'retired', what: 'cylinder', itemId: 'x' },
    { lead: 'yes', installer: 'yes', office: 'yes', viewer: 'no' },
  ],
  ['a method', { kind: 'profileChosen', profileId: 'x' }, { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' }],
  [
    'putting a method away',
    { kind: 'retired', what: 'profile', itemId: 'x' },
    { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' },
  ],
  [
    'the company',
    { kind: 'companySaved', company: { name: 'x' } },
    { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' },
  ],
  ['the table itself', { kind: 'rightsSet', rights: {} }, { lead: 'yes', installer: 'no', office: 'no', viewer: 'no' }],
  [
    'a job',
    { kind: 'jobStands', jobId: testId(500), standing: 'closed' },
    { lead: 'yes', installer: 'yes', office: 'yes', viewer: 'no' },
  ],
]

describe('who may append', () => {
  it.each(table)('%s', (_name, body, wanted) => {
    const entry = 'jobId' in body && body.kind === 'jobStands' ? book(body) : { ...testEntry(70, 0, body as EntryBody) }
    for (const role of roles) {
      const answer = mayAppend(as(role), entry, record(opened))
      expect([role, answer.may ? 'yes' : answer.answer]).toEqual([role, wanted[role]])
    }
  })
  it('the method that a unit starts with comes with its opening; another one later is a lead’s', () => {
    const method = { kind: 'method', profile: { id: 'x' } } as unknown as EntryBody
    expect(may('installer', method, record(bare)).may).toBe(true)
    const started = record(bare, [[-80, method]])
    expect(may('installer', method, started)).toMatchObject({ may: false, right: 'company' })
    expect(may('lead', method, started).may).toBe(true)
  })
  it('one’s own entry is struck out by whoever may write such a one, another’s by a lead', () => {
    const log = foldEntries([
      ...testLog(...opened),
      { seq: 90, author: { id: testId(901), name: 'Pim' }, entry: testEntry(90, -1, { kind: 'note', text: 'mine' }) },
      { seq: 91, author, entry: testEntry(91, -1, { kind: 'note', text: 'theirs' }) },
      {
        seq: 92,
        author: { id: testId(901), name: 'Pim' },
        entry: testEntry(92, -1, { kind: 'micron', reading: { value: 300, unit: 'micron' } }),
      },
    ])
    const strike = (n: number): EntryBody => ({ kind: 'struck', strikes: testId(n), reason: 'wrong' })
    expect(may('installer', strike(90), log).may).toBe(true)
    expect(may('installer', strike(91), log)).toMatchObject({ may: false, right: 'decide' })
    // what isn't there is somebody else's
    expect(may('installer', strike(99), log)).toMatchObject({ may: false, right: 'decide' })
    expect(may('office', strike(90), log).may).toBe(true)
    expect(may('office', strike(92), log)).toMatchObject({ may: false, right: 'log' })
    expect(may('lead', strike(91), log).may).toBe(true)
  })
  it('certificates are one’s own, or a lead’s to write', () => {
    const mine = book({ kind: 'certificatesSaved', personId: testId(901), certificates: [] })
    const theirs = book({ kind: 'certificatesSaved', personId: testId(902), certificates: [] })
    expect(mayAppend(as('viewer'), mine).may).toBe(true)
    expect(mayAppend(as('installer'), theirs)).toMatchObject({ may: false, right: 'company' })
    expect(mayAppend(as('lead'), theirs).may).toBe(true)
  })
  it('follows the company’s table, and never outside what may be set', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...roles),
        fc.constantFrom(...rights),
        fc.constantFrom('yes', 'asks', 'no' as const),
        fc.constantFrom(...table),
        (role, right, answer, [, body]) => {
          const set = rightsTable({ [role]: { [right]: answer } })
          const got = mayAppend({ ...as(role), rights: set }, testEntry(70, 0, body as EntryBody), record(opened))
          if (got.may) return
          expect(got.answer).toBe(set[role][got.right])
          expect(rightChoices[role][got.right]).toContain(got.answer)
        },
      ),
    )
  })
})

describe('asking a lead', () => {
  const ask: Lines = [[-50, { kind: 'asked', what: 'gate', stage: 'vacuum', reason: 'the gauge broke' }]]
  const idOf = (on = record(opened, ask)) => requestsOf(on).at(-1)!.ask.entry.id
  const answer = (granted: boolean): Lines => [[-40, { kind: 'answered', asks: idOf(), granted }]]
  const check = (on: ReturnType<typeof record>, body: EntryBody) =>
    checkEntry(on, testEntry(80, 0, body), { nowMs: NOON }).map((p) => p.code)

  it('leaves the gate shut until it is granted, then passes it by the lead, with the reason and who asked', () => {
    expect(states(opened, ask)[2]).toBe('current')
    expect(openRequests(record(opened, ask))).toHaveLength(1)
    const granted = record(opened, ask, answer(true))
    const stage = unitView(granted, { nowMs: NOON }).stages[2]!
    expect(stage.state).toBe('bypassed')
    expect(stage.pass).toMatchObject({
      author,
      entry: { reason: expect.stringMatching(/the gauge broke.*Wren Halloway/) },
    })
    expect(openRequests(granted)).toEqual([])
  })
  it('refused, it stays shut; struck out, the answer is gone and the request open again', () => {
    const refused = record(opened, ask, answer(false))
    expect(unitView(refused, { nowMs: NOON }).stages[2]!.state).toBe('current')
    const id = refused.items.answered[0]!.entry.id
    const again = record(opened, ask, answer(true), [[-30, { kind: 'struck', strikes: id, reason: 'too soon' }]])
    expect(states(opened, ask, answer(true), [[-30, { kind: 'struck', strikes: id, reason: 'too soon' }]])[2]).toBe(
      'current',
    )
    expect(openRequests(again)).toHaveLength(1)
  })
  it('is answered once, and only where something was asked', () => {
    const open = record(opened, ask)
    expect(check(open, { kind: 'answered', asks: idOf(), granted: true })).toEqual([])
    expect(check(open, { kind: 'answered', asks: testId(999), granted: true })).toEqual(['unknownRequest'])
    const granted = record(opened, ask, answer(true))
    expect(check(granted, { kind: 'answered', asks: idOf(), granted: false })).toEqual(['answeredBefore'])
    expect(check(open, { kind: 'asked', what: 'gate', reason: 'which?' })).toEqual(['whichGate'])
    expect(check(open, { kind: 'asked', what: 'decision', stage: 'vacuum', reason: 'which?' })).toEqual(['whichGate'])
  })
  it('is answered by whoever may do it alone', () => {
    const open = record(opened, ask)
    const entry: EntryBody = { kind: 'answered', asks: idOf(), granted: true }
    expect(may('lead', entry, open).may).toBe(true)
    expect(may('installer', entry, open)).toMatchObject({ may: false, right: 'gate' })
    expect(
      mayAppend(
        { ...as('installer'), rights: rightsTable({ installer: { gate: 'yes' } }) },
        testEntry(70, 0, entry),
        open,
      ).may,
    ).toBe(true)
  })
  it('a hard stop is granted by nobody', () => {
    const refusing: Lines = [
      [-88, { kind: 'facts', facts: { work: 'conversion', refrigerant: 'R-410A', oldRefrigerant: 'R-22' } }],
    ]
    const on = record(bare, refusing)
    expect(check(on, { kind: 'asked', what: 'gate', stage: 'prepare', reason: 'please' })).toEqual(['refusedStop'])
    const asked: Lines = [[-50, { kind: 'asked', what: 'gate', stage: 'prepare', reason: 'please' }]]
    const before = record(bare, asked, refusing)
    expect(check(before, { kind: 'answered', asks: idOf(before), granted: true })).toEqual(['refusedStop'])
  })
  it('a step that was granted is made once, by whoever asked', () => {
    const pim = { id: testId(901), name: 'Pim' }
    const lines = testLog(...opened, ...decayed, ...weighed)
    const asked = {
      seq: 60,
      author: pim,
      entry: testEntry(60, -20, { kind: 'asked', what: 'step', reason: 'new filter' }),
    }
    const answered = {
      seq: 61,
      author,
      entry: testEntry(61, -10, { kind: 'answered', asks: testId(60), granted: true }),
    }
    const step = {
      ...despite,
      despite: { against: ['airflowNotKnownGood'], reason: 'new filter', granted: testId(60) },
    } as unknown as EntryBody
    const can = (on: ReturnType<typeof record>, who = as('installer')) => mayAppend(who, testEntry(70, 0, step), on).may
    expect(can(foldEntries([...lines, asked]))).toBe(false)
    const granted = foldEntries([...lines, asked, answered])
    expect(can(granted)).toBe(true)
    expect(can(granted, as('installer', testId(902)))).toBe(false)
    const made = { seq: 62, author: pim, entry: testEntry(62, -5, step) }
    expect(can(foldEntries([...lines, asked, answered, made]))).toBe(false)
  })
})
