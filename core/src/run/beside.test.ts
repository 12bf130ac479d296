import { checkEntry } from './check/checkEntry'
import type { EntryBody } from '../entry/entry'
import { NOON, testEntry } from '../entry/testing'
import { opened, record, view, type Lines } from './testingLines'

const degF = (value: number) => ({ value, unit: '°F' as const })
const begun: Lines = [
  [-1, { kind: 'facts', facts: { refrigerant: 'R-410A' } }],
  [
    1,
    {
      kind: 'preStart',
      zeroed: true,
      valvesShut: true,
      airflowGood: false,
      condenserClean: false,
      thermostatFar: true,
      rest: { liquidPressure: { value: 233, unit: 'psig' }, outdoor: degF(86), returnDryBulb: degF(77) },
    },
  ],
  [2, { kind: 'started' }],
]
const looked = (minute: number, part: Omit<Extract<EntryBody, { kind: 'lookedInto' }>, 'kind'>): Lines[number] => [
  minute,
  { kind: 'lookedInto', ...part },
]
const refusals = (body: EntryBody, lines: Lines = begun) =>
  checkEntry(record(opened, lines), testEntry(900, 60, body), { nowMs: NOON + 60 * 60_000 }).map((p) => [
    p.code,
    p.path,
  ])

describe('what was looked into after the start', () => {
  it('counts on top of the checklist, the latest word of each thing', () => {
    const { beside } = view(opened, begun, [
      looked(20, { airflowGood: true, ratedAmps: { value: 12, unit: 'A' } }),
      looked(30, { drierIn: degF(96), drierOut: degF(87) }),
      looked(40, { airflowGood: false }),
      looked(35, { ratedAmps: { value: 13, unit: 'A' } }),
    ]).tuning
    expect(beside).toMatchObject({ airflowKnownGood: false, condenserClean: false, ratedAmpsA: 13 })
    expect(beside.drierDropK).toBeCloseTo(5, 9)
    expect(Math.abs(beside.restOverAmbientK!)).toBeLessThan(1)
  })
  it('a later stop counts instead of the pressure before the start', () => {
    const { beside } = view(opened, begun, [
      looked(20, { standingPressure: { value: 300, unit: 'psig' }, standingAir: degF(86) }),
    ]).tuning
    expect(beside.restOverAmbientK).toBeGreaterThan(3)
    expect(beside.restOverAmbientK! / beside.restStandardK!).toBeGreaterThan(3)
  })
  it('is refused empty, with one side only, with impossible figures, and before the start', () => {
    expect(refusals({ kind: 'lookedInto' })).toEqual([['emptyReading', '']])
    expect(refusals({ kind: 'lookedInto', drierIn: degF(90) })).toEqual([['otherSideMissing', 'drierOut']])
    expect(refusals({ kind: 'lookedInto', standingAir: degF(90) })).toEqual([['otherSideMissing', 'standingPressure']])
    expect(refusals({ kind: 'lookedInto', ratedAmps: { value: 0, unit: 'A' } })).toEqual([['notPositive', 'ratedAmps']])
    expect(refusals({ kind: 'lookedInto', airflowGood: true }, [])).toEqual([['notStarted', '']])
    expect(refusals({ kind: 'lookedInto', airflowGood: true })).toEqual([])
  })
})

describe('a return visit', () => {
  const visit = (minute: number, by?: string): Lines[number] => [
    minute,
    { kind: 'returnVisit', reason: 'Too cold today.', outdoorLow: degF(65), ...(by ? { by } : {}) },
  ]
  const settled = (minute: number, liquidLine: number): Lines[number] => [
    minute,
    {
      kind: 'reading',
      mode: 'cooling',
      values: {
        suctionPressure: { value: 122, unit: 'psig' },
        suctionLine: degF(54),
        liquidPressure: { value: 340, unit: 'psig' },
        liquidLine: degF(liquidLine),
        outdoor: degF(86),
      },
    },
  ]
  const valve: Lines = [
    [0, { kind: 'facts', facts: { metering: 'expansionValve', targetSubcooling: { value: 10, unit: '°F' } } }],
  ]
  it('passes start-up, with its reason, and stays open', () => {
    const seen = view(opened, begun, [visit(30)])
    expect(seen.visit?.promise.entry.reason).toBe('Too cold today.')
    expect(seen.stages.find((s) => s.stage === 'startUp')).toMatchObject({ state: 'bypassed' })
  })
  it('is kept by a settled reading that comes out In after it, and by no other', () => {
    const open = (lines: Lines) => view(opened, valve, begun, lines).visit?.open === true
    expect(open([settled(40, 95), visit(60)])).toBe(true)
    expect(open([visit(30), settled(60, 104)])).toBe(true)
    expect(open([visit(30), settled(60, 95)])).toBe(false)
  })
  it('is refused with a window upside down or on a day that has gone', () => {
    const body = { kind: 'returnVisit', reason: 'Too cold today.' } as const
    expect(refusals({ ...body, outdoorLow: degF(80), outdoorHigh: degF(60) })).toEqual([
      ['windowUpsideDown', 'outdoorHigh'],
    ])
    expect(refusals({ ...body, by: '2020-01-01' })).toEqual([['dateGone', 'by']])
    expect(refusals({ ...body, by: '2099-01-01' })).toEqual([])
  })
})
