import { acceptFrom } from '../measurement/globalRisk'
import type { VerdictThresholds } from '../measurement/judge'
import type { MethodProfile } from '../method/profile'

/**
 * From which probability on a reading is In, and up to which it is Out: what the method asks of each reading, and more where the instrument is so coarse that of all units called In too
 * many wouldn't be.
 *
 * @param standardK of the reading, and the tolerance that it is held against; K
 * Source: JCGM 106:2012, 9.5; habits of the profile.
 */
export function verdictThresholds(
  { inProbability, outProbability, inTrulyShare, soundShare }: MethodProfile,
  standardK: number,
  { lowK, highK }: { readonly lowK: number; readonly highK: number },
): VerdictThresholds {
  const half = Math.max((highK - lowK) / 2, 1e-9)
  return {
    in: acceptFrom(Math.max(standardK, 0) / half, {
      soundShare: soundShare.si,
      trulyIn: inTrulyShare.si,
      least: inProbability.si,
    }),
    out: outProbability.si,
  }
}
