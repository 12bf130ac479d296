import { customaryProfile } from '../method/readyProfiles'
import type { Target } from './chargeTarget'
import type { Measured } from './measured'
import { wrongOrifice, type FittedOrifice } from './wrongOrifice'

const K = 1 / 1.8
const target = {
  ok: true,
  deciding: 'superheat',
  targetK: 14 * K,
  tolerance: customaryProfile.superheatToleranceK,
} as unknown as Target
const at = (
  superheat: number,
  subcooling: number,
  orifice: FittedOrifice | undefined = { fittedThousandths: 59, reckonedThousandths: 68.4 },
  more = {},
) =>
  wrongOrifice({
    measured: { superheatK: superheat * K, subcoolingK: subcooling * K } as Measured,
    target,
    metering: 'fixedOrifice',
    orifice,
    profile: customaryProfile,
    ...more,
  })
const step = (amountKg: number) => ({
  amountKg,
  before: { superheatK: 20, subcoolingK: 4 },
  after: { superheatK: 18, subcoolingK: 5 },
})

describe('an orifice that doesn’t suit the new refrigerant', () => {
  it('is seen where superheat is high although liquid stands before it, and the reckoned size is named', () => {
    expect(at(30, 18)).toMatchObject({ side: 'narrow', nextThousandths: 68, nextFrom: 'reckoned' })
  })
  it('isn’t where too little is in it: little liquid stands there', () => {
    expect(at(30, 4, { fittedThousandths: 67, reckonedThousandths: 68.4 })).toBeUndefined()
    expect(at(30, 9, { fittedThousandths: 67, reckonedThousandths: 68.4 })).toBeUndefined()
    // nor near the target, nor within what the instruments can tell
    expect(at(15, 18)).toBeUndefined()
    expect(at(24, 18, undefined)).toBeDefined()
    expect(at(24, 18, undefined, { standardK: 4 })).toBeUndefined()
  })
  it('is seen with less liquid before it where the fitted size is that far from the reckoned one, and not where it is near', () => {
    expect(at(43, 7)).toMatchObject({ side: 'narrow', nextThousandths: 68 })
    expect(at(43, 7, { fittedThousandths: 66, reckonedThousandths: 68.4 })).toBeUndefined()
    expect(at(43, 2)).toBeUndefined()
  })
  it('is seen at a usual subcooling once steps of a tenth of the charge didn’t mend it', () => {
    expect(at(30, 9, undefined, { steps: [step(0.1), step(0.1)], totalChargeKg: 2 })).toMatchObject({ side: 'narrow' })
    const near = { fittedThousandths: 67, reckonedThousandths: 68.4 }
    expect(at(30, 9, near, { steps: [step(0.1), step(0.1)], totalChargeKg: 2 })).toMatchObject({ side: 'narrow' })
    expect(at(30, 9, near, { steps: [step(0.05)], totalChargeKg: 2 })).toBeUndefined()
  })
  it('too wide: little superheat with hardly any liquid before it', () => {
    expect(at(3, 1, { fittedThousandths: 70, reckonedThousandths: 66 })).toMatchObject({
      side: 'wide',
      nextThousandths: 66,
    })
    expect(at(3, 9, { fittedThousandths: 70 })).toBeUndefined()
  })
  it('with the reckoned size fitted already it goes by the reading, by a real size at the least and an eighth at the most', () => {
    expect(at(22, 13, { fittedThousandths: 68, reckonedThousandths: 68.4 })).toMatchObject({ nextFrom: 'reading' })
    expect(at(22, 13, { fittedThousandths: 30, reckonedThousandths: 30 })!.nextThousandths).toBeGreaterThan(30)
    expect(at(90, 40, { fittedThousandths: 50, reckonedThousandths: 50 })!.nextThousandths).toBe(56)
    // the reckoned one lies the other way: the reading counts
    expect(at(30, 18, { fittedThousandths: 70, reckonedThousandths: 60 })!.nextThousandths).toBeGreaterThan(70)
  })
  it('says nothing of machines that weren’t converted, of valves, and without a size where none is known', () => {
    expect(
      wrongOrifice({
        measured: { superheatK: 20, subcoolingK: 10 } as Measured,
        target,
        metering: 'fixedOrifice',
        orifice: undefined,
        profile: customaryProfile,
      }),
    ).toBeUndefined()
    expect(
      wrongOrifice({
        measured: { superheatK: 20, subcoolingK: 10 } as Measured,
        target,
        metering: 'expansionValve',
        orifice: {},
        profile: customaryProfile,
      }),
    ).toBeUndefined()
    expect(at(30, 18, {})).toMatchObject({ side: 'narrow' })
    expect(at(30, 18, {})!.nextThousandths).toBeUndefined()
  })
})
