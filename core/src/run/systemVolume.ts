import type { UnitFacts } from '../facts/unitFacts'
import { toSi } from '../quantity/unit'
import { estimateVolume } from '../vacuum/leakSize'

/** Inside of the system by its lines and charge, where those are known. */
export function systemVolume({ refrigerant, labelCharge, lineLength, liquidLine, vapourLine }: UnitFacts) {
  if (!refrigerant || !labelCharge || !lineLength || !liquidLine) return undefined
  return estimateVolume({
    refrigerant,
    labelChargeKg: toSi('mass', labelCharge),
    lineLengthM: toSi('length', lineLength),
    liquidLineM: toSi('tube', liquidLine),
    ...(vapourLine ? { vapourLineM: toSi('tube', vapourLine) } : {}),
  })
}
