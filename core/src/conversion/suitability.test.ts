import fc from 'fast-check'
import { refrigerants } from '../refrigerant/refrigerants'
import { conversionRefusal, designPressures } from './suitability'

const PSI = 6894.757293

describe('what must never be converted', () => {
  it.each([
    ['R-22', 'R-410A', 'pressureOverOld'],
    ['R-134a', 'R-410A', 'pressureOverOld'],
    ['R-134a', 'R-22', 'pressureOverOld'],
    ['R-22', 'R-32', 'flammableIntoUnlisted'],
    ['R-410A', 'R-407C', 'noDropInForR410A'],
    ['R-22', 'R-22', 'sameRefrigerant'],
    ['R-22', 'R-407C', undefined],
    ['R-134a', 'R-407C', 'pressureOverOld'],
    ['R-22', 'R-438A', undefined],
    ['R-22', 'R-422D', undefined],
  ] as const)('%s → %s: %s', (from, to, refusal) => expect(conversionRefusal({ from, to })).toBe(refusal))
  it('a plate that allows less stops what the old refrigerant would have let pass, and one that allows more lets it', () => {
    const { newPa } = designPressures({ from: 'R-22', to: 'R-407C' })
    const question = { from: 'R-22', to: 'R-407C' } as const
    const gauge = newPa! - 101325
    expect(conversionRefusal({ ...question, highSideDesignPa: gauge - 2 * PSI })).toBe('pressureOverPlate')
    expect(conversionRefusal({ ...question, highSideDesignPa: gauge + 2 * PSI })).toBeUndefined()
    expect(conversionRefusal({ from: 'R-22', to: 'R-410A', highSideDesignPa: 450 * PSI })).toBe('pressureOverPlate')
  })
  it('lets nothing pass that condenses a tenth over the old one, whatever the pair', () => {
    fc.assert(
      fc.property(fc.constantFrom(...refrigerants), fc.constantFrom(...refrigerants), (from, to) => {
        if (conversionRefusal({ from, to }) !== undefined) return
        const { newPa, oldPa } = designPressures({ from, to })
        expect(newPa!).toBeLessThanOrEqual(1.1 * oldPa! + 1)
      }),
    )
  })
})
