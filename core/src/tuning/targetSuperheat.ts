import type { MethodProfile } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { fromSi, toSi } from '../quantity/unit'

export type Caution = 'coilMayFreeze'

export type TargetRefusal =
  | 'notANumber'
  | 'outdoorOutsideRule'
  | 'wetBulbOutsideRule'
  | 'wetBulbAboveDryBulb'
  | 'targetBelowFloor'

export type TargetSuperheat = { ok: true; targetK: number; cautions: Caution[] } | { ok: false; reason: TargetRefusal }

/**
 * Target superheat for a fixed orifice by the common rule, (3·IWB − 80 − ODB) / 2 with all temperatures in °F.
 *
 * @param indoorWetBulbK return air at the coil
 * @param outdoorDryBulbK air entering the condenser
 * @param indoorDryBulbK return air; with it, a cool return on a cool day is cautioned
 * @returns targetK, a difference in kelvin. Refused outside what the rule was fitted to (55–115 °F outdoors, 50–76 °F wet bulb)
 *          and where the target falls under the floor (5 °F): the orifice can't do it in this weather, don't charge
 * Source: the trade's linear fit to panel charts; its limits are in the profile.
 * @example 67 °F wet bulb, 95 °F outdoors: (201 − 80 − 95) / 2 = 13 °F
 */
export function targetSuperheat(
  {
    indoorWetBulbK,
    outdoorDryBulbK,
    indoorDryBulbK,
  }: { indoorWetBulbK: number; outdoorDryBulbK: number; indoorDryBulbK?: number },
  profile: MethodProfile = customaryProfile,
): TargetSuperheat {
  if (!Number.isFinite(indoorWetBulbK) || !Number.isFinite(outdoorDryBulbK)) return { ok: false, reason: 'notANumber' }
  if (indoorDryBulbK !== undefined && indoorWetBulbK > indoorDryBulbK + HAIR) {
    return { ok: false, reason: 'wetBulbAboveDryBulb' }
  }
  if (!within(outdoorDryBulbK, profile.ruleOutdoorLowK.si, profile.ruleOutdoorHighK.si)) {
    return { ok: false, reason: 'outdoorOutsideRule' }
  }
  if (!within(indoorWetBulbK, profile.ruleWetBulbLowK.si, profile.ruleWetBulbHighK.si)) {
    return { ok: false, reason: 'wetBulbOutsideRule' }
  }
  const wetBulbF = fromSi('temperature', indoorWetBulbK, '°F')
  const outdoorF = fromSi('temperature', outdoorDryBulbK, '°F')
  const targetF = (3 * wetBulbF - 80 - outdoorF) / 2
  const targetK = toSi('temperatureDifference', { value: targetF, unit: '°F' })
  if (targetK < profile.superheatFloorK.si - HAIR) return { ok: false, reason: 'targetBelowFloor' }
  const coolReturn = indoorDryBulbK !== undefined && indoorDryBulbK < profile.ruleCoolReturnK.si - HAIR
  const coolDay = outdoorDryBulbK < profile.coolOutdoorsK.si - HAIR
  return { ok: true, targetK, cautions: coolReturn && coolDay ? ['coilMayFreeze'] : [] }
}

/** rounding of a conversion must not push 55 °F out of a range that begins at 55 °F */
const HAIR = 1e-9
const within = (value: number, low: number, high: number) => value >= low - HAIR && value <= high + HAIR
