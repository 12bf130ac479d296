import fc from 'fast-check'
import { expectationsOf } from '../conversion/expectations'
import { designPressures } from '../conversion/suitability'
import { expectedSides } from '../heatpump/expectedSides'
import { customaryProfile } from '../method/readyProfiles'
import { measure } from './measured'
import { glideAt, meanCoilK, meanPressurePa } from '../refrigerant/coilMean'
import { refrigerants } from '../refrigerant/refrigerants'
import { saturationPressurePa, saturationTemperatureK, type CoilMeanK } from '../refrigerant/saturation'

const PSI = 6894.757293
const k = (f: number) => (f + 459.67) / 1.8
const psig = (pa: number) => (pa - 101325) / PSI

describe('the mean of a coil', () => {
  it('is the inverse of its pressure, and lies in the middle of the glide', () => {
    fc.assert(
      fc.property(fc.constantFrom(...refrigerants), fc.double({ min: 260, max: 325, noNaN: true }), (name, meanK) => {
        const pa = meanPressurePa(name, meanK)
        if (pa === undefined) return
        expect(meanCoilK(name, pa)).toBeCloseTo(meanK, 6)
        const [bubble, dew] = [saturationTemperatureK(name, 'bubble', pa)!, saturationTemperatureK(name, 'dew', pa)!]
        expect(dew - bubble).toBeCloseTo(glideAt(name, pa)!, 9)
        expect(dew - meanK).toBeCloseTo(meanK - bubble, 6)
      }),
    )
  })
  it('can’t be handed in where a bubble point is meant, nor the other way round', () => {
    const mean: CoilMeanK = meanCoilK('R-407C', 1e6)!
    const bubble = saturationTemperatureK('R-407C', 'bubble', 1e6)!
    // @ts-expect-error a mean is no bubble point
    saturationPressurePa('R-407C', 'bubble', mean)
    // @ts-expect-error a bubble point is no mean
    meanPressurePa('R-407C', bubble)
    // @ts-expect-error a bubble point is no dew point
    saturationPressurePa('R-407C', 'dew', bubble)
    expect(mean - bubble).toBeCloseTo(glideAt('R-407C', 1e6)! / 2, 9)
  })
})

describe('R-407C, with its eight degrees of glide', () => {
  it('has 324 psig on the design day, not the 341 of its bubble point', () => {
    expect(psig(designPressures({ from: 'R-22', to: 'R-407C' }).newPa!)).toBeCloseTo(324, 0)
  })
  const readPsig = 267.6
  const measured = measure({
    facts: { refrigerant: 'R-407C', metering: 'expansionValve' },
    values: {
      suctionPressure: { value: 68, unit: 'psig' },
      liquidPressure: { value: readPsig, unit: 'psig' },
      outdoor: { value: 95, unit: '°F' },
    },
    elevationM: 0,
    profile: customaryProfile,
  })
  it('isn’t expected while the charge is Out: it is to change', () => {
    expect(expectationsOf('R-407C', { ...measured, verdict: 'out' })).toEqual([])
    for (const verdict of ['in', 'tooClose', 'none'])
      expect(expectationsOf('R-407C', { ...measured, verdict })).toHaveLength(5)
  })
  it('is expected in the same weather at the pressure that it was read at', () => {
    const today = expectationsOf('R-407C', measured).find((e) => Math.abs(e.outdoorK - k(95)) < 1e-6)!
    expect(today.liquidPa / PSI).toBeCloseTo(readPsig, 2)
    expect(today.suctionPa / PSI).toBeCloseTo(68, 2)
  })
  it('condenses over the air by its mean: half the glide more than by its bubble point', () => {
    const { condensingK, condenserK, condensingOverOutdoorK, outdoorK } = measured
    expect(condensingOverOutdoorK).toBeCloseTo(condenserK! - outdoorK!, 9)
    expect((condenserK! - condensingK!) * 1.8).toBeGreaterThan(3.5)
  })
  it('reads by its means where a hose is shown what to expect', () => {
    const sides = expectedSides(
      { refrigerant: 'R-407C', mode: 'cooling', outdoorK: k(95), returnK: k(75), elevationM: 0 },
      customaryProfile,
    )
    expect(meanCoilK('R-407C', sides.highGaugePa! + 101325)).toBeCloseTo(sides.condensingK, 4)
    expect(meanCoilK('R-407C', sides.lowGaugePa! + 101325)).toBeCloseTo(sides.evaporatingK, 4)
  })
})
