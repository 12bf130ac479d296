import { assess, type Assessment } from '../tuning/assess'
import type { JudgedReading } from '../tuning/judgeCharge'
import { learntSteps } from './tuningRun'
import type { UnitView } from './unitView'

/**
 * What a reading that was typed or logged says beyond its verdict: `assess` with what the unit's log knows beside it, as `assessLive` asks it for a recording.
 *
 * @param reading judged, and whether it was taken settled
 * @param unit its facts, label and what was looked into and charged so far
 */
export function assessReading(
  { judged, settled }: { readonly judged: JudgedReading; readonly settled: boolean },
  { facts, tuning, label }: Pick<UnitView, 'facts' | 'tuning' | 'label'>,
): Assessment {
  const { beside, totalChargeKg, shortKg, steps } = tuning
  return assess({
    judged,
    settling: { state: settled ? 'settled' : 'settling' },
    facts,
    ...(label ? { label } : {}),
    beside,
    steps: learntSteps(steps),
    ...(totalChargeKg === undefined ? {} : { totalChargeKg }),
    ...(shortKg === undefined ? {} : { shortKg }),
  })
}
