import fc from 'fast-check'
import type { UnitFacts } from '../facts/unitFacts'
import type { ModelLabel } from '../label/modelLabel'
import { customaryProfile, readyProfiles } from '../method/readyProfiles'
import { resolveProfile } from '../method/profile'
import { meanCoilK } from '../refrigerant/coilMean'
import { saturationPressurePa } from '../refrigerant/saturation'
import { assessCold, standsForOutdoorK, type ColdQuestion } from './assessCold'
import { coldWays, type ColdPlace } from './coldWays'

const k = (f: number) => (f + 459.67) / 1.8
const degF = (value: number) => ({ value, unit: '°F' }) as const
const psig = (curve: 'dew' | 'bubble', f: number) =>
  ({ value: (saturationPressurePa('R-410A', curve, k(f))! - 101325) / 6894.757, unit: 'psig' }) as const

const pump: UnitFacts = {
  work: 'new',
  mode: 'heatPump',
  refrigerant: 'R-410A',
  metering: 'expansionValve',
  circuit: { outdoorDevice: 'piston', liquidPort: 'lineSide', trueSuction: true },
}
const piston: UnitFacts = {
  work: 'new',
  mode: 'coolingOnly',
  refrigerant: 'R-410A',
  metering: 'fixedOrifice',
  superheatSource: 'commonRule',
}
const label: ModelLabel = { name: 'x', dischargeOverOutdoor: degF(115) }
const open = (place: ColdPlace, method = customaryProfile) =>
  coldWays(place, method).flatMap((w) => (w.why.length === 0 ? [w.school] : []))
const why = (place: ColdPlace, school: string) =>
  coldWays(place, customaryProfile).find((w) => w.school === school)!.why

describe('ways that are open in the cold', () => {
  const frost = { outdoorK: k(28), returnK: k(70) }
  it('fit device, mode and weather; weighing in always does', () => {
    expect(open({ facts: pump, mode: 'heating', ...frost })).toEqual(['weighInOnly', 'discharge'])
    expect(open({ facts: piston, mode: 'cooling', ...frost })).toEqual(['weighInOnly', 'restrictedCondenser'])
    // behind a valve the covered condenser's subcooling
    expect(open({ facts: { ...piston, metering: 'expansionValve' }, mode: 'cooling', ...frost })).toEqual([
      'weighInOnly',
      'restrictedCondenser',
    ])
  })
  it('say why the others don’t', () => {
    const valve = { ...pump, circuit: { ...pump.circuit, outdoorDevice: 'electronic' as const } }
    expect(why({ facts: valve, mode: 'heating', ...frost }, 'discharge')).toEqual(['valveHolds'])
    expect(why({ facts: pump, mode: 'cooling', ...frost }, 'discharge')).toEqual(['runsInCooling'])
    expect(why({ facts: piston, mode: 'cooling', ...frost }, 'discharge')).toContain('coolsOnly')
    expect(why({ facts: piston, mode: 'cooling', outdoorK: k(28), returnK: k(62) }, 'restrictedCondenser')).toEqual([
      'indoorsTooCool',
    ])
    expect(why({ facts: piston, mode: 'cooling', outdoorK: k(80), returnK: k(75) }, 'restrictedCondenser')).toEqual([
      'warmEnough',
    ])
    expect(why({ facts: piston, mode: 'cooling' }, 'restrictedCondenser')).toEqual(['indoorsUnknown', 'outdoorUnknown'])
  })
  it('the label’s heating figure only where the label sets by it and a port gives it', () => {
    const valve: UnitFacts = { ...pump, circuit: { ...pump.circuit, outdoorDevice: 'electronic' } }
    const table: ModelLabel = { name: 'x', tables: [{ quantity: 'subcooling', rows: [{ heating: degF(24) }] }] }
    const place = { facts: valve, mode: 'heating', ...frost } as const
    expect(why(place, 'labelHeating')).toEqual(['labelHasNone'])
    expect(why({ ...place, label: table }, 'labelHeating')).toEqual(['labelOnlyChecks'])
    expect(why({ ...place, label: { ...table, heatingSets: true } }, 'labelHeating')).toEqual([])
    const behind = { ...valve, circuit: { ...valve.circuit, liquidPort: 'coilSide' as const } }
    expect(why({ ...place, facts: behind, label: { ...table, heatingSets: true } }, 'labelHeating')).toEqual([
      'liquidPortTwoPhase',
    ])
  })
  it('only what the method allows', () => {
    const strict = readyProfiles.map(resolveProfile).find((p) => !p.coldSchools.includes('discharge'))!
    expect(open({ facts: pump, mode: 'heating', ...frost }, strict)).toEqual(['weighInOnly'])
  })
})

/** A reading in heating at 28 °F with so much discharge over outdoors. */
const heats = (over: number) => ({
  suctionPressure: psig('dew', 15),
  suctionLine: degF(23),
  liquidPressure: psig('bubble', 97),
  liquidLine: degF(80),
  discharge: degF(28 + over),
  returnDryBulb: degF(70),
  supply: degF(92),
  outdoor: degF(28),
})
const question = (over: number, part: Partial<ColdQuestion> = {}): ColdQuestion => ({
  school: 'discharge',
  unit: { facts: pump, label, elevationM: 0 },
  reading: { mode: 'heating', values: heats(over) },
  kit: [],
  profile: customaryProfile,
  settled: true,
  steps: [],
  totalChargeKg: 3,
  weighedKg: 2.95,
  airflowKnownGood: true,
  ...part,
})

describe('charged by discharge temperature', () => {
  it('over its target it is short, under it there is too much; the target goes with the weather', () => {
    expect(assessCold(question(130))).toMatchObject({ verdict: 'out', advice: { action: 'add' }, against: [] })
    expect(assessCold(question(100))).toMatchObject({
      verdict: 'out',
      against: [{ code: 'beyondWeighed', action: 'remove' }],
    })
    expect(assessCold(question(100, { weighedKg: 3.3 })).advice?.action).toBe('remove')
    expect(assessCold(question(115)).advice?.action).toBe('stop')
    expect(assessCold(question(115)).verdict).toBe('in')
  })
  it('by a habit in place of the label’s figure it says less', () => {
    const byHabit = assessCold(question(117, { unit: { facts: pump, elevationM: 0 } }))
    expect(byHabit.verdict).toBe('tooClose')
    expect(byHabit.advice?.action).toBe('stop')
    expect(byHabit.advice?.reasons[0]?.code).toBe('withinUncertainty')
  })
  it('nine per cent short by the scale is weighed in, where the reading can’t settle it: not stopped at too close', () => {
    const weight = { inItKg: 2.73, inItStandardKg: 0.02, rightKg: 3, rightStandardKg: 0.1 }
    const short = { unit: { facts: pump, elevationM: 0 }, weighedKg: 2.73 }
    expect(assessCold(question(117, short))).toMatchObject({ verdict: 'tooClose', advice: { action: 'stop' } })
    const told = assessCold(question(117, { ...short, weight }))
    expect(told).toMatchObject({
      verdict: 'out',
      advice: { action: 'add', reasons: [{ code: 'byWeight' }] },
      against: [],
    })
    // to what both together say, no further than the method's first step
    expect(told.belief!.witnesses.map((w) => w.source)).toEqual(['weight', 'cold'])
    expect(told.advice!.amountKg).toBeCloseTo(Math.min(-told.belief!.offKg, customaryProfile.stepCapShare.si * 3), 9)
    // a scale that is surer than the reading outweighs it, and In never stands beside a step
    const sure = { ...weight, inItKg: 2.5, rightStandardKg: 0.03 }
    const inside = assessCold(question(115, { weighedKg: 2.5, weight: sure }))
    expect(inside).toMatchObject({ verdict: 'out', advice: { action: 'add', reasons: [{ code: 'byWeight' }] } })
    expect(inside.probabilityIn).toBeUndefined()
    // right by weight, it stays open; and where the scale itself isn't sure
    const right = { ...weight, inItKg: 3 }
    expect(assessCold(question(117, { ...short, weighedKg: 3, weight: right })).advice?.action).toBe('stop')
    expect(assessCold(question(117, { ...short, weight: { ...weight, rightStandardKg: 0.3 } })).advice?.action).toBe(
      'stop',
    )
    // what contradicts itself, or hasn't settled, advises nothing by weight either
    expect(assessCold(question(117, { ...short, weight, settled: false })).advice).toBeUndefined()
  })
  it('says nothing while liquid comes back to the compressor', () => {
    const wet = { ...heats(130), suctionLine: degF(16) }
    expect(assessCold(question(130, { reading: { mode: 'heating', values: wet } }))).toMatchObject({
      verdict: 'none',
      against: [{ code: 'wetSuction' }],
    })
  })
  it('puts in nothing before it settled, with readings that can’t be, or with airflow not seen to', () => {
    expect(assessCold(question(130, { settled: false })).advice).toBeUndefined()
    expect(assessCold(question(130, { airflowKnownGood: false }))).toMatchObject({
      against: [{ code: 'airflowNotKnownGood' }],
    })
    expect(assessCold(question(130, { airflowKnownGood: false })).advice).toBeUndefined()
    // taking out is never wrong for want of airflow
    expect(assessCold(question(100, { airflowKnownGood: false, weighedKg: 3.3 })).advice?.action).toBe('remove')
    const wrong = { ...heats(130), suctionLine: degF(60) }
    expect(assessCold(question(130, { reading: { mode: 'heating', values: wrong } })).against[0]?.code).toBe(
      'contradiction',
    )
  })
  it('whatever it reads, never goes further from the scale than the method’s share', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 190, noNaN: true }),
        fc.double({ min: 2, max: 3.4, noNaN: true }),
        (over, weighedKg) => {
          const { advice, against } = assessCold(question(over, { weighedKg }))
          if (advice?.action !== 'add') return
          expect(weighedKg + advice.amountKg!).toBeLessThanOrEqual(3 * (1 + customaryProfile.coldOverShare.si) + 1e-9)
          expect(against).toEqual([])
        },
      ),
    )
    expect(assessCold(question(150, { weighedKg: 3.2 }))).toMatchObject({ against: [{ code: 'beyondWeighed' }] })
  })
})

describe('with the condenser covered', () => {
  const cools = (condensing: number, superheat: number) => ({
    suctionPressure: psig('dew', 42),
    suctionLine: degF(42 + superheat),
    liquidPressure: psig('bubble', condensing),
    liquidLine: degF(condensing - 9),
    returnDryBulb: degF(75),
    returnWetBulb: degF(63),
    supply: degF(57),
    outdoor: degF(45),
  })
  const covered = (condensing: number, superheat: number) =>
    assessCold(
      question(0, {
        school: 'restrictedCondenser',
        unit: { facts: piston, elevationM: 0 },
        reading: { mode: 'cooling', values: cools(condensing, superheat) },
      }),
    )
  it('judges superheat for the warm day that its condensing stands for', () => {
    const mean = meanCoilK('R-410A', saturationPressurePa('R-410A', 'bubble', k(100))!)!
    const standsForF = standsForOutdoorK(mean, customaryProfile) * 1.8 - 459.67
    expect(standsForF).toBeCloseTo(85.1, 1)
    const rule = (3 * 63 - 80 - standsForF) / 2
    const found = covered(100, rule)
    expect(found.targetK! * 1.8).toBeCloseTo(rule, 1)
    expect(found.verdict).not.toBe('out')
    expect(found.advice?.action).toBe('stop')
    expect(covered(100, rule + 14)).toMatchObject({ verdict: 'out', advice: { action: 'add' } })
  })
  it('behind a valve judges subcooling by the plate, never tighter than a cover lets it, and takes nothing out on it', () => {
    const facts: UnitFacts = { ...piston, metering: 'expansionValve', targetSubcooling: { value: 9, unit: '°F' } }
    const subcooled = (subcooling: number) =>
      assessCold(
        question(0, {
          school: 'restrictedCondenser',
          unit: { facts, elevationM: 0 },
          reading: { mode: 'cooling', values: { ...cools(100, 10), liquidLine: degF(100 - subcooling) } },
          weighedKg: 3,
        }),
      )
    const right = subcooled(9)
    expect(right.quantity).toBe('subcooling')
    expect(right.valueK! * 1.8).toBeCloseTo(9, 1)
    expect(right.standardK!).toBeGreaterThanOrEqual(customaryProfile.restrictedSpreadK.si)
    expect(right.advice?.action).toBe('stop')
    expect(subcooled(0).advice?.action).toBe('add')
    expect(subcooled(26)).toMatchObject({ against: [{ code: 'readsHigh' }] })
    expect(subcooled(26).advice).toBeUndefined()
  })
  it('asks for more or less cover before anything else', () => {
    expect(covered(74, 30)).toMatchObject({ against: [{ code: 'coverMore' }] })
    expect(covered(112, 5)).toMatchObject({ against: [{ code: 'coverLess' }] })
    expect(covered(74, 30).advice).toBeUndefined()
  })
})
