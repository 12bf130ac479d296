import fc from 'fast-check'
import { saturationTemperatureK } from '../refrigerant/saturation'
import { manifoldSetting } from './manifoldSetting'

const PSI = 6894.757293
const at = (refrigerant: 'R-22' | 'R-422D' | 'R-410A', psia: number) =>
  saturationTemperatureK(refrigerant, 'dew', psia * PSI)!

describe('what a manifold’s menu stands on', () => {
  it('says nothing where it shows what the refrigerant has, as dew or as bubble', () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 300 }), (psia) => {
        for (const curve of ['dew', 'bubble'] as const) {
          const shownK = saturationTemperatureK('R-422D', curve, psia * PSI)!
          expect(
            manifoldSetting({ refrigerant: 'R-422D', pressurePa: psia * PSI, shownK, suspect: 'R-22' }),
          ).toBeUndefined()
        }
      }),
    )
  })
  it('names another that fits', () => {
    expect(manifoldSetting({ refrigerant: 'R-410A', pressurePa: 130 * PSI, shownK: at('R-22', 130) })).toMatchObject({
      probably: 'R-22',
    })
  })
  it('finds a look-alike where the old refrigerant is suspected, which without that is taken for the right one', () => {
    const question = { refrigerant: 'R-422D', pressurePa: 85 * PSI, shownK: at('R-22', 85) } as const
    expect(manifoldSetting(question)).toBeUndefined()
    expect(manifoldSetting({ ...question, suspect: 'R-22' })).toMatchObject({ probably: 'R-22' })
  })
  it('says nothing between the two', () => {
    const shownK = (at('R-22', 71.5) + at('R-422D', 71.5)) / 2
    expect(manifoldSetting({ refrigerant: 'R-422D', pressurePa: 71.5 * PSI, shownK, suspect: 'R-22' })).toBeUndefined()
  })
})
