import { countedClass } from './countedClass'

const psig = (value: number) => ({ value, unit: 'psig' as const })
const degF = (value: number) => ({ value, unit: '°F' as const })

describe('what an instrument that nobody named counts as', () => {
  const dial = {
    suctionPressure: psig(118),
    liquidPressure: psig(342.5),
    suctionLine: degF(54),
    liquidLine: degF(96.5),
  }
  it('the worse class where nothing tells: no dial is read finer than this', () => {
    expect(countedClass({}, dial)).toEqual({ of: 'analog', because: 'unanswered' })
    expect(countedClass({}, {})).toEqual({ of: 'analog', because: 'unanswered' })
    expect(countedClass({}, { suctionPressure: { value: 8.15, unit: 'bar' } }).of).toBe('analog')
  })
  it('digital where one of those that decide was read finer than any dial shows', () => {
    const digital = { of: 'digital', because: 'divisions' }
    expect(countedClass({}, { ...dial, liquidPressure: psig(342.4) })).toEqual(digital)
    expect(countedClass({}, { ...dial, suctionLine: degF(54.2) })).toEqual(digital)
    expect(countedClass({}, { suctionPressure: { value: 8.14, unit: 'bar' } })).toEqual(digital)
    expect(countedClass({}, { suctionPressure: { value: 812, unit: 'kPa' } })).toEqual(digital)
    // air says nothing of the gauges
    expect(countedClass({}, { ...dial, outdoor: degF(88.7) }).of).toBe('analog')
  })
  it('digital where probes send, whatever they show', () => {
    expect(countedClass({}, dial, true)).toEqual({ of: 'digital', because: 'live' })
  })
  it('what was said of this unit, before all', () => {
    for (const said of ['analog', 'digital'] as const)
      expect(countedClass({ instrumentClass: said }, { ...dial, liquidPressure: psig(342.4) }, true)).toEqual({
        of: said,
        because: 'said',
      })
  })
})
