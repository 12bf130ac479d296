import type { TraceSample } from '../trace/trace'
import { findHold } from './findHold'

const sample = (timeS: number, testPressure: number | null, ambient?: number | null): TraceSample => ({
  timeS,
  values: { testPressure, ...(ambient === undefined ? {} : { ambient }) },
})
const raising = [0, 10, 20].map((t) => sample(t, t * 1e5, 300))
const held = [30, 40, 50, 60].map((t) => sample(t, 3e6 - t, 300 - t / 100))
const released = [sample(70, 1e6, 299), sample(80, 0, 299)]

describe('findHold', () => {
  it('leaves out raising and letting off', () => {
    expect(findHold([...raising, ...held, ...released])).toEqual({
      fromS: 30,
      toS: 60,
      start: { gaugePa: 3e6 - 30, ambientK: 299.7 },
      end: { gaugePa: 3e6 - 60, ambientK: 299.4 },
    })
  })
  it('takes the times it is told', () => {
    expect(findHold([...raising, ...held, ...released], { fromS: 35, toS: 52 })).toMatchObject({ fromS: 40, toS: 50 })
    expect(findHold([...held, ...released], { toS: 80 })).toMatchObject({ toS: 80, end: { gaugePa: 0 } })
  })
  it('steps over lost readings, and says where nothing knew the temperature', () => {
    const lossy = [sample(0, 3e6, null), sample(1, null, 301), sample(2, 2.99e6, null)]
    expect(findHold(lossy)).toMatchObject({ fromS: 0, toS: 2, start: { ambientK: 301 }, end: { ambientK: 301 } })
    expect(findHold(lossy.map((s) => sample(s.timeS, s.values.testPressure ?? null)))?.start).toEqual({ gaugePa: 3e6 })
  })
  it('finds none in fewer than two readings', () => {
    expect(findHold([])).toBeUndefined()
    expect(findHold([sample(0, 3e6, 300)])).toBeUndefined()
    expect(findHold(held, { fromS: 61 })).toBeUndefined()
  })
})
