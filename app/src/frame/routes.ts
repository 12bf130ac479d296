import type { Need, Stage } from '@zetesis/core'

export const stagePath: Record<Stage, string> = {
  prepare: 'prepare',
  baseline: 'baseline',
  recovery: 'recovery',
  refit: 'refit',
  pressureTest: 'pressure-test',
  vacuum: 'vacuum',
  weighIn: 'weigh-in',
  startUp: 'start-up',
  relabel: 'new-label',
  handOver: 'hand-over',
}

export const jobPath = (jobId: string) => `/jobs/${jobId}`
export const jobCardPath = (jobId: string) => `/jobs/${jobId}/card`
export const unitPath = (unitId: string) => `/units/${unitId}`
export const stageHref = (unitId: string, stage: Stage) => `/units/${unitId}/${stagePath[stage]}`

export const visitHref = (unitId: string) => `/units/${unitId}/visit`
export const visitsPath = '/visits'
export const portsHref = (unitId: string) => `/units/${unitId}/ports`

/** Where the next act on a unit is done. */
export function needHref(unitId: string, need: Need, current: Stage): string {
  if (need.code === 'nothing') return stageHref(unitId, 'handOver')
  if (need.code === 'conversionLeft') return stageHref(unitId, 'refit')
  if (need.code === 'onVisit') return visitHref(unitId)
  if (need.code === 'uncover') return stageHref(unitId, 'startUp')
  return stageHref(unitId, need.code === 'refused' && need.refusal === 'cantBeMadeTight' ? 'baseline' : current)
}
