import fc from 'fast-check'
import { superheatGrid } from '../label/testing'
import type { ModelLabel } from '../label/modelLabel'
import { readingChannels, channelDimensions, type ReadingValues } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import type { Instrument } from '../measurement/instrument'
import { habitKeys } from '../method/habits'
import { readyProfiles } from '../method/readyProfiles'
import { resolveProfile } from '../method/profile'
import { unitTable } from '../quantity/unit'
import { offeredRefrigerants } from '../refrigerant/refrigerants'
import { judgeCharge } from './judgeCharge'
import { readingWorkings } from './working'

/** Readings as clumsy thumbs give them: any channel missing, any unit, figures from sound to absurd. */
const figure = fc.oneof(
  { weight: 4, arbitrary: fc.double({ min: -40, max: 600, noNaN: true }) },
  { weight: 1, arbitrary: fc.constantFrom(0, 9999, -459.67, 1e9, -1e9, 1e-9) },
)
const values: fc.Arbitrary<ReadingValues> = fc
  .record(
    Object.fromEntries(
      readingChannels.map((channel) => [
        channel,
        fc.record({ value: figure, unit: fc.constantFrom(...Object.keys(unitTable(channelDimensions[channel]))) }),
      ]),
    ),
    { requiredKeys: [] },
  )
  .map((v) => v as ReadingValues)

const facts: fc.Arbitrary<UnitFacts> = fc.record(
  {
    refrigerant: fc.constantFrom(...offeredRefrigerants),
    metering: fc.constantFrom('fixedOrifice' as const, 'expansionValve' as const),
    orientation: fc.constantFrom('up' as const, 'down' as const, 'left' as const),
    indoorModel: fc.constantFrom('A-1', 'B-2'),
    superheatSource: fc.constantFrom('commonRule' as const, 'typed' as const),
    targetSuperheat: fc.record({
      value: fc.double({ min: 1, max: 40, noNaN: true }),
      unit: fc.constant('°F' as const),
    }),
    targetSubcooling: fc.record({
      value: fc.double({ min: 1, max: 25, noNaN: true }),
      unit: fc.constant('°F' as const),
    }),
    work: fc.constantFrom('new' as const, 'retrofit' as const, 'conversion' as const),
  },
  { requiredKeys: [] },
)

const labels: readonly (ModelLabel | undefined)[] = [
  undefined,
  { name: 'chart', sheets: [superheatGrid] },
  {
    name: 'table',
    subcoolingTolerance: { value: 1.5, unit: '°F' },
    outdoorLow: { value: 20, unit: '°C' },
    tables: [
      {
        quantity: 'subcooling',
        rows: [{ orientation: 'up', cooling: { value: 10, unit: '°F' }, heating: { value: 25, unit: '°F' } }],
      },
    ],
  },
  {
    name: 'line',
    ratedAmps: { value: 12, unit: 'A' },
    ratedVoltage: { value: 230, unit: 'V' },
    maximumStatic: { value: 125, unit: 'Pa' },
    sheets: [
      {
        shape: 'requiredLine',
        mode: 'cooling',
        columns: { unit: 'bar', values: [18, 24, 30] },
        rows: { unit: '', values: [0] },
        cells: { unit: '°C', values: [[28, 36, 44]] },
      },
    ],
  },
]
const kit: Instrument[] = [
  {
    id: 'gauge',
    name: 'gauge',
    kind: 'pressureGauge',
    accuracies: [{ dimension: 'gaugePressure', ofReading: { value: 1, unit: '%' }, stated: 'rectangular' }],
  },
  {
    id: 'clamp',
    name: 'clamp',
    kind: 'lineClamp',
    accuracies: [{ dimension: 'temperature', absolute: { value: 0.5, unit: 'K' }, stated: 'expanded' }],
  },
]
const situation = fc.record({
  facts,
  values,
  label: fc.constantFrom(...labels),
  mode: fc.constantFrom('cooling' as const, 'heating' as const),
  profile: fc.constantFrom(...readyProfiles.map(resolveProfile)),
  elevationM: fc.constantFrom(0, 1609, 4000),
  instruments: fc.constantFrom(
    {},
    { suctionPressure: 'gauge', liquidPressure: 'gauge', suctionLine: 'clamp', liquidLine: 'clamp' },
  ),
})
type Situation = typeof situation extends fc.Arbitrary<infer S> ? S : never
const judged = ({ facts: f, values: v, label, mode, profile, elevationM, instruments }: Situation) =>
  judgeCharge({ facts: f, label, elevationM }, { mode, values: v, instruments, atMs: 0 }, kit, profile)

describe('judging any reading whatever', () => {
  it('never fails, and every number that it gives is one', () => {
    fc.assert(
      fc.property(situation, (s) => {
        const j = judged(s)
        for (const value of Object.values(j)) if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true)
        for (const { result, terms } of readingWorkings({ values: s.values, elevationM: s.elevationM, judged: j })) {
          expect([result.si, ...terms.map((t) => t.si)].every(Number.isFinite)).toBe(true)
        }
      }),
      { numRuns: 400 },
    )
  })
  it('gives a verdict only with a target, a measured value and no contradiction, and In never beside a danger', () => {
    fc.assert(
      fc.property(situation, (s) => {
        const j = judged(s)
        const consequences = j.findings.map((f) => f.consequence)
        if (j.verdict !== 'none') {
          expect(j.target.ok && j.decidingValueK !== undefined).toBe(true)
          expect(consequences).not.toContain('noVerdict')
          expect(j.probabilityIn).toBeGreaterThanOrEqual(0)
          expect(j.probabilityIn).toBeLessThanOrEqual(1)
        }
        if (j.verdict === 'in') {
          expect(consequences).not.toContain('neverIn')
          expect(j.target.ok && j.decidingValueK! >= j.target.lowK && j.decidingValueK! <= j.target.highK).toBe(true)
        }
        expect(j.verdict === 'tooClose').toBe(j.settling !== undefined)
      }),
      { numRuns: 400 },
    )
  })
  it('charges by superheat behind an orifice and by subcooling behind a valve, and never under the floor', () => {
    fc.assert(
      fc.property(situation, (s) => {
        const { target, method } = judged(s)
        if (!target.ok) return
        expect(target.deciding).toBe(s.facts.metering === 'fixedOrifice' ? 'superheat' : 'subcooling')
        expect(target.lowK).toBeLessThanOrEqual(target.highK)
        if (target.deciding === 'superheat')
          expect(target.lowK).toBeGreaterThanOrEqual(method.superheatFloorK.si - 1e-9)
      }),
      { numRuns: 400 },
    )
  })
  it('names only habits that exist, each once, and shares of doubt that add up', () => {
    fc.assert(
      fc.property(situation, (s) => {
        const { habits, uncertainty, findings } = judged(s)
        expect(new Set(habits).size).toBe(habits.length)
        expect(habits.every((key) => habitKeys.includes(key))).toBe(true)
        for (const finding of findings) expect(habits).toEqual(expect.arrayContaining([...finding.habits]))
        if (uncertainty) expect(uncertainty.shares.reduce((sum, x) => sum + x.share, 0)).toBeCloseTo(1, 9)
      }),
      { numRuns: 300 },
    )
  })
  it('doesn’t depend on the units that were typed in', () => {
    const f = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        f(100, 140),
        f(300, 400),
        f(45, 65),
        f(85, 105),
        f(72, 100),
        (suction, liquid, suctionLine, liquidLine, outdoor) => {
          const unit = {
            // said: by what isn't said the class goes by the divisions that were typed
            facts: {
              refrigerant: 'R-410A',
              metering: 'expansionValve',
              targetSubcooling: { value: 10, unit: '°F' },
              instrumentClass: 'digital',
            },
            elevationM: 0,
          } as const
          const celsius = (x: number) => ({ value: (x - 32) / 1.8, unit: '°C' as const })
          const bar = (x: number) => ({ value: x * 0.06894757293168, unit: 'bar' as const })
          const ip: ReadingValues = {
            suctionPressure: { value: suction, unit: 'psig' },
            liquidPressure: { value: liquid, unit: 'psig' },
            suctionLine: { value: suctionLine, unit: '°F' },
            liquidLine: { value: liquidLine, unit: '°F' },
            outdoor: { value: outdoor, unit: '°F' },
          }
          const si: ReadingValues = {
            suctionPressure: bar(suction),
            liquidPressure: bar(liquid),
            suctionLine: celsius(suctionLine),
            liquidLine: celsius(liquidLine),
            outdoor: celsius(outdoor),
          }
          const [a, b] = [ip, si].map((v) =>
            judgeCharge(unit, { mode: 'cooling', values: v }, [], resolveProfile(readyProfiles[0]!)),
          )
          expect(a!.subcoolingK).toBeCloseTo(b!.subcoolingK!, 8)
          expect(a!.verdict).toBe(b!.verdict)
          expect(a!.findings.map((x) => x.code)).toEqual(b!.findings.map((x) => x.code))
        },
      ),
    )
  })
})
