import { isFlammable, type Refrigerant } from '../refrigerant/refrigerants'

export type ConversionRefusal = 'flammableIntoUnlisted' | 'noDropInForR410A' | 'sameRefrigerant'

/**
 * Whether a system may be converted at all. These are refusals that nobody overrides: a flammable refrigerant goes only
 * into equipment listed for it, and equipment built for R-410A (its pressures, its oil, its valve) has no drop-in.
 *
 * @returns undefined where nothing here speaks against it; the maker's and local rules still decide
 * Source: ISO 5149 / UL 60335-2-40 listing rule for flammable refrigerants.
 */
export function conversionRefusal({ from, to }: { from: Refrigerant; to: Refrigerant }): ConversionRefusal | undefined {
  if (isFlammable(to) && !isFlammable(from)) return 'flammableIntoUnlisted'
  if (from === to) return 'sameRefrigerant'
  if (from === 'R-410A') return 'noDropInForR410A'
  return isFlammable(to) ? 'flammableIntoUnlisted' : undefined
}
