import fc from 'fast-check'
import { systemChannels } from '../reading/channels'
import { conclusionsLost } from './conclusionsLost'

describe('what falls away without a channel', () => {
  it('nothing where all are there', () => {
    expect(conclusionsLost({ missing: [], metering: 'fixedOrifice' })).toEqual([])
  })
  it('the suction clamp takes superheat, and with it a piston’s verdict but not a valve’s', () => {
    expect(conclusionsLost({ missing: ['suctionLine'], metering: 'fixedOrifice' })).toEqual(['verdict', 'superheat'])
    expect(conclusionsLost({ missing: ['suctionLine'], metering: 'expansionValve' })).toEqual(['superheat'])
  })
  it('humidity takes a piston’s target, unless it was typed', () => {
    expect(conclusionsLost({ missing: ['returnHumidity'], metering: 'fixedOrifice' })).toEqual(['verdict', 'target'])
    expect(conclusionsLost({ missing: ['returnHumidity'], metering: 'fixedOrifice', targetFixed: true })).toEqual([])
    expect(conclusionsLost({ missing: ['returnHumidity'], metering: 'expansionValve' })).toEqual([])
  })
  it('outdoor air takes the window, and with it the verdict', () => {
    expect(conclusionsLost({ missing: ['outdoor'], metering: 'expansionValve' })).toEqual(['verdict', 'window', 'head'])
  })
  it('a current clamp takes only what it tells', () => {
    expect(conclusionsLost({ missing: ['amps'], metering: 'expansionValve' })).toEqual(['current'])
  })
  it('losing more channels never gives a conclusion back', () => {
    const some = fc.subarray([...systemChannels])
    fc.assert(
      fc.property(some, some, fc.constantFrom('fixedOrifice', 'expansionValve'), (a, b, metering) => {
        const less = conclusionsLost({ missing: a, metering })
        const more = conclusionsLost({ missing: [...a, ...b], metering })
        return less.every((c) => more.includes(c))
      }),
    )
  })
})
