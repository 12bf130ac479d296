import fc from 'fast-check'
import { chunkBounds, decodeChunk, encodeChunk } from './codec'
import { traceDigest } from './digest'
import { downsample } from './downsample'
import { runClock } from './runClock'
import { CHUNK_SAMPLES, type TraceSample } from './trace'

const sample = fc.record({
  timeS: fc.integer({ min: -1000, max: 10_000_000 }).map((ms) => ms / 1000),
  values: fc.record(
    {
      vacuum: fc.option(fc.integer({ min: 1, max: 101_325_000 }).map((m) => m / 1000)),
      testPressure: fc.option(fc.integer({ min: 0, max: 500_000 }).map((v) => v * 10)),
      ambient: fc.option(fc.integer({ min: 200_000, max: 350_000 }).map((m) => m / 1000)),
    },
    { requiredKeys: [] },
  ),
})

describe('chunks', () => {
  it('come back as they went, to the step that is kept', () => {
    fc.assert(
      fc.property(fc.array(sample, { maxLength: 60 }), (samples) => {
        const back = decodeChunk(encodeChunk(samples))!
        expect(back).toHaveLength(samples.length)
        const channels = ['vacuum', 'testPressure', 'ambient'] as const
        const used = channels.filter((c) => samples.some((s) => s.values[c] !== undefined))
        back.forEach((b, i) => {
          expect(b.timeS).toBe(samples[i]!.timeS)
          for (const c of used) expect(b.values[c]).toBe(samples[i]!.values[c] ?? null)
        })
      }),
    )
  })
  it('any bytes are a chunk or undefined, never a throw', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        const samples = decodeChunk(bytes)
        expect(samples === undefined || samples.length <= CHUNK_SAMPLES).toBe(true)
      }),
    )
  })
  it('a quiet gauge takes few bytes', () => {
    const quiet: TraceSample[] = Array.from({ length: 600 }, (_, i) => ({
      timeS: i,
      values: { vacuum: 40 + Math.round(3 * Math.sin(i)) * 0.133 },
    }))
    expect(encodeChunk(quiet).length / 600).toBeLessThan(5)
  })
  it('refuses what doesn’t fit', () => {
    const one = { timeS: 0, values: { vacuum: 1 } }
    expect(() => encodeChunk(Array.from({ length: CHUNK_SAMPLES + 1 }, () => one))).toThrow(RangeError)
    expect(() => encodeChunk([{ timeS: 0, values: { vacuum: Infinity } }])).toThrow(RangeError)
  })
  it('the hash is of the bytes, however they were cut', () => {
    const bytes = Uint8Array.from([1, 2, 3, 4])
    expect(traceDigest([bytes])).toBe(traceDigest([bytes.slice(0, 1), bytes.slice(1)]))
    expect(traceDigest([bytes])).not.toBe(traceDigest([bytes.slice(1)]))
  })
})

describe('the clock of a run', () => {
  it('is the wall’s without a rig', () => {
    expect(runClock([{ fromMs: 5, speed: 1 }]).runMs(1234)).toBe(1234)
  })
  it('runs ahead while a rig is fast, and keeps what it gained', () => {
    const clock = runClock([{ fromMs: 1000, toMs: 2000, speed: 60 }])
    expect(clock.runMs(1000)).toBe(1000)
    expect(clock.runMs(1500)).toBe(1000 + 30_000)
    expect(clock.runMs(3000)).toBe(1000 + 60_000 + 1000)
  })
  it('goes back to the wall', () => {
    const stretch = fc.record({
      fromMs: fc.integer({ min: 0, max: 100_000 }),
      long: fc.option(fc.integer({ min: 1, max: 50_000 }), { nil: undefined }),
      speed: fc.constantFrom(1, 5, 60),
    })
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 4 }), fc.integer({ min: 0, max: 300_000 }), (list, at) => {
        const clock = runClock(
          list.map(({ fromMs, long, speed }) => ({ fromMs, speed, ...(long ? { toMs: fromMs + long } : {}) })),
        )
        expect(clock.wallMs(clock.runMs(at))).toBeCloseTo(at, 3)
        expect(clock.runMs(at + 10)).toBeGreaterThanOrEqual(clock.runMs(at) + 10)
      }),
    )
  })
})

describe('thinning for drawing', () => {
  it('keeps both ends, the order and single peaks', () => {
    const points = Array.from({ length: 43_200 }, (_, i) => [i, i === 20_000 ? 900 : 300 + (i % 7)] as const)
    const thin = downsample(points, 400, { logarithmic: true })
    expect(thin).toHaveLength(400)
    expect(thin[0]![0]).toBe(0)
    expect(thin.at(-1)![0]).toBe(43_199)
    expect(thin.some(([x]) => x === 20_000)).toBe(true)
    expect(thin.every(([x], i) => i === 0 || x > thin[i - 1]![0])).toBe(true)
  })
  it('leaves a short curve alone', () => {
    expect(
      downsample(
        [
          [0, 1],
          [1, 2],
        ],
        100,
      ),
    ).toEqual([
      [0, 1],
      [1, 2],
    ])
  })
})

describe('a chunk read through', () => {
  it('lies between the bounds of its samples', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 0, max: 1e6, noNaN: true }),
            fc.option(fc.double({ min: 0.01, max: 1e5, noNaN: true })),
          ),
          {
            maxLength: 50,
          },
        ),
        (points) => {
          const bytes = encodeChunk(points.map(([timeS, vacuum]) => ({ timeS, values: { vacuum } })))
          const bounds = chunkBounds(bytes)!
          const read = decodeChunk(bytes)!
          const values = read.flatMap((s) => (typeof s.values.vacuum === 'number' ? [s.values.vacuum] : []))
          expect(bounds.count).toBe(points.length)
          if (read.length > 0) {
            expect(bounds.fromS).toBe(Math.min(...read.map((s) => s.timeS)))
            expect(bounds.toS).toBe(Math.max(...read.map((s) => s.timeS)))
          }
          expect(bounds.channels.vacuum).toEqual(
            values.length === 0 ? undefined : [Math.min(...values), Math.max(...values)],
          )
        },
      ),
    )
  })
  it('is none where the bytes are none', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 60 }), (bytes) => {
        expect(chunkBounds(bytes) === undefined).toBe(decodeChunk(bytes) === undefined)
      }),
    )
  })
})
