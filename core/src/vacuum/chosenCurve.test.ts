import type { CauseTerms, DecayCause } from './decayBelief'
import { chosenCurve } from './chosenCurve'
import type { DecayCurve, DecayFit, DecayModel } from './decayModels'

const terms: CauseTerms = {
  limitPa: 100,
  wellUnderShare: 0.8,
  harmlessS: 7200,
  smallRiseShare: 0.05,
  besideMoistureShare: 0.3,
}
const fit = (model: DecayModel, aicc: number, curve: Partial<DecayCurve>): DecayFit => ({
  model,
  aicc,
  chiSquared: 1,
  curve: { startPa: 30, risePa: 0, leakPaPerS: 0, timeConstantS: 100, ...curve },
})
const leak = { leakPaPerS: 0.02 }
const level = fit('level', 9, {})
const straight = fit('straight', 8, leak)
const bending = fit('bending', 7, { risePa: 40 })
const both = fit('bendingAndStraight', 6, { risePa: 40, ...leak })
const creeping = fit('creeping', 5, { risePa: 2, creeps: true })
const all = [level, straight, bending, both, creeping]
const chosen = (cause: DecayCause | 'inconclusive', fits: readonly DecayFit[] = all) => {
  return fits.find((f) => f.curve === chosenCurve(fits, cause, terms))!
}

describe('the curve that is drawn', () => {
  it('is the best of all where no cause is named', () => {
    expect(chosen('inconclusive')).toBe(creeping)
    expect(chosen('inconclusive', [level, straight])).toBe(straight)
  })
  it('is the best of those that mean the named cause', () => {
    // surfaces that give off gas and stay under the limit for the hour are tight
    expect(chosen('tight')).toBe(creeping)
    expect(chosen('tight', [level, straight, bending, both])).toBe(bending)
    expect(chosen('leak')).toBe(both)
    expect(chosen('leak', [level, straight, bending, creeping])).toBe(straight)
    expect(chosen('moisture')).toBe(bending)
    expect(chosen('both')).toBe(both)
  })
  it('means tight while its leak takes the limit’s own time to come to it', () => {
    const slow = fit('straight', 1, { leakPaPerS: 100 / 7200 })
    const faster = fit('straight', 1, { leakPaPerS: 101 / 7200 })
    expect(chosen('tight', [level, slow])).toBe(slow)
    expect(chosen('tight', [level, faster])).toBe(level)
  })
  it('means a leak beside a bend only where that levels off under the limit', () => {
    const wet = (risePa: number) => fit('bendingAndStraight', 1, { risePa, ...leak })
    expect(chosen('leak', [straight, wet(69)]).aicc).toBe(1)
    expect(chosen('leak', [straight, wet(70)])).toBe(straight)
    // a straight rise from over the limit is one all the same
    const high = fit('straight', 1, { startPa: 150, ...leak })
    expect(chosen('leak', [both, high])).toBe(high)
  })
  it('means wet where what surfaces give off passes the limit within the hour', () => {
    // 30 and 20 ln 37: 102
    const wet = fit('creeping', 1, { risePa: 20, creeps: true })
    expect(chosen('moisture', [bending, wet])).toBe(wet)
    expect(chosen('moisture', [bending, creeping])).toBe(bending)
    expect(chosen('tight', [level, wet])).toBe(level)
  })
  it('means both only with a leak and a rise', () => {
    expect(chosen('both', [fit('bendingAndStraight', 1, leak), fit('bending', 2, { risePa: 40 }), both])).toBe(both)
  })
  it('is none that was fitted to too few readings, and the best there is where nothing means the cause', () => {
    const scant = fit('bendingAndStraight', Infinity, { risePa: 40, ...leak })
    expect(chosen('both', [level, straight, scant])).toBe(straight)
    expect(chosen('leak', [level, bending])).toBe(bending)
  })
})
