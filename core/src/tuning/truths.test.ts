// Judgements that once fell short on machines that nothing was tuned on: each with the reading that showed it.
import { type ChargeStep, adviseStep } from '../charge/adviseStep'
import type { ReadingValues } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import { checkPlausibility } from '../measurement/checkPlausibility'
import { restDeviation } from '../measurement/plausibleAtRest'
import { resolveProfile } from '../method/profile'
import { cautiousSpec, customaryProfile, customarySpec } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'
import { saturationPressurePa } from '../refrigerant/saturation'
import { assess } from './assess'
import { diagnose } from './diagnose'
import { judgeCharge } from './judgeCharge'
import { plausibilityMargins, plausibleOf } from './plausible'

const f = (value: number) => ({ value, unit: '°F' as const })
const psig = (value: number) => ({ value, unit: 'psig' as const })
const k = (value: number) => toSi('temperature', f(value))
const pa = (curve: 'dew' | 'bubble', at: number) => saturationPressurePa('R-410A', curve, k(at))!
const at = (curve: 'dew' | 'bubble', t: number) => psig((pa(curve, t) - 101325) / 6894.757293)

describe('the cold', () => {
  const piston: UnitFacts = {
    refrigerant: 'R-410A',
    metering: 'fixedOrifice',
    superheatSource: 'commonRule',
    work: 'new',
  }
  const cold: ReadingValues = {
    suctionPressure: at('dew', 32),
    suctionLine: f(64),
    liquidPressure: at('bubble', 76),
    liquidLine: f(69),
    returnDryBulb: f(72),
    returnWetBulb: f(59),
    supply: f(55),
    outdoor: f(59),
  }
  const tuned = (floorF: number, values = cold) => {
    const profile = resolveProfile({
      ...customarySpec,
      values: { outdoorFloorK: { quantity: f(floorF), source: 'as low as some go' } },
    })
    const judged = judgeCharge({ facts: piston, elevationM: 0 }, { mode: 'cooling', values }, [], profile)
    return assess({
      judged,
      settling: { state: 'settled' },
      facts: piston,
      beside: { airflowKnownGood: true, condenserClean: true, deviceChecked: true, drierDropK: 0 },
      steps: [],
      totalChargeKg: 3,
    })
  }
  it('explains a high superheat at 59 °F, however low a company’s floor', () => {
    for (const floor of [45, 55, 65]) {
      const { gates, ranked } = tuned(floor)
      expect(gates.map((g) => g.code)).toContain('headTooLow')
      expect(ranked[0]!.cause).toBe('coldOutdoors')
    }
  })
  it('explains nothing where the head is held up, as behind a restricted condenser', () => {
    const heldUp = { ...cold, liquidPressure: at('bubble', 101), liquidLine: f(95) }
    expect(tuned(55, heldUp).gates.map((g) => g.code)).not.toContain('headTooLow')
    expect(tuned(55, heldUp).ranked[0]!.cause).not.toBe('coldOutdoors')
  })
  it('lets the suction line be warmer than the liquid line, and still finds clamps that are exchanged', () => {
    const day = { refrigerant: 'R-410A', running: true, outdoorK: k(48), returnK: k(72), supplyK: k(54) } as const
    const sound = {
      ...day,
      suctionPressurePa: pa('dew', 34),
      liquidPressurePa: pa('bubble', 68),
      suctionLineK: k(58),
      liquidLineK: k(55),
    }
    expect(checkPlausibility(sound)).toEqual([])
    const warm = {
      ...sound,
      outdoorK: k(90),
      liquidPressurePa: pa('bubble', 108),
      suctionLineK: k(98),
      liquidLineK: k(54),
    }
    expect(checkPlausibility(warm).map((c) => c.code)).toContain('suctionLineNotCooler')
  })
})

describe('steps that did nothing', () => {
  const step = (amountKg: number, from: number, to: number): ChargeStep => ({
    amountKg,
    before: { subcoolingK: from },
    after: { subcoolingK: to },
  })
  const oz = 0.0283495
  const question = {
    current: { subcoolingK: 2.2, settled: true },
    target: 5.6,
    tolerance: 1.67,
    totalChargeKg: 9 * 16 * oz,
    meteringDevice: 'expansionValve' as const,
    profile: customaryProfile,
  }
  it('end the advice on an expansion valve after two of the largest', () => {
    const idle = [step(7.2 * oz, 2.2, 2.2), step(7.2 * oz, 2.2, 2.2)]
    expect(adviseStep({ ...question, history: idle })).toMatchObject({
      action: 'stop',
      reasons: [{ code: 'stepsDontMove', steps: 2 }],
    })
    expect(adviseStep({ ...question, history: idle.slice(0, 1) }).action).toBe('add')
  })
  it('add up where a cautious method makes each too small to show', () => {
    const profile = resolveProfile(cautiousSpec)
    const small = Array.from({ length: 4 }, () => step(0.03 * question.totalChargeKg, 2.2, 2.25))
    const codes = [2, 3, 4].map(
      (n) => adviseStep({ ...question, profile, history: small.slice(0, n) }).reasons[0]!.code,
    )
    expect(codes).toEqual(['toNearEdge', 'stepsDontMove', 'stepsDontMove'])
  })
  it('end nothing when the last one moved it as it should', () => {
    const then = [step(7.2 * oz, 2.2, 2.2), step(7.2 * oz, 2.2, 2.2), step(7.2 * oz, 2.2, 3.2)]
    expect(adviseStep({ ...question, current: { subcoolingK: 3.2, settled: true }, history: then }).action).toBe('add')
  })
  it('a coarse gauge drives none: what can’t be told from the target isn’t chased', () => {
    const coarse = { subcoolingK: 6.2 / 1.8, settled: true, standardK: 4 / 1.8 }
    expect(adviseStep({ ...question, target: 10 / 1.8, current: coarse, history: [] })).toMatchObject({
      action: 'stop',
      reasons: [{ code: 'withinUncertainty' }],
    })
    const far = { ...coarse, subcoolingK: 2 / 1.8 }
    expect(adviseStep({ ...question, target: 10 / 1.8, current: far, history: [] }).action).toBe('add')
  })
})

describe('near nothing', () => {
  const valve: UnitFacts = {
    refrigerant: 'R-410A',
    metering: 'expansionValve',
    targetSubcooling: f(10) as never,
    work: 'new',
  }
  const judged = (superheat: number, subcooling: number) =>
    judgeCharge(
      { facts: valve, elevationM: 0 },
      {
        mode: 'cooling',
        values: {
          suctionPressure: at('dew', 44),
          suctionLine: f(44 + superheat),
          liquidPressure: at('bubble', 108),
          liquidLine: f(108 - subcooling),
          returnDryBulb: f(75),
          returnWetBulb: f(63),
          supply: f(56),
          outdoor: f(91),
        },
      },
      [],
      customaryProfile,
    )
  it.each([0.3, 0, -0.3, -6])('superheat %d °F is a danger', (superheat) => {
    const codes = judged(superheat, 10).findings.map((x) => x.code)
    expect(codes).toContain('superheatUnderFloor')
    expect(codes.includes('negativeSuperheat')).toBe(superheat < -3)
  })
  it('subcooling −0.02 °F is Out and short of charge, −6 °F contradicts itself', () => {
    expect(judged(12, -0.02).verdict).toBe('out')
    expect(judged(12, -6)).toMatchObject({ verdict: 'none' })
  })
  it('superheat 14.04 °F says no more than 14 does', () => {
    const said = (superheat: number) => judged(superheat, 10).findings.filter((x) => x.code === 'coilsSayStarved')
    expect(said(14.04)).toEqual([])
    expect(said(14)).toEqual([])
    expect(said(17)[0]!.probability).toBeGreaterThan(0.9)
  })
  it('gas at the liquid port is a nearly empty system', () => {
    const [first] = diagnose({
      metering: 'expansionValve',
      deviations: {
        superheat: { deviation: 14, standard: 1 },
        subcooling: { deviation: -5.5, standard: 0.4 },
        evaporating: { deviation: -9, standard: 1.7 },
      },
      subcooling: { deviation: 0.05, standard: 0.4 },
    })
    expect(first!.cause).toBe('nearlyEmpty')
  })
})

describe('a heat pump that heats when it should cool', () => {
  const hot = {
    refrigerant: 'R-410A',
    running: true,
    returnK: k(76),
    supplyK: k(96),
    suctionLineK: k(150),
    liquidLineK: k(98),
  } as const
  it.each([
    ['a mild day', 70, 108, 60],
    ['a warm day, both sides nearly level', 95, 110, 104],
  ])('is seen on %s', (_, outdoor, vapour, liquid) => {
    const reading = {
      ...hot,
      outdoorK: k(outdoor),
      suctionPressurePa: pa('dew', vapour),
      liquidPressurePa: pa('bubble', liquid),
    }
    expect(checkPlausibility(reading).map((c) => c.code)).toEqual(['heatsInsteadOfCooling'])
  })
  it('a stopped one in the sun isn’t called that', () => {
    const stopped = {
      ...hot,
      supplyK: k(77),
      suctionLineK: k(104),
      outdoorK: k(95),
      suctionPressurePa: pa('dew', 88),
      liquidPressurePa: pa('bubble', 88),
    }
    expect(checkPlausibility(stopped).map((c) => c.code)).toEqual(['notRunning'])
  })
})

describe('standing', () => {
  const rest = (saturation: number, outdoor: number, house?: number) => ({
    refrigerant: 'R-410A' as const,
    running: false,
    suctionPressurePa: pa('bubble', saturation),
    liquidPressurePa: pa('bubble', saturation),
    outdoorK: k(outdoor),
    ...(house === undefined ? {} : { returnK: k(house) }),
  })
  it.each([76, 80, 84, 90])('between a house of 75 and 95 °F outdoors %d °F is right', (saturation) =>
    expect(checkPlausibility(rest(saturation, 95, 75))).toEqual([]),
  )
  it.each([
    [66, 'restPressureLow'],
    [103, 'restPressureHigh'],
  ])('%d °F is not', (saturation, code) =>
    expect(checkPlausibility(rest(saturation, 95, 75)).map((c) => c.code)).toEqual([code]),
  )
  it('lies near the colder of the two, and is the less sure the further they are apart', () => {
    const near = restDeviation(rest(79, 95, 75))!
    const alike = restDeviation(rest(85, 85, 85))!
    expect(Math.abs(near.offK)).toBeLessThan(0.1)
    expect(near.standardK).toBeGreaterThan(2 * alike.standardK)
    expect(restDeviation(rest(92, 85, 85))!.offK).toBeGreaterThan(3)
  })
  it('a pressure that fits leaves no air, whatever the head', () => {
    const seen = {
      superheat: { deviation: 0, standard: 1 },
      subcooling: { deviation: 11, standard: 0.4 },
      condensingOver: { deviation: 7, standard: 2.8 },
    }
    const of = (rest?: number) =>
      diagnose({
        metering: 'expansionValve',
        deviations: { ...seen, ...(rest === undefined ? {} : { restPressure: { deviation: rest, standard: 0.7 } }) },
      })
    expect(of(0)[0]!.cause).toBe('overcharge')
    expect(of(0).find((r) => r.cause === 'air')!.probability).toBeLessThan(0.05)
    expect(of(5)[0]!.cause).toBe('air')
  })
})

describe('the coil of a blend', () => {
  it('freezes by its mean, and at its inlet first: R-407C at 57 psig', () => {
    const facts: UnitFacts = { refrigerant: 'R-407C', metering: 'fixedOrifice', superheatSource: 'commonRule' }
    const judged = judgeCharge(
      { facts, elevationM: 0 },
      {
        mode: 'cooling',
        values: { suctionPressure: psig(57), suctionLine: f(48), outdoor: f(90), returnDryBulb: f(75) },
      },
      [],
      customaryProfile,
    )
    expect(judged.evaporatingK! * 1.8 - 459.67).toBeCloseTo(35.7, 0)
    expect(judged.coilInletK! * 1.8 - 459.67).toBeLessThan(28)
    const freezing = judged.findings.find((x) => x.code === 'coilBelowFreezing')!
    expect(freezing.values.map((v) => v.name)).toEqual(['coilMean', 'coilInlet'])
  })
})

describe('margins', () => {
  it('−1.6 °F of subcooling on two dial gauges is their error, not exchanged clamps', () => {
    const facts: UnitFacts = {
      refrigerant: 'R-410A',
      metering: 'expansionValve',
      targetSubcooling: f(10) as never,
      instrumentClass: 'analog',
    }
    const values = {
      suctionPressure: at('dew', 42),
      suctionLine: f(60),
      liquidPressure: at('bubble', 104),
      liquidLine: f(105.6),
      outdoor: f(90),
      returnDryBulb: f(75),
      supply: f(58),
    }
    const judged = judgeCharge({ facts, elevationM: 0 }, { mode: 'cooling', values }, [], customaryProfile)
    const margins = plausibilityMargins(judged.method, judged.standard)
    expect(checkPlausibility(plausibleOf(judged, { facts, running: true }), margins)).toEqual([])
    expect(judged.verdict).toBe('out')
    expect(judged.uncertainty!.assumed).toBe('analog')
  })
})
