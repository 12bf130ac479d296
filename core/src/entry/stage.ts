/** In the order that they are worked in; baseline, recovery, refit and relabel are a conversion's own. */
export const stages = [
  'prepare',
  'baseline',
  'recovery',
  'refit',
  'pressureTest',
  'vacuum',
  'weighIn',
  'startUp',
  'relabel',
  'handOver',
] as const
export type Stage = (typeof stages)[number]
export const conversionStages = ['baseline', 'recovery', 'refit', 'relabel'] as const satisfies readonly Stage[]
export type ConversionStage = (typeof conversionStages)[number]
export const isConversionStage = (stage: Stage): stage is ConversionStage =>
  (conversionStages as readonly Stage[]).includes(stage)

/** Stages that a written reason can pass; handing over is done or it isn't. */
export type PassableStage = Exclude<Stage, 'handOver'>
export const passableStages = stages.filter((stage) => stage !== 'handOver') as readonly PassableStage[]
