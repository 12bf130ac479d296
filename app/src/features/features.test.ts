import type { UnitFacts } from '@zetesis/core'
import { emptyReading, readableValues, readingSchema, typedValues } from './startUp/form'
import { factsPatch, prepareSchema, prepareValues, type PrepareInput } from './prepare/form'
import { readClock } from '@/unit/TimeField'

describe('a clock time as a lead types it', () => {
  const now = new Date(2026, 6, 14, 14, 30, 0)
  const at = (text: string) => readClock(text, now)
  it.each([
    ['14:05', 14, 5, 0],
    ['14:05:30', 14, 5, 30],
    ['1405', 14, 5, 0],
    ['905', 9, 5, 0],
    ['14.05', 14, 5, 0],
    ['14h05', 14, 5, 0],
    ['9:05', 9, 5, 0],
  ])('%s', (text, h, m, s) => {
    expect(at(text)).toEqual(new Date(2026, 6, 14, h, m, s))
  })
  it('refuses what is none', () => {
    for (const text of ['soon', '25:00', '14:75', '', '1']) expect(at(text)).toBeUndefined()
  })
  it('takes late evening, typed after midnight, as yesterday’s', () => {
    expect(readClock('23:50', new Date(2026, 6, 15, 0, 10))).toEqual(new Date(2026, 6, 14, 23, 50))
  })
  it.each(['yesterday 17:05', 'Y 17.05', 'yesterday, 1705'])('%s: the evening before, for a hold overnight', (text) => {
    expect(readClock(text, new Date(2026, 6, 15, 9, 0))).toEqual(new Date(2026, 6, 14, 17, 5))
  })
})

describe('the Prepare form', () => {
  const facts: UnitFacts = {
    tag: 'K-1',
    place: 'roof',
    labelCharge: { value: 90, unit: 'oz' },
    liquidLine: { value: 0.375, unit: 'in' },
    refrigerant: 'R-32',
  }
  const parse = (change: Partial<PrepareInput>, system: 'ip' | 'si' = 'ip') =>
    prepareSchema(system).parse({ ...prepareValues(facts), ...change })

  it('writes nothing when nothing changed', () => {
    expect(factsPatch(facts, parse({}))).toBeUndefined()
  })
  it('writes what changed, as typed, and null for what was cleared', () => {
    const patch = factsPatch(facts, parse({ place: '', lineLength: { text: '9,5 m' }, liquidLine: '1/2' }))
    expect(patch).toEqual({
      place: null,
      lineLength: { value: 9.5, unit: 'm' },
      liquidLine: { value: 0.5, unit: 'in' },
    })
  })
  it('takes a bare number in the units in use', () => {
    expect(parse({ lineLength: { text: '12' } }, 'si').lineLength).toEqual({ value: 12, unit: 'm' })
    expect(parse({ lineLength: { text: '12', unit: 'ft' } }, 'si').lineLength).toEqual({ value: 12, unit: 'ft' })
  })
  it('asks where a typed target comes from, and for a tag', () => {
    const issues = (change: Partial<PrepareInput>) =>
      prepareSchema('ip')
        .safeParse({ ...prepareValues(facts), ...change })
        .error?.issues.map((i) => i.path.join('.'))
    expect(issues({ metering: 'fixedOrifice', superheatSource: 'typed', targetSuperheat: { text: '12' } })).toEqual([
      'targetSuperheatReason',
    ])
    expect(issues({ tag: '  ' })).toEqual(['tag'])
    expect(issues({ labelCharge: { text: '9e9999' } })).toEqual(['labelCharge'])
  })
})

describe('the reading form', () => {
  it('keeps only what was typed', () => {
    const output = readingSchema('ip').parse({
      ...emptyReading,
      suctionPressure: { text: '118' },
      outdoor: { text: '31', unit: '°C' },
    })
    expect(typedValues(output)).toEqual({
      suctionPressure: { value: 118, unit: 'psig' },
      outdoor: { value: 31, unit: '°C' },
    })
  })
  it('reads what it can of a half-typed form', () => {
    expect(
      readableValues({ suctionPressure: { text: '118' }, liquidPressure: { text: '35x' }, supply: { text: '' } }, 'ip'),
    ).toEqual({ suctionPressure: { value: 118, unit: 'psig' } })
  })
})
