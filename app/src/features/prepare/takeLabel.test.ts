import type { ModelLabel } from '@zetesis/core'
import { fromLabel } from './takeLabel'

const label: ModelLabel = {
  name: 'Kelvane 24',
  charge: { value: 70, unit: 'oz' },
  allowances: [
    { tube: { value: 0.375, unit: 'in' }, allowance: { value: 0.6, unit: 'oz/ft' } },
    { tube: { value: 0.5, unit: 'in' }, allowance: { value: 1.1, unit: 'oz/ft' } },
  ],
  tables: [{ quantity: 'subcooling', rows: [{ orientation: 'up', cooling: { value: 9, unit: '°F' } }] }],
  sheets: [
    {
      shape: 'superheatGrid',
      mode: 'cooling',
      indoorAxis: 'wetBulb',
      columns: { unit: '°F', values: [75, 85] },
      rows: { unit: '°F', values: [62, 67] },
      cells: {
        unit: '°F',
        values: [
          [17, null],
          [23, 19],
        ],
      },
    },
  ],
}

describe('a label taken', () => {
  it('fills the Prepare form with what the label says, and clears a typed target that its lookup replaces', () => {
    expect(fromLabel(label, '1/2')).toMatchObject({
      model: 'Kelvane 24',
      labelCharge: { text: '70', unit: 'oz' },
      allowance: { text: '1.1', unit: 'oz/ft' },
      targetSubcooling: { text: '' },
      superheatSource: undefined,
    })
    expect(fromLabel(label, undefined)).not.toHaveProperty('allowance')
    expect(fromLabel({ name: 'bare' }, '1/2')).toEqual({ model: 'bare' })
  })
})
