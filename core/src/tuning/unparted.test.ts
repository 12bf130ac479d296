import type { FaultCause } from './faultSignatures'
import { unparted } from './unparted'

const rank = (shares: { readonly [C in FaultCause]?: number }) =>
  (Object.entries(shares) as [FaultCause, number][])
    .map(([cause, probability]) => ({ cause, probability, reasons: [] }))
    .sort((a, b) => b.probability - a.probability)
const low = { superheat: { deviation: 7, standard: 0.6 }, evaporating: { deviation: -2, standard: 2 } }
const short = rank({ undercharge: 0.7, restriction: 0.1, starvedDevice: 0.08, lineRestriction: 0.01, none: 0.11 })
const any = { deviation: 0, standard: 0.6 }

describe('too little charge isn’t named over what starves the coil', () => {
  it('on the low side alone: they stand together, likeliest first, without what is hardly likely', () => {
    const open = unparted({ deviations: low }, short)
    expect(open?.causes).toEqual(['undercharge', 'restriction', 'starvedDevice'])
    expect(open?.probability).toBeCloseTo(0.88, 9)
  })
  it.each(['subcooling', 'drierDrop', 'lineDrop'] as const)('once %s has spoken it is', (symptom) => {
    expect(unparted({ deviations: { ...low, [symptom]: any } }, short)).toBeUndefined()
  })
  it('nor where something else is likelier, or the other of the two isn’t to be spoken of', () => {
    expect(unparted({ deviations: low }, rank({ none: 0.6, undercharge: 0.3, restriction: 0.1 }))).toBeUndefined()
    expect(unparted({ deviations: low }, rank({ undercharge: 0.98, restriction: 0.01, none: 0.01 }))).toBeUndefined()
    expect(unparted({ deviations: low }, rank({ restriction: 0.9, starvedDevice: 0.1 }))).toBeUndefined()
    expect(unparted({ deviations: {} }, [])).toBeUndefined()
  })
})
