// Where each contradiction begins, which channels it is about, and what it leaves alone where a channel is missing.
import { saturationPressurePa } from '../refrigerant/saturation'
import { checkPlausibility } from './checkPlausibility'
import type { PlausibilityChannel, PlausibilityCode, PlausibleReading } from './plausibility'
import { restDeviation, restSaturationK } from './plausibleAtRest'
import { exchange, suggestSwap } from './suggestSwap'

const f = (x: number) => (x + 459.67) / 1.8
const psig = (x: number) => (x + 14.696) * 6894.757
const REFRIGERANT = 'R-410A'
const dew = (k: number) => saturationPressurePa(REFRIGERANT, 'dew', k)!
const bubble = (k: number) => saturationPressurePa(REFRIGERANT, 'bubble', k)!
const sound: PlausibleReading = {
  refrigerant: REFRIGERANT,
  suctionPressurePa: dew(f(42)),
  liquidPressurePa: bubble(f(105)),
  suctionLineK: f(54),
  liquidLineK: f(95),
  dischargeK: f(150),
  returnK: f(76),
  returnWetBulbK: f(63),
  supplyK: f(57),
  outdoorK: f(86),
}
const found = (reading: PlausibleReading) => checkPlausibility(reading)
const codes = (reading: PlausibleReading) => found(reading).map((c) => c.code)
/** the sound one with one or two things changed */
const changed = (change: Partial<PlausibleReading>) => codes({ ...sound, ...change })

describe('what no probe reads', () => {
  const temperatures = [
    'suctionLineK',
    'liquidLineK',
    'dischargeK',
    'returnK',
    'returnWetBulbK',
    'supplyK',
    'outdoorK',
  ] as const
  it.each(temperatures)('%s: from 228 K down and from 423 K up, and it alone is left out', (channel) => {
    for (const k of [100, 228, 423, 5000])
      expect(found({ ...sound, [channel]: k })).toEqual([
        { code: 'absurd', channels: [channel], causes: ['probeLost', 'wrongUnit'] },
      ])
  })
  it.each(['suctionPressurePa', 'liquidPressurePa'] as const)('%s: nothing, less, or over 5.5 MPa', (channel) => {
    for (const pa of [-1, 0, 5.5e6, 1e9])
      expect(found({ ...sound, [channel]: pa })).toEqual([
        { code: 'absurd', channels: [channel], causes: ['probeLost', 'wrongUnit'] },
      ])
    expect(found({ refrigerant: REFRIGERANT, [channel]: 5.49e6 })).toEqual([])
    expect(found({ refrigerant: REFRIGERANT, [channel]: 1 })).toEqual([])
  })
  it('what lies inside is a reading', () => {
    for (const channel of temperatures) for (const k of [228.1, 422.9]) expect(codes({ [channel]: k })).toEqual([])
  })
  it('the others are judged without it', () => {
    expect(changed({ dischargeK: 1000, supplyK: f(80) })).toEqual(['absurd', 'supplyNotBelowReturn'])
  })
})

describe('in cooling, what begins where', () => {
  const M = 0.8
  it.each<[PlausibilityCode, PlausibilityChannel[], Partial<PlausibleReading>, Partial<PlausibleReading>]>([
    [
      'suctionLineNotCooler',
      ['suctionLineK', 'liquidLineK'],
      { suctionLineK: f(95) + M + 0.05 },
      { suctionLineK: f(95) + M - 0.05 },
    ],
    [
      'dischargeNotHottest',
      ['dischargeK', 'liquidLineK', 'suctionLineK'],
      { dischargeK: f(95) - M - 0.05 },
      { dischargeK: f(95) - M + 0.05 },
    ],
    ['supplyNotBelowReturn', ['supplyK', 'returnK'], { supplyK: f(76) + M + 0.05 }, { supplyK: f(76) + M - 0.05 }],
    ['liquidBelowOutdoor', ['liquidLineK', 'outdoorK'], { outdoorK: f(97.1) }, { outdoorK: f(96.9) }],
    [
      'negativeSubcooling',
      ['liquidLineK', 'liquidPressurePa'],
      { liquidLineK: f(105) + M + 0.05 },
      { liquidLineK: f(105) + M - 0.05 },
    ],
    [
      'negativeSuperheat',
      ['suctionLineK', 'suctionPressurePa'],
      { suctionLineK: f(42) - M - 0.05 },
      { suctionLineK: f(42) - M + 0.05 },
    ],
    [
      'condensingNotOverOutdoor',
      ['liquidPressurePa', 'outdoorK'],
      { outdoorK: f(105) + M + 0.05, liquidLineK: f(105) },
      { outdoorK: f(105) + M - 0.05, liquidLineK: f(105) },
    ],
    [
      'evaporatingNotBelowSupply',
      ['suctionPressurePa', 'supplyK'],
      { supplyK: f(42) - M - 0.05 },
      { supplyK: f(42) - M + 0.05 },
    ],
    [
      'wetBulbOverDryBulb',
      ['returnWetBulbK', 'returnK'],
      { returnWetBulbK: f(76) + M + 0.05 },
      { returnWetBulbK: f(76) + M - 0.05 },
    ],
    ['suctionLineOverReturn', ['suctionLineK', 'returnK'], { suctionLineK: f(81.1) }, { suctionLineK: f(80.9) }],
  ])('%s, about %j', (code, channels, over, under) => {
    expect(changed(over)).toContain(code)
    expect(found({ ...sound, ...over }).find((c) => c.code === code)!.channels).toEqual(channels)
    expect(changed(under)).not.toContain(code)
    // with one of its channels missing nothing contradicts
    for (const gone of channels)
      if (gone !== 'suctionLineK' || code !== 'dischargeNotHottest')
        expect(codes({ ...sound, ...over, [gone]: undefined })).not.toContain(code)
  })
  it('suction as high as liquid, of two gauges that are both there', () => {
    // without a refrigerant nothing else can be said of pressures
    const two = (low?: number, high?: number) => codes({ suctionPressurePa: low, liquidPressurePa: high })
    expect(two(psig(200), psig(100))).toEqual(['suctionNotBelowLiquid'])
    expect(two(psig(100), psig(200))).toEqual([])
    expect(two(psig(200))).toEqual([])
    expect(two(undefined, psig(200))).toEqual([])
    expect(found({ suctionPressurePa: psig(200), liquidPressurePa: psig(100) })[0]!.channels).toEqual([
      'suctionPressurePa',
      'liquidPressurePa',
    ])
  })
  it('on a cold day suction gas may be warmer than the liquid, while each is right by its own air', () => {
    const cold = (change: Partial<PlausibleReading> = {}) =>
      codes({
        refrigerant: REFRIGERANT,
        suctionLineK: f(60),
        liquidLineK: f(50),
        returnK: f(70),
        outdoorK: f(45),
        ...change,
      })
    expect(cold()).toEqual([])
    expect(cold({ returnK: undefined })).toEqual(['suctionLineNotCooler'])
    expect(cold({ outdoorK: undefined })).toEqual(['suctionLineNotCooler'])
    expect(cold({ outdoorK: f(70) })).toContain('suctionLineNotCooler')
    // the liquid colder than its air, the gas warmer than its own
    expect(cold({ outdoorK: f(53) })).toContain('suctionLineNotCooler')
    expect(cold({ suctionLineK: f(72) })).toContain('suctionLineNotCooler')
  })
})

describe('two gauges that read the same', () => {
  const level = (k: number, ratio: number, change: Partial<PlausibleReading> = {}) =>
    found({ ...sound, suctionPressurePa: dew(k), liquidPressurePa: dew(k) * ratio, ...change })
  const first = (...given: Parameters<typeof level>) => level(...given)[0]?.code
  it('within a fifth, near the air outdoors: it stands', () => {
    expect(level(f(86), 1.1)).toEqual([
      {
        code: 'notRunning',
        channels: ['suctionPressurePa', 'liquidPressurePa'],
        causes: ['thermostatSatisfied', 'notRunning', 'highSideShut'],
      },
    ])
    expect(first(f(86), 0.9)).toBe('notRunning')
    expect(first(f(86), 1.25)).not.toBe('notRunning')
    expect(first(f(86), 0.8)).not.toBe('notRunning')
  })
  it('well under the air outdoors: it runs, and the high side’s hose is shut', () => {
    const air = sound.outdoorK!
    expect(level(air - 12.1, 1.02)).toEqual([
      {
        code: 'highSideShut',
        channels: ['suctionPressurePa', 'liquidPressurePa'],
        causes: ['highSideShut', 'hosesSwapped', 'notRunning'],
      },
    ])
    expect(first(air - 11.9, 1.02)).toBe('notRunning')
    expect(first(air + 7.9, 1.02)).toBe('notRunning')
    expect(first(air + 8.1, 1.02)).not.toBe('notRunning')
  })
  it('where neither the air nor the refrigerant is known: it stands', () => {
    expect(first(f(42), 1.02, { outdoorK: undefined })).toBe('notRunning')
    expect(first(f(42), 1.02, { refrigerant: undefined })).toBe('notRunning')
    expect(first(f(42), 1.02, { suctionPressurePa: undefined })).not.toBe('notRunning')
    expect(first(f(42), 1.02, { liquidPressurePa: undefined })).not.toBe('notRunning')
  })
})

describe('a unit that heats when it should cool', () => {
  const heats = (reading: PlausibleReading) => codes(reading)[0] === 'heatsInsteadOfCooling'
  const house = { returnK: f(70) }
  it('supply over the house and the air outdoors by more than five kelvin', () => {
    const warm = (over: number, outdoor: number) =>
      heats({
        ...house,
        outdoorK: f(outdoor),
        supplyK: f(70) + over,
        suctionPressurePa: dew(f(42)),
        liquidPressurePa: bubble(f(105)),
      })
    expect(warm(5.1, 50)).toBe(true)
    expect(warm(4.9, 50)).toBe(false)
    expect(warm(5.1, 80)).toBe(false)
    expect(warm(10 / 1.8 + 5.1, 80)).toBe(true)
    expect(heats({ outdoorK: f(50), supplyK: f(100) })).toBe(false)
  })
  it('or supply over return, and the vapour line as hot as discharge gas', () => {
    const line = (over: number, more: Partial<PlausibleReading> = {}) =>
      heats({ ...house, supplyK: f(70) + 3, suctionLineK: f(70) + over, ...more })
    expect(line(10.1)).toBe(true)
    expect(line(9.9)).toBe(false)
    expect(line(10.1, { supplyK: f(70) + 1.9 })).toBe(false)
    // with gauges that lie apart the supply may be over by a little only, and the air outdoors doesn’t count
    const apart = { suctionPressurePa: psig(100), liquidPressurePa: psig(300) }
    expect(line(10.1, { supplyK: f(70) + 1, ...apart })).toBe(true)
    expect(line(10.1, { supplyK: f(70) + 0.7, ...apart })).toBe(false)
    expect(line(10.1, { outdoorK: f(75) })).toBe(false)
    expect(line(10.1, { outdoorK: f(75), ...apart })).toBe(true)
    // a fifth apart they lie apart
    expect(line(10.1, { outdoorK: f(75), suctionPressurePa: 1e6, liquidPressurePa: 1.19e6 })).toBe(false)
    expect(line(10.1, { outdoorK: f(75), suctionPressurePa: 1e6, liquidPressurePa: 1.21e6 })).toBe(true)
    expect(line(10.1, { outdoorK: f(75), suctionPressurePa: 1.21e6, liquidPressurePa: 1e6 })).toBe(true)
    // one gauge says nothing of that
    expect(line(10.1, { outdoorK: f(75), suctionPressurePa: 1e6 })).toBe(false)
    expect(line(10.1, { outdoorK: f(75), liquidPressurePa: 1e6 })).toBe(false)
  })
  it('or its pressure that of a condenser', () => {
    const saturation = (over: number) =>
      heats({
        ...house,
        refrigerant: REFRIGERANT,
        supplyK: f(70) + 3,
        suctionPressurePa: dew(f(70) + over),
        liquidPressurePa: 3e6,
      })
    expect(saturation(4.1)).toBe(true)
    expect(saturation(3.9)).toBe(false)
  })
  it('is said of three channels and alone', () => {
    expect(found({ ...sound, supplyK: f(100), returnK: f(70), suctionLineK: f(150) })).toEqual([
      {
        code: 'heatsInsteadOfCooling',
        channels: ['supplyK', 'returnK', 'suctionLineK'],
        causes: ['reversed', 'airProbesSwapped'],
      },
    ])
  })
})

describe('standing', () => {
  const rest = (change: Partial<PlausibleReading>): PlausibleReading => ({
    refrigerant: REFRIGERANT,
    running: false,
    outdoorK: f(86),
    ...change,
  })
  it('both lines alike within the probes’ accuracy, where both were read', () => {
    const lines = (a?: number, b?: number) => found(rest({ suctionLineK: a, liquidLineK: b }))
    expect(lines(300, 300.9)).toEqual([
      {
        code: 'linesDisagreeAtRest',
        channels: ['suctionLineK', 'liquidLineK'],
        causes: ['notYetLevel', 'clampInSun', 'clampLoose', 'probeLost'],
      },
    ])
    expect(lines(300.9, 300)).toHaveLength(1)
    expect(lines(300, 300.7)).toEqual([])
    expect(lines(300)).toEqual([])
    expect(lines(undefined, 300)).toEqual([])
  })
  it('its saturation between outdoors and the house, with 3 °F to spare; of an unmeasured house 70 to 80 °F', () => {
    const at = (satF: number, change: Partial<PlausibleReading> = {}) =>
      found(rest({ liquidPressurePa: bubble(f(satF)), ...change }))
    expect(at(88.9)).toEqual([])
    expect(at(89.1)).toEqual([
      {
        code: 'restPressureHigh',
        channels: ['liquidPressurePa', 'outdoorK'],
        causes: ['notYetLevel', 'nonCondensable', 'wrongRefrigerant', 'gaugeNotZeroed'],
      },
    ])
    expect(at(67.1)).toEqual([])
    expect(at(66.8)[0]).toMatchObject({ code: 'restPressureLow', channels: ['liquidPressurePa', 'outdoorK'] })
    const house = { returnK: f(92) }
    expect(at(94.9, house)).toEqual([])
    expect(at(95.1, house)[0]).toMatchObject({
      code: 'restPressureHigh',
      channels: ['liquidPressurePa', 'outdoorK', 'returnK'],
    })
    expect(at(83.1, house)).toEqual([])
    expect(at(82.9, house)[0]!.code).toBe('restPressureLow')
    expect(at(40, { outdoorK: undefined })).toEqual([])
    expect(at(40, { refrigerant: undefined })).toEqual([])
    expect(codes(rest({}))).toEqual([])
  })
  it('by the gauge that reads higher', () => {
    expect(
      restSaturationK({ refrigerant: REFRIGERANT, suctionPressurePa: bubble(300), liquidPressurePa: bubble(290) }),
    ).toBeCloseTo(300, 3)
    expect(restSaturationK({ refrigerant: REFRIGERANT, liquidPressurePa: bubble(290) })).toBeCloseTo(290, 3)
    expect(restSaturationK({ refrigerant: REFRIGERANT })).toBeUndefined()
    expect(restSaturationK({ liquidPressurePa: bubble(290) })).toBeUndefined()
  })
  it('differs from a fifth of the way from the colder to the warmer air, a quarter of it uncertain', () => {
    const reading = rest({ outdoorK: 310, returnK: 295, liquidPressurePa: bubble(300) })
    const { offK, standardK } = restDeviation(reading)!
    expect(offK).toBeCloseTo(300 - (295 + 0.2 * 15), 3)
    expect(standardK).toBeCloseTo(Math.hypot(0.7, 0.25 * 15), 9)
    expect(restDeviation({ ...reading, outdoorK: undefined })).toBeUndefined()
    expect(restDeviation({ ...reading, liquidPressurePa: undefined })).toBeUndefined()
    expect(restDeviation({ ...reading, liquidPressurePa: undefined, outdoorK: undefined })).toBeUndefined()
  })
})

describe('exchanged probes', () => {
  it('are exchanged only where both are there', () => {
    expect(exchange(sound, { a: 'suctionLineK', b: 'liquidLineK' })).toMatchObject({
      suctionLineK: f(95),
      liquidLineK: f(54),
    })
    expect(exchange({ suctionLineK: 1 }, { a: 'suctionLineK', b: 'liquidLineK' })).toBeUndefined()
    expect(exchange({ liquidLineK: 1 }, { a: 'suctionLineK', b: 'liquidLineK' })).toBeUndefined()
  })
  it('of several the pair that leaves the likeliest system', () => {
    // return on the liquid line’s place: exchanging them with the supply mends it, too, but leaves a strange coil
    for (const pair of [
      { a: 'suctionLineK', b: 'supplyK' },
      { a: 'liquidLineK', b: 'returnK' },
      { a: 'returnK', b: 'outdoorK' },
      { a: 'supplyK', b: 'outdoorK' },
      { a: 'suctionLineK', b: 'returnK' },
      { a: 'suctionLineK', b: 'outdoorK' },
      { a: 'liquidLineK', b: 'supplyK' },
    ] as const) {
      const wrong = exchange(sound, pair)!
      if (checkPlausibility(wrong).length > 0) expect([pair, suggestSwap(wrong)]).toEqual([pair, pair])
    }
  })
})
