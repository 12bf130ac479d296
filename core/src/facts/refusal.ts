import { conversionRefusal, type ConversionRefusal } from '../conversion/suitability'
import type { ModelLabel } from '../label/modelLabel'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import type { UnitFacts } from './unitFacts'

/** Why this unit must not be converted, where it must not: by refrigerants, by the plate's design pressure where its label says it. */
export function refusalOf(
  { work, oldRefrigerant, refrigerant, builtFor, highSideDesign }: UnitFacts,
  { label, method }: { label?: ModelLabel; method?: MethodProfile } = {},
): ConversionRefusal | undefined {
  if (work !== 'conversion' || !oldRefrigerant || !refrigerant) return undefined
  // back to what it was built for it was always able to bear
  if (builtFor === refrigerant && oldRefrigerant !== refrigerant) return undefined
  const design = highSideDesign ?? label?.highSideDesign
  return conversionRefusal({
    from: builtFor ?? oldRefrigerant,
    to: refrigerant,
    ...(design ? { highSideDesignPa: toSi('gaugePressure', design) } : {}),
    ...(method ? { profile: method } : {}),
  })
}
