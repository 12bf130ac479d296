import { usualSi } from '../method/profile'

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
}

/**
 * Verdict on a nitrogen hold: the pressure at its end against what the start comes to at the end's temperature.
 *
 * By the usual habits: In within two standard uncertainties of the difference, Out when three or more are missing, too close to call
 * between. A pressure that rose by more than two is too close as well: the temperature wasn't the gas's.
 *
 * @param hold pressures absolute, temperatures of the gas; a duration above zero
 * @throws RangeError where a pressure, temperature or duration isn't positive; forms refuse those before
 * Source: ideal gas at constant volume, p₂ = p₁·T₂/T₁; uncertainty JCGM 100, 5.1.2.
 * @example 450 psig at 80 °F that end at 441 psig and 70 °F: expected 441.4, In
 */
export function judgePressureHold(hold: PressureHold): PressureHoldVerdict {
  const { startPa, startK, endPa, endK, durationS, volumeM3 } = hold
  const { pressureStandardUncertaintyPa: uP, temperatureStandardUncertaintyK: uT } = hold
  if (!(startPa > 0 && endPa > 0 && startK > 0 && endK > 0 && durationS > 0))
    throw new RangeError('pressures, temperatures and duration must be positive')
  const { nothingLost, lost } = hold.habits ?? {
    nothingLost: usualSi('holdNothingLost'),
    lost: usualSi('holdLost'),
  }
  const ratio = endK / startK
  const expectedEndPa = startPa * ratio
  const differencePa = endPa - expectedEndPa
  const standardUncertaintyPa = Math.hypot(uP, uP * ratio, (startPa / startK) * uT, (expectedEndPa / startK) * uT)
  const hair = 1e-9 * expectedEndPa
  const verdict =
    Math.abs(differencePa) <= nothingLost * standardUncertaintyPa + hair
      ? 'in'
      : differencePa <= -lost * standardUncertaintyPa
        ? 'out'
        : 'tooClose'
  const smallestVisiblePaPerS = (lost * standardUncertaintyPa) / durationS
  return {
    verdict,
    expectedEndPa,
    differencePa,
    standardUncertaintyPa,
    smallestVisiblePaPerS,
    ...(volumeM3 === undefined ? {} : { smallestVisibleLeakPaM3PerS: volumeM3 * smallestVisiblePaPerS }),
    tenthAfterS: 10 * durationS,
  }
}
