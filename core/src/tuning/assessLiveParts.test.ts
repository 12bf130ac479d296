// What a moment of a running system is made of: which seconds its figures are means of, what it asks and whom it hands that to. Figures by hand.
import { customaryProfile as usual } from '../method/readyProfiles'
import type { MethodProfile } from '../method/profile'
import { saturationTemperatureK } from '../refrigerant/saturation'
import type { SystemChannel } from '../reading/channels'
import { assessLive, type LiveTerms } from './assessLive'
import { f, psi, record, sound, terms } from './testing'

type Change = Parameters<typeof record>[1]
const now = (seconds: number, change?: Change, part: Partial<LiveTerms> = {}) =>
  assessLive(record(seconds, change), terms(part))!
const withTimes = (times: { [H in 'settleAfterStartS' | 'settleAfterStepS']?: number }): MethodProfile => ({
  ...usual,
  ...Object.fromEntries(
    Object.entries(times).map(([habit, si]) => [habit, { ...usual[habit as 'settleAfterStartS'], si }]),
  ),
})
/** a channel that nothing is judged by counts the seconds: its mean tells over which ones the means are */
const counted = (more: Change = () => ({})) => {
  return (t: number) => ({ ...more(t), voltage: t })
}
const voltage = ({ values }: { values: { voltage?: { value: number } } }) => values.voltage!.value

describe('the seconds that a figure is a mean of', () => {
  it('the window of three minutes once it is settled, the last ten seconds before', () => {
    // readings at 720, 722, …, 898
    expect(voltage(now(900, counted()))).toBe(809)
    const early = now(300, counted())
    expect(early.settling.state).toBe('settling')
    expect(voltage(early)).toBe(294)
  })
  it.each([
    // whole swings that fit into three minutes, or one that doesn't
    [60, 180],
    [80, 160],
    [120, 120],
    [200, 200],
  ])('whole swings of %d s while it hunts: the last %d s', (periodS, spanS) => {
    const swinging = now(
      900,
      counted((t) => ({ suctionLine: sound.suctionLine + 3 * Math.sin((2 * Math.PI * t) / periodS) })),
    )
    expect(swinging.settling.state).toBe('hunting')
    expect(Math.abs(voltage(swinging) - (899 - spanS / 2))).toBeLessThan(2.5)
    expect(Math.abs(swinging.values.suctionLine!.value - 54)).toBeLessThan(0.4)
  })
  it('without what a probe didn’t give', () => {
    expect(now(900, (t) => ({ amps: t % 4 ? null : 10 })).values.amps).toEqual({ value: 10, unit: 'A' })
    expect(now(900, () => ({ amps: null })).values.amps).toBeUndefined()
  })
  it('with as many figures as the unit has in it', () => {
    const odd = () => ({ staticPressure: 123.4, amps: 13.26, voltage: 232.4, returnHumidity: 0.50_04 })
    expect(now(900, odd).values).toMatchObject({
      suctionPressure: { value: 122, unit: 'psig' },
      returnDryBulb: { value: 76, unit: '°F' },
      returnHumidity: { value: 50, unit: '%' },
      // 249.09 Pa an inch of water
      staticPressure: { value: 0.5, unit: 'in wc' },
      amps: { value: 13.3, unit: 'A' },
      voltage: { value: 232, unit: 'V' },
    })
    expect(now(900, odd, { system: 'si' }).values).toMatchObject({
      suctionPressure: { value: 8.41, unit: 'bar' },
      returnDryBulb: { value: 24.4, unit: '°C' },
      staticPressure: { value: 123, unit: 'Pa' },
      amps: { value: 13.3, unit: 'A' },
    })
    expect(now(900, () => ({ staticPressure: 120 })).values.staticPressure!.value).toBe(0.48)
  })
})

describe('when it has settled', () => {
  it('by the time since the start, or since the last step', () => {
    const profile = withTimes({ settleAfterStartS: 600, settleAfterStepS: 400 })
    const state = (sinceS: number, afterStart: boolean) =>
      now(900, undefined, { profile, sinceS, afterStart }).settling.state
    expect([state(290, true), state(310, true)]).toEqual(['settled', 'settling'])
    expect([state(490, false), state(510, false)]).toEqual(['settled', 'settling'])
  })
  it('not where something disturbed it in the last three minutes', () => {
    const state = (disturbedAtS?: number) => now(900, undefined, { disturbedAtS }).settling.state
    expect([state(), state(700), state(850)]).toEqual(['settled', 'settled', 'disturbed'])
  })
})

describe('channels that fell silent', () => {
  it('gave nothing for twenty seconds, and had been there', () => {
    const until = (end: number) => (t: number) => (t > end ? { supply: null } : {})
    expect(now(900, until(878)).silent).toEqual(['supply'])
    expect(now(900, until(880)).silent).toEqual([])
    // nobody knows of a recording that has just begun
    expect(now(22, until(-1)).silent).toEqual([])
    expect(now(24, until(-1)).silent).toEqual(['supply'])
  })
})

describe('exchanged probes', () => {
  it('are read the other way round, and one that gave nothing leaves nothing', () => {
    const swaps = [{ a: 'suctionLineK', b: 'supplyK' }] as const
    const exchanged = now(900, () => ({ suctionLine: f(57), supply: f(54) }), { swaps })
    expect([exchanged.values.suctionLine?.value, exchanged.values.supply?.value]).toEqual([54, 57])
    const one = now(900, () => ({ suctionLine: f(57), supply: null }), { swaps })
    expect([one.values.suctionLine, one.values.supply?.value]).toEqual([undefined, 57])
    // a wet bulb is worked out, no probe of a recording: nothing to exchange
    const odd = now(900, undefined, { swaps: [{ a: 'returnWetBulbK', b: 'suctionLineK' }] })
    expect(odd.values.suctionLine?.value).toBe(54)
  })
})

describe('a manifold’s own saturation', () => {
  const by = (refrigerant: 'R-22' | 'R-407C', side: 'low' | 'high') =>
    side === 'low'
      ? saturationTemperatureK(refrigerant, 'dew', psi(122) + 101_325)!
      : saturationTemperatureK(refrigerant, 'bubble', psi(340) + 101_325)!
  it('is looked at on both sides, the low one first', () => {
    const high = now(900, () => ({ highSaturation: by('R-22', 'high') }))
    expect(high.manifold).toMatchObject({ probably: 'R-22', shownK: expect.closeTo(by('R-22', 'high'), 6) })
    const both = now(900, () => ({ lowSaturation: by('R-22', 'low'), highSaturation: by('R-407C', 'high') }))
    expect(both.manifold).toMatchObject({ shownK: expect.closeTo(by('R-22', 'low'), 6) })
  })
  it('is suspected of what was in the machine before', () => {
    // at 70 psig R-22 stands 0.74 K from R-422D: as near as two tables of the same gas, but for who knows what it was set to
    const shown = saturationTemperatureK('R-22', 'dew', psi(70) + 101_325)!
    const asked = (facts: object) =>
      now(900, () => ({ suctionPressure: psi(70), lowSaturation: shown, highSaturation: null }), {
        facts: { ...terms().facts, refrigerant: 'R-422D', ...facts } as LiveTerms['facts'],
      }).manifold
    expect(asked({ work: 'conversion', oldRefrigerant: 'R-22' })).toMatchObject({
      probably: 'R-22',
      shownK: expect.closeTo(shown, 6),
    })
    expect(asked({ work: 'conversion' })).toBeUndefined()
    expect(asked({ work: 'new', oldRefrigerant: 'R-22' })).toBeUndefined()
  })
  it('isn’t asked without its pressure', () => {
    const noGauge = () => ({ suctionPressure: null, lowSaturation: by('R-22', 'low'), highSaturation: null })
    expect(now(900, noGauge).manifold).toBeUndefined()
  })
  it('isn’t there where no refrigerant was chosen', () => {
    const unknown = now(900, () => ({ lowSaturation: by('R-22', 'low') }), {
      facts: { metering: 'expansionValve', work: 'new' },
    })
    expect(unknown.manifold).toBeUndefined()
  })
})

describe('what is asked of a running system', () => {
  const low = () => ({ liquidLine: sound.liquidLine + 7 / 1.8 })
  const codes = (part: Partial<LiveTerms>, change: Change = low, seconds = 900) =>
    now(seconds, change, part).gates.map((g) => g.code)
  it('nothing of charge in heating, or where nobody said what feeds the coil', () => {
    for (const part of [{ mode: 'heating' }, { facts: { refrigerant: 'R-410A', work: 'new' } }] as const) {
      const one = now(900, low, part as Partial<LiveTerms>)
      expect([one.ranked, one.gates, one.advice]).toEqual([[], [], undefined])
    }
    expect(now(900, low).ranked).not.toEqual([])
  })
  it('no step without the whole charge, and none against it either', () => {
    const one = now(900, low, { totalChargeKg: undefined })
    expect(one.advice).toBeUndefined()
    expect(one.gates).toEqual([])
  })
  it('no look before a plain shortage: what nobody looked at is as unlikely as the reading says', () => {
    expect(codes({ beside: {} })).toEqual([])
    expect(codes({ beside: { airflowKnownGood: true, condenserClean: true, deviceChecked: true } })).toEqual([])
  })
  it('what the drier takes: measured now it counts before what was typed', () => {
    const beside = { ...terms().beside, drierDropK: 0.1 }
    const measured = now(900, () => ({ ...low(), drierOut: low().liquidLine - 4 }), { beside })
    const blocked = measured.gates.find((g) => g.code === 'drierBlocked')
    expect(blocked).toEqual({ code: 'drierBlocked', dropK: expect.closeTo(4, 6) })
    expect(codes({ beside: { ...beside, drierDropK: 4 } })).toContain('drierBlocked')
    expect(codes({ beside })).not.toContain('drierBlocked')
    const noLine = now(900, () => ({ liquidLine: null, drierOut: f(90) }), { beside })
    expect(noLine.gates.map((g) => g.code)).not.toContain('drierBlocked')
  })
  it('what the line takes, with a clamp before the device: drier or line, and with one behind the drier which', () => {
    const starved = () => ({ suctionPressure: psi(92), suctionLine: sound.suctionLine + 12 })
    const cause = (more: object) => {
      const { ranked } = now(900, () => ({ ...starved(), ...more }))
      return (of: string) => ranked.find((r) => r.cause === of)!.probability
    }
    const { liquidLine } = sound
    const lost = cause({ deviceIn: liquidLine - 5 })
    expect(lost('restriction') + lost('lineRestriction')).toBeGreaterThan(0.9)
    expect(cause({ deviceIn: liquidLine - 5, drierOut: liquidLine })('lineRestriction')).toBeGreaterThan(0.8)
    expect(cause({ deviceIn: liquidLine })('starvedDevice')).toBeGreaterThan(2 * cause({})('starvedDevice'))
    expect(cause({ liquidLine: null, deviceIn: f(80) })('lineRestriction')).toBeCloseTo(
      cause({ liquidLine: null })('lineRestriction'),
      9,
    )
  })
  it('small steps on a converted machine', () => {
    const step = (work: 'new' | 'conversion') =>
      now(900, () => ({ liquidLine: sound.liquidLine + 9 / 1.8 }), {
        facts: { ...terms().facts, work },
        // by now it is known what an ounce does: 3.3 K a half kilogram
        steps: [0, 1, 2, 3].map(() => ({
          amountKg: 0.5,
          before: { superheatK: 7, subcoolingK: 0 },
          after: { superheatK: 7, subcoolingK: 3.3 },
        })),
      }).advice!
    // a twentieth of 3 kg, and more where it is known
    expect(step('conversion').amountKg).toBeCloseTo(0.15, 9)
    expect(step('new').amountKg).toBeGreaterThan(0.16)
  })
  it('no step before it has settled, and one while it hunts', () => {
    expect(now(300, low).advice!.action).toBe('wait')
    const swinging = now(900, (t) => ({
      ...low(),
      suctionLine: sound.suctionLine + 2 * Math.sin((2 * Math.PI * t) / 90),
    }))
    expect(swinging.settling.state).toBe('hunting')
    expect(swinging.advice!.action).toBe('add')
  })
  it('the current against the label’s, or what was typed beside', () => {
    const amps = (part: Partial<LiveTerms>) =>
      now(900, () => ({ amps: 26 }), part).ranked.some(({ reasons }) => JSON.stringify(reasons).includes('amps'))
    const label = { ratedAmps: { value: 16, unit: 'A' } } as LiveTerms['label']
    expect(amps({})).toBe(false)
    expect(amps({ label })).toBe(true)
    expect(amps({ beside: { ...terms().beside, ratedAmpsA: 16 } })).toBe(true)
  })
})

describe('what the instruments can’t tell', () => {
  it('from the target bars a step', () => {
    // 4 °F under the target of 10 °F, by clamps that may be 9 °F off
    const low = () => ({ liquidLine: sound.liquidLine + 4.5 / 1.8 })
    const fine = now(900, low)
    expect(fine.advice!.action).toBe('add')
    const accuracy = { dimension: 'temperature', absolute: { value: 9, unit: '°F' }, stated: 'rectangular' } as const
    const kit: LiveTerms['kit'] = [{ id: 'blunt', name: 'Clamp', kind: 'lineClamp', accuracies: [accuracy] }]
    const blunt = now(900, low, { kit, instruments: { liquidLine: 'blunt' } })
    expect(blunt.advice!.reasons.map((r) => r.code)).toContain('withinUncertainty')
  })
})

describe('a converted machine’s orifice', () => {
  /** superheat some 30 °F, subcooling some 20 °F */
  const starved: Change = () => ({ suctionLine: f(72), liquidLine: f(86), outdoor: f(80) })
  const facts = {
    refrigerant: 'R-410A',
    metering: 'fixedOrifice',
    work: 'conversion',
    superheatSource: 'commonRule',
  } as const
  const ask = (part: Partial<LiveTerms> = {}, seconds = 900, change: Change = starved) =>
    now(seconds, change, {
      facts,
      beside: { ...terms().beside, orifice: { fittedThousandths: 60 } },
      ...part,
    }).gates.find((g) => g.code === 'wrongOrifice')
  it('is named once it has settled, and where there is one', () => {
    expect(ask()).toMatchObject({ side: 'narrow', fittedThousandths: 60 })
    expect(ask({}, 300)).toBeUndefined()
    expect(ask({ beside: terms().beside })).toBeUndefined()
  })
  it('is named by what went in without mending it, as a share of the whole charge', () => {
    // a usual subcooling, of 11 °F
    const usualOne: Change = () => ({ suctionLine: f(72), liquidLine: f(94), outdoor: f(80) })
    const step = (amountKg: number) => ({ amountKg, before: {}, after: {} })
    expect(ask({ steps: [] }, 900, usualOne)).toBeUndefined()
    expect(ask({ steps: [step(0.2), step(0.1)] }, 900, usualOne)).toMatchObject({ side: 'narrow' })
    expect(ask({ steps: [step(0.2), step(0.1)], totalChargeKg: undefined }, 900, usualOne)).toBeUndefined()
  })
})

describe('what is measured, but not judged by', () => {
  it('every channel of a reading has its figure', () => {
    const { values } = now(900)
    const inReading: SystemChannel[] = ['lowSaturation', 'highSaturation', 'drierOut', 'deviceIn']
    for (const channel of inReading) expect(values).not.toHaveProperty(channel)
    expect(Object.keys(values)).toHaveLength(12)
  })
})
