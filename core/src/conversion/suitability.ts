import { STANDARD_ATMOSPHERE_PA } from '../air/atmosphere'
import type { MethodProfile } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { meanPressurePa } from '../refrigerant/coilMean'
import { isFlammable, type Refrigerant } from '../refrigerant/refrigerants'

export type ConversionRefusal =
  | 'flammableIntoUnlisted'
  | 'noDropInForR410A'
  | 'sameRefrigerant'
  | 'pressureOverPlate'
  | 'pressureOverOld'
  | 'cantBeMadeTight'

export interface ConversionQuestion {
  readonly from: Refrigerant
  readonly to: Refrigerant
  /** highest pressure that the plate allows on the high side, Pa gauge, where it says one */
  readonly highSideDesignPa?: number
  /** design day and margin; the customary ones where left out */
  readonly profile?: MethodProfile
}

/**
 * Whether a system may be converted at all. These are refusals that nobody overrides: a flammable refrigerant goes only
 * into equipment listed for it; equipment built for R-410A (its pressures, its oil, its valve) has no drop-in; and what the new refrigerant
 * condenses at on the design day may not pass the plate's high-side design pressure or, without a plate, the old refrigerant's own by more than a tenth.
 *
 * @returns undefined where nothing here speaks against it; the maker's and local rules still decide
 * Source: ISO 5149 / UL 60335-2-40: listing rule for flammable refrigerants, maximum allowable pressure.
 * @example R-22 → R-410A: 'pressureOverOld', 490 psia against 312 at 130 °F
 */
export function conversionRefusal({
  from,
  to,
  highSideDesignPa,
  profile = customaryProfile,
}: ConversionQuestion): ConversionRefusal | undefined {
  if (isFlammable(to) && !isFlammable(from)) return 'flammableIntoUnlisted'
  if (from === to) return 'sameRefrigerant'
  if (from === 'R-410A') return 'noDropInForR410A'
  if (isFlammable(to)) return 'flammableIntoUnlisted'
  const pressure = designPressures({ from, to, profile })
  if (highSideDesignPa !== undefined)
    return pressure.newPa === undefined || pressure.newPa > highSideDesignPa + STANDARD_ATMOSPHERE_PA
      ? 'pressureOverPlate'
      : undefined
  const { newPa, oldPa } = pressure
  // what has no liquid at the design day's temperature can't be compared, and nothing that was built for the old one bears it
  if (newPa === undefined) return 'pressureOverOld'
  return oldPa !== undefined && newPa > oldPa * (1 + profile.conversionPressureShare.si) ? 'pressureOverOld' : undefined
}

/** Condensing pressures on the design day, Pa absolute: where the condenser's mean is that temperature; undefined outside a refrigerant's data. */
export function designPressures({ from, to, profile = customaryProfile }: ConversionQuestion): {
  readonly newPa?: number
  readonly oldPa?: number
} {
  const at = (refrigerant: Refrigerant) => meanPressurePa(refrigerant, profile.designCondensingK.si)
  return { newPa: at(to), oldPa: at(from) }
}
