import { channelTable, traceChannels, type TraceChannel } from '../reading/channels'
import { CHUNK_SAMPLES, type TraceSample } from './trace'

/** Smallest step of time that is kept: a thousandth of a second. The channels' own stand in their table. */
const TIME_STEP_S = 0.001

/** A channel as it stands in a chunk. */
export interface WireChannel<C extends string> {
  readonly name: C
  /** its number, never used for another one */
  readonly wire: number
  readonly step: number
}
/** in the order of their numbers: so the columns stand */
const wires: readonly WireChannel<TraceChannel>[] = traceChannels
  .map((name) => ({ name, wire: channelTable[name].wire!, step: channelTable[name].step }))
  .sort((a, b) => a.wire - b.wire)

/** the channels' numbers as bits in one byte, as long as the first eight are enough; as bits of a number below thirty; else as a list of numbers */
const FORMAT = 1
const WIDE_FORMAT = 2
const LIST_FORMAT = 3
const BITS = 30

interface Sample<C extends string> {
  readonly timeS: number
  readonly values: { readonly [K in C]?: number | null }
}

/**
 * Samples as bytes: columns of differences to the sample before, zigzagged, seven bits a byte. One sample a second of a quiet gauge
 * takes about four bytes.
 *
 * Layout: format, channels (as bits of their numbers, or counted and listed), count; then per column the coded differences, a channel's value + 1 or 0 for none.
 * @param known the channels that there are, in the order of their numbers; the product's own where none are given
 * @throws RangeError for more than `CHUNK_SAMPLES` samples or a value that isn't finite or beyond what a recording can hold
 */
export function encodeChunk(samples: readonly TraceSample[]): Uint8Array
export function encodeChunk<C extends string>(
  samples: readonly Sample<C>[],
  known: readonly WireChannel<C>[],
): Uint8Array
export function encodeChunk(
  samples: readonly Sample<string>[],
  known: readonly WireChannel<string>[] = wires,
): Uint8Array {
  if (samples.length > CHUNK_SAMPLES) throw new RangeError('too many samples for a chunk')
  const channels = known.filter((c) => samples.some((s) => s.values[c.name] !== undefined))
  const bytes = channelHead(channels.map((c) => c.wire))
  writeNumber(bytes, samples.length)
  let before = 0
  for (const { timeS } of samples) {
    const now = whole(timeS / TIME_STEP_S)
    writeNumber(bytes, zigzag(now - before))
    before = now
  }
  for (const { name, step } of channels) {
    before = 0
    for (const { values } of samples) {
      const value = values[name]
      if (value === null || value === undefined) {
        bytes.push(0)
        continue
      }
      const now = whole(value / step)
      writeNumber(bytes, zigzag(now - before) + 1)
      before = now
    }
  }
  return Uint8Array.from(bytes)
}

function channelHead(numbers: readonly number[]): number[] {
  if (numbers.some((n) => n >= BITS)) {
    const bytes = [LIST_FORMAT]
    for (const n of [numbers.length, ...numbers]) writeNumber(bytes, n)
    return bytes
  }
  const bits = numbers.reduce((sum, n) => sum + 2 ** n, 0)
  if (bits < 256) return [FORMAT, bits]
  const bytes = [WIDE_FORMAT]
  writeNumber(bytes, bits)
  return bytes
}

/** The numbers of a chunk's channels, rising; undefined where they can't be read. */
function readHead(reader: Reader): number[] | undefined {
  const format = reader.bytes[reader.at++]
  if (format === LIST_FORMAT) {
    const length = readNumber(reader)
    if (length === undefined || length > reader.bytes.length) return undefined
    const numbers = Array.from({ length }, () => readNumber(reader) ?? -1)
    return numbers.every((n, i) => n > (numbers[i - 1] ?? -1)) ? numbers : undefined
  }
  const bits = format === FORMAT ? reader.bytes[reader.at++] : format === WIDE_FORMAT ? readNumber(reader) : undefined
  if (bits === undefined || bits >= 2 ** BITS) return undefined
  return Array.from({ length: BITS }, (_, n) => n).filter((n) => bits & (1 << n))
}

interface Opened<C extends string> {
  readonly reader: Reader
  readonly channels: readonly WireChannel<C>[]
  readonly count: number
}

/** What stands before the columns; undefined where the bytes aren't a chunk, or hold a channel that isn't known. */
function openChunk<C extends string>(bytes: Uint8Array, known: readonly WireChannel<C>[]): Opened<C> | undefined {
  const reader = { bytes, at: 0 }
  const numbers = readHead(reader)
  const channels = numbers?.flatMap((n) => known.find((c) => c.wire === n) ?? [])
  if (!numbers || channels?.length !== numbers.length) return undefined
  const count = readNumber(reader)
  if (count === undefined || count > CHUNK_SAMPLES) return undefined
  return { reader, channels, count }
}

/** The samples of a chunk; undefined where the bytes aren't one. */
export function decodeChunk(bytes: Uint8Array): TraceSample[] | undefined
export function decodeChunk<C extends string>(
  bytes: Uint8Array,
  known: readonly WireChannel<C>[],
): Sample<C>[] | undefined
export function decodeChunk(
  bytes: Uint8Array,
  known: readonly WireChannel<string>[] = wires,
): Sample<string>[] | undefined {
  const opened = openChunk(bytes, known)
  if (!opened) return undefined
  const { reader, channels: named, count } = opened
  const times = readColumn(reader, count, 0)
  if (!times) return undefined
  const columns: [string, (number | null)[]][] = []
  for (const { name, step } of named) {
    const column = readColumn(reader, count, 1)
    if (!column) return undefined
    columns.push([name, column.map((v) => (v === null ? null : cleanStep(v, step)))])
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
  const opened = openChunk(bytes, wires)
  if (!opened) return undefined
  const { reader, channels: named, count } = opened
  const times = readBounds(reader, count, 0)
  if (!times) return undefined
  const channels: { [C in TraceChannel]?: [number, number] } = {}
  for (const { name, step } of named) {
    const bounds = readBounds(reader, count, 1)
    if (!bounds) return undefined
    if (bounds[0] <= bounds[1]) channels[name] = [cleanStep(bounds[0], step), cleanStep(bounds[1], step)]
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
