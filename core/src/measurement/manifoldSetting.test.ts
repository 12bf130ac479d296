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
  it('takes the suspect within three tenths of a kelvin of it, and six from the right one', () => {
    // at 10 bar R-410A's dew is at 280.42 K and R-452B's bubble at 281.48 K; at 15 bar R-134a at 328.38 K and R-1234yf at 329.18 K
    const near = (k: number) =>
      manifoldSetting({ refrigerant: 'R-452B', suspect: 'R-410A', pressurePa: 1e6, shownK: 280.42 + k })
    expect(near(0.27)).toMatchObject({ probably: 'R-410A' })
    expect(near(0.33)).toBeUndefined()
    const off = (k: number) =>
      manifoldSetting({ refrigerant: 'R-1234yf', suspect: 'R-134a', pressurePa: 1.5e6, shownK: 329.18 - k })
    expect(off(0.63)).toMatchObject({ probably: 'R-134a' })
    expect(off(0.57)).toBeUndefined()
  })
  it('names the nearest of two that fit', () => {
    const at10bar = (shownK: number) => manifoldSetting({ refrigerant: 'R-290', pressurePa: 1e6, shownK })?.probably
    expect([at10bar(281.1), at10bar(280.8)]).toEqual(['R-452B', 'R-410A'])
  })
})
