import type { MethodProfile } from '../method/profile'

/** Whether today's conditions let a reading decide the charge. */
export interface ConditionsWindow {
  readonly outdoor: 'unknown' | 'tooCold' | 'inside' | 'tooHot'
  readonly indoor: 'unknown' | 'inside' | 'outside'
}

/** a value typed in another unit meets the limit within rounding, K */
const HAIR = 1e-9

/**
 * May today decide? The one ruler of weather and house, by the method's (or the label's) floor, ceiling and indoor window; what follows from it, a gate, a
 * finding or a return visit, is for whoever asks.
 *
 * @param at outdoor and return air, K; what wasn't measured is unknown, which no gate takes for inside
 */
export function conditionsWindow(
  { outdoorK, returnK }: { readonly outdoorK?: number; readonly returnK?: number },
  method: MethodProfile,
): ConditionsWindow {
  const under = (k: number, limitK: number) => k < limitK - HAIR
  return {
    outdoor:
      outdoorK === undefined
        ? 'unknown'
        : under(outdoorK, method.outdoorFloorK.si)
          ? 'tooCold'
          : under(method.outdoorCeilingK.si, outdoorK)
            ? 'tooHot'
            : 'inside',
    indoor:
      returnK === undefined
        ? 'unknown'
        : under(returnK, method.indoorLowK.si) || under(method.indoorHighK.si, returnK)
          ? 'outside'
          : 'inside',
  }
}
