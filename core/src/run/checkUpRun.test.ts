import type { EntryBody } from '../entry/entry'
import { NOON, testEntry, testId } from '../entry/testing'
import type { UnitFacts } from '../facts/unitFacts'
import { checkEntry } from './check/checkEntry'
import { bare, degF, psig, record, view, type Lines } from './testingLines'

// saturation of R-410A off a customary pocket chart: 118.0 psig 40 °F, 340 psig 105 °F
const piston: UnitFacts = { refrigerant: 'R-410A', metering: 'fixedOrifice', superheatSource: 'commonRule' }
const valve: UnitFacts = {
  refrigerant: 'R-410A',
  metering: 'expansionValve',
  targetSubcooling: { value: 10, unit: '°F' },
}
const at = (part: object) => ({
  suctionPressure: psig(118),
  liquidPressure: psig(340),
  suctionLine: degF(51),
  liquidLine: degF(95),
  returnDryBulb: degF(76),
  returnWetBulb: degF(64),
  outdoor: degF(90),
  ...part,
})
const handed = (values: object): EntryBody => ({
  kind: 'handedOver',
  of: testId(77),
  tag: 'K-01',
  sealedAt: '2025-08-01T12:00:00.000Z',
  values,
})
const checkUp = (facts: UnitFacts, then: object, now: object): Lines => [
  [-20, { kind: 'opened', jobId: testId(500), tag: 'K-01 check-up' }],
  [-19, { kind: 'facts', facts: { ...facts, work: 'check', instrumentClass: 'digital' } }],
  [-18, handed(then)],
  [-10, { kind: 'started', foundRunning: true }],
  [-5, { kind: 'reading', mode: 'cooling', values: now } as EntryBody & { kind: 'reading' }],
]
const since = (...lines: Parameters<typeof checkUp>) => view(checkUp(...lines)).checkUp?.since
const inF = (k = 0) => k * 1.8

describe('a check-up of a machine that was handed over', () => {
  it('holds superheat against the target of each day: only what the weather doesn’t explain has moved', () => {
    // (3·64 − 80 − 90)/2 = 11 °F then; (3·67 − 80 − 81)/2 = 20 °F now: nine degrees are the weather's
    const warm = { returnWetBulb: degF(67), outdoor: degF(81) }
    expect(inF(since(piston, at({}), at({ ...warm, suctionLine: degF(60) }))?.movedK)).toBeCloseTo(0, 6)
    expect(since(piston, at({}), at({ ...warm, suctionLine: degF(60) }))).toMatchObject({ says: 'same' })
    const short = since(piston, at({}), at({ ...warm, suctionLine: degF(70) }))
    expect(short).toMatchObject({ deciding: 'superheat', says: 'short' })
    expect(inF(short?.movedK)).toBeCloseTo(10, 6)
    expect(since(piston, at({}), at({ ...warm, suctionLine: degF(50) }))).toMatchObject({ says: 'over' })
  })
  it('takes lower subcooling for less charge, and higher for more', () => {
    expect(since(valve, at({}), at({}))).toMatchObject({ deciding: 'subcooling', says: 'same' })
    expect(since(valve, at({}), at({ liquidLine: degF(102) }))).toMatchObject({ says: 'short' })
    expect(since(valve, at({}), at({ liquidLine: degF(88) }))).toMatchObject({ says: 'over' })
    // two degrees are within what a digital set reads twice
    expect(since(valve, at({}), at({ liquidLine: degF(96) }))).toMatchObject({ says: 'same' })
  })
  it('says nothing before a settled reading, or without a target on either day', () => {
    expect(view(checkUp(valve, at({}), at({})).slice(0, 4)).checkUp).not.toHaveProperty('since')
    expect(since(piston, at({ returnWetBulb: undefined }), at({}))).toBeUndefined()
    expect(view(bare).checkUp).toBeUndefined()
  })
  it('belongs to a check, and its figures are read as any', () => {
    const codes = (lines: Lines, body: EntryBody) =>
      checkEntry(record(lines), testEntry(900, 0, body), { nowMs: NOON }).map(({ code }) => code)
    expect(codes(bare, handed(at({})))).toEqual(['notACheck'])
    const lines = checkUp(valve, at({}), at({}))
    expect(codes(lines, handed(at({})))).toEqual([])
    expect(codes(lines, handed({}))).not.toEqual([])
  })
})
