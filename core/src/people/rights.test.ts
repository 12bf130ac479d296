import fc from 'fast-check'
import { isExpired } from './certificate'
import { rightChoices, rights, rightsOutside, rightsTable, roles, type RightsChanges } from './rights'

const answers = ['yes', 'asks', 'no'] as const
const changes = fc.dictionary(
  fc.constantFrom(...roles),
  fc.dictionary(fc.constantFrom(...rights), fc.constantFrom(...answers)),
) as fc.Arbitrary<RightsChanges>

describe('the table of rights', () => {
  it('comes as the handbook of the company has it', () => {
    const { installer, office, viewer } = rightsTable()
    expect(installer).toMatchObject({
      log: 'yes',
      note: 'yes',
      stock: 'yes',
      gate: 'asks',
      decide: 'no',
      company: 'no',
    })
    expect(office).toMatchObject({ log: 'no', note: 'yes', stock: 'yes', gate: 'no', decide: 'no', company: 'no' })
    expect(Object.values(viewer)).toEqual(rights.map(() => 'no'))
  })
  it('leaves a lead everything and the company to leads, whatever was set', () => {
    fc.assert(
      fc.property(changes, (set) => {
        const table = rightsTable(set)
        expect(Object.values(table.lead)).toEqual(rights.map(() => 'yes'))
        for (const role of ['installer', 'office', 'viewer'] as const) expect(table[role].company).toBe('no')
        for (const role of roles)
          for (const right of rights) expect(rightChoices[role][right]).toContain(table[role][right])
      }),
    )
  })
  it('takes what may be set, and names what may not', () => {
    expect(rightsTable({ installer: { gate: 'yes', decide: 'asks' } }).installer).toMatchObject({
      gate: 'yes',
      decide: 'asks',
    })
    expect(rightsOutside({ installer: { gate: 'yes' }, viewer: { note: 'yes' } })).toEqual([])
    expect(rightsOutside({ lead: { log: 'no' }, office: { decide: 'yes' } })).toEqual([
      { role: 'lead', right: 'log' },
      { role: 'office', right: 'decide' },
    ])
  })
})

describe('a certificate', () => {
  it('counts on its last day, and not on the one after', () => {
    const certificate = { kind: 'Refrigerant handling', number: 'A-1', until: '2026-07-14' }
    expect(isExpired(certificate, '2026-07-14')).toBe(false)
    expect(isExpired(certificate, '2026-07-15')).toBe(true)
    expect(isExpired({ kind: 'Brazing', number: '7' }, '2099-01-01')).toBe(false)
  })
})
