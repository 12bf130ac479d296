import fc from 'fast-check'
import { checkPlausibility } from './checkPlausibility'
import type { PlausibilityChannel, PlausibleReading } from './plausibility'
import { exchange, suggestSwap } from './suggestSwap'

const f = (x: number) => (x + 459.67) / 1.8
const psig = (x: number) => (x + 14.696) * 6894.757
/** R-410A: evaporating about 42 °F, condensing about 105 °F */
const sound: PlausibleReading = {
  refrigerant: 'R-410A',
  suctionPressurePa: psig(122),
  liquidPressurePa: psig(340),
  suctionLineK: f(54),
  liquidLineK: f(95),
  dischargeK: f(150),
  returnK: f(76),
  returnWetBulbK: f(63),
  supplyK: f(57),
  outdoorK: f(86),
}
const codes = (reading: PlausibleReading) => checkPlausibility(reading).map((c) => c.code)
const causes = (reading: PlausibleReading) => checkPlausibility(reading).map((c) => c.causes[0])

describe('whether readings can be true together', () => {
  it('has nothing to say of a sound reading, whole or in parts', () => {
    expect(codes(sound)).toEqual([])
    const keys = Object.keys(sound).filter((k) => k !== 'refrigerant') as PlausibilityChannel[]
    fc.assert(
      fc.property(fc.subarray(keys), (kept) => {
        const part = Object.fromEntries([
          ['refrigerant', 'R-410A'],
          ...kept.map((k) => [k, sound[k]]),
        ]) as PlausibleReading
        expect(codes(part)).toEqual([])
      }),
    )
  })
  it.each<[Partial<PlausibleReading>, string, string]>([
    [{ liquidLineK: f(9999) }, 'absurd', 'probeLost'],
    [{ suctionPressurePa: psig(360) }, 'suctionNotBelowLiquid', 'hosesSwapped'],
    [{ suctionLineK: f(99) }, 'suctionLineNotCooler', 'clampsSwapped'],
    [{ dischargeK: f(80) }, 'dischargeNotHottest', 'clampsSwapped'],
    [{ supplyK: f(80) }, 'supplyNotBelowReturn', 'airProbesSwapped'],
    [{ outdoorK: f(101) }, 'liquidBelowOutdoor', 'probeInSun'],
    [{ liquidLineK: f(112) }, 'negativeSubcooling', 'wrongRefrigerant'],
    [{ suctionLineK: f(37) }, 'negativeSuperheat', 'wrongRefrigerant'],
    [{ outdoorK: f(112) }, 'condensingNotOverOutdoor', 'wrongRefrigerant'],
    [{ supplyK: f(38) }, 'evaporatingNotBelowSupply', 'wrongRefrigerant'],
    [{ returnWetBulbK: f(79) }, 'wetBulbOverDryBulb', 'airProbesSwapped'],
    [{ suctionLineK: f(84) }, 'suctionLineOverReturn', 'clampsSwapped'],
  ])('%j is %s, likeliest %s', (change, code, cause) => {
    const found = checkPlausibility({ ...sound, ...change }).find((c) => c.code === code)
    expect(found?.causes[0]).toBe(cause)
  })
  it('a level circuit isn’t pumping; a gauge drawn down reads the suction side', () => {
    const level = { ...sound, suctionPressurePa: psig(255), liquidPressurePa: psig(262), suctionLineK: f(83) }
    expect(codes(level)).toEqual(['notRunning'])
    expect(causes(level)[0]).toBe('thermostatSatisfied')
    const drawn = { ...sound, liquidPressurePa: sound.suctionPressurePa! * 1.02 }
    expect(codes(drawn)).toEqual(['highSideShut'])
  })
  it('recognises cooling that heats before anything else', () => {
    const heats = { ...sound, supplyK: f(98), returnK: f(70), suctionLineK: f(150) }
    expect(codes(heats)).toEqual(['heatsInsteadOfCooling'])
    expect(causes(heats)).toEqual(['reversed'])
  })
  it('recognises the wrong refrigerant by what it would mean', () => {
    expect(codes({ ...sound, refrigerant: 'R-22' }).length).toBeGreaterThan(0)
    expect(checkPlausibility({ ...sound, refrigerant: 'R-22' }).flatMap((c) => c.causes)).toContain('wrongRefrigerant')
  })
  it('leaves the accuracy of two clamps between readings that touch', () => {
    expect(codes({ ...sound, liquidLineK: f(106) })).toEqual([])
    expect(codes({ ...sound, refrigerant: undefined })).toEqual([])
  })
  it('checks a standing system by its lines and its pressure', () => {
    const rest: PlausibleReading = {
      refrigerant: 'R-410A',
      running: false,
      suctionPressurePa: psig(254.5),
      liquidPressurePa: psig(254.5),
      suctionLineK: f(86),
      liquidLineK: f(86.5),
      outdoorK: f(86),
    }
    expect(codes(rest)).toEqual([])
    expect(codes({ ...rest, liquidLineK: f(90) })).toEqual(['linesDisagreeAtRest'])
    expect(codes({ ...rest, liquidPressurePa: psig(285) })).toEqual(['restPressureHigh'])
    expect(causes({ ...rest, suctionPressurePa: psig(150), liquidPressurePa: psig(150) })).toEqual(['wrongRefrigerant'])
    expect(codes({ ...rest, refrigerant: 'R-22' })).toEqual(['restPressureHigh'])
  })
})

describe('finding exchanged probes', () => {
  it.each<[PlausibilityChannel, PlausibilityChannel]>([
    ['suctionLineK', 'liquidLineK'],
    ['suctionPressurePa', 'liquidPressurePa'],
    ['returnK', 'supplyK'],
    ['liquidLineK', 'dischargeK'],
    ['suctionLineK', 'dischargeK'],
    ['liquidLineK', 'outdoorK'],
  ])('names %s and %s', (a, b) => {
    expect(suggestSwap(exchange(sound, { a, b })!)).toEqual({ a, b })
  })
  it('stays silent on a sound reading, and where no single exchange mends it', () => {
    expect(suggestSwap(sound)).toBeUndefined()
    expect(suggestSwap({ ...sound, refrigerant: 'R-22' })).toBeUndefined()
  })
  it('only ever names an exchange that makes every check pass', () => {
    const kelvin = fc.double({ min: 260, max: 360, noNaN: true })
    fc.assert(
      fc.property(kelvin, kelvin, kelvin, kelvin, kelvin, (suctionLineK, liquidLineK, returnK, supplyK, outdoorK) => {
        const reading = {
          ...sound,
          suctionLineK,
          liquidLineK,
          returnK,
          supplyK,
          outdoorK,
          dischargeK: undefined,
          returnWetBulbK: undefined,
        }
        const swap = suggestSwap(reading)
        if (swap) expect(checkPlausibility(exchange(reading, swap)!)).toEqual([])
      }),
    )
  })
})
