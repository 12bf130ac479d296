// Lines that tests of the log begin with.
import type { UnitFacts } from './entry'
import { foldEntries } from './fold'
import { unitView } from './stages'
import { NOON, testId, testLog } from './testing'

export type Lines = Parameters<typeof testLog>
export const preparedFacts: UnitFacts = {
  work: 'new',
  mode: 'coolingOnly',
  refrigerant: 'R-410A',
  metering: 'expansionValve',
  labelCharge: { value: 90, unit: 'oz' },
  includedLength: { value: 15, unit: 'ft' },
  lineLength: { value: 40, unit: 'ft' },
  allowance: { value: 0.6, unit: 'oz/ft' },
  targetSubcooling: { value: 10, unit: '°F' },
}
export const micron = (value: number) => ({ kind: 'micron', reading: { value, unit: 'micron' } }) as const
/** opened and prepared */
export const bare: Lines = [
  [-90, { kind: 'opened', jobId: testId(500), tag: 'T-1' }],
  [-89, { kind: 'facts', facts: preparedFacts }],
]
/** passed its nitrogen test, a day long */
export const tested: Lines = [
  [-88, { kind: 'facts', facts: { testPressure: { value: 450, unit: 'psig' } } }],
  [-1506, { kind: 'testHeld', gauge: { value: 450, unit: 'psig' }, ambient: { value: 76, unit: '°F' } }],
  [-66, { kind: 'testRead', gauge: { value: 449, unit: 'psig' }, ambient: { value: 75, unit: '°F' } }],
]
export const opened: Lines = [...bare, ...tested]

export const record = (...parts: Lines[]) => foldEntries(testLog(...parts.flat()))
export const view = (...parts: Lines[]) => unitView(record(...parts), { nowMs: NOON })
export const states = (...parts: Lines[]) => view(...parts).stages.map((s) => s.state)
