import fc from 'fast-check'
import { holdVerdict } from './holdVerdict'
import type { VacuumSample } from './sample'

const micron = 0.133322368
const terms = { limitPa: 500 * micron, holdS: 600 }
const at = (timeS: number, value: number): VacuumSample => ({ timeS, pressurePa: value * micron })

describe('verdict on a hold', () => {
  it('is In only with a reading at or after the full hold', () => {
    expect(holdVerdict([at(0, 320), at(300, 360)], terms)).toMatchObject({ state: 'holding', remainingS: 300 })
    expect(holdVerdict([at(0, 320), at(599, 360)], terms).state).toBe('holding')
    expect(holdVerdict([at(0, 320), at(600, 360)], terms)).toMatchObject({ state: 'in', endTimeS: 600 })
  })
  it('is In exactly at the limit, whatever unit it was typed in, and Out above it', () => {
    expect(holdVerdict([at(0, 320), { timeS: 600, pressurePa: 66.661184 }], terms).state).toBe('in')
    expect(holdVerdict([at(0, 320), at(600, 501)], terms).state).toBe('out')
  })
  it('is Out as soon as one reading is over, even before the hold has passed and if it falls again', () => {
    expect(holdVerdict([at(0, 320), at(60, 900)], terms).state).toBe('out')
    expect(holdVerdict([at(0, 320), at(60, 900), at(700, 880)], terms).state).toBe('out')
  })
  it('lets one wild reading decide nothing, and says that it was there', () => {
    const hold = [at(0, 240), at(200, 246), at(400, 251), at(620, 255)]
    const wild = [...hold.slice(0, 2), at(300, 1500), ...hold.slice(2)]
    expect(holdVerdict(wild, terms)).toMatchObject({ state: 'in', highestPa: 255 * micron, outliers: 1 })
    expect(holdVerdict([...hold, at(700, 1500)], terms).state).toBe('tooClose')
    expect(holdVerdict([...hold, at(700, 1500), at(760, 1530)], terms).state).toBe('out')
    expect(holdVerdict([...hold, at(700, 1500), at(760, 258)], terms)).toMatchObject({ state: 'in', outliers: 1 })
  })
  it('counts no reading that isn’t a number', () => {
    expect(holdVerdict([at(0, NaN), at(700, NaN)], terms).state).toBe('noReading')
    expect(holdVerdict([at(0, 240), at(300, NaN), at(700, 250)], terms)).toMatchObject({ state: 'in', endTimeS: 700 })
    expect(() => holdVerdict([at(0, 240)], { limitPa: NaN, holdS: 600 })).toThrow(RangeError)
  })
  it('leaves out readings from before the valve was shut, and says when there are none', () => {
    expect(holdVerdict([], terms).state).toBe('noReading')
    expect(holdVerdict([at(-10, 9000)], terms).state).toBe('noReading')
    expect(holdVerdict([at(-10, 9000), at(0, 300), at(600, 310)], terms).state).toBe('in')
  })
  it('gives the mean rise', () => {
    const verdict = holdVerdict([at(0, 300), at(600, 400)], terms)
    expect(verdict.state === 'in' && verdict.risePaPerMin / micron).toBeCloseTo(10, 9)
  })
  it('doesn’t depend on the order of readings', () => {
    const sample = fc.record({
      timeS: fc.double({ min: -100, max: 1200, noNaN: true }),
      pressurePa: fc.double({ min: 1, max: 120, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(sample, { maxLength: 12 }), (samples) => {
        const distinct = samples.filter((s, i) => samples.findIndex((o) => o.timeS === s.timeS) === i)
        expect(holdVerdict([...distinct].reverse(), terms)).toEqual(holdVerdict(distinct, terms))
      }),
    )
  })
})
