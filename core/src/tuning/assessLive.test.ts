import { saturationTemperatureK } from '../refrigerant/saturation'
import type { TraceSample } from '../trace/trace'
import { assessLive, type LiveTerms } from './assessLive'
import { f, psi, record, sound, terms } from './testing'

const gates = (samples: TraceSample[], part: Partial<LiveTerms> = {}) =>
  assessLive(samples, terms(part))!.gates.map((g) => g.code)
/** liquid line warmer: so much less subcooling */
const short = (fahrenheit: number) => () => ({ liquidLine: sound.liquidLine + fahrenheit / 1.8 })

describe('what a recording says', () => {
  it('nothing of an empty one', () => expect(assessLive([], terms())).toBeUndefined())
  it('settled, in, nothing wrong, no step', () => {
    const now = assessLive(record(900), terms())!
    expect(now.settling.state).toBe('settled')
    expect(now.judged.verdict).toBe('in')
    expect(now.checks).toEqual([])
    expect(now.ranked[0]!.cause).toBe('none')
    expect(now.advice?.action).toBe('stop')
    expect(now.values.suctionPressure).toEqual({ value: 122, unit: 'psig' })
    expect(now.values.discharge).toEqual({ value: 150, unit: '°F' })
  })
  it('too little charge: a step, and nothing against it once all was seen to', () => {
    const now = assessLive(record(900, short(7)), terms())!
    expect(now.ranked[0]!.cause).toBe('undercharge')
    expect(now.advice!.action).toBe('add')
    expect(now.gates).toEqual([])
  })
  it('no step out of the window, with one coil only, unsettled, or without a target', () => {
    const low = record(900, short(7))
    expect(gates(record(900, () => ({ ...short(7)(), outdoor: f(50) })))).toContain('outsideWindow')
    expect(gates(record(900, () => ({ ...short(7)(), outdoor: null })))).toContain('outsideWindow')
    expect(gates(record(900, () => ({ ...short(7)(), suctionLine: f(46) })))).toContain('onlyOneCoil')
    expect(gates(record(300, short(7)))).toContain('notSettled')
    const noTarget = { refrigerant: 'R-410A', metering: 'expansionValve', work: 'new' } as const
    expect(gates(low, { facts: noTarget })).toContain('noTarget')
    expect(assessLive(low, terms({ facts: noTarget }))!.advice).toBeUndefined()
  })
  it('never adds where another cause leads', () => {
    const overfed = record(900, () => ({ ...short(7)(), suctionLine: f(49), suctionPressure: psi(138) }))
    expect(gates(overfed)).toContain('otherCauseLeads')
  })
  it('a contradiction blocks advice and diagnosis, and an exchange is found and can be read the other way round', () => {
    const swapped = record(900, () => ({ suctionLine: sound.liquidLine, liquidLine: sound.suctionLine }))
    const now = assessLive(swapped, terms())!
    expect(now.swap).toEqual({ a: 'suctionLineK', b: 'liquidLineK' })
    expect(now.ranked).toEqual([])
    expect(now.gates[0]!.code).toBe('contradiction')
    const mended = assessLive(swapped, terms({ swaps: [now.swap!] }))!
    expect(mended.checks).toEqual([])
    expect(mended.judged.verdict).toBe('in')
  })
  it('says which channel fell silent and goes on with the rest', () => {
    const now = assessLive(
      record(900, (t) => (t > 840 ? { supply: null, amps: null } : {})),
      terms(),
    )!
    expect(now.silent).toEqual(['supply', 'amps'])
    expect(now.judged.verdict).toBe('in')
  })
  it('tells a probe that came back in another unit from one that fell off', () => {
    const celsius = f(95) * 1.8 - 459.67 + 273.15
    const slipped = assessLive(
      record(900, (t) => (t > 890 ? { liquidLine: celsius } : {})),
      terms(),
    )!
    expect(slipped.jumps).toMatchObject([{ channel: 'liquidLine', wrongUnit: true }])
    const fell = assessLive(
      record(900, (t) => (t > 890 ? { liquidLine: f(125) } : {})),
      terms(),
    )!
    expect(fell.jumps).toMatchObject([{ channel: 'liquidLine', wrongUnit: false }])
    expect(assessLive(record(900), terms())!.jumps).toEqual([])
  })
  it('tells which refrigerant the manifold is set to, and counts by pressure all the same', () => {
    const menu = record(900, () => ({
      lowSaturation: saturationTemperatureK('R-22', 'dew', psi(122) + 101325)!,
      highSaturation: null,
    }))
    const now = assessLive(menu, terms())!
    expect(now.manifold).toMatchObject({ probably: 'R-22' })
    expect(now.judged.verdict).toBe('in')
    expect(assessLive(record(900), terms())!.manifold).toBeUndefined()
  })
  it('standing: no diagnosis, only what the standing system says', () => {
    const rest = record(60, () => ({
      suctionPressure: psi(150),
      liquidPressure: psi(150),
      suctionLine: f(86),
      liquidLine: f(86),
      outdoor: f(86),
      lowSaturation: null,
      highSaturation: null,
    }))
    const now = assessLive(rest, terms({ running: false }))!
    expect(now.ranked).toEqual([])
    expect(now.checks.map((c) => c.code)).toEqual(['restPressureLow'])
  })
})
