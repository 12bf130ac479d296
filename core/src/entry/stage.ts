export type Stage = 'prepare' | 'pressureTest' | 'vacuum' | 'weighIn' | 'startUp' | 'handOver'
export const stages = [
  'prepare',
  'pressureTest',
  'vacuum',
  'weighIn',
  'startUp',
  'handOver',
] as const satisfies readonly Stage[]
/** Stages that a written reason can pass; handing over is done or it isn't. */
export type PassableStage = Exclude<Stage, 'handOver'>
export const passableStages = [
  'prepare',
  'pressureTest',
  'vacuum',
  'weighIn',
  'startUp',
] as const satisfies readonly PassableStage[]
