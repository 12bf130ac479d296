import { toSi } from '../quantity/unit'
import { unitSlip } from './unitSlip'

const oz = (value: number) => ({ value, unit: 'oz' }) as const

describe('unitSlip', () => {
  const open = toSi('mass', oz(24))
  it('says what it would be in the unit that fits', () => {
    expect(unitSlip({ before: oz(10), after: oz(8.5) }, open)).toMatchObject({ unit: 'lb' })
    expect(unitSlip({ before: { value: 4000, unit: 'oz' }, after: { value: 3320, unit: 'oz' } }, open)).toMatchObject({
      unit: 'g',
    })
  })
  it('says nothing of a step that may well be meant', () => {
    for (const [before, after] of [
      [300, 290],
      [300, 276],
      [300, 300],
    ] as const)
      expect(unitSlip({ before: oz(before), after: oz(after) }, open)).toBeUndefined()
  })
})
