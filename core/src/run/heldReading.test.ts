// A nitrogen hold by what is known of the unit and of the instruments, against figures worked out beside it.
import { absolutePressurePa } from '../air/atmosphere'
import type { UnitFacts } from '../facts/unitFacts'
import type { Instrument } from '../measurement/instrument'
import { customaryProfile as method } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'
import { leakThatMattersPaPerS } from '../vacuum/leakSize'
import { holdOutlook, judgeHeldReading } from './heldReading'
import { systemVolume } from './systemVolume'
import { degF, psig } from './testingLines'

const DAY_S = 86_400
const facts: UnitFacts = {
  refrigerant: 'R-410A',
  labelCharge: { value: 90, unit: 'oz' },
  lineLength: { value: 40, unit: 'ft' },
  liquidLine: { value: 0.375, unit: 'in' },
  vapourLine: { value: 0.75, unit: 'in' },
}
const gauge: Instrument = {
  id: 'g',
  name: 'Gauge',
  kind: 'pressureGauge',
  accuracies: [{ dimension: 'gaugePressure', absolute: psig(3), stated: 'rectangular' }],
}
const probe: Instrument = {
  id: 'p',
  name: 'Probe',
  kind: 'airProbe',
  accuracies: [{ dimension: 'temperature', absolute: { value: 1, unit: 'K' }, stated: 'rectangular' }],
} as Instrument
const judge = (known: UnitFacts, instruments?: { gauge?: Instrument; ambient?: Instrument }) =>
  judgeHeldReading(
    { gauge: psig(450), ambient: degF(80), ...(instruments ? { instruments } : {}) },
    { gaugePa: toSi('gaugePressure', psig(441)), ambientK: toSi('temperature', degF(70)), durationS: DAY_S },
    { method, elevationM: 0, facts: known },
  )

describe('a reading during a nitrogen hold', () => {
  const startPa = absolutePressurePa({ gaugePa: toSi('gaugePressure', psig(450)), elevationM: 0 })
  const startK = toSi('temperature', degF(80))
  const ratio = toSi('temperature', degF(70)) / startK
  /** of p₂ − p₁·T₂/T₁ with one gauge and one probe, JCGM 100 5.2.2 */
  const uncertainty = (uP: number, uT: number) => {
    const [own, gas] = [method.repeatShare.si, method.testGasK.si / Math.sqrt(3)]
    const both = 1 + ratio ** 2
    const shared = (1 - own ** 2) * (1 - ratio) ** 2
    const perKelvin = startPa / startK
    return Math.sqrt((own ** 2 * both + shared) * (uP ** 2 + (perKelvin * uT) ** 2) + both * (perKelvin * gas) ** 2)
  }
  const usualP = method.testGaugePa.si / Math.sqrt(3)
  const usualT = method.testAmbientK.si / Math.sqrt(3)

  it('is as uncertain as the method’s gauge and probe where none is named, as the named ones else', () => {
    expect(judge(facts).standardUncertaintyPa).toBeCloseTo(uncertainty(usualP, usualT), 6)
    const threePsi = (3 * 6894.757) / Math.sqrt(3)
    expect(judge(facts, { gauge }).standardUncertaintyPa / uncertainty(threePsi, usualT)).toBeCloseTo(1, 4)
    expect(judge(facts, { ambient: probe }).standardUncertaintyPa / uncertainty(usualP, 1 / Math.sqrt(3))).toBeCloseTo(
      1,
      4,
    )
    expect(judge(facts, {}).standardUncertaintyPa).toBe(judge(facts).standardUncertaintyPa)
  })
  it('has to see a leak by what this unit holds, as far as that is known', () => {
    const matters = (known: UnitFacts) => judge(known).mattersPaPerS
    const share = { testPa: startPa, shareAYear: method.holdLeakShare.si }
    const chargeKg = toSi('mass', { value: 90, unit: 'oz' })
    const volumeM3 = systemVolume(facts)!.volumeM3
    expect(matters(facts)).toBe(leakThatMattersPaPerS({ ...share, refrigerant: 'R-410A', chargeKg, volumeM3 }))
    expect(matters({})).toBe(leakThatMattersPaPerS(share))
    expect(matters({ refrigerant: 'R-22' })).toBe(leakThatMattersPaPerS({ ...share, refrigerant: 'R-22' }))
    // a usual system is filled to a third of its inside: another charge or another volume matters otherwise
    expect(matters(facts)).not.toBeCloseTo(matters({ refrigerant: 'R-410A' }), 3)
    expect(matters({ ...facts, labelCharge: { value: 180, unit: 'oz' } })).toBeGreaterThan(matters(facts))
  })
  it('tells a leak as a flow where the inside is known', () => {
    expect(judge(facts).smallestVisibleLeakPaM3PerS! / judge(facts).smallestVisiblePaPerS).toBeCloseTo(
      systemVolume(facts)!.volumeM3,
      12,
    )
    expect(judge({})).not.toHaveProperty('smallestVisibleLeakPaM3PerS')
  })
})

describe('a hold that isn’t begun', () => {
  const outlook = (known: UnitFacts) =>
    holdOutlook({ gauge: psig(450), ambient: degF(75) }, { method, elevationM: 0, facts: known })
  it('says what it would show, and what a night would', () => {
    const [short, night] = outlook(facts)
    expect([short!.durationS, night!.durationS]).toEqual([900, 12 * 3600])
    expect(night!.visiblePa).toBeCloseTo(short!.visiblePa, 6)
    // forty-eight times as long sees a leak of a forty-eighth
    expect(night!.shareAYear * 48).toBeCloseTo(short!.shareAYear, 6)
    expect(short!.kgAYear! / short!.shareAYear).toBeCloseTo(toSi('mass', { value: 90, unit: 'oz' }), 9)
    expect(outlook({})[0]).not.toHaveProperty('kgAYear')
  })
  it('is what the hold then says of itself', () => {
    const held = judgeHeldReading(
      { gauge: psig(450), ambient: degF(75) },
      { gaugePa: toSi('gaugePressure', psig(450)), ambientK: toSi('temperature', degF(75)), durationS: 900 },
      { method, elevationM: 0, facts },
    )
    expect(outlook(facts)[0]).toMatchObject({
      visiblePa: held.smallestVisiblePa,
      shareAYear: held.smallestVisibleShareAYear,
      seesEnough: held.seesEnough,
    })
  })
})

describe('the inside of a system', () => {
  it('is its lines, by bore, and its coils, a third full of the label’s charge', () => {
    const found = systemVolume(facts)!
    // ⅜ and ¾ in copper with walls of 0.032 and 0.042 in (ASTM B280), 40 ft
    const inside = (inch: number) => (Math.PI / 4) * (inch * 0.0254) ** 2 * 40 * 0.3048
    expect(found.liquidLineM3 / inside(0.375 - 0.064)).toBeCloseTo(1, 1)
    expect(found.vapourLineM3 / inside(0.75 - 0.084)).toBeCloseTo(1, 1)
    // R-410A liquid near 37 °C: about 1 000 kg/m³
    expect(found.coilsM3).toBeCloseTo(2.551 / 1000 / 0.3, 3)
  })
  it('takes twice the liquid line where the vapour line isn’t known', () => {
    expect(systemVolume({ ...facts, vapourLine: undefined })!.vapourLineM).toBeCloseTo(0.75 * 0.0254, 9)
    expect(systemVolume({ ...facts, vapourLine: { value: 0.875, unit: 'in' } })!.vapourLineM).toBeCloseTo(
      0.875 * 0.0254,
      9,
    )
  })
  it('isn’t known without refrigerant, charge, length and liquid line', () => {
    for (const key of ['refrigerant', 'labelCharge', 'lineLength', 'liquidLine'] as const)
      expect(systemVolume({ ...facts, [key]: undefined })).toBeUndefined()
  })
})
