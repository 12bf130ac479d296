import { CHUNK_SAMPLES, decodeChunk, traceDigest, type TraceSample } from '@zetesis/core'
import { ApiError, NoAnswer } from './api'
import { fromBase64, toBase64 } from './base64'
import { makeRecorder, type SendChunks } from './recorder'
import { chunkKey, type StoredChunk, type TraceStore } from './traceStore'

const samples = (from: number, count: number): TraceSample[] =>
  Array.from({ length: count }, (_, i) => ({ timeS: from + i, values: { vacuum: 40 + (from + i) / 10 } }))

function memoryStore(): TraceStore & { rows: Map<string, StoredChunk> } {
  const rows = new Map<string, StoredChunk>()
  return {
    rows,
    load: async () => [...rows.values()],
    put: async (chunk) => void rows.set(chunkKey(chunk), chunk),
    remove: async (chunk) => void rows.delete(chunkKey(chunk)),
  }
}
const settled = async (until: () => boolean) => {
  for (let i = 0; i < 600 && !until(); i++) {
    jest.advanceTimersByTime(500)
    await Promise.resolve()
    await Promise.resolve()
  }
  if (!until()) throw new Error('never came')
}
const secondsOf = (chunks: readonly StoredChunk[]) => chunks.flatMap((c) => decodeChunk(c.bytes)!.map((s) => s.timeS))
const range = (count: number) => Array.from({ length: count }, (_, i) => i)
const refusal = (status: number) => new ApiError({ type: 't', title: 't', status, detail: `no: ${status}` })

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

describe('recorder', () => {
  it('seals a chunk when it is full, sends in order, and the end tells samples and hash', async () => {
    const sent: StoredChunk[] = []
    const recorder = makeRecorder({ store: memoryStore(), send: async (batch) => void sent.push(...batch) })
    await recorder.ready()
    recorder.add('u', 't', samples(0, CHUNK_SAMPLES + 50))
    await settled(() => sent.length === 1)
    expect(sent[0]).toMatchObject({ number: 0, count: CHUNK_SAMPLES })
    const end = await recorder.end('t')
    await settled(() => sent.length === 2)
    expect(end).toEqual({ samples: CHUNK_SAMPLES + 50, digest: traceDigest(sent.map((c) => c.bytes)) })
    expect(secondsOf(sent)).toEqual(range(CHUNK_SAMPLES + 50))
  })
  it('seals what is a minute old, so that others see a hold grow', async () => {
    const sent: StoredChunk[] = []
    const recorder = makeRecorder({ store: memoryStore(), send: async (batch) => void sent.push(...batch) })
    await recorder.ready()
    for (let s = 0; s < 70; s++) {
      recorder.add('u', 't', samples(s, 1))
      jest.advanceTimersByTime(1000)
      await Promise.resolve()
    }
    await settled(() => sent.length === 1)
    expect(sent[0]!.count).toBeGreaterThan(55)
  })
  it('is written down every few seconds, and at once when the page is about to go', async () => {
    const store = memoryStore()
    let puts = 0
    const counting = { ...store, put: (chunk: StoredChunk) => (puts++, store.put(chunk)) }
    const recorder = makeRecorder({ store: counting, send: async () => undefined })
    await recorder.ready()
    for (let s = 0; s < 30; s++) {
      recorder.add('u', 't', samples(s, 1))
      jest.advanceTimersByTime(1000)
      await Promise.resolve()
    }
    expect(puts).toBeGreaterThanOrEqual(9)
    expect(puts).toBeLessThanOrEqual(11)
    recorder.add('u', 't', samples(30, 1))
    jest.advanceTimersByTime(1000)
    recorder.keep()
    expect(secondsOf([...store.rows.values()])).toEqual(range(31))
    // nothing comes any more: what was held back is written down all the same
    recorder.add('u', 't', samples(31, 1))
    jest.advanceTimersByTime(4000)
    expect(secondsOf([...store.rows.values()])).toEqual(range(32))
  })
  it('is recording from before the first sample, between two chunks, and until its source and the last of it are through', async () => {
    const recorder = makeRecorder({ store: memoryStore(), send: async () => undefined })
    await recorder.ready()
    expect(recorder.isRecording()).toBe(false)
    const leave = recorder.follow('t')
    expect(recorder.isRecording()).toBe(true)
    recorder.add('u', 't', samples(0, CHUNK_SAMPLES))
    expect(recorder.isRecording()).toBe(true)
    recorder.add('u', 't', samples(CHUNK_SAMPLES, 1))
    leave()
    expect(recorder.isRecording()).toBe(true)
    await recorder.end('t')
    expect(recorder.isRecording()).toBe(false)
  })
  it('goes on after a reload where it was: no sample lost, none twice', async () => {
    const store = memoryStore()
    const away: SendChunks = async () => Promise.reject(new NoAnswer('away'))
    const before = makeRecorder({ store, send: away })
    await before.ready()
    before.add('u', 't', samples(0, 30))
    await settled(() => store.rows.size === 1)

    const sent: StoredChunk[] = []
    const after = makeRecorder({ store, send: async (batch) => void sent.push(...batch) })
    await after.ready()
    expect(after.last('t')?.timeS).toBe(29)
    after.add('u', 't', samples(30, 10))
    const end = await after.end('t')
    await settled(() => sent.length === 1)
    expect(end.samples).toBe(40)
    expect(secondsOf(sent)).toEqual(range(40))
  })
  it('waits for a server that is away and for a unit that isn’t there yet; keeps what is refused from blocking', async () => {
    const sent: number[] = []
    const answers = [new NoAnswer('away'), refusal(404), refusal(500)]
    const recorder = makeRecorder({
      store: memoryStore(),
      send: async (batch) => {
        const answer = answers.shift() ?? (batch.some((c) => c.number === 1) ? refusal(409) : undefined)
        if (answer) throw answer
        sent.push(...batch.map((c) => c.number))
      },
    })
    await recorder.ready()
    recorder.add('u', 't', samples(0, 3 * CHUNK_SAMPLES))
    await settled(() => recorder.waiting() === 0)
    expect(sent).toEqual([0, 2])
    expect(recorder.refused()).toBe('no: 409')
  })
  it('clears what has arrived, and keeps the chunks of what still runs', async () => {
    const store = memoryStore()
    const recorder = makeRecorder({ store, send: async () => undefined })
    await recorder.ready()
    recorder.add('u', 'done', samples(0, CHUNK_SAMPLES))
    recorder.add('u', 'runs', samples(0, CHUNK_SAMPLES))
    await settled(() => recorder.waiting() === 0)
    const next = makeRecorder({ store, send: async () => undefined, keeps: (traceId) => traceId === 'runs' })
    await next.ready()
    expect([next.chunks('done').length, next.chunks('runs').length]).toEqual([0, 1])
    expect([...store.rows.values()].map((c) => c.traceId)).toEqual(['runs'])
  })
  it('takes a whole recording at once', async () => {
    const source = makeRecorder({ store: memoryStore(), send: async () => undefined })
    await source.ready()
    source.add('u', 'a', samples(0, 20))
    await source.end('a')
    const sent: StoredChunk[] = []
    const recorder = makeRecorder({ store: memoryStore(), send: async (batch) => void sent.push(...batch) })
    await recorder.addChunks('u', 'b', source.chunks('a'))
    await settled(() => sent.length === 1)
    expect(secondsOf(sent)).toEqual(range(20))
  })
  it('bytes go through JSON and come back', () => {
    const bytes = Uint8Array.from({ length: 256 }, (_, i) => i)
    expect(fromBase64(toBase64(bytes))).toEqual(bytes)
  })
})
