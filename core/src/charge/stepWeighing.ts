import { SETTLED_S, type ScaleStep } from './watchScale'

/** the edge of a rest moves by a second or two as more readings come */
const SAME_REST_S = 4

/** Whether a logged weighing of a recording, by its second there, is this very step. */
export const isStep = (atS: number | undefined, step: ScaleStep): boolean =>
  atS !== undefined && atS > step.before.toS && atS < step.after.fromS + SAME_REST_S

/** Whether the scale has stood long enough after a step to be read. */
const stands = ({ after }: ScaleStep) => after.toS - after.fromS >= SETTLED_S

/**
 * What a recording of the scale still asks a person about.
 *
 * @param steps as `watchScale` found them
 * @param logged seconds of the recording at which weighings of the log begin
 * @returns transfers that no entry tells of yet, in their order, and the last jump, if none does: a lift just after closing can hide what had flowed,
 * which only the person knows
 */
export function stepWeighing(
  steps: readonly ScaleStep[],
  logged: readonly number[],
): { readonly transfers: readonly ScaleStep[]; readonly jump?: ScaleStep } {
  const isOpen = (step: ScaleStep) => stands(step) && !logged.some((at) => isStep(at, step))
  const jump = steps.filter((s) => s.kind === 'jump').at(-1)
  return {
    transfers: steps.filter((s) => s.kind === 'transfer' && isOpen(s)),
    ...(jump && isOpen(jump) ? { jump } : {}),
  }
}
