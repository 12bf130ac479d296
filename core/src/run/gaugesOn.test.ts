import type { EntryBody } from '../entry/entry'
import { gaugesOn } from './gaugesOn'
import { good, opened, record, started, type Lines } from './testingLines'

const off = (minutes: number): Lines[number] => [
  minutes,
  { kind: 'cameOff', running: true, suctionCore: 'tight', liquidCore: 'tight', capsTight: true },
]
const read = (minutes: number): Lines[number] => [
  minutes,
  { kind: 'reading', mode: 'cooling', values: good } as EntryBody,
]
const on = (...lines: Lines) => gaugesOn(record(opened, started, lines))

describe('gauges on a unit, by its log', () => {
  it('are on from the start until they are logged off', () => {
    expect(gaugesOn(record(opened))).toBe(false)
    expect(on()).toBe(true)
    expect(on(read(-10), off(-5))).toBe(false)
  })
  it('are on again with the next reading, whatever order the log has them in', () => {
    expect(on(off(-15), read(-10))).toBe(true)
    expect(on(off(-5), read(-10))).toBe(false)
  })
})
