import { absolutePressurePa, elevationLimitsM } from '../../air/atmosphere'
import type { Cylinder } from '../../charge/cylinder'
import type { EntryBody } from '../../entry/entry'
import { NOON, testEntry, testId } from '../../entry/testing'
import type { HoseLeft, Weighed } from '../../entry/weighIn'
import { fromSi } from '../../quantity/unit'
import type { ReadingValues } from '../../reading/channels'
import { pressureRangePa } from '../../refrigerant/saturation'
import { bare, opened, record, type Lines } from '../testingLines'
import { checkEntry } from './checkEntry'
import { checkReading } from './reading'

// where each check lets go: what stands right on a limit, and a step to either side of it

const said = (lines: Lines, body: EntryBody) =>
  checkEntry(record(lines), testEntry(700, 0, body), { nowMs: NOON }).map((p) => `${p.code} ${p.path}`.trim())
const oz = (value: number) => ({ value, unit: 'oz' }) as const
const lb = (value: number) => ({ value, unit: 'lb' }) as const
const kg = (value: number) => ({ value, unit: 'kg' }) as const

describe('a reading’s values', () => {
  const none = { refrigerant: undefined }
  const reads = (values: ReadingValues, facts: Parameters<typeof checkReading>[1] = none, elevationM = 0) =>
    checkReading(values, facts, elevationM).map((p) => `${p.code} ${p.path}`.trim())
  const f = (value: number) => ({ value, unit: '°F' }) as const

  it('are something at all', () => {
    expect(reads({})).toEqual(['emptyReading'])
    expect(reads({ suctionLine: undefined })).toEqual(['emptyReading'])
    expect(reads({ suctionLine: f(50) })).toEqual([])
  })
  it('lie above absolute zero', () => {
    expect(reads({ suctionLine: { value: 0, unit: 'K' } })).toEqual(['belowAbsoluteZero values.suctionLine'])
    expect(reads({ suctionLine: { value: 0.01, unit: 'K' } })).toEqual([])
  })
  it.each([
    [-0.1, ['outsideHumidity values.returnHumidity']],
    [0, []],
    [50, []],
    [100, []],
    [100.1, ['outsideHumidity values.returnHumidity']],
  ])('humidity of %d %%', (value, expected) =>
    expect(reads({ returnHumidity: { value, unit: '%' } })).toEqual(expected),
  )
  it('hold a wet bulb up to the dry bulb, and no higher', () => {
    const air = (wet: number) => reads({ returnDryBulb: f(75), returnWetBulb: f(wet) })
    expect(air(63)).toEqual([])
    expect(air(75)).toEqual([])
    expect(air(75.1)).toEqual(['wetBulbAboveDryBulb values.returnWetBulb'])
    expect(reads({ returnWetBulb: f(75.1) })).toEqual([])
  })
  it.each(['staticPressure', 'voltage', 'amps', 'capacitor'] as const)('%s may be nothing, not less', (key) => {
    const unit = { staticPressure: 'Pa', voltage: 'V', amps: 'A', capacitor: 'µF' }[key]
    const at = (value: number) => reads({ [key]: { value, unit } } as ReadingValues)
    expect(at(0)).toEqual([])
    expect(at(-0.1)).toEqual([`negative values.${key}`])
  })
  it.each([
    ['suctionPressure', 'dew'],
    ['liquidPressure', 'bubble'],
  ] as const)('%s lies in the refrigerant’s data, by the air that weighs on the gauge', (key, curve) => {
    const { lowPa, highPa } = pressureRangePa('R-410A', curve)
    const elevationM = 1500
    const air = absolutePressurePa({ gaugePa: 0, elevationM })
    const at = (pa: number, refrigerant?: 'R-410A') =>
      checkReading(
        { [key]: { value: fromSi('gaugePressure', pa - air, 'kPa'), unit: 'kPa' } },
        { refrigerant },
        elevationM,
      )
    expect(at((lowPa + highPa) / 2, 'R-410A')).toEqual([])
    expect(at(highPa * 1.001, 'R-410A')).toEqual([
      expect.objectContaining({ code: 'pressureOutsideData', highGaugePa: highPa - air, lowGaugePa: lowPa - air }),
    ])
    expect(at(lowPa * 0.99, 'R-410A')).toEqual([expect.objectContaining({ code: 'pressureOutsideData' })])
    expect(at(lowPa * 1.01, 'R-410A')).toEqual([])
    expect(at(highPa * 0.999, 'R-410A')).toEqual([])
    // with no refrigerant named there is no data to lie outside of
    expect(at(highPa * 1.001)).toEqual([])
    expect(at(-1)).toEqual([{ code: 'belowVacuum', path: `values.${key}` }])
  })
})

describe('facts', () => {
  const facts = (part: Extract<EntryBody, { kind: 'facts' }>['facts']) => said(opened, { kind: 'facts', facts: part })
  it('have an elevation where people live', () => {
    const at = (value: number) => facts({ elevation: { value, unit: 'm' } })
    expect(at(elevationLimitsM.low)).toEqual([])
    expect(at(elevationLimitsM.high)).toEqual([])
    expect(at(elevationLimitsM.low - 0.1)).toEqual(['elevationOutside facts.elevation'])
    expect(at(elevationLimitsM.high + 0.1)).toEqual(['elevationOutside facts.elevation'])
  })
  it('may be taken back, and be nothing where nothing is possible', () => {
    expect(facts({ liquidLine: null, decayHold: null, lineLength: null })).toEqual([])
    expect(facts({ lineLength: { value: 0, unit: 'ft' }, labelCharge: kg(0) })).toEqual([])
    expect(facts({ lineLength: { value: -1, unit: 'ft' } })).toEqual(['negative facts.lineLength'])
    expect(facts({ decayHold: { value: 0, unit: 'min' } })).toEqual(['notPositive facts.decayHold'])
    expect(facts({ decayHold: { value: 1, unit: 'min' } })).toEqual([])
  })
  it('have sections of line with a length and a bore', () => {
    const section = (length: number, bore: number) =>
      facts({ sections: [{ length: { value: length, unit: 'ft' }, liquidLine: { value: bore, unit: 'in' } }] })
    expect(section(0, 0.375)).toEqual([])
    expect(section(-1, 0.375)).toEqual(['negative facts.sections.0.length'])
    expect(section(1, 0)).toEqual(['notPositive facts.sections.0.liquidLine'])
  })
  it('change a habit only within its limits, or take the change back', () => {
    const override = (quantity?: { value: number; unit: string }) =>
      said(opened, { kind: 'override', habit: 'decayHoldS', reason: 'r', ...(quantity ? { quantity } : {}) })
    expect(override()).toEqual([])
    expect(override({ value: 15, unit: 'min' })).toEqual([])
    expect(override({ value: -15, unit: 'min' })).toEqual(['badHabit quantity'])
  })
})

describe('what opens, strikes and follows', () => {
  it('needs an opened unit, once', () => {
    expect(said([], { kind: 'note', text: 'x' })).toEqual(['notOpened'])
    expect(said([], { kind: 'opened', jobId: testId(1), tag: 'K-1' })).toEqual([])
    expect(said(opened, { kind: 'opened', jobId: testId(1), tag: 'K-1' })).toEqual(['alreadyOpened'])
  })
  it('passes any gate but the first stage, which has none', () => {
    expect(said(opened, { kind: 'gatePassed', stage: 'vacuum', reason: 'r' })).toEqual([])
  })
  it('strikes what is there and may be struck', () => {
    const lines: Lines = [...opened, [-30, { kind: 'note', text: 'x' }], [-20, { kind: 'pumpOn' }]]
    const target = (kind: string) => record(lines).items[kind as 'note'][0]!.entry.id
    expect(said(lines, { kind: 'struck', strikes: target('note'), reason: 'r' })).toEqual([])
    expect(said(lines, { kind: 'struck', strikes: target('opened'), reason: 'r' })).toEqual(['cannotStrike strikes'])
    expect(said(lines, { kind: 'struck', strikes: testId(999), reason: 'r' })).toEqual(['unknownEntry strikes'])
  })
  it('judges a hold that the log has begun', () => {
    const lines: Lines = [...opened, [-60, { kind: 'pumpOn' }], [-30, { kind: 'valvedOff' }], [-20, { kind: 'pumpOn' }]]
    const { items } = record(lines)
    const judged = (valvedOff: string) =>
      said(lines, { kind: 'decayJudged', valvedOff, result: {} } as unknown as EntryBody)
    expect(judged(items.valvedOff[0]!.entry.id)).toEqual([])
    expect(judged(items.pumpOn[0]!.entry.id)).toEqual(['notHolding'])
    expect(said(opened, { kind: 'vacuumReady' } as EntryBody)).toEqual([])
  })
  it('begins a recording once', () => {
    const begun: EntryBody = { kind: 'traceBegun', traceId: testId(80), channels: ['vacuum'], source: 'rig', speed: 1 }
    expect(said(opened, begun)).toEqual([])
    expect(said([...opened, [-5, begun]], begun)).toEqual(['traceTwice traceId'])
  })
  it('reads a nitrogen hold after it began, not at that moment or before', () => {
    const gauge = { value: 150, unit: 'psig' } as const
    const ambient = { value: 70, unit: '°F' } as const
    const held: Lines[number] = [-10, { kind: 'testHeld', gauge, ambient }]
    const read = (minutes: number) =>
      checkEntry(record([...bare, held]), testEntry(700, minutes, { kind: 'testRead', gauge, ambient }), {
        nowMs: NOON,
      }).map((p) => p.code)
    expect(read(-9)).toEqual([])
    expect(read(-10)).toEqual(['holdNotBegun'])
    expect(read(-11)).toEqual(['holdNotBegun'])
  })
  it('names a return visit that can come: the weather the right way round, no day that is gone', () => {
    const f = (value: number) => ({ value, unit: '°F' }) as const
    const visit = (part: object) => said(opened, { kind: 'returnVisit', reason: 'cold', ...part } as EntryBody)
    expect(visit({ outdoorLow: f(65), outdoorHigh: f(95) })).toEqual([])
    expect(visit({ outdoorLow: f(65), outdoorHigh: f(65) })).toEqual(['windowUpsideDown outdoorHigh'])
    expect(visit({ by: '2026-07-14' })).toEqual([])
    expect(visit({ by: '2026-07-13' })).toEqual(['dateGone by'])
  })
})

describe('a weighing', () => {
  const full: Cylinder = { id: testId(900), name: 'C-12', refrigerant: 'R-410A', state: 'virgin', tare: oz(92) }
  const recovery: Cylinder = {
    id: testId(901),
    name: 'R-03',
    state: 'recovered',
    refrigerant: 'R-410A',
    tare: kg(11.1),
    waterCapacity: kg(24),
  }
  const weighed = (part: Partial<Weighed>): EntryBody => ({
    kind: 'weighed',
    direction: 'add',
    before: oz(200),
    after: oz(185),
    ...part,
  })
  it('is of no negative weight, on either side', () => {
    expect(said(opened, weighed({ before: oz(-1), after: oz(-2) }))).toEqual(['negative before', 'negative after'])
    expect(said(opened, weighed({ after: oz(0) }))).toEqual([])
  })
  it('may move nothing at all', () => {
    expect(said(opened, weighed({ after: oz(200) }))).toEqual([])
    expect(said(opened, weighed({ after: oz(200.1) }))).toEqual(['afterHeavier after'])
    expect(said(opened, weighed({ direction: 'remove', after: oz(200) }))).toEqual([])
    expect(said(opened, weighed({ direction: 'remove', after: oz(199.9) }))).toEqual(['afterLighter after'])
  })
  it('takes from a cylinder no more than is in it', () => {
    const from = (before: number, after: number, vessel = full) =>
      checkEntry(record(opened), testEntry(700, 0, weighed({ before: oz(before), after: oz(after), vessel })), {
        nowMs: NOON,
      })
    expect(from(200, 95)).toEqual([])
    expect(from(200, 91.9)).toEqual([])
    expect(from(200, 80)).toEqual([expect.objectContaining({ code: 'belowTare', contentKg: 108 * 0.028349523125 })])
    // set to zero with the cylinder on it, the scale says nothing of the tare
    expect(from(92, 0)).toEqual([])
    expect(from(200, 190, { ...full, state: 'empty' }).map((p) => p.code)).toEqual(['emptyCylinder'])
    expect(from(200, 190, { ...full, refrigerant: undefined }).map((p) => p.code)).toEqual(['emptyCylinder'])
  })
  it('counts what this unit put into that recovery cylinder before, and nothing else', () => {
    const out = (before: number, after: number, vessel: Cylinder = recovery): EntryBody =>
      weighed({ direction: 'remove', before: kg(before), after: kg(after), vessel })
    const other: Cylinder = { ...recovery, id: testId(902), name: 'R-04' }
    expect(said([...opened, [-40, out(0, 12)]], out(0, 10))).toEqual(['overfilled after'])
    expect(said([...opened, [-40, out(7, 12)]], out(0, 10))).toEqual([])
    expect(said([...opened, [-40, out(0, 12, other)]], out(0, 10))).toEqual([])
    expect(said([...opened, [-40, weighed({ before: lb(30), after: lb(3) })]], out(0, 10))).toEqual([])
    // without its water capacity nobody knows how full it may be
    expect(said(opened, out(0, 40, { ...recovery, waterCapacity: undefined }))).toEqual([])
  })
  it('of a hose has a bore, a length and a warmth, and may have kept nothing', () => {
    const hose = (part: Partial<HoseLeft>) =>
      said(opened, {
        kind: 'hoseLeft',
        bore: { value: 0.25, unit: 'in' },
        length: { value: 5, unit: 'ft' },
        temperature: { value: 80, unit: '°F' },
        mass: oz(0),
        ...part,
      } as EntryBody)
    expect(hose({})).toEqual([])
    expect(hose({ mass: oz(-0.1) })).toEqual(['negative mass'])
    expect(hose({ bore: { value: 0, unit: 'in' } })).toEqual(['notPositive bore'])
    expect(hose({ length: { value: 0, unit: 'ft' } })).toEqual(['notPositive length'])
    expect(hose({ temperature: { value: 0, unit: 'K' } })).toEqual(['notPositive temperature'])
  })
})
