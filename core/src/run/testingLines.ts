// Lines that tests of the log begin with.
import type { UnitFacts } from '../facts/unitFacts'
import { foldEntries } from '../log/fold'
import { unitView } from './unitView'
import { NOON, testId, testLog } from '../entry/testing'

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

export const decayed: Lines = [
  [-60, { kind: 'valvedOff' }],
  [-59, micron(320)],
  [-49, micron(360)],
]
export const weighed: Lines = [
  [-45, { kind: 'weighed', direction: 'add', before: { value: 200, unit: 'oz' }, after: { value: 185, unit: 'oz' } }],
]
export const started: Lines = [[-30, { kind: 'started' }]]
export const psig = (value: number) => ({ value, unit: 'psig' as const })
export const degF = (value: number) => ({ value, unit: '°F' as const })
export const good = {
  suctionPressure: psig(125.5),
  suctionLine: degF(54),
  liquidPressure: psig(351.5),
  liquidLine: degF(96.6),
  returnDryBulb: degF(76),
  returnWetBulb: degF(63),
  supply: degF(57),
  outdoor: degF(91),
}
export const read: Lines = [[-15, { kind: 'reading', mode: 'cooling', values: good }]]
export const seal: Lines = [[-5, { kind: 'sealed', name: 'Wren Halloway', signature: [[0, 0, 300, 200, 500, 50]] }]]

export const record = (...parts: Lines[]) => foldEntries(testLog(...parts.flat()))
export const view = (...parts: Lines[]) => unitView(record(...parts), { nowMs: NOON })
export const states = (...parts: Lines[]) => view(...parts).stages.map((s) => s.state)
