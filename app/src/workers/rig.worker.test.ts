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
  it('a change that arrives after its second counts from that second all the same, and nothing is told twice', () => {
    run(session())
    jest.advanceTimersByTime(1000)
    const before = samples().length
    apply(31)
    jest.advanceTimersByTime(2000)
    const late = samples()
    expect(late.map((s) => s.timeS)).toEqual(Array.from({ length: 180 }, (_, i) => i + 1))
    expect(told.map((t) => t.nowS)).toEqual([...told.map((t) => t.nowS)].sort((a, b) => a - b))

    // as if it had been there from the start
    told.length = 0
    jest.setSystemTime(1_000_000)
    run(session({ changes: [{ atS: 31, change }] }))
    jest.advanceTimersByTime(3000)
    expect(late.slice(before)).toEqual(samples().slice(before))

    // and it does change something
    told.length = 0
    jest.setSystemTime(1_000_000)
    run(session())
    jest.advanceTimersByTime(3000)
    expect(late.slice(before)).not.toEqual(samples().slice(before))
  })
  it('goes on from what is stored already, without telling it again', () => {
    run(session(), 90)
    jest.advanceTimersByTime(2000)
    expect(samples().map((s) => s.timeS)[0]).toBe(91)
  })
})
