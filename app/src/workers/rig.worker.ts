import type { TraceSample } from '@zetesis/core'
import { playRig, type PlayedRig, type RigChange, type RigChoice } from '@zetesis/rig'
import { port } from './port'

/** A rig that runs: made again from its seed and its changes it gives the same samples, so a reload loses nothing. */
export interface RigSession {
  readonly unitId: string
  readonly traceId: string
  readonly rig: RigChoice
  readonly seed: number
  /** on the wall, when this recording began */
  readonly startedMs: number
  /** of the rig's own time, when this recording began */
  readonly baseS: number
  readonly speed: number
  readonly changes: readonly { readonly atS: number; readonly change: RigChange }[]
}

export type RigCommand =
  | { kind: 'run'; session: RigSession; /** seconds of the recording that are stored already */ fromS: number }
  | { kind: 'apply'; atS: number; change: RigChange }
  | { kind: 'stop' }
export interface RigSamples {
  readonly samples: readonly TraceSample[]
  /** the rig's own time */
  readonly nowS: number
  /** a change was done later than it was asked for */
  readonly moved?: { readonly fromS: number; readonly toS: number }
}

const TICK_MS = 250
/** Steps in one go while it catches up: some tens of milliseconds of the worker's time. */
const MOST_STEPS = 4000

const here = port<RigCommand, RigSamples>()
let rig: PlayedRig | undefined
let session: RigSession | undefined
let changes: { atS: number; change: RigChange }[] = []
let nowS = 0
let fromS = -1
let timer: ReturnType<typeof setInterval> | undefined

here.onmessage = ({ data }) => {
  switch (data.kind) {
    case 'run':
      session = data.session
      rig = playRig(session.rig, session.seed)
      changes = [...session.changes]
      nowS = 0
      fromS = data.fromS
      clearInterval(timer)
      timer = setInterval(tick, TICK_MS)
      tick()
      return
    case 'apply':
      apply(data.atS, data.change)
      return
    case 'stop':
      clearInterval(timer)
      rig = undefined
      return
  }
}

/** Its second may have passed by the time it arrives, on a busy machine: then it is done at the next, and said, so that the rig is played again alike. */
function apply(askedS: number, change: RigChange): void {
  const atS = Math.max(askedS, nowS)
  changes.push({ atS, change })
  if (atS > askedS) here.postMessage({ samples: [], nowS, moved: { fromS: askedS, toS: atS } })
}

function tick(): void {
  if (!rig || !session) return
  const { startedMs, baseS, speed } = session
  const untilS = Math.floor(baseS + ((Date.now() - startedMs) / 1000) * speed)
  const samples: TraceSample[] = []
  for (let steps = 0; nowS < untilS && steps < MOST_STEPS; steps++) {
    for (const { change } of changes.filter((c) => c.atS === nowS)) rig.apply(change)
    const { timeS, values } = rig.step(1)
    nowS = Math.round(timeS)
    const inTrace = nowS - baseS
    if (inTrace > fromS && inTrace > 0) samples.push({ timeS: inTrace, values })
  }
  here.postMessage({ samples, nowS })
}
