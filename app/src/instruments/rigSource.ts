import type { RigCommand, RigSamples, RigSession } from '@/workers/rig.worker'
import type { RigChange } from '@zetesis/rig'
import { makeListeners, type Source } from './source'

/** The rig as a source: it runs in a worker, on its own clock. */
export interface RigSource extends Source {
  /** changes something at the next whole second of the rig; answers with that second */
  apply(change: RigChange): number
  nowS(): number
}

/**
 * @param fromS seconds of the recording that are stored already: they are played again, but not told again
 * @param moved told of a change that was done later than it was asked for
 */
export function rigSource(
  session: RigSession,
  fromS: number,
  moved: (change: NonNullable<RigSamples['moved']>) => void,
): RigSource {
  const { tell, onSample } = makeListeners()
  let worker: Worker | undefined
  let nowS = session.baseS
  const post = (command: RigCommand) => worker?.postMessage(command)
  return {
    start() {
      worker = new Worker(new URL('../workers/rig.worker.ts', window.location.href))
      worker.onmessage = ({ data }: MessageEvent<RigSamples>) => {
        nowS = data.nowS
        if (data.moved) moved(data.moved)
        if (data.samples.length > 0) tell({ samples: data.samples })
      }
      post({ kind: 'run', session, fromS })
    },
    stop() {
      post({ kind: 'stop' })
      worker?.terminate()
      worker = undefined
    },
    onSample,
    apply(change) {
      const byClock = session.baseS + ((Date.now() - session.startedMs) / 1000) * session.speed
      const atS = Math.max(Math.ceil(byClock), nowS) + 1
      post({ kind: 'apply', atS, change })
      return atS
    },
    nowS: () => nowS,
  }
}
