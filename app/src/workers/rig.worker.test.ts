import type { RigCommand, RigSamples, RigSession } from './rig.worker'
import type { Port } from './port'

const told: RigSamples[] = []
const worker = globalThis as unknown as Port<RigCommand, RigSamples>
const samples = () => told.flatMap((t) => t.samples)

describe('a rig that runs in its worker', () => {
  beforeAll(() => {
    worker.postMessage = (message) => void told.push(message)
    jest.requireActual('./rig.worker')
  })
  beforeEach(() => {
    told.length = 0
    jest.useFakeTimers({ now: 1_000_000 })
  })
  afterEach(() => {
    worker.onmessage!({ data: { kind: 'stop' } })
    jest.useRealTimers()
  })
  const session = (more: Partial<RigSession> = {}): RigSession => ({
    unitId: 'u',
    traceId: 't',
    rig: { kind: 'scale', name: 'calm' },
    seed: 7,
    startedMs: 1_000_000,
    baseS: 0,
    speed: 60,
    changes: [],
    ...more,
  })
  const change = { kind: 'flow', way: 'out' } as const
  const run = (of: RigSession, fromS = -1) => worker.onmessage!({ data: { kind: 'run', session: of, fromS } })
  const apply = (atS: number) => worker.onmessage!({ data: { kind: 'apply', atS, change } })

  it('gives a sample for each of its own seconds, once', () => {
    run(session())
    jest.advanceTimersByTime(2000)
    expect(samples().map((s) => s.timeS)).toEqual(Array.from({ length: 120 }, (_, i) => i + 1))
    expect(told.at(-1)!.nowS).toBe(120)
  })
  it('a change that arrives after its second is done at the next one, and said: played again alike it gives the same', () => {
    run(session())
    jest.advanceTimersByTime(1000)
    apply(31)
    jest.advanceTimersByTime(2000)
    const late = samples()
    const moved = told.flatMap((t) => t.moved ?? [])
    expect(moved).toEqual([{ fromS: 31, toS: 60 }])

    const again = (changes: RigSession['changes']) => {
      told.length = 0
      jest.setSystemTime(1_000_000)
      run(session({ changes }))
      jest.advanceTimersByTime(3000)
      return samples()
    }
    expect(again([{ atS: 60, change }])).toEqual(late)
    // and it does change something
    expect(again([])).not.toEqual(late)
  })
  it('one that is in time is done at its second', () => {
    run(session())
    jest.advanceTimersByTime(1000)
    apply(75)
    jest.advanceTimersByTime(2000)
    expect(told.flatMap((t) => t.moved ?? [])).toEqual([])
    const inTime = samples()
    told.length = 0
    jest.setSystemTime(1_000_000)
    run(session({ changes: [{ atS: 75, change }] }))
    jest.advanceTimersByTime(3000)
    expect(samples()).toEqual(inTime)
  })
  it('goes on from what is stored already, without telling it again', () => {
    run(session(), 90)
    jest.advanceTimersByTime(2000)
    expect(samples().map((s) => s.timeS)[0]).toBe(91)
  })
})
