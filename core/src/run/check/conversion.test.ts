import type { EntryBody } from '../../entry/entry'
import { NOON, testEntry, testId } from '../../entry/testing'
import type { UnitFacts } from '../../facts/unitFacts'
import { bare, psig, record, type Lines } from '../testingLines'
import { checkEntry } from './checkEntry'

const problems = (lines: Lines, body: object) =>
  checkEntry(record(lines), testEntry(700, 0, body as EntryBody), { nowMs: NOON })
const said = (lines: Lines, body: object) => problems(lines, body).map((p) => `${p.code} ${p.path}`.trim())

const old: UnitFacts = { work: 'conversion', oldRefrigerant: 'R-22', refrigerant: 'R-407C', oil: 'polyolester' }
const converting = (facts: UnitFacts = {}): Lines => [
  ...bare,
  [-80, { kind: 'facts', facts: { ...old, highSideDesign: psig(450), ...facts } }],
]
const weighed = (minutes: number, direction: 'add' | 'remove' = 'add'): Lines[number] => {
  const [before, after] = direction === 'add' ? [200, 185] : [0, 60]
  const oz = (value: number) => ({ value, unit: 'oz' as const })
  return [minutes, { kind: 'weighed', direction, before: oz(before), after: oz(after) }]
}

const why = { kind: 'conversionWhy', cause: 'leak', tightness: 'holds' }
const chosen = { kind: 'candidateChosen', refrigerant: 'R-407C', compared: ['R-407C'], reason: 'oil is done' }
const refitted = { kind: 'refitted', item: 'drier', done: true }
const device = { kind: 'deviceFitted', device: 'valve', by: 'maker', bulb: 'R-407C' }
const pumpedDown = { kind: 'pumpedDown', suctionPressure: psig(2), valvesHold: true }
const label = {
  kind: 'relabelled',
  name: 'Wren Halloway',
  oil: 'polyolester',
  charge: { value: 80, unit: 'oz' },
  oldCrossedOut: true,
}
const left = { kind: 'conversionLeft', holds: 'nitrogen', reason: 'no time' }
const back = { kind: 'turnedBack', reason: 'no oil to be had' }

describe('what a conversion writes down', () => {
  it.each([
    ['why', why],
    ['a thing done', refitted],
    ['a device', device],
    ['a pump-down', pumpedDown],
    ['that it is given up', left],
    ['which refrigerant', chosen],
  ])('%s: in a conversion, and in nothing else', (_, body) => {
    expect(said(converting(), body)).toEqual([])
    expect(said(bare, body)).toContain('notConversion')
  })
  it('says in words what has no name, of three letters at the least', () => {
    expect(said(converting(), { ...why, cause: 'other' })).toEqual(['wordsMissing words'])
    expect(said(converting(), { ...why, cause: 'other', words: ' no ' })).toEqual(['wordsMissing words'])
    expect(said(converting(), { ...why, cause: 'other', words: 'who' })).toEqual([])
    expect(said(converting(), { ...refitted, done: false })).toEqual(['wordsMissing words'])
    expect(said(converting(), { ...refitted, done: false, words: 'none in the van' })).toEqual([])
    expect(said(converting(), { ...chosen, reason: '' })).toEqual(['wordsMissing reason'])
    expect(said(converting(), { ...left, reason: 'x' })).toEqual(['wordsMissing reason'])
  })
})

describe('which refrigerant it becomes', () => {
  it('is open until the new one is in it; what was taken out doesn’t count', () => {
    expect(said([...converting(), weighed(-40, 'remove')], chosen)).toEqual([])
    expect(said([...converting(), weighed(-40)], chosen)).toEqual(['alreadyCharged refrigerant'])
  })
  it('is of another one', () => {
    expect(said([...bare, [-80, { kind: 'facts', facts: { work: 'conversion' } }]], chosen)).toEqual([
      'noOldRefrigerant refrigerant',
    ])
  })
  it('never one that is refused, with what refuses it', () => {
    const [first, ...more] = problems(converting(), { ...chosen, refrigerant: 'R-410A' })
    expect(first).toMatchObject({ code: 'refusedStop', path: 'refrigerant' })
    expect(first).toHaveProperty('refusal')
    expect(more).toEqual([])
  })
  it('never what burns, in a machine built for what doesn’t', () => {
    expect(said(converting(), { ...chosen, refrigerant: 'R-290' })).toEqual(['refusedStop refrigerant'])
  })
})

describe('its metering device', () => {
  const fitted = (part: object) => said(converting(), { kind: 'deviceFitted', by: 'maker', ...part })
  const inch = (value: number) => ({ value, unit: 'in' })
  const foot = (value: number) => ({ value, unit: 'ft' })
  it('a piston has a size that pistons have', () => {
    expect(fitted({ device: 'piston' })).toEqual(['boreMissing bore'])
    expect(fitted({ device: 'piston', bore: inch(0.067) })).toEqual([])
    expect(fitted({ device: 'piston', was: inch(0.065), bore: inch(0.067) })).toEqual([])
    expect(fitted({ device: 'piston', was: inch(0.5), bore: inch(0.067) })).toEqual(['notAnOrifice was'])
    expect(fitted({ device: 'piston', was: inch(0.065), bore: inch(0.5) })).toEqual(['notAnOrifice bore'])
  })
  it('a capillary a length', () => {
    expect(fitted({ device: 'capillary' })).toEqual(['lengthMissing length'])
    expect(fitted({ device: 'capillary', length: foot(5) })).toEqual([])
    expect(fitted({ device: 'capillary', length: foot(0) })).toEqual(['notPositive length'])
    expect(fitted({ device: 'capillary', lengthWas: foot(0), length: foot(5) })).toEqual(['notPositive lengthWas'])
    expect(fitted({ device: 'capillary', lengthWas: foot(4), length: foot(5) })).toEqual([])
  })
  it('a valve a bulb', () => {
    expect(fitted({ device: 'valve' })).toEqual(['bulbMissing bulb'])
    expect(fitted({ device: 'valve', bulb: 'R-407C' })).toEqual([])
  })
})

describe('pumping down', () => {
  it('stops at the air’s pressure, not in a vacuum', () => {
    expect(said(converting(), { ...pumpedDown, suctionPressure: psig(0) })).toEqual([])
    expect(said(converting(), { ...pumpedDown, suctionPressure: psig(-0.1) })).toEqual([
      'pumpedIntoVacuum suctionPressure',
    ])
  })
})

describe('the new label', () => {
  const charged = [...converting(), weighed(-40)]
  it('names who did it, how much, and leaves the old one crossed out', () => {
    expect(said(charged, label)).toEqual([])
    expect(said(charged, { ...label, name: 'W' })).toEqual(['wordsMissing name'])
    expect(said(charged, { ...label, charge: { value: 0, unit: 'oz' } })).toEqual(['notPositive charge'])
    expect(said(charged, { ...label, oldCrossedOut: false })).toEqual(['oldLabelStands oldCrossedOut'])
  })
  it('sticks on what is charged, and on a conversion', () => {
    expect(said(converting(), label)).toEqual(['notCharged'])
    expect(said([...bare, weighed(-40)], label)).toEqual(['notConversion'])
  })
  it('on nothing that was refused', () => {
    expect(said([...charged, [-39, { kind: 'facts', facts: { refrigerant: 'R-290' } }]], label)).toContain(
      'refusedStop',
    )
  })
})

describe('turning back', () => {
  it('turns from something that was chosen', () => {
    expect(said(converting(), back)).toEqual(['nothingToTurnBack'])
    expect(said([...converting(), [-30, chosen as EntryBody]], back)).toEqual([])
    expect(said([...converting(), [-30, chosen as EntryBody]], { ...back, reason: 'x' })).toEqual([
      'wordsMissing reason',
    ])
    expect(said(bare, back)).toEqual(['notConversion', 'nothingToTurnBack'])
  })
  it('isn’t known by an id of its own', () => {
    expect(said([...converting(), [-30, chosen as EntryBody]], { ...back, id: testId(701) })).toEqual([])
  })
})
