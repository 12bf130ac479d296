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
        undercharge: -1.56,
        overcharge: -2.09,
        lowAirflow: -2.78,
        starvedDevice: -3.06,
        overfeeding: -3.06,
        restriction: -3.22,
        lineRestriction: -3.38,
        dirtyCondenser: -3.38,
        weakCompressor: -3.82,
        air: -3.82,
        nearlyEmpty: -4.7,
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
        undercharge: -1.56,
        overcharge: -2.09,
        restriction: -3.22,
        lineRestriction: -3.38,
        dirtyCondenser: -3.38,
        weakCompressor: -3.82,
        air: -3.82,
        nearlyEmpty: -4.7,
        lowAirflow: -5.08,
        starvedDevice: -5.37,
        overfeeding: -5.37,
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
        starvedDevice: -1.68,
        restriction: -1.88,
        lineRestriction: -2.05,
        nearlyEmpty: -3.49,
        none: -5.18,
        overcharge: -6.09,
        lowAirflow: -6.74,
        overfeeding: -6.84,
        dirtyCondenser: -7.47,
        air: -7.7,
        weakCompressor: -7.76,
      },
      [['superheat', 5.1, 0.07]],
    ],
    [
      'superheat a little under, subcooling as ever',
      'fixedOrifice',
      { superheat: [-2.5, 0.7], subcooling: [0.3, 1.2] },
      { toleranceK: 2, subcooling: { deviation: 4, standard: 0.6 } },
      {
        none: 0.0,
        overcharge: -2.07,
        lowAirflow: -2.46,
        dirtyCondenser: -2.83,
        overfeeding: -3.3,
        weakCompressor: -3.77,
        air: -4.17,
        undercharge: -7.09,
        starvedDevice: -7.54,
        restriction: -7.67,
        lineRestriction: -7.83,
        nearlyEmpty: -23.01,
      },
      [['subcooling', 0, 0.16]],
    ],
    [
      'short behind a valve',
      'expansionValve',
      { superheat: [0.5, 1.5], subcooling: [-4, 0.6], evaporating: [-0.4, 1.9], condensingOver: [-1.5, 2.9] },
      { toleranceK: 1.1, subcooling: { deviation: 1.5, standard: 0.6 } },
      {
        undercharge: 0.0,
        none: -4.85,
        nearlyEmpty: -6.88,
        overfeeding: -6.92,
        weakCompressor: -7.58,
        overcharge: -7.75,
        lowAirflow: -8.55,
        air: -11.06,
        dirtyCondenser: -13.46,
        restriction: -14.86,
        starvedDevice: -14.87,
        lineRestriction: -15.02,
      },
      [
        ['subcooling', -3.8, 1.95],
        ['superheat', 0.4, 0.24],
        ['evaporating', -0.2, 0.21],
      ],
    ],
    [
      'next to no subcooling left',
      'expansionValve',
      { superheat: [9, 1], subcooling: [-6.4, 0.6], evaporating: [-6, 1.9] },
      { subcooling: { deviation: 0.2, standard: 0.6 } },
      {
        nearlyEmpty: 0.0,
        undercharge: -9.35,
        overfeeding: -10.94,
        restriction: -12.26,
        starvedDevice: -12.35,
        lineRestriction: -12.42,
        lowAirflow: -18.93,
        weakCompressor: -21.35,
        overcharge: -25.42,
        air: -27.78,
        none: -28.22,
        dirtyCondenser: -34.18,
      },
      [
        ['superheat', 9, 3.86],
        ['evaporating', -6, 1.94],
        ['subcooling', -6, 1.72],
      ],
    ],
    [
      'a drier that loses much',
      'expansionValve',
      { superheat: [14, 0.6], split: [-3, 1.3], amps: [-6, 15], drierDrop: [6, 0.6] },
      { subcooling: { deviation: 6, standard: 0.6 }, condenserClean: true },
      {
        restriction: 0.0,
        starvedDevice: -15.95,
        lineRestriction: -16.28,
        overfeeding: -23.77,
        undercharge: -30.16,
        lowAirflow: -45.73,
        nearlyEmpty: -47.03,
        weakCompressor: -52.64,
        none: -53.61,
        air: -55.59,
        overcharge: -56.05,
        dirtyCondenser: -59.71,
      },
      [
        ['drierDrop', 4.5, 16.34],
        ['split', -2.7, 0.01],
        ['superheat', 12, 0.0],
      ],
    ],
    [
      'a line that loses behind a drier that doesn’t',
      'fixedOrifice',
      { superheat: [11, 0.9], subcooling: [1.5, 0.9], drierDrop: [0.2, 0.4], lineDrop: [4, 0.6] },
      { subcooling: { deviation: 7, standard: 0.6 } },
      {
        lineRestriction: 0.0,
        restriction: -2.68,
        starvedDevice: -5.04,
        undercharge: -7.47,
        dirtyCondenser: -11.91,
        overcharge: -13.34,
        lowAirflow: -14.64,
        overfeeding: -15.34,
        air: -15.42,
        weakCompressor: -16.25,
        none: -21.01,
        nearlyEmpty: -49.79,
      },
      [
        ['drierDrop', 0, 1.89],
        ['lineDrop', 3.06, 0.1],
        ['superheat', 8.84, 0.01],
      ],
    ],
    [
      'the same line, followed by hand and found open',
      'fixedOrifice',
      { superheat: [11, 0.9], subcooling: [1.5, 0.9], drierDrop: [0.2, 0.4], lineDrop: [0.5, 0.6] },
      { subcooling: { deviation: 7, standard: 0.6 }, lineChecked: true },
      {
        starvedDevice: 0.0,
        undercharge: -2.43,
        lineRestriction: -4.15,
        restriction: -4.24,
        dirtyCondenser: -6.88,
        overcharge: -8.3,
        lowAirflow: -9.6,
        overfeeding: -10.3,
        air: -10.39,
        weakCompressor: -11.22,
        none: -15.97,
        nearlyEmpty: -44.76,
      },
      [
        ['subcooling', 1.36, 1.32],
        ['superheat', 8.16, 0.19],
        ['lineDrop', 0, 0.18],
      ],
    ],
    [
      'cold, half of it explained',
      'fixedOrifice',
      { superheat: [9, 0.9], subcooling: [-1, 0.9] },
      { subcooling: { deviation: 3, standard: 0.6 }, coldExplains: 0.5 },
      {
        coldOutdoors: 0.0,
        undercharge: -2.91,
        starvedDevice: -5.41,
        restriction: -5.49,
        lineRestriction: -5.66,
        lowAirflow: -9.7,
        overfeeding: -11.29,
        dirtyCondenser: -11.69,
        weakCompressor: -11.92,
        overcharge: -12.64,
        nearlyEmpty: -12.69,
        none: -14.16,
        air: -14.45,
      },
      [
        ['subcooling', -1, 1.23],
        ['superheat', 8, 0.03],
      ],
    ],
    [
      'air ruled out by a standing pressure',
      'expansionValve',
      { subcooling: [4, 0.6], condensingOver: [7, 2.9], restPressure: [0.4, 0.7] },
      { soundShare: 0.3, subcooling: { deviation: 9, standard: 0.6 } },
      {
        overcharge: 0.0,
        restriction: -3.93,
        starvedDevice: -3.97,
        lineRestriction: -4.09,
        dirtyCondenser: -4.35,
        air: -6.29,
        none: -6.78,
        overfeeding: -7.25,
        undercharge: -8.01,
        lowAirflow: -12.46,
        weakCompressor: -12.89,
        nearlyEmpty: -76.74,
      },
      [
        ['condensingOver', 1.95, 1.78],
        ['subcooling', 4.5, 0.02],
      ],
    ],
    [
      'a standing pressure known too badly',
      'expansionValve',
      { subcooling: [4, 0.6], condensingOver: [7, 2.9], restPressure: [0.4, 1.3] },
      { subcooling: { deviation: 9, standard: 0.6 } },
      {
        overcharge: 0.0,
        air: -2.12,
        restriction: -3.93,
        starvedDevice: -3.97,
        lineRestriction: -4.09,
        dirtyCondenser: -4.35,
        none: -5.53,
        overfeeding: -7.25,
        undercharge: -8.01,
        lowAirflow: -12.46,
        weakCompressor: -12.89,
        nearlyEmpty: -76.74,
      },
      [
        ['restPressure', 0.0, 0.47],
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
        air: -0.12,
        restriction: -3.93,
        starvedDevice: -3.97,
        lineRestriction: -4.09,
        dirtyCondenser: -4.35,
        none: -5.53,
        overfeeding: -7.25,
        undercharge: -8.01,
        lowAirflow: -12.46,
        weakCompressor: -12.89,
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
        overcharge: -11.53,
        dirtyCondenser: -12.38,
        overfeeding: -13.8,
        lowAirflow: -15.48,
        none: -17.35,
        weakCompressor: -18.14,
        undercharge: -20.06,
        starvedDevice: -21.66,
        restriction: -21.8,
        lineRestriction: -21.96,
        nearlyEmpty: -90.18,
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
        nearlyEmpty: -2.92,
        weakCompressor: -3.93,
        overcharge: -7.48,
        air: -8.49,
        lowAirflow: -9.81,
        starvedDevice: -9.86,
        restriction: -10.02,
        lineRestriction: -10.18,
        dirtyCondenser: -18.38,
        none: -45.45,
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
    ['lineRestriction', 'starvedDevice', 'lineDrop'],
    ['restriction', 'lineRestriction', 'drierDrop'],
    ['dirtyCondenser', 'air', 'restPressure'],
    ['undercharge', 'overcharge', 'superheat'],
    ['weakCompressor', 'overfeeding', 'amps'],
  ])('%s or %s: %s', (a, b, symptom) => {
    expect(next('fixedOrifice', {}, a, b)).toEqual({ symptom, between: [a, b] })
    expect(next('fixedOrifice', {}, b, a)).toEqual({ symptom, between: [b, a] })
  })
  it('nothing that was read already, and nothing where two look alike', () => {
    const both = { drierDrop: [1, 1], lineDrop: [1, 1] } as const
    expect(next('fixedOrifice', { drierDrop: [1, 1] }, 'restriction', 'starvedDevice')?.symptom).toBe('lineDrop')
    expect(next('fixedOrifice', both, 'restriction', 'starvedDevice')).toBeUndefined()
    expect(next('fixedOrifice', { drierDrop: [1, 1] }, 'restriction', 'lineRestriction')).toBeUndefined()
    expect(next('fixedOrifice', { superheat: [1, 1] }, 'undercharge', 'overcharge')?.symptom).not.toBe('superheat')
  })
  it('nothing where there aren’t two', () => {
    expect(next('fixedOrifice', {}, 'undercharge')).toBeUndefined()
    expect(next('fixedOrifice', {})).toBeUndefined()
  })
})
