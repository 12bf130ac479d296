import { recorder } from '@/sync/client'
import type { Source } from './source'

/** Writes down whatever a source gives, from its start on; answers with what stops it. */
export function record(source: Source, unitId: string, traceId: string): () => void {
  const unfollow = recorder.follow(traceId)
  const leave = source.onSample((batch) => {
    if ('chunks' in batch) void recorder.addChunks(unitId, traceId, batch.chunks)
    else recorder.add(unitId, traceId, batch.samples)
  })
  source.start()
  return () => {
    source.stop()
    leave()
    unfollow()
  }
}
