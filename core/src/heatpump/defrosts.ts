import type { TraceSample } from '../trace/trace'
import type { Defrost } from './defrost'
import { defrostsByPressure } from './defrostsByPressure'

/** heating warms supply over return by more than this, and a defrost cools it under by more: between lies a fan that only turns */
const HEATS_K = 3
const COOLS_K = 1.5
/** it goes over from heating at once; what cools longer after it stood is a start */
const AT_ONCE_S = 120
/** shorter is a probe that was moved */
const LEAST_S = 15

/**
 * Defrosts, found from the samples: the house's coil, which heated, cools, and heats again; or, where heaters in the duct or a fan that stands hide that, the high side, which
 * falls from the house's condensing pressure to the frosted coil's, and comes back.
 *
 * @param samples of one recording, rising in time, with return and supply air or both pressures; the high side's pressure tells how warm the outdoor coil got
 * @returns oldest first; none where neither was recorded, or where it never heated before
 */
export function findDefrosts(samples: readonly TraceSample[]): Defrost[] {
  const byAir = defrostsByAir(samples)
  const last = samples.at(-1)?.timeS ?? 0
  const apart = (a: Defrost, b: Defrost) =>
    (a.endS ?? last) < b.beginS - AT_ONCE_S || (b.endS ?? last) < a.beginS - AT_ONCE_S
  const alone = defrostsByPressure(samples).filter((p) => byAir.every((a) => apart(a, p)))
  return [...byAir, ...alone].sort((a, b) => a.beginS - b.beginS)
}

function defrostsByAir(samples: readonly TraceSample[]): Defrost[] {
  const found: Defrost[] = []
  let heatedS = -Infinity
  let open: { beginS: number; supplyK: number; lastPa?: number } | undefined
  for (const { timeS, values } of samples) {
    const { supply, returnDryBulb, liquidPressure } = values
    if (typeof supply !== 'number' || typeof returnDryBulb !== 'number') continue
    const riseK = supply - returnDryBulb
    if (!open) {
      if (riseK > HEATS_K) heatedS = timeS
      else if (timeS - heatedS < AT_ONCE_S && riseK < -COOLS_K) open = { beginS: timeS, supplyK: supply }
      continue
    }
    if (riseK > COOLS_K) {
      if (timeS - open.beginS >= LEAST_S)
        found.push({
          beginS: open.beginS,
          endS: timeS,
          supplyK: open.supplyK,
          ...(open.lastPa === undefined ? {} : { endPa: open.lastPa }),
        })
      open = undefined
      continue
    }
    open.supplyK = Math.min(open.supplyK, supply)
    // the highest: at the turn both sides come to one pressure
    if (typeof liquidPressure === 'number') open.lastPa = Math.max(open.lastPa ?? 0, liquidPressure)
  }
  if (open)
    found.push({
      beginS: open.beginS,
      supplyK: open.supplyK,
      ...(open.lastPa === undefined ? {} : { endPa: open.lastPa }),
    })
  return found
}
