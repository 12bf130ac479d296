import { coldTopUp } from './topUp'

const at = (outdoorF: number) =>
  coldTopUp(
    { refrigerant: 'R-410A', targetK: 12 / 1.8 },
    { outdoorK: (outdoorF + 459.67) / 1.8, returnK: 295, returnHumidity: 0.45 },
  )

describe('topping up on a cold day', () => {
  it('takes the more the colder it is, and floods on a hot one', () => {
    const [mild, cold] = [at(55)!, at(42)!]
    expect(cold.share.by).toBeGreaterThan(mild.share.by)
    for (const { share, superheatK, subcoolingK } of [mild, cold]) {
      expect(share.by).toBeGreaterThan(0.08)
      expect(superheatK.by * 1.8).toBeLessThan(3)
      expect(subcoolingK.by).toBeGreaterThan(5)
    }
  })
  it('says nothing where the superheat isn’t over its target, or no charge brings it there', () => {
    expect(at(95)).toBeUndefined()
    expect(at(5)).toBeUndefined()
  })
})
