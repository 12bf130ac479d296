import { decodeChunk, watchScale, type ScaleHabits, type ScaleSample, type ScaleWatch } from '@zetesis/core'
import { traceDesk } from './traceDesk'

export interface ScaleQuestion {
  readonly habits: ScaleHabits
}

traceDesk<ScaleSample, ScaleQuestion, ScaleWatch>(
  (bytes) => (decodeChunk(bytes) ?? []).map(({ timeS, values }) => ({ timeS, kg: values.mass ?? null })),
  (samples, { habits }) => watchScale(samples, habits),
)
