import { usualSi } from '../method/profile'

/** Habits of the profile, resolved. */
export interface DecayHabits {
  readonly wellUnderShare: number
  readonly harmlessS: number
  readonly smallRiseShare: number
  readonly besideMoistureShare: number
  /** a cause is named from this confidence on */
  readonly sureShare: number
  /** from so fast a rise on it is too big a leak for a decay test, Pa/s */
  readonly grossPaPerS: number
  readonly inProbability: number
  readonly outProbability: number
}

/** The habits where no profile says otherwise. */
export const usualDecayHabits = (): DecayHabits => ({
  wellUnderShare: usualSi('decayWellUnderShare'),
  harmlessS: usualSi('decayHarmlessS'),
  smallRiseShare: usualSi('decaySmallRiseShare'),
  besideMoistureShare: usualSi('decayBesideMoistureShare'),
  sureShare: usualSi('decaySureShare'),
  grossPaPerS: usualSi('grossLeakPaPerS'),
  inProbability: usualSi('testInProbability'),
  outProbability: usualSi('outProbability'),
})
