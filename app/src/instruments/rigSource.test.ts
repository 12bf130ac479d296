import { rigSource } from './rigSource'
import type { RigCommand, RigSamples, RigSession } from '@/workers/rig.worker'

const sent: RigCommand[] = []
let answer: (data: RigSamples) => void
class FakeWorker {
  set onmessage(listen: (event: { data: RigSamples }) => void) {
    answer = (data) => listen({ data })
  }
  postMessage(command: RigCommand) {
    sent.push(command)
  }
  terminate() {}
}

describe('a rig in its worker, from the page', () => {
  const session: RigSession = {
    unitId: 'u',
    traceId: 't',
    rig: { kind: 'scale', name: 'calm' },
    seed: 7,
    // the clock behind the rig, however slow this machine is
    startedMs: Date.now() + 600_000,
    baseS: 0,
    speed: 60,
    changes: [],
  }
  beforeEach(() => {
    sent.length = 0
    globalThis.Worker = FakeWorker as unknown as typeof Worker
  })
  it('asks for a change at a second that is still to come, and says when it was done later', () => {
    const moved: object[] = []
    const source = rigSource(session, -1, (change) => moved.push(change))
    const heard: unknown[] = []
    source.onSample((batch) => heard.push(batch))
    source.start()
    answer({ samples: [{ timeS: 40, values: {} }], nowS: 40 })
    const atS = source.apply({ kind: 'knock' })
    expect(atS).toBe(41)
    expect(sent.at(-1)).toEqual({ kind: 'apply', atS, change: { kind: 'knock' } })
    expect(moved).toEqual([])
    answer({ samples: [], nowS: 55, moved: { fromS: atS, toS: 55 } })
    expect(moved).toEqual([{ fromS: 41, toS: 55 }])
    // nothing was read by it
    expect(heard).toHaveLength(1)
    expect(source.nowS()).toBe(55)
  })
})
