import type { ScaleHabits, ScaleWatch } from '@zetesis/core'
import { useMemo } from 'react'
import { useTraceWatch } from '@/recording/useTraceWatch'
import type { ScaleQuestion } from '@/workers/scale.worker'

const open = () => new Worker(new URL('../../workers/scale.worker.ts', window.location.href))

/** What happens on the scale that records on this device, judged in a worker as the samples come. */
export function useScaleWatch(traceId: string | undefined, habits: ScaleHabits): ScaleWatch | undefined {
  const question = useMemo(() => ({ habits }), [habits])
  return useTraceWatch<ScaleQuestion, ScaleWatch>(traceId, open, question)
}
