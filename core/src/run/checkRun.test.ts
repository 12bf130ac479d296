import { checkEntry } from './check/checkEntry'
import type { EntryBody } from '../entry/entry'
import { testEntry, NOON } from '../entry/testing'
import { degF, good, psig, record, view, type Lines } from './testingLines'

// a machine that ran before anybody came: four facts, a reading, a verdict
const check: Lines = [
  [-20, { kind: 'opened', jobId: '00000000-0000-4000-8000-000000000500', tag: 'Q-1' }],
  [
    -19,
    {
      kind: 'facts',
      facts: {
        work: 'check',
        refrigerant: 'R-410A',
        metering: 'expansionValve',
        targetSubcooling: { value: 10, unit: '°F' },
      },
    },
  ],
]
const ran: Lines = [[-10, { kind: 'started', foundRunning: true }]]
const read = (values: object = good): Lines => [
  [-5, { kind: 'reading', mode: 'cooling', values } as EntryBody & { kind: 'reading' }],
]
const short = { ...good, liquidPressure: psig(320), liquidLine: degF(97) }
const codes = (body: EntryBody, ...parts: Lines[]) =>
  checkEntry(record(...parts), testEntry(800, 0, body), { nowMs: NOON }).map(({ code }) => code)
const seal: EntryBody = { kind: 'sealed', name: 'Wren Halloway', signature: [[0, 0, 300, 200, 500, 50]] }
const add: EntryBody = {
  kind: 'weighed',
  direction: 'add',
  before: { value: 200, unit: 'oz' },
  after: { value: 196, unit: 'oz' },
  running: true,
}
const stagesOf = (...parts: Lines[]) => view(...parts).stages.map(({ stage }) => stage)

describe('a machine that runs already', () => {
  it('asks for four facts, and for no nitrogen, vacuum or weight', () => {
    expect(stagesOf(check)).toEqual(['prepare', 'startUp', 'handOver'])
    expect(view(check).missing).toEqual([])
    expect(view(check).need.code).toBe('takeReading')
    expect(view(check).charge.due).toEqual({ ok: false, reason: 'check' })
    const bare: Lines = [check[0]!, [-19, { kind: 'facts', facts: { work: 'check' } }]]
    expect(view(bare).missing).toEqual(['refrigerant', 'metering'])
  })
  it('decides at once where it ran long enough, and waits where it was just switched on', () => {
    const now = view(check, ran, read())
    expect([now.reading?.settled, now.reading?.judged.verdict, now.need.code]).toEqual([true, 'in', 'sign'])
    expect(now.waits).toEqual([])
    const cold = view(check, [[-8, { kind: 'started' }]], read())
    expect(cold.reading?.settled).toBe(false)
    expect(cold.need.code).toBe('settling')
  })
  it('takes a step of charge without a vacuum, and waits for it to settle', () => {
    expect(codes(add, check, ran, read(short))).toEqual([])
    const after = view(check, ran, read(short), [[-1, add]])
    expect(stagesOf(check, ran, read(short), [[-1, add]])).toEqual(['prepare', 'weighIn', 'startUp', 'handOver'])
    expect(after.reading?.settled).toBe(false)
    expect(after.need.code).toBe('settling')
  })
  it('is signed as found once it was read, In or not, and never unread', () => {
    expect(view(check, ran, read(short)).need.code).toBe('readingOut')
    expect(codes(seal, check, ran, read(short))).toEqual([])
    expect(codes(seal, check, ran)).toEqual(['gateClosed'])
  })
  it('becomes a repair with all that belongs to one, and is started anew', () => {
    const repair: Lines = [[-2, { kind: 'facts', facts: { work: 'retrofit' } }]]
    const now = view(check, ran, read(short), repair)
    expect(now.stages.map(({ stage }) => stage)).toEqual([
      'prepare',
      'pressureTest',
      'vacuum',
      'weighIn',
      'startUp',
      'handOver',
    ])
    expect([now.startedMs, now.reading?.settled]).toEqual([undefined, false])
    expect(now.missing).toContain('labelCharge')
    expect(codes(seal, check, ran, read(short), repair)).toEqual(['gateClosed'])
  })
  it('is none where work was begun: no gate is left out by calling it a check', () => {
    const fresh: Lines = [check[0]!, [-19, { kind: 'facts', facts: { work: 'new' } }]]
    const asCheck: EntryBody = { kind: 'facts', facts: { work: 'check' } }
    expect(codes(asCheck, fresh)).toEqual([])
    for (const begun of [{ kind: 'pumpOn' }, { kind: 'valvesOpened' }, { ...add, running: false }] as EntryBody[])
      expect(codes(asCheck, fresh, [[-10, begun as EntryBody & { kind: 'pumpOn' }]])).toEqual(['alreadyBegun'])
    // a check that was made a repair by a slip goes back
    expect(codes(asCheck, check, ran, read(short), [[-2, { kind: 'facts', facts: { work: 'retrofit' } }]])).toEqual([])
  })
  it('a unit that is put to work here isn’t found running', () => {
    const fresh: Lines = [check[0]!, [-19, { kind: 'facts', facts: { work: 'new' } }]]
    expect(codes({ kind: 'started', foundRunning: true }, fresh)[0]).toBe('notFoundRunning')
  })
})
