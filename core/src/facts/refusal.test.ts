import { customaryProfile } from '../method/readyProfiles'
import { refusalOf } from './refusal'

describe('refusalOf', () => {
  it('reads the plate from the model’s label', () => {
    const facts = { work: 'conversion', oldRefrigerant: 'R-22', refrigerant: 'R-422D' } as const
    const label = { name: 'T', highSideDesign: { value: 280, unit: 'psig' } } as const
    expect(refusalOf(facts)).toBeUndefined()
    expect(refusalOf(facts, { label, method: customaryProfile })).toBe('pressureOverPlate')
  })
})
