import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { CHUNK_SAMPLES, traceChannels, type TraceChannel, type TraceSample } from './trace'

/** Smallest step that is kept: a thousandth of a second; a hundredth of a micron, 10 Pa, a thousandth of a kelvin, a tenth of a gram. */
const TIME_STEP_S = 0.001
const steps: Record<TraceChannel, number> = {
  vacuum: 0.001,
  testPressure: 10,
  ambient: 0.001,
  mass: 0.0001,
  suctionPressure: 10,
  liquidPressure: 10,
  suctionLine: 0.001,
  liquidLine: 0.001,
  discharge: 0.001,
  returnDryBulb: 0.001,
  returnHumidity: 0.0001,
  supply: 0.001,
  outdoor: 0.001,
  staticPressure: 0.1,
  voltage: 0.1,
  amps: 0.01,
  lowSaturation: 0.001,
  highSaturation: 0.001,
  drierOut: 0.001,
}
/** channels as one byte, as long as the first eight are enough; else as a number */
const FORMAT = 1
const WIDE_FORMAT = 2

/**
 * Samples as bytes: columns of differences to the sample before, zigzagged, seven bits a byte. One sample a second of a quiet gauge
 * takes about four bytes.
 *
 * Layout: format, channels as bits, count; then per column the coded differences, a channel's value + 1 or 0 for none.
 * @throws RangeError for more than `CHUNK_SAMPLES` samples or a value that isn't finite or beyond what a recording can hold
 */
export function encodeChunk(samples: readonly TraceSample[]): Uint8Array {
  if (samples.length > CHUNK_SAMPLES) throw new RangeError('too many samples for a chunk')
  const channels = traceChannels.filter((c) => samples.some((s) => s.values[c] !== undefined))
  const bits = channels.reduce((sum, c) => sum | (1 << traceChannels.indexOf(c)), 0)
  const bytes: number[] = bits < 256 ? [FORMAT, bits] : [WIDE_FORMAT]
  if (bits >= 256) writeNumber(bytes, bits)
  writeNumber(bytes, samples.length)
  let before = 0
  for (const { timeS } of samples) {
    const now = whole(timeS / TIME_STEP_S)
    writeNumber(bytes, zigzag(now - before))
    before = now
  }
  for (const channel of channels) {
    before = 0
    for (const { values } of samples) {
      const value = values[channel]
      if (value === null || value === undefined) {
        bytes.push(0)
        continue
      }
      const now = whole(value / steps[channel])
      writeNumber(bytes, zigzag(now - before) + 1)
      before = now
    }
  }
  return Uint8Array.from(bytes)
}

/** What stands before the columns; undefined where the bytes aren't a chunk. */
function openChunk(bytes: Uint8Array): { reader: Reader; channels: TraceChannel[]; count: number } | undefined {
  const wide = bytes[0] === WIDE_FORMAT
  const reader = { bytes, at: wide ? 1 : 2 }
  const bits = (wide ? readNumber(reader) : bytes[1]) ?? 0
  if (!(wide || bytes[0] === FORMAT) || bits >= 1 << traceChannels.length) return undefined
  const count = readNumber(reader)
  if (count === undefined || count > CHUNK_SAMPLES) return undefined
  return { reader, channels: traceChannels.filter((_, i) => bits & (1 << i)), count }
}

/** The samples of a chunk; undefined where the bytes aren't one. */
export function decodeChunk(bytes: Uint8Array): TraceSample[] | undefined {
  const opened = openChunk(bytes)
  if (!opened) return undefined
  const { reader, channels: named, count } = opened
  const times = readColumn(reader, count, 0)
  if (!times) return undefined
  const columns: [TraceChannel, (number | null)[]][] = []
  for (const channel of named) {
    const column = readColumn(reader, count, 1)
    if (!column) return undefined
    columns.push([channel, column.map((v) => (v === null ? null : cleanStep(v, steps[channel])))])
  }
  if (reader.at !== bytes.length) return undefined
  return times.map((t, i) => ({
    timeS: cleanStep(t ?? 0, TIME_STEP_S),
    values: Object.fromEntries(columns.map(([channel, column]) => [channel, column[i]!])),
  }))
}

/** What a chunk holds, without its samples: how many, from when to when, and between what values each channel lies. */
export interface ChunkBounds {
  readonly count: number
  readonly fromS: number
  readonly toS: number
  readonly channels: { readonly [C in TraceChannel]?: readonly [low: number, high: number] }
}

/** Reads a chunk through without making samples of it; undefined where the bytes aren't one. A channel without a value isn't named. */
export function chunkBounds(bytes: Uint8Array): ChunkBounds | undefined {
  const opened = openChunk(bytes)
  if (!opened) return undefined
  const { reader, channels: named, count } = opened
  const times = readBounds(reader, count, 0)
  if (!times) return undefined
  const channels: { [C in TraceChannel]?: [number, number] } = {}
  for (const channel of named) {
    const bounds = readBounds(reader, count, 1)
    if (!bounds) return undefined
    if (bounds[0] <= bounds[1])
      channels[channel] = [cleanStep(bounds[0], steps[channel]), cleanStep(bounds[1], steps[channel])]
  }
  if (reader.at !== bytes.length) return undefined
  const [fromS, toS] = count === 0 ? [0, 0] : times
  return { count, fromS: cleanStep(fromS, TIME_STEP_S), toS: cleanStep(toS, TIME_STEP_S), channels }
}

/** Lowest and highest of a column; low above high where it holds nothing. */
function readBounds(reader: Reader, count: number, shift: 0 | 1): [number, number] | undefined {
  let low = Infinity
  let high = -Infinity
  let value = 0
  for (let i = 0; i < count; i++) {
    const coded = readNumber(reader)
    if (coded === undefined) return undefined
    if (shift === 1 && coded === 0) continue
    value += unzigzag(coded - shift)
    if (value < low) low = value
    if (value > high) high = value
  }
  return [low, high]
}

/** Hash of a whole recording: its chunks' bytes one after another (SHA-256). */
export function traceDigest(chunks: readonly Uint8Array[]): string {
  const hash = sha256.create()
  for (const chunk of chunks) hash.update(chunk)
  return bytesToHex(hash.digest())
}

/** differences of two such numbers, zigzagged, are still whole */
const MOST_WHOLE = Number.MAX_SAFE_INTEGER / 8

function whole(value: number): number {
  if (!(Math.abs(value) < MOST_WHOLE)) throw new RangeError('a sample must be a number, and such as there are')
  return Math.round(value)
}

/** 12 · 0.001 without the dust of binary fractions */
const cleanStep = (whole: number, step: number) => (step < 1 ? whole / Math.round(1 / step) : whole * step)

const zigzag = (value: number) => (value >= 0 ? 2 * value : -2 * value - 1)
const unzigzag = (value: number) => (value % 2 === 0 ? value / 2 : -(value + 1) / 2)

function writeNumber(bytes: number[], value: number): void {
  let left = value
  while (left >= 128) {
    bytes.push((left % 128) + 128)
    left = Math.floor(left / 128)
  }
  bytes.push(left)
}

interface Reader {
  readonly bytes: Uint8Array
  at: number
}

function readNumber(reader: Reader): number | undefined {
  let value = 0
  let factor = 1
  for (;;) {
    const byte = reader.bytes[reader.at++]
    if (byte === undefined || factor > 2 ** 49) return undefined
    value += (byte % 128) * factor
    if (byte < 128) return value
    factor *= 128
  }
}

/** @param shift 1 where 0 stands for a missing value */
function readColumn(reader: Reader, count: number, shift: 0 | 1): (number | null)[] | undefined {
  const column: (number | null)[] = []
  let before = 0
  for (let i = 0; i < count; i++) {
    const coded = readNumber(reader)
    if (coded === undefined) return undefined
    if (shift === 1 && coded === 0) column.push(null)
    else column.push((before += unzigzag(coded - shift)))
  }
  return column
}
