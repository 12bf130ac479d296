import { diagnose, separatingReading, type Deviation, type DiagnosticFindings, type RankedCause } from './diagnose'
import { type FaultCause, type Symptom } from './faultSignatures'
import type { Metering } from '../label/equipment'

type Seen = { readonly [S in Symptom]?: readonly [deviation: number, standard: number] }
const findings = (metering: Metering, seen: Seen, more: Partial<DiagnosticFindings> = {}): DiagnosticFindings => ({
  metering,
  deviations: Object.fromEntries(
    Object.entries(seen).map(([symptom, [deviation, standard]]): [string, Deviation] => [
      symptom,
      { deviation, standard },
    ]),
  ),
  ...more,
})
const causeIn = (ranked: readonly RankedCause[], cause: FaultCause) => ranked.find((c) => c.cause === cause)

/**
 * Worked out beside the code, from docs/methods/diagnosis.md and the table of signatures alone: how much less likely each cause is than the likeliest
 * (natural logarithm), and what speaks most for that one.
 */
describe('Bayes’ rule, worked out by hand', () => {
  it.each<
    [
      string,
      Metering,
      Seen,
      Partial<DiagnosticFindings>,
      { readonly [C in FaultCause]?: number },
      [Symptom, wouldBe: number, weight: number][],
    ]
  >([
    [
      'nothing known on a piston',
      'fixedOrifice',
      {},
      {},
      {
        none: 0.0,
        undercharge: -1.48,
        overcharge: -2.01,
        lowAirflow: -2.71,
        overfeeding: -3.0,
        starvedDevice: -3.14,
        restriction: -3.31,
        dirtyCondenser: -3.31,
        weakCompressor: -3.76,
        air: -3.76,
        nearlyEmpty: -4.62,
      },
      [],
    ],
    [
      'nothing known behind a valve, airflow and device seen to',
      'expansionValve',
      {},
      { airflowKnownGood: true, deviceChecked: true },
      {
        none: 0.0,
        undercharge: -1.48,
        overcharge: -2.01,
        restriction: -3.31,
        dirtyCondenser: -3.31,
        weakCompressor: -3.76,
        air: -3.76,
        nearlyEmpty: -4.62,
        lowAirflow: -5.01,
        overfeeding: -5.3,
        starvedDevice: -5.44,
      },
      [],
    ],
    [
      'superheat well over target on a piston',
      'fixedOrifice',
      { superheat: [6, 0.9] },
      {},
      {
        undercharge: 0.0,
        starvedDevice: -1.83,
        restriction: -2.04,
        nearlyEmpty: -3.48,
        none: -5.25,
        overcharge: -6.09,
        lowAirflow: -6.74,
        overfeeding: -6.84,
        dirtyCondenser: -7.47,
        air: -7.72,
        weakCompressor: -7.77,
      },
      [['superheat', 5.1, 0.08]],
    ],
    [
      'superheat a little under, subcooling as ever',
      'fixedOrifice',
      { superheat: [-2.5, 0.7], subcooling: [0.3, 1.2] },
      { toleranceK: 2, subcooling: { deviation: 4, standard: 0.6 } },
      {
        none: 0.0,
        overcharge: -1.99,
        lowAirflow: -2.39,
        dirtyCondenser: -2.75,
        overfeeding: -3.23,
        weakCompressor: -3.71,
        air: -4.11,
        undercharge: -7.02,
        starvedDevice: -7.61,
        restriction: -7.76,
        nearlyEmpty: -22.93,
      },
      [['subcooling', 0, 0.15]],
    ],
    [
      'short behind a valve',
      'expansionValve',
      { superheat: [0.5, 1.5], subcooling: [-4, 0.6], evaporating: [-0.4, 1.9], condensingOver: [-1.5, 2.9] },
      { toleranceK: 1.1, subcooling: { deviation: 1.5, standard: 0.6 } },
      {
        undercharge: 0.0,
        none: -4.93,
        nearlyEmpty: -6.87,
        overfeeding: -6.92,
        weakCompressor: -7.59,
        overcharge: -7.75,
        lowAirflow: -8.55,
        air: -11.07,
        dirtyCondenser: -13.46,
        starvedDevice: -15.02,
        restriction: -15.02,
      },
      [
        ['subcooling', -3.8, 1.9],
        ['superheat', 0.4, 0.25],
        ['evaporating', -0.2, 0.22],
      ],
    ],
    [
      'next to no subcooling left',
      'expansionValve',
      { superheat: [9, 1], subcooling: [-6.4, 0.6], evaporating: [-6, 1.9] },
      { subcooling: { deviation: 0.2, standard: 0.6 } },
      {
        nearlyEmpty: 0.0,
        undercharge: -9.36,
        overfeeding: -10.95,
        restriction: -12.43,
        starvedDevice: -12.5,
        lowAirflow: -18.94,
        weakCompressor: -21.37,
        overcharge: -25.42,
        air: -27.8,
        none: -28.3,
        dirtyCondenser: -34.18,
      },
      [
        ['superheat', 9, 4.08],
        ['evaporating', -6, 1.99],
        ['subcooling', -6, 1.68],
      ],
    ],
    [
      'a drier that loses much',
      'expansionValve',
      { superheat: [14, 0.6], split: [-3, 1.3], amps: [-6, 15], drierDrop: [6, 0.6] },
      { subcooling: { deviation: 6, standard: 0.6 }, condenserClean: true },
      {
        restriction: 0.0,
        starvedDevice: -15.94,
        overfeeding: -23.61,
        undercharge: -30.0,
        lowAirflow: -45.57,
        nearlyEmpty: -46.86,
        weakCompressor: -52.5,
        none: -53.52,
        air: -55.44,
        overcharge: -55.89,
        dirtyCondenser: -59.55,
      },
      [
        ['drierDrop', 4.5, 16.34],
        ['split', -2.7, 0.01],
        ['superheat', 12, 0.01],
      ],
    ],
    [
      'cold, half of it explained',
      'fixedOrifice',
      { superheat: [9, 0.9], subcooling: [-1, 0.9] },
      { subcooling: { deviation: 3, standard: 0.6 }, coldExplains: 0.5 },
      {
        coldOutdoors: 0.0,
        undercharge: -2.84,
        starvedDevice: -5.48,
        restriction: -5.58,
        lowAirflow: -9.63,
        overfeeding: -11.22,
        dirtyCondenser: -11.62,
        weakCompressor: -11.87,
        overcharge: -12.57,
        nearlyEmpty: -12.61,
        none: -14.16,
        air: -14.39,
      },
      [
        ['subcooling', -1, 1.21],
        ['superheat', 8, 0.01],
      ],
    ],
    [
      'air ruled out by a standing pressure',
      'expansionValve',
      { subcooling: [4, 0.6], condensingOver: [7, 2.9], restPressure: [0.4, 0.7] },
      { soundShare: 0.3, subcooling: { deviation: 9, standard: 0.6 } },
      {
        overcharge: 0.0,
        restriction: -4.09,
        starvedDevice: -4.11,
        dirtyCondenser: -4.34,
        air: -6.3,
        none: -6.85,
        overfeeding: -7.25,
        undercharge: -8.01,
        lowAirflow: -12.46,
        weakCompressor: -12.91,
        nearlyEmpty: -76.74,
      },
      [
        ['condensingOver', 1.95, 1.58],
        ['subcooling', 4.5, 0.04],
      ],
    ],
    [
      'a standing pressure known too badly',
      'expansionValve',
      { subcooling: [4, 0.6], condensingOver: [7, 2.9], restPressure: [0.4, 1.3] },
      { subcooling: { deviation: 9, standard: 0.6 } },
      {
        overcharge: 0.0,
        air: -2.14,
        restriction: -4.09,
        starvedDevice: -4.11,
        dirtyCondenser: -4.34,
        none: -5.6,
        overfeeding: -7.25,
        undercharge: -8.01,
        lowAirflow: -12.46,
        weakCompressor: -12.91,
        nearlyEmpty: -76.74,
      },
      [
        ['restPressure', 0.0, 0.54],
        ['subcooling', 4.5, -0.06],
      ],
    ],
    [
      'a standing pressure too high',
      'expansionValve',
      { subcooling: [4, 0.6], condensingOver: [7, 2.9], restPressure: [1.5, 0.7] },
      { subcooling: { deviation: 9, standard: 0.6 } },
      {
        overcharge: 0.0,
        air: -0.13,
        restriction: -4.09,
        starvedDevice: -4.11,
        dirtyCondenser: -4.34,
        none: -5.6,
        overfeeding: -7.25,
        undercharge: -8.01,
        lowAirflow: -12.46,
        weakCompressor: -12.91,
        nearlyEmpty: -76.74,
      },
      [['subcooling', 4.5, -0.12]],
    ],
    [
      'split, current and air that stands in it',
      'fixedOrifice',
      { superheat: [-6, 0.9], split: [0.2, 1.3], amps: [11, 15], condensingOver: [6, 2.9], restPressure: [4, 0.5] },
      { subcooling: { deviation: 9, standard: 0.6 } },
      {
        air: 0.0,
        overcharge: -11.51,
        dirtyCondenser: -12.36,
        overfeeding: -13.79,
        lowAirflow: -15.46,
        none: -17.41,
        weakCompressor: -18.14,
        undercharge: -20.05,
        starvedDevice: -21.8,
        restriction: -21.94,
        nearlyEmpty: -90.16,
      },
      [
        ['restPressure', 3.6, 12.92],
        ['condensingOver', 5.5, 0.67],
        ['amps', 10, 0.08],
      ],
    ],
    [
      'known to a hair, far outside',
      'expansionValve',
      { subcooling: [-9, 0.05] },
      { toleranceK: 0.5 },
      {
        undercharge: 0.0,
        overfeeding: -2.12,
        nearlyEmpty: -2.91,
        weakCompressor: -3.95,
        overcharge: -7.48,
        air: -8.5,
        lowAirflow: -9.81,
        starvedDevice: -10.01,
        restriction: -10.18,
        dirtyCondenser: -18.38,
        none: -45.53,
      },
      [['subcooling', -8.74, 0.05]],
    ],
  ])('%s', (_, metering, seen, more, wanted, reasons) => {
    const ranked = diagnose(findings(metering, seen, more))
    expect(ranked.map((c) => c.cause).sort()).toEqual(Object.keys(wanted).sort())
    const [first] = ranked
    for (const { cause, probability } of ranked)
      expect([cause, Math.log(probability / first!.probability)]).toEqual([cause, expect.closeTo(wanted[cause]!, 1)])
    expect(first!.reasons.map((r) => r.symptom)).toEqual(reasons.map(([symptom]) => symptom))
    for (const [i, [symptom, wouldBe, weight]] of reasons.entries()) {
      expect(first!.reasons[i]).toMatchObject({ deviation: seen[symptom]![0] })
      expect(first!.reasons[i]!.wouldBe).toBeCloseTo(wouldBe, 1)
      expect(first!.reasons[i]!.weight).toBeCloseTo(weight, 1)
    }
  })
})

describe('what may come in', () => {
  const short: Seen = { superheat: [5, 0.9] }
  it('knows cold by its share or by word alone, and no more than all of it', () => {
    const cold = (more: Partial<DiagnosticFindings>) =>
      causeIn(diagnose(findings('fixedOrifice', short, more)), 'coldOutdoors')?.probability
    expect(cold({ coldExplains: 2 })).toBe(cold({ coldExplains: 1 }))
    expect(cold({ outdoorTooCold: true })).toBe(cold({ coldExplains: 1 }))
    expect(cold({ coldExplains: 0.3, outdoorTooCold: true })).toBe(cold({ coldExplains: 1 }))
    expect(cold({ coldExplains: -1 })).toBeUndefined()
    expect(causeIn(diagnose(findings('expansionValve', short, { coldExplains: 1 })), 'coldOutdoors')).toBeUndefined()
  })
  it('leaves out a deviation that is none, and takes one without doubt as nearly so', () => {
    const plain = diagnose(findings('fixedOrifice', short))
    for (const odd of [
      [Number.NaN, 1],
      [Number.POSITIVE_INFINITY, 1],
      [3, -1],
      [3, Number.NaN],
    ] as const)
      expect(diagnose(findings('fixedOrifice', { ...short, subcooling: odd }))).toEqual(plain)
    const [exact] = diagnose(findings('fixedOrifice', { superheat: [5, 0] }))
    expect(exact!.probability).toBeCloseTo(
      diagnose(findings('fixedOrifice', { superheat: [5, 0.001] }))[0]!.probability,
      12,
    )
  })
  it('a share of sound units of nothing or all leaves every cause possible', () => {
    const share = (soundShare: number) =>
      causeIn(diagnose(findings('fixedOrifice', {}, { soundShare })), 'none')!.probability
    expect(share(0)).toBeCloseTo(0.01, 3)
    expect(share(1)).toBeCloseTo(0.99, 3)
    expect(share(0.25)).toBeCloseTo(0.25, 2)
  })
})

describe('what to read next', () => {
  const ranked = (...causes: FaultCause[]): RankedCause[] =>
    causes.map((cause, i) => ({ cause, probability: 0.5 / (i + 1), reasons: [] }))
  const next = (metering: Metering, seen: Seen, ...causes: FaultCause[]) =>
    separatingReading(findings(metering, seen), ranked(...causes))
  it.each<[FaultCause, FaultCause, Symptom]>([
    // on a piston; how far the middling cases lie apart, in uncertainties and spreads of both
    ['restriction', 'starvedDevice', 'drierDrop'],
    ['dirtyCondenser', 'air', 'restPressure'],
    ['undercharge', 'overcharge', 'superheat'],
    ['weakCompressor', 'overfeeding', 'amps'],
  ])('%s or %s: %s', (a, b, symptom) => {
    expect(next('fixedOrifice', {}, a, b)).toEqual({ symptom, between: [a, b] })
    expect(next('fixedOrifice', {}, b, a)).toEqual({ symptom, between: [b, a] })
  })
  it('nothing that was read already, and nothing where two look alike', () => {
    expect(next('fixedOrifice', { drierDrop: [1, 1] }, 'restriction', 'starvedDevice')).toBeUndefined()
    expect(next('fixedOrifice', { superheat: [1, 1] }, 'undercharge', 'overcharge')?.symptom).not.toBe('superheat')
  })
  it('nothing where there aren’t two', () => {
    expect(next('fixedOrifice', {}, 'undercharge')).toBeUndefined()
    expect(next('fixedOrifice', {})).toBeUndefined()
  })
})
