import fc from 'fast-check'
import { chartWindow } from './chartWindow'

const second = fc.integer({ min: 0, max: 1_000_000_000 }).map((ms) => ms / 1000)
const span = fc.double({ min: 60, max: 1e5, noNaN: true })

describe('what a chart over time shows of a running recording', () => {
  it('shows all of it when nothing else is asked, to the end', () => {
    expect(chartWindow(73, { backS: 0 })).toEqual({ fromS: 0, toS: 73 })
  })
  it('stands still for half a minute of half an hour', () => {
    const at = (endS: number) => chartWindow(endS, { lastS: 1800, backS: 0 })
    expect(at(61)).toEqual({ fromS: 0, toS: 90 })
    expect(at(90)).toEqual({ fromS: 0, toS: 90 })
    expect(at(91)).toEqual({ fromS: 0, toS: 120 })
    expect(at(2001)).toEqual({ fromS: 210, toS: 2010 })
  })
  it('moved back it looks at what was then', () => {
    expect(chartWindow(3600, { lastS: 600, backS: 1200 })).toEqual({ fromS: 1800, toS: 2400 })
    expect(chartWindow(60, { lastS: 600, backS: 1200 })).toEqual({ fromS: 0, toS: 0 })
  })
  it('holds the second looked at, and no more than was asked', () => {
    fc.assert(
      fc.property(second, span, fc.double({ min: 0, max: 1e5, noNaN: true }), (endS, lastS, backS) => {
        const { fromS, toS } = chartWindow(endS, { lastS, backS })
        const looked = Math.max(endS - backS, 0)
        expect(toS).toBeGreaterThanOrEqual(looked)
        expect(fromS).toBeLessThanOrEqual(looked)
        expect(toS - fromS).toBeLessThanOrEqual(lastS * (1 + 1e-9))
        // a sixth of the picture at most is empty ahead of the line, once there is a minute of it
        expect(toS - looked).toBeLessThanOrEqual(Math.max(lastS / 6, 5))
      }),
    )
  })
  it('never goes back while the recording goes on', () => {
    fc.assert(
      fc.property(second, fc.double({ min: 0, max: 600, noNaN: true }), span, (endS, moreS, lastS) => {
        const [now, later] = [endS, endS + moreS].map((e) => chartWindow(e, { lastS, backS: 0 }))
        expect(later!.toS).toBeGreaterThanOrEqual(now!.toS)
        expect(later!.fromS).toBeGreaterThanOrEqual(now!.fromS)
      }),
    )
  })
})
