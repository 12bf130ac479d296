import type { ChargeBelief } from '@zetesis/core'
import { beliefBy, beliefText } from './belief'

const oz = 0.028349523125
const belief = (offOz: number, standardOz: number): ChargeBelief => ({
  inItKg: 96.2 * oz,
  inItStandardKg: 1.05 * oz,
  offKg: offOz * oz,
  standardKg: standardOz * oz,
  witnesses: [
    { source: 'weight', offKg: 0, standardKg: 0.1 },
    { source: 'superheat', offKg: 0, standardKg: 0.1 },
    { source: 'subcooling', offKg: 0, standardKg: 0.1 },
  ],
})

describe('the belief about the charge in a line', () => {
  it('says how much, within what, and how far off right that is', () => {
    expect(beliefText(belief(-9, 1.5), 'ip')).toBe('96.2 oz, within ±2.1 oz; 9.0 oz short, within ±3.0 oz')
    expect(beliefText(belief(4, 1.5), 'ip')).toBe('96.2 oz, within ±2.1 oz; 4.0 oz over, within ±3.0 oz')
    // what isn't beyond its doubt is no shortage: right, as far as that goes
    expect(beliefText(belief(-1, 1.5), 'ip')).toBe('96.2 oz, within ±2.1 oz; right within ±4.0 oz')
  })
  it('and by what', () => {
    const { witnesses } = belief(0, 1)
    expect(beliefBy({ ...belief(0, 1), witnesses: witnesses.slice(0, 1) })).toBe('by weight')
    expect(beliefBy(belief(0, 1))).toBe('by weight, superheat and subcooling')
  })
})
