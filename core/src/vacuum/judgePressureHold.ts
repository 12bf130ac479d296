import { normalQuantile } from '../measurement/normal'
import { usualSi } from '../method/profile'
import { bounded } from '../quantity/bounded'
import { leakThatMattersPaPerS } from './leakSize'

/** What a company goes by; the customary ones where left out. */
export interface HoldHabits {
  /** within so many standard uncertainties nothing is lost, and from so many on it is */
  readonly nothingLost: number
  readonly lost: number
  /** with this likelihood a leak would have shown that a hold is said to see */
  readonly sure: number
  /** of gauge's and probe's uncertainty, what differs between two readings with the same one */
  readonly repeatShare: number
  /** standard uncertainty of the gas against the pipe where the probe sits, K */
  readonly gasK: number
}

export interface PressureHold {
  /** absolute, as all pressures here */
  readonly startPa: number
  readonly startK: number
  readonly endPa: number
  readonly endK: number
  /** of one reading of the gauge */
  readonly pressureStandardUncertaintyPa: number
  /** of one reading of the probe at the pipe */
  readonly temperatureStandardUncertaintyK: number
  readonly durationS: number
  readonly volumeM3?: number
  readonly habits?: Partial<HoldHabits>
  /** fall of pressure by the smallest leak that matters, and the share of the charge that it loses in a year; for a usual system where left out (`leakThatMattersPaPerS`) */
  readonly mattersPaPerS?: number
  readonly mattersShareAYear?: number
}

/** nothingLost: none within what these readings can tell, though a leak that matters could have hidden in it */
export type HoldState = 'in' | 'nothingLost' | 'tooClose' | 'out'

export interface PressureHoldVerdict {
  readonly verdict: HoldState
  /** nothing is lost: it goes on, as what it is, and nobody gives a reason */
  readonly passes: boolean
  /** it rose by more than the temperature and the readings explain: nitrogen was let in */
  readonly rose: boolean
  /** what the starting pressure comes to at the end's temperature */
  readonly expectedEndPa: number
  /** measured − expected: negative is a loss */
  readonly differencePa: number
  /** of the difference: one gauge and one probe read twice share most of their error */
  readonly standardUncertaintyPa: number
  /** the smallest loss that would have shown, with the method's likelihood; by the second, and in a year of service as a share of the charge */
  readonly smallestVisiblePa: number
  readonly smallestVisiblePaPerS: number
  readonly smallestVisibleShareAYear: number
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
 * Out from so many standard uncertainties of the difference missing (habit 3). Nothing lost within the habit's (2.5): it passes for what it is, no leak over the smallest that would have shown;
 * In where that smallest is no more than a leak that matters, both errors counted: what it would have lost lies so far beyond the limit that it would have been called with the method's
 * likelihood. Between, and where it rose by more than the temperature says, too close to call.
 *
 * @param hold pressures absolute, temperatures of the gas; a duration above zero
 * @throws RangeError where a pressure, temperature or duration isn't positive, or an uncertainty not zero or more; forms refuse those before
 * Source: ideal gas at constant volume, p₂ = p₁·T₂/T₁; uncertainty of correlated readings JCGM 100, 5.2.2; limits of detection by both errors, ISO 11843-1.
 * @example 450 psig at 80 °F that end at 441 psig and 70 °F: expected 441.4, nothing lost after a quarter of an hour, In after a day or two
 */
export function judgePressureHold(hold: PressureHold): PressureHoldVerdict {
  const { startPa, startK, endPa, endK, durationS, volumeM3 } = hold
  const { pressureStandardUncertaintyPa: uP, temperatureStandardUncertaintyK: uT } = hold
  const positive = [startPa, endPa, startK, endK, durationS].every((x) => x > 1e-9 && x < 1e12)
  if (!positive) throw new RangeError('pressures, temperatures and duration must be positive')
  if (!(uP >= 0 && uT >= 0 && uP + uT < 1e12)) throw new RangeError('uncertainties must be zero or more')
  const habits = { ...usualHoldHabits(), ...hold.habits }
  const ratio = endK / startK
  const expectedEndPa = startPa * ratio
  const differencePa = endPa - expectedEndPa
  const { perGauge, temperaturePa } = spread(hold, ratio, habits)
  const standardUncertaintyPa = Math.hypot(perGauge * uP, temperaturePa)
  const hair = 1e-9 * expectedEndPa
  /** a loss of so many standard uncertainties would have shown */
  const shows = habits.nothingLost + normalQuantile(habits.sure)
  const smallestVisiblePa = shows * standardUncertaintyPa
  const smallestVisiblePaPerS = smallestVisiblePa / durationS
  const shareAYear = hold.mattersShareAYear ?? usualSi('holdLeakShare')
  const mattersPaPerS = hold.mattersPaPerS ?? leakThatMattersPaPerS({ testPa: startPa, shareAYear }) ?? 0
  const seesEnough = smallestVisiblePaPerS <= mattersPaPerS * (1 + 1e-9)
  const lost = differencePa <= Math.min(-habits.lost * standardUncertaintyPa, -hair)
  const rose = differencePa > habits.lost * standardUncertaintyPa + hair
  const passes = !lost && !rose && differencePa >= -habits.nothingLost * standardUncertaintyPa - hair
  const wantedPa = (mattersPaPerS * durationS) / shows
  const gaugeVariance = (wantedPa ** 2 - temperaturePa ** 2) / perGauge ** 2
  return {
    verdict: lost ? 'out' : !passes ? 'tooClose' : seesEnough ? 'in' : 'nothingLost',
    passes,
    rose,
    expectedEndPa,
    differencePa,
    standardUncertaintyPa,
    smallestVisiblePa,
    smallestVisiblePaPerS,
    smallestVisibleShareAYear: mattersPaPerS > 0 ? bounded((shareAYear * smallestVisiblePaPerS) / mattersPaPerS) : 0,
    ...(volumeM3 === undefined ? {} : { smallestVisibleLeakPaM3PerS: bounded(volumeM3, 1e12) * smallestVisiblePaPerS }),
    tenthAfterS: 10 * durationS,
    mattersPaPerS,
    seesEnough,
    enoughAfterS: mattersPaPerS > 0 ? Math.min(smallestVisiblePa / mattersPaPerS, LONGEST_S) : LONGEST_S,
    ...(gaugeVariance > 0 ? { enoughGaugePa: Math.sqrt(3 * gaugeVariance) } : {}),
  }
}

/** no pipe warms by more between two readings, K */
const WARMED_AT_MOST_K = 20

/** Whether a hold stands higher than any warmth of the pipe could bring it: then nitrogen went in since it began, and it is begun anew. */
export const isRaised = ({ rose, differencePa, expectedEndPa }: PressureHoldVerdict): boolean =>
  rose && differencePa > expectedEndPa * (WARMED_AT_MOST_K / 290)

const usualHoldHabits = (): HoldHabits => ({
  nothingLost: usualSi('holdNothingLost'),
  lost: usualSi('holdLost'),
  sure: usualSi('holdSure'),
  repeatShare: usualSi('repeatShare'),
  gasK: usualSi('testGasK') / Math.sqrt(3),
})

/** What two readings with one instrument differ by doesn't cancel in their difference; what they share does, but for the ratio of the temperatures. */
function spread(
  { startPa, startK, temperatureStandardUncertaintyK: uT }: PressureHold,
  ratio: number,
  { repeatShare, gasK }: HoldHabits,
) {
  const twice = Math.hypot(1, ratio)
  const shared = Math.sqrt(Math.max(0, 1 - repeatShare ** 2)) * Math.abs(1 - ratio)
  const perInstrument = Math.hypot(repeatShare * twice, shared)
  const perKelvin = startPa / startK
  return { perGauge: perInstrument, temperaturePa: perKelvin * Math.hypot(perInstrument * uT, twice * gasK) }
}

/** what would take longer isn't told by holding */
const LONGEST_S = 365 * 86400
