import type { ChargeStep } from '../charge/adviseStep'
import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'
import type { Target } from './chargeTarget'
import type { Measured } from './measured'

/** The piston of a machine that was converted. */
export interface FittedOrifice {
  /** thousandths of an inch; absent where nobody said */
  readonly fittedThousandths?: number
  /** by `machineOrifice`, from what was in it */
  readonly reckonedThousandths?: number
}

export interface WrongOrifice {
  readonly side: 'narrow' | 'wide'
  /** superheat beyond the tolerance (below zero: under it), and the subcooling that it stands beside; K */
  readonly offK: number
  readonly subcoolingK: number
  readonly fittedThousandths?: number
  /** the size to try next */
  readonly nextThousandths?: number
  readonly nextFrom?: 'reckoned' | 'reading'
}

/** superheat that one percent of bore moves at the same subcooling, K: between the choked law's 1.7 near the right size and half of that far from it */
const PER_PERCENT_K = 1.2
/** superheat that a kelvin of subcooling stands for while a piston is charged */
const BY_SUBCOOLING = 0.7
/** no next size is further away than this, % */
const MOST_PERCENT = 12
/** a fitted size nearer than this to the reckoned one is that one, % */
const SAME_PERCENT = 1.6
/** the shares of the charge that have gone in without mending it */
const TRIED_SHARE = 0.09

/**
 * The symptom of an orifice that doesn't suit the new refrigerant, which charge steps don't mend: superheat too high although liquid stands before the device (more subcooling than sound machines usually have, or a
 * usual one after several steps; or less where the fitted size is far from the reckoned one); or too low with hardly any liquid before it. It names the next size: the reckoned one where another is fitted, else one by how far the reading is off.
 *
 * @param standardK of the superheat by its instruments: what they can't tell is no symptom
 * @returns undefined for other machines, without the readings, and where charge explains it
 * Source: handbooks of refrigeration service: starved and flooded coils behind fixed orifices.
 */
export function wrongOrifice({
  measured: { superheatK, subcoolingK },
  target,
  metering,
  orifice,
  steps = [],
  totalChargeKg,
  standardK = 0,
  profile,
}: {
  measured: Measured
  target: Target
  metering: Metering
  orifice: FittedOrifice | undefined
  steps?: readonly ChargeStep[]
  totalChargeKg?: number
  standardK?: number
  profile: MethodProfile
}): WrongOrifice | undefined {
  if (!orifice || metering !== 'fixedOrifice' || !target.ok || target.deciding !== 'superheat') return undefined
  if (superheatK === undefined || subcoolingK === undefined) return undefined
  const edge = target.tolerance.si + 2 * Math.min(Math.max(standardK, 0), 10)
  const overK = superheatK - target.targetK - edge
  const underK = superheatK - target.targetK + edge
  const added = steps.reduce((sum, s) => sum + Math.max(s.amountKg, 0), 0)
  const tried = totalChargeKg !== undefined && added >= TRIED_SHARE * totalChargeKg
  const usual = { low: profile.usualSubcoolingLowK.si, high: profile.usualSubcoolingHighK.si }
  const stands =
    subcoolingK >= usual.high ||
    (tried && subcoolingK >= usual.low) ||
    (subcoolingK >= usual.low / 2 && explains(orifice, superheatK - target.targetK))
  const found =
    overK > 0 && stands
      ? ({ side: 'narrow', offK: overK } as const)
      : underK < 0 && subcoolingK < usual.low / 2
        ? ({ side: 'wide', offK: underK } as const)
        : undefined
  if (!found) return undefined
  const offK = superheatK - target.targetK + BY_SUBCOOLING * (subcoolingK - (usual.low + usual.high) / 2)
  return { ...found, subcoolingK, ...sizes(orifice, offK) }
}

/** Whether the fitted size is narrower than the reckoned one by enough to be most of what the superheat is off: then less liquid before it is evidence enough. */
function explains({ fittedThousandths: fitted, reckonedThousandths: reckoned }: FittedOrifice, offK: number): boolean {
  if (fitted === undefined || reckoned === undefined) return false
  return (reckoned / fitted - 1) * 100 * PER_PERCENT_K >= MOST_OF * offK
}
const MOST_OF = 0.6

function sizes({ fittedThousandths: fitted, reckonedThousandths: reckoned }: FittedOrifice, offK: number) {
  if (fitted === undefined)
    return reckoned === undefined ? {} : { nextThousandths: Math.round(reckoned), nextFrom: 'reckoned' as const }
  const wanted = reckoned === undefined ? undefined : Math.round(reckoned)
  if (
    wanted !== undefined &&
    Math.sign(wanted - fitted) === Math.sign(offK) &&
    Math.abs(wanted / fitted - 1) * 100 > SAME_PERCENT
  )
    return { fittedThousandths: fitted, nextThousandths: wanted, nextFrom: 'reckoned' as const }
  const percent = Math.min(Math.max(offK / PER_PERCENT_K, -MOST_PERCENT), MOST_PERCENT)
  const next = Math.round(fitted * (1 + percent / 100))
  return {
    fittedThousandths: fitted,
    // at the least one real size
    nextThousandths: next === Math.round(fitted) ? Math.round(fitted) + Math.sign(percent) : next,
    nextFrom: 'reading' as const,
  }
}
