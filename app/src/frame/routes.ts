import type { Need, Stage } from '@zetesis/core'

export const stagePath: Record<Stage, string> = {
  prepare: 'prepare',
  pressureTest: 'pressure-test',
  vacuum: 'vacuum',
  weighIn: 'weigh-in',
  startUp: 'start-up',
  handOver: 'hand-over',
}

export const jobPath = (jobId: string) => `/jobs/${jobId}`
export const jobCardPath = (jobId: string) => `/jobs/${jobId}/card`
export const unitPath = (unitId: string) => `/units/${unitId}`
export const stageHref = (unitId: string, stage: Stage) => `/units/${unitId}/${stagePath[stage]}`

/** Where the next act on a unit is done. */
export function needHref(unitId: string, need: Need, current: Stage): string {
  return stageHref(unitId, need.code === 'nothing' ? 'handOver' : current)
}
