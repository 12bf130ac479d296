import type { UnitFacts } from './unitFacts'
import { copyFacts, factGroups, factsOfOneUnit } from './copyFacts'

const every: Record<keyof UnitFacts, true> = {
  tag: true,
  place: true,
  model: true,
  serial: true,
  indoorModel: true,
  orientation: true,
  stage: true,
  work: true,
  age: true,
  mode: true,
  refrigerant: true,
  oldRefrigerant: true,
  builtFor: true,
  oil: true,
  oldBore: true,
  highSideDesign: true,
  lawNote: true,
  circuit: true,
  recovered: true,
  metering: true,
  labelCharge: true,
  lift: true,
  longLineReason: true,
  sections: true,
  labelItems: true,
  includedLength: true,
  allowance: true,
  lineLength: true,
  liquidLine: true,
  vapourLine: true,
  testPressure: true,
  targetSubcooling: true,
  subcoolingTolerance: true,
  superheatSource: true,
  targetSuperheat: true,
  targetSuperheatReason: true,
  superheatTolerance: true,
  decayLimit: true,
  decayHold: true,
  instrumentClass: true,
  elevation: true,
}
const ft = (value: number) => ({ value, unit: 'ft' }) as const

describe('facts copied from one unit to another', () => {
  it('lie each in one group, or belong to one unit alone', () => {
    const placed = [...Object.values(factGroups).flat(), ...factsOfOneUnit]
    expect([...placed].sort()).toEqual(Object.keys(every).sort())
  })
  it('are those that are known and that the other doesn’t say the same of; what it loses is named', () => {
    const from: UnitFacts = { tag: 'K-1', serial: 'X9', refrigerant: 'R-410A', lineLength: ft(40), lift: ft(3) }
    const to: UnitFacts = { tag: 'K-2', refrigerant: 'R-410A', lineLength: { unit: 'ft', value: 25 } }
    expect(copyFacts(from, to, ['label', 'line'])).toEqual({
      patch: { lineLength: ft(40), lift: ft(3) },
      replaces: ['lineLength'],
    })
    expect(copyFacts(from, to, ['label'])).toEqual({ patch: {}, replaces: [] })
    expect(copyFacts({}, to, ['label', 'line', 'work', 'site'])).toEqual({ patch: {}, replaces: [] })
  })
  it('leave nothing more to copy once they are there', () => {
    const from: UnitFacts = {
      refrigerant: 'R-32',
      sections: [{ length: ft(4), liquidLine: { value: 0.25, unit: 'in' } }],
    }
    const { patch } = copyFacts(from, {}, ['label', 'line'])
    expect(copyFacts(from, patch as UnitFacts, ['label', 'line']).patch).toEqual({})
  })
})
