import fc from 'fast-check'
import { diagnose, separatingReading, type Deviation, type DiagnosticFindings } from './diagnose'
import { signatures, symptoms, type Symptom } from './faultSignatures'

const d = (f: number) => f / 1.8
const seen = (
  part: { readonly [S in Symptom]?: number },
  more: Partial<DiagnosticFindings> = {},
): DiagnosticFindings => ({
  metering: 'fixedOrifice',
  deviations: Object.fromEntries(
    Object.entries(part).map(([k, deviation]): [string, Deviation] => [
      k,
      { deviation, standard: k === 'amps' ? 8 : 0.9 },
    ]),
  ),
  ...more,
})
const first = (f: DiagnosticFindings) => diagnose(f)[0]!.cause

describe('what is probably wrong', () => {
  it.each<[string, DiagnosticFindings, string]>([
    [
      'high, low, low suction, low head',
      seen({ superheat: d(17), subcooling: d(-6), evaporating: d(-4), condensingOver: d(-2) }),
      'undercharge',
    ],
    [
      'low, high, high head',
      seen({ superheat: d(-9), subcooling: d(4), evaporating: d(2), condensingOver: d(2) }),
      'overcharge',
    ],
    [
      'low, low, high suction, low amps',
      seen({ superheat: d(-12), subcooling: d(-3), evaporating: d(12), amps: -20, condensingOver: d(-2) }),
      'weakCompressor',
    ],
    [
      'low, low, high suction',
      seen({ superheat: d(-13), subcooling: d(-3), evaporating: d(7), amps: 2 }),
      'overfeeding',
    ],
    [
      'low, normal, low suction, split high',
      seen({ superheat: d(-9), subcooling: d(-1), evaporating: d(-3), split: d(6) }),
      'lowAirflow',
    ],
    [
      'high head, condensing far over outdoor',
      seen({ superheat: d(-9), subcooling: 0, condensingOver: d(11), evaporating: d(2) }),
      'dirtyCondenser',
    ],
    [
      'the same, with air standing in it',
      seen({ superheat: d(-9), subcooling: d(5), condensingOver: d(8), restPressure: d(6) }),
      'air',
    ],
    [
      'nothing off',
      seen({ superheat: d(1), subcooling: d(-1), evaporating: 0, condensingOver: d(1), split: 0 }),
      'none',
    ],
  ])('%s', (_, findings, cause) => expect(first(findings)).toBe(cause))
  it('high, high, low suction: restriction or a starving device, which only the drier tells apart', () => {
    const both = seen({ superheat: d(28), subcooling: d(2), evaporating: d(-11), split: d(-5) })
    const top = diagnose(both).slice(0, 2)
    expect(top.map((c) => c.cause).sort()).toEqual(['restriction', 'starvedDevice'])
    expect(separatingReading(both, diagnose(both))?.symptom).toBe('drierDrop')
    const drop = (f: number) =>
      first({ ...both, deviations: { ...both.deviations, drierDrop: { deviation: d(f), standard: 0.5 } } })
    expect([drop(11), drop(0)]).toEqual(['restriction', 'starvedDevice'])
  })
  it('a restriction elsewhere: the whole line loses, the drier doesn’t', () => {
    const starved = seen({ superheat: d(28), subcooling: d(2), evaporating: d(-11), split: d(-5) })
    const along = (drierF: number, lineF: number) =>
      first({
        ...starved,
        deviations: {
          ...starved.deviations,
          drierDrop: { deviation: d(drierF), standard: 0.4 },
          lineDrop: { deviation: d(lineF), standard: 0.6 },
        },
      })
    expect([along(0, 9), along(9, 9), along(0, 0)]).toEqual(['lineRestriction', 'restriction', 'starvedDevice'])
    // a drier without a drop alone doesn't rule it out: it stands before too little charge
    const quiet = diagnose({
      ...starved,
      deviations: { ...starved.deviations, drierDrop: { deviation: 0, standard: 0.4 } },
    })
    const at = (cause: string) => quiet.findIndex((c) => c.cause === cause)
    expect(at('lineRestriction')).toBeLessThan(at('undercharge'))
    expect(quiet[at('lineRestriction')]!.probability).toBeGreaterThan(0.2)
  })
  it('doesn’t take cold outdoors on a piston for too little charge', () => {
    const cold = seen({ superheat: d(14), subcooling: d(-2) }, { outdoorTooCold: true })
    expect(first(cold)).toBe('coldOutdoors')
    expect(first(seen({ superheat: d(14), subcooling: d(-5) }))).toBe('undercharge')
  })
  it('believes less in what was seen to first', () => {
    const low = { superheat: d(-9), subcooling: d(-1), evaporating: d(-3) }
    const of = (more: Partial<DiagnosticFindings>) =>
      diagnose(seen(low, more)).find((c) => c.cause === 'lowAirflow')!.probability
    expect(of({ airflowKnownGood: true })).toBeLessThan(of({}))
  })
  it('gives the reasons that speak for it, with numbers', () => {
    const [top] = diagnose(seen({ superheat: d(17), subcooling: d(-6), evaporating: d(-4) }))
    expect(top!.reasons.length).toBeGreaterThan(0)
    expect(top!.reasons.every((r) => r.weight > 0 || r.deviation * r.wouldBe > 0)).toBe(true)
    expect(top!.reasons.map((r) => r.symptom)).toContain('superheat')
    expect(top!.reasons.some((r) => r.symptom === 'subcooling' && r.wouldBe < 0)).toBe(true)
  })
  it('adds up to one, sorted, whatever is known, and every signature finds itself among the first two', () => {
    const deviation = fc.record({
      deviation: fc.double({ min: -30, max: 30, noNaN: true }),
      standard: fc.double({ min: 0.1, max: 5, noNaN: true }),
    })
    const some = fc.dictionary(fc.constantFrom(...symptoms), deviation)
    fc.assert(
      fc.property(some, fc.constantFrom('fixedOrifice' as const, 'expansionValve' as const), (deviations, metering) => {
        const ranked = diagnose({ metering, deviations })
        expect(ranked.reduce((s, c) => s + c.probability, 0)).toBeCloseTo(1, 9)
        expect(ranked.every((c, i) => i === 0 || c.probability <= ranked[i - 1]!.probability)).toBe(true)
      }),
    )
    for (const metering of ['fixedOrifice', 'expansionValve'] as const)
      for (const [cause, signature] of Object.entries(signatures[metering])) {
        if (cause === 'coldOutdoors') continue
        const deviations = Object.fromEntries(
          symptoms.map((s) => [s, { deviation: signature[s][0], standard: s === 'amps' ? 6 : 0.6 }]),
        )
        const ranks = diagnose({ metering, deviations }).map((c) => c.cause)
        expect(ranks.slice(0, 2)).toContain(cause)
      }
  })
})

it('says what makes it sure, however sure it is', () => {
  const [first] = diagnose({
    metering: 'expansionValve',
    deviations: {
      superheat: { deviation: 10, standard: 0.6 },
      subcooling: { deviation: 1.2, standard: 0.6 },
      condensingOver: { deviation: 1.8, standard: 2.9 },
      drierDrop: { deviation: 9, standard: 0.4 },
    },
    subcooling: { deviation: 6, standard: 0.6 },
  })
  expect(first!.cause).toBe('restriction')
  expect(first!.probability).toBeGreaterThan(1 - 1e-9)
  expect(first!.reasons[0]!.symptom).toBe('drierDrop')
})
