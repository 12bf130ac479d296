// Small faults that once went unnoticed when they were put in by hand: each with what tells it.
import type { EntryBody } from '../entry/entry'
import { NOON, testEntry, testId } from '../entry/testing'
import type { UnitFacts } from '../facts/unitFacts'
import { customaryProfile } from '../method/readyProfiles'
import { mayAppend } from './mayAppend'
import { judgeCharge } from '../tuning/judgeCharge'
import { chargeBalance } from '../run/chargeBalance'
import { checkEntry } from '../run/check/checkEntry'
import {
  bare,
  decayed,
  degF,
  good,
  micron,
  opened,
  preparedFacts,
  psig,
  record,
  seal,
  started,
  view,
  weighed,
  type Lines,
} from '../run/testingLines'

const oz = (value: number) => ({ value, unit: 'oz' }) as const
const removed = (at: number, ounces: number): Lines => [
  [at, { kind: 'weighed', direction: 'remove', before: oz(400), after: oz(400 + ounces) }],
]
const problems = (lines: Lines, body: EntryBody, minutes = -1) =>
  checkEntry(record(lines), testEntry(900, minutes, body), { nowMs: NOON }).map((p) => p.code)
const facts = (more: UnitFacts | { [K in keyof UnitFacts]?: UnitFacts[K] | null }): Lines => [
  [-89, { kind: 'facts', facts: more as never }],
]

describe('who may answer', () => {
  const installer = { id: testId(901), role: 'installer' } as const
  const answer = (asks: string): EntryBody => ({ kind: 'answered', asks, granted: true })
  const asking = (what: 'gate' | 'step' | 'decision'): Lines => [
    [-10, { kind: 'asked', what, reason: 'it stands', ...(what === 'gate' ? { stage: 'vacuum' } : {}) } as never],
  ]
  it('needs the right to what was asked for, and to decide where nothing was', () => {
    const said = (what: 'gate' | 'step' | 'decision') => {
      const log = record([...opened, ...asking(what)])
      const { id } = log.items.asked[0]!.entry
      return (['lead', 'installer', 'viewer'] as const).map(
        (role) => mayAppend({ ...installer, role }, testEntry(70, 0, answer(id)), log).may,
      )
    }
    for (const what of ['gate', 'step', 'decision'] as const) expect(said(what)).toEqual([true, false, false])
    const nothing = mayAppend({ ...installer, role: 'lead' }, testEntry(70, 0, answer(testId(999))), record(opened))
    expect(nothing.may).toBe(true)
    expect(mayAppend(installer, testEntry(70, 0, answer(testId(999))), record(opened)).may).toBe(false)
  })
})

describe('what comes out of a system', () => {
  it('counts against its charge on new work, and where nobody said what work it is', () => {
    const kg = (work: UnitFacts['work'] | null) =>
      view([...bare, ...facts({ work }), ...removed(-40, 10)]).charge.weighedKg
    const ounces = (work: UnitFacts['work'] | null) => Math.round(kg(work) / 0.028349523125)
    expect([ounces('new'), ounces(null), ounces('retrofit')]).toEqual([-10, -10, 0])
  })
  it('was recovered before, where the facts say so: then the whole charge is due', () => {
    const due = (recovered: { value: number; unit: 'oz' } | null) => {
      const { due: found } = chargeBalance(record([...bare, ...facts({ work: 'retrofit', recovered } as never)]))
      return found.ok ? Math.round(found.dueKg / 0.028349523125) : undefined
    }
    // the line's allowance alone, else the label's charge with it
    expect(due(oz(40))! - due(null)!).toBeGreaterThan(60)
    expect(due(oz(0))).toBe(due(null))
  })
})

describe('a conversion', () => {
  const converted: UnitFacts = {
    ...preparedFacts,
    work: 'conversion',
    metering: 'fixedOrifice',
    superheatSource: 'commonRule',
    oldRefrigerant: 'R-22',
    oil: 'mineral',
    refrigerant: 'R-438A',
  }
  const begun: Lines = [
    [-900, { kind: 'opened', jobId: testId(500), tag: 'T-1' }],
    [-899, { kind: 'facts', facts: converted }],
    [-890, { kind: 'conversionWhy', cause: 'leak', tightness: 'leakFound' }],
  ]
  const baseline: EntryBody = {
    kind: 'reading',
    mode: 'cooling',
    baseline: true,
    values: { suctionPressure: psig(60), suctionLine: degF(68), liquidPressure: psig(210), liquidLine: degF(98) },
  }
  const added: Lines = [[-700, { kind: 'weighed', direction: 'add', before: oz(300), after: oz(220) }]]
  it('takes a baseline after something came out of it, and none once the new refrigerant went in', () => {
    expect(problems([...begun, ...removed(-850, 20)], baseline)).toEqual([])
    expect(problems([...begun, ...removed(-850, 20), ...added], baseline)).toEqual(['alreadyCharged'])
  })
  it('begins anew when it is turned back: what went in before doesn’t bar the baseline of the next round', () => {
    const turned: Lines = [
      ...removed(-600, 80),
      [-500, { kind: 'turnedBack', to: 'R-22', reason: 'it knocks' } as never],
    ]
    const log = record([...begun, ...added, ...turned])
    expect(log.items.turnedBack).toHaveLength(1)
    expect(problems([...begun, ...added, ...turned], baseline)).not.toContain('alreadyCharged')
  })
  it('asks about what came out where it is more than the label and a quarter, not at that', () => {
    const tooMuch = (ounces: number) => view([...begun, ...removed(-850, ounces)]).conversion!.recovered.tooMuch
    const share = customaryProfile.recoveredOverShare.si
    const most = 90 * (1 + share)
    expect([tooMuch(most - 0.1), tooMuch(most + 0.1), tooMuch(90 + 0.1)]).toEqual([false, true, false])
  })
})

describe('a plate’s figure for cooling', () => {
  it('is no target in heating', () => {
    const pump: UnitFacts = {
      ...preparedFacts,
      mode: 'heatPump',
      circuit: { outdoorDevice: 'thermostatic', liquidPort: 'lineSide', trueSuction: true },
    } as UnitFacts
    const target = (mode: 'cooling' | 'heating') =>
      judgeCharge({ facts: pump, elevationM: 0 }, { mode, values: good }, [], customaryProfile).target
    expect(target('cooling')).toMatchObject({ ok: true, source: 'plate' })
    expect(target('heating')).toMatchObject({ ok: false, reason: 'noHeatingTarget' })
  })
})

describe('a decay that falls', () => {
  const decayLines = (end: number, limit?: number): Lines => [
    ...opened,
    ...(limit === undefined ? [] : facts({ decayLimit: { value: limit, unit: 'micron' } })),
    [-60, { kind: 'valvedOff' }],
    ...[0, 2, 4, 6, 8, 10, 12].map((m, i): Lines[number] => [-59 + m, micron(700 - ((700 - end) * i) / 6)]),
  ]
  it('and began over the limit is Out, not too close: it was over', () => {
    const { verdict, decay } = view(decayLines(300)).vacuum
    expect(verdict).toMatchObject({ state: 'out' })
    expect([decay?.cause, decay?.verdict]).toEqual(['inconclusive', 'out'])
  })
})

describe('a visit', () => {
  const promise: Lines = [
    [-10, { kind: 'returnVisit', reason: 'cold', items: [{ what: 'other', words: 'insulate' }], by: '2026-08-01' }],
  ]
  const whole: Lines = [...opened, ...decayed, ...weighed, ...started, ...promise]
  const visitId = record(whole).items.returnVisit[0]!.entry.id
  const planned: EntryBody = { kind: 'visitPlanned', visitId, day: '2026-07-20' }
  const closed: Lines = [[-6, { kind: 'visitItemClosed', visitId, item: 0, how: 'done' } as never]]
  it('is planned while something of it is open, or the record isn’t sealed; not once all is done and sealed', () => {
    expect(problems(whole, planned)).toEqual([])
    expect(problems([...whole, ...closed], planned)).toEqual([])
    expect(problems([...whole, ...seal], planned)).not.toContain('noVisit')
    expect(problems([...whole, ...closed, ...seal], planned)).toContain('noVisit')
    expect(problems(whole, { ...planned, visitId: testId(998) })).toContain('noVisit')
  })
})
