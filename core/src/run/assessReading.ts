import { checkPlausibility } from '../measurement/checkPlausibility'
import type { PlausibilityCheck } from '../measurement/plausibility'
import { suggestSwap, type ProbeSwap } from '../measurement/suggestSwap'
import { tuneReading } from '../tuning/assessLive'
import type { JudgedReading } from '../tuning/judgeCharge'
import { plausibilityMargins, plausibleOf } from '../tuning/plausible'
import { learntSteps } from './tuningRun'
import type { UnitView } from './unitView'

export type AssessedReading = Partial<ReturnType<typeof tuneReading>> &
  Pick<ReturnType<typeof tuneReading>, 'ranked' | 'gates'> & {
    readonly checks: readonly PlausibilityCheck[]
    readonly swap?: ProbeSwap
  }

/**
 * What a reading says beyond its verdict: whether it can be true, what is probably wrong, the next step and what speaks against it. The
 * counterpart of `assessLive` for a reading that was typed or logged.
 *
 * @param reading judged, and whether it was taken settled
 * @param unit its facts, label and what was looked into and charged so far
 * @returns undefined while the metering device isn't known: nothing can be told then
 */
export function assessReading(
  { judged, settled }: { readonly judged: JudgedReading; readonly settled: boolean },
  { facts, tuning, label }: Pick<UnitView, 'facts' | 'tuning' | 'label'>,
): AssessedReading | undefined {
  const { metering } = facts
  const { mode } = judged
  if (!metering && mode === 'cooling') return undefined
  const plausible = plausibleOf(judged, { facts, running: true, mode })
  const margins = plausibilityMargins(judged.method)
  const checks = checkPlausibility(plausible, margins)
  const swap = suggestSwap(plausible, margins)
  // in heating the label's figure is a check: no charge follows from what it reads
  if (!metering || mode === 'heating') return { ranked: [], gates: [], checks, swap }
  const { beside, totalChargeKg } = tuning
  const found = tuneReading(
    { judged, metering, settling: { state: settled ? 'settled' : 'settling' }, checks },
    { beside, facts, label, steps: learntSteps(tuning.steps), totalChargeKg },
  )
  return { ...found, checks, swap }
}
