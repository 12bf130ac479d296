import fc from 'fast-check'
import { saturationPressurePa } from '../refrigerant/saturation'
import { checkPlausibility } from './checkPlausibility'
import type { PlausibleReading } from './plausibility'
import { exchange, suggestSwap, type ProbeSwap } from './suggestSwap'

const k = (f: number) => (f + 459.67) / 1.8

/**
 * Steady heat pumps in heating as textbooks of refrigeration service describe them, written down apart from the checks: differences between coils and air, and
 * what superheat and subcooling lie between. All in °F.
 */
interface Heats {
  readonly outdoor: number
  readonly room: number
  readonly evaporatingUnder: number
  readonly condensingOver: number
  /** share of the way from boiling to outdoor air that the gas is warmed */
  readonly warmed: number
  readonly subcooling: number
  readonly dischargeOver: number
  readonly rise: number
}
function reading(
  { outdoor, room, evaporatingUnder, condensingOver, warmed, subcooling, dischargeOver, rise }: Heats,
  refrigerant: 'R-410A' | 'R-32' | 'R-454B' | 'R-22' = 'R-410A',
): PlausibleReading {
  const [evaporating, condensing] = [outdoor - evaporatingUnder, room + condensingOver]
  return {
    refrigerant,
    mode: 'heating',
    running: true,
    suctionPressurePa: saturationPressurePa(refrigerant, 'dew', k(evaporating))!,
    liquidPressurePa: saturationPressurePa(refrigerant, 'bubble', k(condensing))!,
    suctionLineK: k(evaporating + warmed * evaporatingUnder),
    liquidLineK: k(condensing - Math.min(subcooling, condensingOver - 2)),
    dischargeK: k(condensing + dischargeOver),
    returnK: k(room),
    supplyK: k(room + rise),
    outdoorK: k(outdoor),
  }
}
const d = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const sound: fc.Arbitrary<PlausibleReading> = fc
  .tuple(
    fc.record({
      outdoor: d(-5, 62),
      room: d(64, 76),
      evaporatingUnder: d(7, 22),
      condensingOver: d(16, 48),
      warmed: d(0.15, 0.95),
      subcooling: d(4, 32),
      dischargeOver: d(25, 90),
      rise: d(11, 38),
    }),
    fc.constantFrom('R-410A', 'R-32', 'R-454B', 'R-22'),
  )
  .map(([heats, refrigerant]) => reading(heats, refrigerant))

/** the two days that makers rate heating by, and one of 28 °F */
const days = {
  mild: reading({
    outdoor: 47,
    room: 70,
    evaporatingUnder: 13,
    condensingOver: 36,
    warmed: 0.6,
    subcooling: 25,
    dischargeOver: 50,
    rise: 26,
  }),
  frost: reading({
    outdoor: 28,
    room: 70,
    evaporatingUnder: 12,
    condensingOver: 28,
    warmed: 0.5,
    subcooling: 20,
    dischargeOver: 60,
    rise: 20,
  }),
  cold: reading({
    outdoor: 17,
    room: 70,
    evaporatingUnder: 11,
    condensingOver: 24,
    warmed: 0.5,
    subcooling: 18,
    dischargeOver: 70,
    rise: 16,
  }),
}
const codes = (r: PlausibleReading) => checkPlausibility(r).map((c) => c.code)

describe('what can be true together in heating', () => {
  it.each(Object.entries(days))('a %s day is', (_, day) => expect(codes(day)).toEqual([]))
  it('and any sound machine, between zero and sixty', () => {
    fc.assert(fc.property(sound, (r) => expect(codes(r)).toEqual([])))
  })
  it.each([
    ['clamp near the reversing valve', { suctionLineK: k(52) }, 'suctionLineOverOutdoor', 'clampAtReversingValve'],
    ['supply under return', { supplyK: k(69), returnK: k(70.9) }, 'supplyNotOverReturn', 'airProbesSwapped'],
    [
      'gauge of a warmer coil',
      { suctionPressurePa: saturationPressurePa('R-410A', 'dew', k(40))!, suctionLineK: k(41) },
      'evaporatingNotUnderOutdoor',
      'wrongRefrigerant',
    ],
    [
      'a condenser colder than the house',
      { liquidPressurePa: saturationPressurePa('R-410A', 'bubble', k(66))!, liquidLineK: k(64) },
      'condensingNotOverReturn',
      'wrongRefrigerant',
    ],
    ['a discharge line that isn’t the hottest', { dischargeK: k(60) }, 'dischargeNotHottest', 'clampsSwapped'],
    ['liquid hotter than the condenser', { liquidLineK: k(104) }, 'negativeSubcooling', 'wrongRefrigerant'],
    ['both sides level', { suctionPressurePa: 1.2e6, liquidPressurePa: 1.25e6 }, 'notRunning', 'thermostatSatisfied'],
  ] as const)('%s: said, with what to look for first', (_, part, code, cause) => {
    const found = checkPlausibility({ ...days.frost, ...part })
    expect(found.map((c) => c.code)).toContain(code)
    expect(found.find((c) => c.code === code)!.causes[0]).toBe(cause)
  })
  it('cooling that was meant to heat is a defrost first, then a valve wired the wrong way', () => {
    const cooling = { ...days.mild, supplyK: k(55), liquidLineK: k(55), suctionLineK: k(48) }
    expect(checkPlausibility(cooling)).toMatchObject([
      { code: 'coolsInsteadOfHeating', causes: ['defrosting', 'reversed', 'airProbesSwapped'] },
    ])
  })
  it('a reading in heating that was called cooling is told as heating', () => {
    fc.assert(
      fc.property(sound, (r) => {
        // called cooling, the low hose is taken for suction and hangs at the vapour port: hot gas
        const called = {
          ...r,
          mode: 'cooling' as const,
          suctionPressurePa: r.liquidPressurePa!,
          suctionLineK: r.dischargeK!,
        }
        expect(codes(called)).toContain('heatsInsteadOfCooling')
      }),
    )
  })
  it('so it is with the low hose at the true suction, where nothing looks hot, once it is clearly warmer indoors than both airs', () => {
    fc.assert(
      fc.property(sound, (r) => {
        if (r.supplyK! < Math.max(r.returnK!, r.outdoorK!) + 6) return
        expect(codes({ ...r, mode: 'cooling' })).toEqual(['heatsInsteadOfCooling'])
      }),
    )
  })
})

describe('in heating, what begins where', () => {
  const base = reading({
    outdoor: 40,
    room: 70,
    evaporatingUnder: 12,
    condensingOver: 35,
    warmed: 0.6,
    subcooling: 15,
    dischargeOver: 60,
    rise: 25,
  })
  const found = (change: Partial<PlausibleReading>) => checkPlausibility({ ...base, ...change })
  const M = 0.8
  it.each<[string, string[], Partial<PlausibleReading>, Partial<PlausibleReading>]>([
    [
      'suctionLineNotCooler',
      ['suctionLineK', 'liquidLineK'],
      { suctionLineK: k(90) + M + 0.05 },
      { suctionLineK: k(90) + M - 0.05 },
    ],
    ['supplyNotOverReturn', ['supplyK', 'returnK'], { supplyK: k(70) - M - 0.05 }, { supplyK: k(70) - M + 0.05 }],
    [
      'evaporatingNotUnderOutdoor',
      ['suctionPressurePa', 'outdoorK'],
      { outdoorK: k(28) - M - 0.05 },
      { outdoorK: k(28) - M + 0.05 },
    ],
    [
      'condensingNotOverReturn',
      ['liquidPressurePa', 'returnK'],
      { returnK: k(105) + M + 0.05, supplyK: k(120) },
      { returnK: k(105) + M - 0.05, supplyK: k(120) },
    ],
    ['suctionLineOverOutdoor', ['suctionLineK', 'outdoorK'], { suctionLineK: k(43.1) }, { suctionLineK: k(42.9) }],
    [
      'negativeSubcooling',
      ['liquidLineK', 'liquidPressurePa'],
      { liquidLineK: k(105) + M + 0.05 },
      { liquidLineK: k(105) + M - 0.05 },
    ],
  ])('%s, about %j', (code, channels, over, under) => {
    expect(found(over).find((c) => c.code === code)?.channels).toEqual(channels)
    expect(found(under).map((c) => c.code)).not.toContain(code)
    for (const gone of channels) expect(found({ ...over, [gone]: undefined }).map((c) => c.code)).not.toContain(code)
  })
  it('gauges a fifth apart or less: it stands, or the hoses hang the wrong way round', () => {
    const two = (low?: number, high?: number) =>
      found({ suctionPressurePa: low, liquidPressurePa: high, outdoorK: undefined, refrigerant: undefined })
    expect(two(1e6, 1.19e6)).toEqual([
      {
        code: 'notRunning',
        channels: ['suctionPressurePa', 'liquidPressurePa'],
        causes: ['thermostatSatisfied', 'notRunning', 'defrosting'],
      },
    ])
    expect(two(1.19e6, 1e6)[0]!.code).toBe('notRunning')
    expect(two(1.21e6, 1e6)).toEqual([
      {
        code: 'suctionNotBelowLiquid',
        channels: ['suctionPressurePa', 'liquidPressurePa'],
        causes: ['hosesSwapped', 'reversed', 'notRunning'],
      },
    ])
    expect(two(1e6, 1.21e6)).toEqual([])
    expect(two(1e6)).toEqual([])
    expect(two(undefined, 1e6)).toEqual([])
  })
  it('it cools where the supply is two kelvin under return and one coil is as only cooling has it', () => {
    const cools = (change: Partial<PlausibleReading>) => found(change).some((c) => c.code === 'coolsInsteadOfHeating')
    const colder = { supplyK: k(70) - 2.1 }
    expect(cools({ ...colder, liquidLineK: k(70) - M - 0.05 })).toBe(true)
    expect(cools({ supplyK: k(70) - 1.9, liquidLineK: k(70) - M - 0.05 })).toBe(false)
    expect(cools({ ...colder, liquidLineK: k(70) - M + 0.05 })).toBe(false)
    expect(cools({ ...colder, suctionLineK: k(40) + 10.1 })).toBe(true)
    expect(cools({ ...colder, suctionLineK: k(40) + 9.9 })).toBe(false)
    expect(cools({ ...colder, outdoorK: k(28) - M - 0.05 })).toBe(true)
    expect(found({ ...colder, liquidLineK: k(60) })).toEqual([
      {
        code: 'coolsInsteadOfHeating',
        channels: ['supplyK', 'returnK', 'liquidPressurePa'],
        causes: ['defrosting', 'reversed', 'airProbesSwapped'],
      },
    ])
  })
})

describe('probes hung the wrong way round in heating', () => {
  const pairs: readonly ProbeSwap[] = [
    { a: 'suctionLineK', b: 'liquidLineK' },
    { a: 'suctionPressurePa', b: 'liquidPressurePa' },
    { a: 'returnK', b: 'supplyK' },
    { a: 'liquidLineK', b: 'dischargeK' },
  ]
  it.each(pairs)('%j is found on all three days', (swap) => {
    for (const day of Object.values(days)) expect(suggestSwap(exchange(day, swap)!)).toEqual(swap)
  })
  it('house and outdoors are never exchanged so that a cold house is heated', () => {
    for (const day of Object.values(days))
      for (const channel of ['suctionLineK', 'liquidLineK', 'supplyK', 'dischargeK', 'outdoorK', 'returnK'] as const)
        for (const offK of [-40, -25, -12, 12, 25, 40]) {
          const wrong = { ...day, [channel]: day[channel]! + offK }
          const swap = suggestSwap(wrong)
          const mended = swap && exchange(wrong, swap)!
          if (mended) expect(mended.returnK!).toBeGreaterThanOrEqual(mended.outdoorK!)
        }
  })
})
