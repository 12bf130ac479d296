import { usualSi } from '../method/profile'
import { bounded } from '../quantity/bounded'
import { leakThatMattersPaPerS } from './leakSize'

export interface PressureHold {
  /** absolute, as all pressures here */
  readonly startPa: number
  readonly startK: number
  readonly endPa: number
  readonly endK: number
  /** of one reading of the gauge */
  readonly pressureStandardUncertaintyPa: number
  /** of one reading of the gas's temperature */
  readonly temperatureStandardUncertaintyK: number
  readonly durationS: number
  readonly volumeM3?: number
  /** within so many standard uncertainties nothing is lost, and from so many on it is; the customary ones where left out */
  readonly habits?: { readonly nothingLost: number; readonly lost: number }
  /** fall of pressure by the smallest leak that matters; for a usual system where left out (`leakThatMattersPaPerS`) */
  readonly mattersPaPerS?: number
}

export interface PressureHoldVerdict {
  readonly verdict: 'in' | 'out' | 'tooClose'
  /** what the starting pressure comes to at the end's temperature */
  readonly expectedEndPa: number
  /** measured − expected: negative is a loss */
  readonly differencePa: number
  /** of the difference */
  readonly standardUncertaintyPa: number
  /** loss of pressure a second that this hold would have called Out */
  readonly smallestVisiblePaPerS: number
  /** the same as a flow, where the volume is known */
  readonly smallestVisibleLeakPaM3PerS?: number
  /** how long a hold would have to be to see a tenth of it with these instruments */
  readonly tenthAfterS: number
  /** the smallest fall of pressure that has to be seen, and whether this hold could have */
  readonly mattersPaPerS: number
  readonly seesEnough: boolean
  /** so long a hold would see it with these instruments */
  readonly enoughAfterS: number
  /** or a gauge of ± so much (bare limits) in this hold's time; undefined where the temperature alone is too uncertain for that */
  readonly enoughGaugePa?: number
}

/**
 * Verdict on a nitrogen hold: the pressure at its end against what the start comes to at the end's temperature.
 *
 * By the usual habits: In within two standard uncertainties of the difference, Out when three or more are missing, too close to call
 * between. A pressure that rose by more than two is too close as well: the temperature wasn't the gas's. And so is a hold that couldn't have seen a leak
 * that matters, whatever it shows: it says how long, or on which gauge, it would.
 *
 * @param hold pressures absolute, temperatures of the gas; a duration above zero
 * @throws RangeError where a pressure, temperature or duration isn't positive, or an uncertainty not zero or more; forms refuse those before
 * Source: ideal gas at constant volume, p₂ = p₁·T₂/T₁; uncertainty JCGM 100, 5.1.2.
 * @example 450 psig at 80 °F that end at 441 psig and 70 °F a day later: expected 441.4, In; a quarter of an hour later: too close to call
 */
export function judgePressureHold(hold: PressureHold): PressureHoldVerdict {
  const { startPa, startK, endPa, endK, durationS, volumeM3 } = hold
  const { pressureStandardUncertaintyPa: uP, temperatureStandardUncertaintyK: uT } = hold
  const positive = [startPa, endPa, startK, endK, durationS].every((x) => x > 1e-9 && x < 1e12)
  if (!positive) throw new RangeError('pressures, temperatures and duration must be positive')
  if (!(uP >= 0 && uT >= 0 && uP + uT < 1e12)) throw new RangeError('uncertainties must be zero or more')
  const { nothingLost, lost } = hold.habits ?? {
    nothingLost: usualSi('holdNothingLost'),
    lost: usualSi('holdLost'),
  }
  const ratio = endK / startK
  const expectedEndPa = startPa * ratio
  const differencePa = endPa - expectedEndPa
  const standardUncertaintyPa = Math.hypot(uP, uP * ratio, (startPa / startK) * uT, (expectedEndPa / startK) * uT)
  const hair = 1e-9 * expectedEndPa
  const smallestVisiblePaPerS = (lost * standardUncertaintyPa) / durationS
  const mattersPaPerS =
    hold.mattersPaPerS ?? leakThatMattersPaPerS({ testPa: startPa, shareAYear: usualSi('holdLeakShare') }) ?? 0
  const seesEnough = smallestVisiblePaPerS <= mattersPaPerS * (1 + 1e-9)
  const verdict =
    differencePa <= Math.min(-lost * standardUncertaintyPa, -hair)
      ? 'out'
      : Math.abs(differencePa) <= nothingLost * standardUncertaintyPa + hair && seesEnough
        ? 'in'
        : 'tooClose'
  const wantedPa = (mattersPaPerS * durationS) / lost
  const gaugeVariance = (wantedPa ** 2 - (standardUncertaintyPa ** 2 - uP ** 2 * (1 + ratio ** 2))) / (1 + ratio ** 2)
  return {
    verdict,
    expectedEndPa,
    differencePa,
    standardUncertaintyPa,
    smallestVisiblePaPerS,
    ...(volumeM3 === undefined ? {} : { smallestVisibleLeakPaM3PerS: bounded(volumeM3, 1e12) * smallestVisiblePaPerS }),
    tenthAfterS: 10 * durationS,
    mattersPaPerS,
    seesEnough,
    enoughAfterS: mattersPaPerS > 0 ? Math.min((lost * standardUncertaintyPa) / mattersPaPerS, LONGEST_S) : LONGEST_S,
    ...(gaugeVariance > 0 ? { enoughGaugePa: Math.sqrt(3 * gaugeVariance) } : {}),
  }
}

/** what would take longer isn't told by holding */
const LONGEST_S = 365 * 86400
