import { analyseDecay, decayResult, judgePressureHold, waterVapourPressurePa, type DecayResult } from '@zetesis/core'
import { causeText, decayReason, heldWords, nextForDecay, pressureReason } from './decay'

const MICRON = 0.133322368
const terms = { limitPa: 500 * MICRON, holdS: 900 }
/** a small repeatable scatter, in shares */
const scatter = (i: number) => 0.02 * Math.sin(i * 2.399963 + 0.3 * Math.sin(i * 0.7))

function held(micron: (t: number) => number, temperatureK?: (t: number) => number, seconds = 900): DecayResult {
  const samples = Array.from({ length: seconds / 5 + 1 }, (_, i) => ({
    timeS: i * 5,
    pressurePa: micron(i * 5) * (1 + scatter(i)) * MICRON,
    ...(temperatureK ? { temperatureK: temperatureK(i * 5) } : {}),
  }))
  return decayResult(analyseDecay(samples, terms), { samples: samples.length, ...terms })!
}
const bend = (from: number, to: number, tau: number) => (t: number) => from + (to - from) * (1 - Math.exp(-t / tau))
const cool = () => 277
/** what water gives at 277 K, in micron */
const WATER = waterVapourPressurePa(277)! / MICRON

describe('the words of a decay', () => {
  it('what bends past all that water gives at a logged temperature isn’t called water', () => {
    const result = held(bend(300, 1.6 * WATER, 200), cool)
    expect(result.overWaterPa! / MICRON).toBeGreaterThan(WATER)
    expect(result.overWaterPa! / MICRON).toBeLessThan(1.2 * WATER)
    expect(causeText(result, 'retrofit')).toBe('gas leaving the oil, or a valve that passes; not water')
    expect(decayReason(result, 'ip')).toMatch(/^Bending to .*Water at this pipe’s temperature gives .* at most/)
    expect(nextForDecay(result, 'retrofit')).toMatch(/warm the oil/)
  })
  it('under that, or with nobody’s log, it is', () => {
    expect(held(bend(300, 0.7 * WATER, 200), cool)).not.toHaveProperty('overWaterPa')
    const unlogged = held(bend(300, 1.6 * WATER, 200))
    expect(unlogged).not.toHaveProperty('overWaterPa')
    expect(causeText(unlogged, 'new')).toMatch(/^still wet/)
  })
  it('moisture that could hide a leak says how big, and to soap while the nitrogen stands', () => {
    // much vapour on a pipe nobody logged: some tens of micron a minute don't show beside it
    const result = held((t) => bend(300, 9000, 260)(t) + (20 * t) / 60)
    expect([result.cause, result.leakBeside]).toEqual(['moisture', true])
    expect((result.leakUpToPaPerS! * 60) / MICRON).toBeGreaterThan(20)
    expect(causeText(result, 'new')).toBe('still wet; a leak isn’t ruled out')
    expect(decayReason(result, 'ip')).toMatch(/A leak up to \d+ micron\/min isn’t ruled out/)
    expect(nextForDecay(result, 'new')).toMatch(/Soap the joints while the nitrogen stands in it/)
  })
  it('and where it can’t, doesn’t', () => {
    const result = held(bend(300, 900, 120), () => 293)
    expect([result.cause, result.leakBeside]).toEqual(['moisture', undefined])
    expect(causeText(result, 'new')).toBe('still wet, not leaking')
    expect(causeText(result, 'retrofit')).toBe('wet, or gas leaving old oil; not leaking')
    expect(nextForDecay(result, 'new')).not.toMatch(/Soap/)
  })
  it('what passes is never said to be undecided', () => {
    // a creep that ten minutes can't tell from a slow leak
    const result = held((t) => 300 + 28 * Math.log1p(t / 60), undefined, 450)
    expect([result.cause, result.verdict]).toEqual(['inconclusive', 'in'])
    expect(causeText(result, 'new')).toBe('likely tight')
    expect(decayReason(result, 'ip')).toMatch(/^It stays under the limit\. Likeliest tight, \d+ %\. A leak up to/)
    expect(nextForDecay({ ...result, complete: true }, 'new')).toMatch(/^Open the valves/)
    expect(nextForDecay({ ...result, complete: true }, 'new', 'what is due')).toMatch(
      /^Weigh in what is due first, then open the valves. To be surer/,
    )
    // half-way through the hold nothing is opened, however it looks
    expect(result.complete).toBe(false)
    expect(nextForDecay(result, 'new')).not.toMatch(/Open/)
    const tight = { ...result, cause: 'tight' } as const
    expect(nextForDecay(tight, 'new')).toMatch(/^Leave it shut until the hold is over/)
    expect(nextForDecay({ ...tight, complete: true }, 'new')).toBe('Open the valves.')
    expect(nextForDecay({ ...tight, complete: true }, 'new', '15.0 oz')).toBe(
      'Weigh in 15.0 oz first, then open the valves.',
    )
    const still = { ...result, verdict: 'tooClose' } as const
    expect(causeText(still, 'new')).toBe('can’t tell yet')
    expect(decayReason(still, 'ip')).toMatch(/not enough to say/)
  })
  it('nobody is asked to hold on at a unit that is sealed', () => {
    const open = { ...held((t) => 300 + 28 * Math.log1p(t / 60), undefined, 450), verdict: 'tooClose' } as const
    expect(nextForDecay(open, 'new')).toMatch(/^Hold on: about/)
    expect(heldWords(open, 'new')).toBe('The hold: can’t tell yet.')
    expect(heldWords({ ...open, cause: 'tight' }, 'new')).toBe('The hold: tight and dry.')
  })
  it('names whichever is likeliest of what passes', () => {
    const result = { ...held(() => 300), cause: 'inconclusive', verdict: 'in' } as const
    const likely = (likelihood: DecayResult['likelihood']) => causeText({ ...result, likelihood }, 'new')
    expect(likely({ tight: 0.3, leak: 0.5, moisture: 0.2, both: 0 })).toBe('maybe a slow leak')
    expect(likely({ tight: 0.3, leak: 0.2, moisture: 0.5, both: 0 })).toBe('maybe a little damp')
    expect(likely({ tight: 0.1, leak: 0.2, moisture: 0.2, both: 0.5 })).toBe('maybe damp, with a slow leak')
  })
})

describe('the words of a nitrogen hold', () => {
  const psi = 6894.757
  const hold = (endPsi: number) =>
    judgePressureHold({
      startPa: 314.7 * psi,
      startK: 297,
      endPa: endPsi * psi,
      endK: 297,
      pressureStandardUncertaintyPa: 0.5 * psi,
      temperatureStandardUncertaintyK: 0.3,
      durationS: 900,
    })
  it('begun at 300 and raised to 450 are of the nitrogen, and of no pipe in the sun', () => {
    expect(pressureReason(hold(464.7), 'ip')).toMatch(/nitrogen went in since the hold began\. Begin the hold anew/)
    expect(pressureReason(hold(464.7), 'ip')).not.toMatch(/in the shade/)
    // 10 °F of sun on the pipe
    expect(pressureReason(hold(314.7 * 1.02), 'ip')).toMatch(/measure at the pipe, in the shade/)
    expect(pressureReason(hold(290), 'ip')).toMatch(/soap every joint/)
  })
})
