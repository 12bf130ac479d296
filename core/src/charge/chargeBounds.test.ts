// Cylinders, their book, weighings and what is due, at the edges of their rules.
import type { UnitFacts } from '../facts/unitFacts'
import type { ModelLabel } from '../label/modelLabel'
import { customaryProfile as profile } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'
import { balanceCylinder, type CylinderMovement } from './balanceCylinder'
import { chargeDue } from './chargeDue'
import { asItIs, checkCylinder, takesRecovered, type Cylinder } from './cylinder'
import { labelFacts } from './labelFacts'
import { isStep, stepWeighing } from './stepWeighing'
import { unitSlip } from './unitSlip'
import type { ScaleStep } from './watchScale'

const kg = (value: number) => ({ value, unit: 'kg' as const })
const oz = (value: number) => ({ value, unit: 'oz' as const })
const ft = (value: number) => ({ value, unit: 'ft' as const })
const inch = (value: number) => ({ value, unit: 'in' as const })

describe('a cylinder as it is entered', () => {
  const full: Cylinder = { id: 'c', name: 'C-12', refrigerant: 'R-410A', state: 'virgin', tare: kg(5) }
  const recovery: Cylinder = { id: 'r', name: 'R-03', state: 'empty', tare: kg(11), waterCapacity: kg(24) }
  const wrong = (cylinder: Cylinder) => checkCylinder(cylinder).map((p) => `${p.code} ${p.path}`)
  it('has a name, weighs something, holds something that has a name', () => {
    expect(wrong(full)).toEqual([])
    expect(wrong({ ...full, name: '  ' })).toEqual(['noName name'])
    for (const tare of [0, -1, NaN]) expect(wrong({ ...full, tare: kg(tare) })).toEqual(['notPositive tare'])
    for (const most of [0, -1, NaN])
      expect(wrong({ ...full, waterCapacity: kg(most) })).toEqual(['notPositive waterCapacity'])
    expect(wrong({ ...full, waterCapacity: kg(20) })).toEqual([])
    expect(wrong({ ...full, refrigerant: undefined })).toEqual(['noRefrigerant refrigerant'])
    expect(wrong({ ...full, state: 'reclaimed', refrigerant: undefined })).toEqual(['noRefrigerant refrigerant'])
  })
  it('for recovery is limited by its water capacity, and may be empty', () => {
    expect(wrong(recovery)).toEqual([])
    expect(wrong({ ...recovery, waterCapacity: undefined })).toEqual(['noWaterCapacity waterCapacity'])
    expect(wrong({ ...recovery, state: 'recovered' })).toEqual(['noRefrigerant refrigerant'])
    expect(['virgin', 'reclaimed', 'recovered', 'empty'].map((state) => takesRecovered({ state } as Cylinder))).toEqual(
      [false, false, true, true],
    )
  })
  it('is due on the day of its test or later', () => {
    const dates = (testedOn?: string, testDueOn?: string) => wrong({ ...full, testedOn, testDueOn })
    expect(dates('2026-07-14', '2026-07-13')).toEqual(['dueBeforeTest testDueOn'])
    expect(dates('2026-07-14', '2026-07-14')).toEqual([])
    expect(dates('2026-07-14', '2031-07-14')).toEqual([])
    expect(dates(undefined, '2026-07-13')).toEqual([])
    expect(dates('2026-07-14')).toEqual([])
  })
  it('holds what came into it, where nothing else was said', () => {
    expect(asItIs(recovery, 'R-22')).toEqual({ ...recovery, refrigerant: 'R-22', state: 'recovered' })
    expect(asItIs({ ...recovery, state: 'reclaimed' }, 'R-22')).toMatchObject({
      refrigerant: 'R-22',
      state: 'reclaimed',
    })
    expect(asItIs(recovery, undefined)).toBe(recovery)
    expect(asItIs(full, 'R-22')).toBe(full)
  })
})

describe('the book of a cylinder', () => {
  let made = 0
  const move = (
    kind: CylinderMovement['kind'],
    amount: number,
    more: Partial<CylinderMovement> = {},
  ): CylinderMovement => ({
    id: `m${(made += 1)}`,
    atMs: made * 1000,
    kind,
    kg: amount,
    standardUncertaintyKg: 0.005,
    ...more,
  })
  const found = (...movements: CylinderMovement[]) => balanceCylinder(movements)
  it('counts in order of time, and by name at the same moment; one twice counts once', () => {
    const bought = move('purchased', 10, { atMs: 1 })
    const weighed = move('weighed', 8, { atMs: 3 })
    const drawn = move('charged', -1, { atMs: 2 })
    expect(found(weighed, drawn, bought, drawn)).toEqual(found(bought, drawn, weighed))
    expect(found(bought, drawn, weighed).findings).toMatchObject([{ code: 'unexplained', kg: -1 }])
    const first = move('weighed', 8, { atMs: 5, id: 'a' })
    const second = move('charged', -1, { atMs: 5, id: 'b' })
    expect(found(bought, second, first).netKg).toBeCloseTo(7, 12)
    expect(found(bought, { ...second, id: 'a' }, { ...first, id: 'b' }).netKg).toBeCloseTo(8, 12)
  })
  it('adds uncertainties in quadrature, anew from each weighing', () => {
    const u = (value: number) => ({ standardUncertaintyKg: value })
    const some = [move('purchased', 10, u(0.03)), move('charged', -1, u(0.04))]
    expect(found(...some).standardUncertaintyKg).toBeCloseTo(0.05, 12)
    const weighed = found(...some, move('weighed', 9.1, u(0.12)))
    expect(weighed.standardUncertaintyKg).toBeCloseTo(0.12, 12)
    expect(weighed.findings[0]).toMatchObject({
      kg: expect.closeTo(0.1),
      standardUncertaintyKg: expect.closeTo(0.13),
      beyond: false,
    })
    expect(
      found(...some, move('weighed', 9.1, u(0.12)), move('charged', -1, u(0.05))).standardUncertaintyKg,
    ).toBeCloseTo(0.13, 12)
  })
  it('a difference counts from two standard uncertainties on, either way', () => {
    const after = (net: number) => {
      const [finding] = found(
        move('purchased', 10, { standardUncertaintyKg: 0.03 }),
        move('weighed', net, { standardUncertaintyKg: 0.04 }),
      ).findings
      return (finding as { beyond: boolean }).beyond
    }
    expect([10.0999, 9.9001, 10].map(after)).toEqual([false, false, false])
    expect([10.1001, 9.8999].map(after)).toEqual([true, true])
  })
  it('more left than was in it, from two standard uncertainties on', () => {
    const drawn = (amount: number) =>
      found(
        move('purchased', 1, { standardUncertaintyKg: 0.03 }),
        move('charged', -amount, { standardUncertaintyKg: 0.04 }),
      ).findings
    expect(drawn(1.0999)).toEqual([])
    expect(drawn(1.1001)).toMatchObject([{ code: 'belowEmpty', kg: expect.closeTo(-0.1001) }])
  })
  it('two weighings that don’t meet, from two standard uncertainties on, where both are known', () => {
    const two = (beforeKg?: number, afterKg?: number) =>
      found(
        move('purchased', 10, { standardUncertaintyKg: 0 }),
        move('charged', -1, { afterKg, standardUncertaintyKg: 0.03 }),
        move('charged', -1, { beforeKg, standardUncertaintyKg: 0.04 }),
      ).findings.map((f) => f.code)
    expect(two(9.0999, 9)).toEqual([])
    expect(two(9.1001, 9)).toEqual(['overlap'])
    expect(two(8.8999, 9)).toEqual(['overlap'])
    expect(two(undefined, 9)).toEqual([])
    expect(two(5)).toEqual([])
  })
  it('two in one only where something of another one comes in', () => {
    const old = { refrigerant: 'R-22' } as const
    const other = { refrigerant: 'R-410A' } as const
    const codes = (...movements: CylinderMovement[]) => found(...movements).findings.map((f) => f.code)
    expect(codes(move('recovered', 2, old), move('recovered', 1))).toEqual([])
    expect(codes(move('recovered', 2), move('recovered', 1, other))).toEqual([])
    expect(codes(move('recovered', 2, old), move('charged', -1, other))).toEqual([])
    expect(found(move('recovered', 2, old), move('recovered', 1, other)).findings).toEqual([
      { code: 'mixed', id: expect.any(String), refrigerants: ['R-22', 'R-410A'] },
    ])
    // what is left within its uncertainty is nothing
    const rest = (left: number) =>
      found(
        move('purchased', 2, { ...old, standardUncertaintyKg: 0.03 }),
        move('charged', left - 2, { standardUncertaintyKg: 0.04 }),
      ).holds
    expect(rest(0.0999)).toBeUndefined()
    expect(rest(0.1001)).toBe('R-22')
  })
  it('too much in it, as something comes in, from the limit on', () => {
    const into = (amount: number, limits: object) =>
      balanceCylinder([move('recovered', amount), move('charged', -0.5)], limits).findings
    expect(into(10, { fillLimitKg: 10 })).toEqual([])
    expect(into(10.01, { fillLimitKg: 10 })).toEqual([
      { code: 'overfilled', id: expect.any(String), kg: 10.01, limitKg: 10 },
    ])
    expect(into(1000, {})).toEqual([])
    // taking out of what is too full isn't said again
    expect(into(11, { fillLimitKg: 10 })).toHaveLength(1)
  })
  it('a movement that is no number moves nothing', () => {
    const good = move('purchased', 10)
    for (const bad of [
      { kg: NaN },
      { atMs: NaN },
      { standardUncertaintyKg: NaN },
      { standardUncertaintyKg: -1 },
      { kg: Infinity },
    ])
      expect(found(good, move('charged', -1, bad))).toEqual(found(good))
    expect(found(move('purchased', 10, { standardUncertaintyKg: 0 })).netKg).toBe(10)
    expect(Number.isFinite(found(move('purchased', 1e300), move('purchased', 1e300, { beforeKg: 1e300 })).netKg)).toBe(
      true,
    )
  })
})

describe('what a label says of a unit', () => {
  it('only what it says', () => {
    expect(labelFacts({ name: 'Bare' })).toEqual({ model: 'Bare' })
    const label: ModelLabel = {
      name: 'Whole',
      refrigerant: 'R-410A',
      metering: 'expansionValve',
      mode: 'heatPump',
      charge: oz(90),
      includedLength: ft(15),
      allowances: [{ liquidOutsideDiameter: inch(0.375), allowance: { value: 0.6, unit: 'oz/ft' } }],
    } as unknown as ModelLabel
    expect(labelFacts(label)).toEqual({
      model: 'Whole',
      refrigerant: 'R-410A',
      metering: 'expansionValve',
      mode: 'heatPump',
      labelCharge: oz(90),
      includedLength: ft(15),
      allowance: { value: 0.6, unit: 'oz/ft' },
    })
  })
  it('of two allowances the one for the tube that is known, and none where it isn’t', () => {
    const perFoot = (value: number) => ({ value, unit: 'oz/ft' as const })
    const label: ModelLabel = {
      name: 'Two',
      allowances: [
        { tube: inch(0.25), allowance: perFoot(0.3) },
        { tube: inch(0.375), allowance: perFoot(0.6) },
      ],
    }
    expect(labelFacts(label, '3/8')).toEqual({ model: 'Two', allowance: perFoot(0.6) })
    expect(labelFacts(label, '1/4')).toEqual({ model: 'Two', allowance: perFoot(0.3) })
    expect(labelFacts(label)).toEqual({ model: 'Two' })
    expect(labelFacts(label, 'a finger')).toEqual({ model: 'Two' })
  })
})

describe('a slip of units', () => {
  const slip = (before: number, after: number, openOz: number, unit: 'oz' | 'lb' | 'kg' = 'lb') =>
    unitSlip({ before: { value: before, unit }, after: { value: after, unit } }, openOz * toSi('mass', oz(1)))
  it('is far from what is open, and about that in another unit', () => {
    expect(slip(25.5, 24, 24, 'oz')).toEqual({ unit: 'lb', kg: expect.closeTo(24 * toSi('mass', oz(1)), 6) })
    expect(slip(24, 25.5, 24, 'oz')!.unit).toBe('lb')
    // 29 and 20 % off it is no slip, 19 % it is
    expect(slip(1.5 * 1.19, 0, 24, 'oz')!.unit).toBe('lb')
    expect(slip(1.5 * 1.21, 0, 24, 'oz')).toBeUndefined()
    expect(slip(1.5 * 0.81, 0, 24, 'oz')!.unit).toBe('lb')
    expect(slip(1.5 * 0.79, 0, 24, 'oz')).toBeUndefined()
  })
  it('within four times of what is open nothing is said, whatever another unit would say', () => {
    // 2.2 lb are a kilogram: within four times
    expect(slip(2.2, 0, 16 * 1, 'lb')).toBeUndefined()
    expect(slip(1, 0, 1, 'kg')!.unit).toBe('oz')
  })
  it('nor of nothing, of nothing open, or of two units', () => {
    expect(slip(5, 5, 24)).toBeUndefined()
    expect(slip(5, 4, 0)).toBeUndefined()
    expect(unitSlip({ before: kg(1.5), after: oz(0) }, 24 * toSi('mass', oz(1)))).toBeUndefined()
  })
})

describe('a recording’s steps and the log’s weighings', () => {
  const step = (kind: ScaleStep['kind'], fromS: number, stoodS = 20): ScaleStep => ({
    kind,
    kg: -1,
    before: { fromS: fromS - 20, toS: fromS, kg: 10, standardUncertaintyKg: 0.001 },
    after: { fromS: fromS + 30, toS: fromS + 30 + stoodS, kg: 9, standardUncertaintyKg: 0.001 },
  })
  it('are the same between the end of one rest and the beginning of the next, and a little after', () => {
    const one = step('transfer', 100)
    expect([undefined, 100, 134, 140, 50].map((at) => isStep(at, one))).toEqual([false, false, false, false, false])
    expect([100.1, 120, 133.9].map((at) => isStep(at, one))).toEqual([true, true, true])
  })
  it('asks about transfers that nobody told of, once the scale stood', () => {
    const steps = [step('transfer', 100), step('knock', 200), step('transfer', 300)]
    expect(stepWeighing(steps, []).transfers).toEqual([steps[0], steps[2]])
    expect(stepWeighing(steps, [110]).transfers).toEqual([steps[2]])
    expect(stepWeighing([step('transfer', 100, 1)], []).transfers).toEqual([])
    expect(stepWeighing(steps, [])).not.toHaveProperty('jump')
  })
  it('and about the last jump only', () => {
    const steps = [step('jump', 100), step('jump', 300)]
    expect(stepWeighing(steps, []).jump).toBe(steps[1])
    expect(stepWeighing(steps, [310])).not.toHaveProperty('jump')
    expect(stepWeighing([step('jump', 100, 1)], [])).not.toHaveProperty('jump')
  })
})

describe('what has to be weighed in', () => {
  const facts: UnitFacts = {
    work: 'new',
    refrigerant: 'R-410A',
    labelCharge: oz(90),
    includedLength: ft(15),
    lineLength: ft(40),
    allowance: { value: 0.6, unit: 'oz/ft' },
  }
  const due = (part: UnitFacts, emptied?: boolean) => chargeDue({ ...facts, ...part }, profile, emptied)
  const of = (part: UnitFacts, emptied?: boolean) => {
    const found = due(part, emptied)
    if (!found.ok) throw new Error(found.reason)
    return found
  }
  const missing = (part: UnitFacts, emptied?: boolean) => {
    const found = due(part, emptied)
    return found.ok || found.reason !== 'missing' ? [] : found.missing
  }
  it('25 ft over what the label includes, at 0.6 oz each', () => {
    expect(of({}).dueKg / toSi('mass', oz(1))).toBeCloseTo(15, 9)
    expect(of({}).totalKg! / toSi('mass', oz(1))).toBeCloseTo(105, 9)
    expect(of({ labelCharge: undefined })).not.toHaveProperty('totalKg')
    expect(of({ labelCharge: undefined }).dueKg / toSi('mass', oz(1))).toBeCloseTo(15, 9)
  })
  it('of an emptied system the profile’s share of the whole; of one that wasn’t the line set', () => {
    expect(of({ work: 'retrofit' }, true).dueKg / toSi('mass', oz(105))).toBeCloseTo(profile.retrofitStartShare.si, 9)
    expect(of({ work: 'retrofit' }, false).dueKg / toSi('mass', oz(1))).toBeCloseTo(15, 9)
    expect(of({ work: 'retrofit', recovered: oz(50) }).startShare).toBe(profile.retrofitStartShare.si)
    expect(of({ work: 'retrofit', recovered: oz(0) }).startShare).toBeUndefined()
    expect(of({ work: 'conversion' }, false).dueKg / toSi('mass', oz(105))).toBeCloseTo(
      profile.conversionStartShare.si,
      9,
    )
    // new, and its factory charge recovered: all of it, as the label says
    expect(of({ work: 'new' }, true).dueKg / toSi('mass', oz(105))).toBeCloseTo(1, 9)
    expect(of({ work: 'new' }, false).startShare).toBeUndefined()
  })
  it('says what is missing, and only what this unit needs', () => {
    expect(missing({ refrigerant: undefined })).toEqual(['refrigerant'])
    expect(missing({ lineLength: undefined, includedLength: undefined })).toEqual(['lineLength', 'includedLength'])
    expect(missing({ allowance: undefined })).toEqual(['liquidLine'])
    expect(missing({ allowance: undefined, liquidLine: inch(0.375) })).toEqual([])
    expect(missing({ labelCharge: undefined })).toEqual([])
    expect(missing({ labelCharge: undefined, work: 'retrofit' }, true)).toEqual(['labelCharge'])
    expect(missing({ labelCharge: undefined, work: 'conversion' }, false)).toEqual(['labelCharge'])
  })
  it('a line that is no standard tube can’t be reckoned', () => {
    expect(due({ allowance: undefined, liquidLine: inch(0.4) })).toMatchObject({ ok: false })
    expect(due({ allowance: undefined, liquidLine: inch(0.4) })).not.toHaveProperty('missing')
  })
  it('warns of a long line and a high lift, from the profile’s limits on', () => {
    const long = profile.longLineM.si / 0.3048
    const high = profile.liftM.si / 0.3048
    expect(of({ lineLength: ft(long) }).overLongLine).toBe(false)
    expect(of({ lineLength: ft(long + 0.01) }).overLongLine).toBe(true)
    expect(of({}).overLift).toBe(false)
    expect([high, -high].map((value) => of({ lift: ft(value) }).overLift)).toEqual([false, false])
    expect([high + 0.01, -high - 0.01].map((value) => of({ lift: ft(value) }).overLift)).toEqual([true, true])
  })
  it('shows what a standard vapour line holds: its bore, at 40-odd °F', () => {
    const { vapourKg } = of({ vapourLine: inch(0.75) })
    // ¾ in with a wall of 0.042 in, 40 ft; R-410A vapour near 41 °F: some 36 kg/m³
    const volume = (Math.PI / 4) * ((0.75 - 0.084) * 0.0254) ** 2 * 40 * 0.3048
    expect(vapourKg! / (36 * volume)).toBeGreaterThan(0.85)
    expect(vapourKg! / (36 * volume)).toBeLessThan(1.15)
    expect(of({})).not.toHaveProperty('vapourKg')
    expect(of({ vapourLine: inch(0.7) })).not.toHaveProperty('vapourKg')
    const two = of({
      vapourLine: inch(0.75),
      sections: [{ length: ft(40), vapourLine: inch(0.75), allowance: { value: 0.6, unit: 'oz/ft' } }] as never,
    })
    expect(two.vapourKg! / vapourKg!).toBeCloseTo(2, 6)
  })
})
