import { chunkBounds, isSealed, traceDigest, traceRefs, type UnitRecord, type UnitSystem } from '@zetesis/core'
import { soundChunk, type NumberedChunk, type TraceState } from '@zetesis/contract'
import { LRUCache } from 'lru-cache'
import type { Db, Tx } from '../db/client'
import { addChunks, countSamples, findChunks, insertChunks, pageChunks, type TraceKey } from '../db/traces'
import { findUnit, holdUnit, unitExists } from '../db/units'
import { HttpProblem, notFound } from '../http/problem'
import type { Renderer } from '../workers/renderer'
import type { Heads } from './heads'

export type TracePlace = Omit<TraceKey, 'companyId'>

/** Chunks in one answer: about 40 000 samples. */
const PAGE = 64

/**
 * Stores chunks of a recording, all of them or none. The same chunk again is harmless; other samples under its number are refused, since a recording never
 * changes. A recording that the log says has ended takes what its count and digest say and nothing more, so that what a sealed record shows stays what it was.
 *
 * @returns the numbers that weren't there before
 */
export async function storeChunks(
  db: Db,
  heads: Heads,
  companyId: string,
  { unitId, traceId }: TracePlace,
  chunks: readonly NumberedChunk[],
): Promise<number[]> {
  const key = { companyId, unitId, traceId }
  const rows = chunks.map(({ number, count, data }) => ({ ...key, number, count, bytes: Buffer.from(data, 'base64') }))
  for (const { count, bytes } of rows) {
    const bounds = chunkBounds(bytes)
    if (bounds?.count !== count)
      throw new HttpProblem(422, 'badChunk', 'These bytes aren’t a chunk of a recording, or its count is wrong.')
    if (!soundChunk(bounds))
      throw new HttpProblem(422, 'badSample', 'A sample of this recording is one that no gauge gives. Import it anew.')
  }
  const own = new Map(rows.map((row) => [row.number, row]))
  if (rows.some((row) => !own.get(row.number)!.bytes.equals(row.bytes))) throw chunkTaken()
  const known = heads.peek(companyId, unitId)
  if (known && !isSealed(known.record) && !endOf(known.record, traceId)) {
    if (await addChunks(db, key, known, [...own.values()])) return [...own.keys()]
  }
  if (!(await unitExists(db, companyId, unitId))) throw notFound()
  return db.transaction(async (tx) => {
    // the log may not end the recording, or be sealed, between the look and the write
    if (!(await holdUnit(tx, companyId, unitId))) throw notFound()
    const head = await heads.read(tx, companyId, unitId)
    const stored = await insertChunks(tx, [...own.values()])
    const before = rows.filter((row) => !stored.includes(row.number))
    const there = await findChunks(
      tx,
      key,
      before.map((row) => row.number),
    )
    if (before.some((row) => !there.find((t) => t.number === row.number)?.bytes.equals(row.bytes))) throw chunkTaken()
    if (head && stored.length > 0) await mustFit(tx, key, head.record)
    return stored
  })
}

const chunkTaken = () =>
  new HttpProblem(409, 'chunkTaken', 'Other samples are stored under this number. Begin a new recording.')

/** What the log says of a recording's end. */
export function endOf(record: UnitRecord, traceId: string) {
  return record.items.traceEnded.find((end) => end.entry.traceId === traceId)?.entry
}

async function mustFit(tx: Tx, key: TraceKey, record: UnitRecord): Promise<void> {
  const end = endOf(record, key.traceId)
  if (!end) {
    if (!isSealed(record)) return
    throw new HttpProblem(409, 'sealed', 'This unit is sealed. Nothing is recorded on it any more.')
  }
  const samples = (await countSamples(tx, key.companyId, key.unitId)).get(key.traceId) ?? 0
  const whole = samples < end.samples || (samples === end.samples && (await digestOf(tx, key)) === end.digest)
  if (!whole)
    throw new HttpProblem(
      409,
      'recordingEnded',
      'This recording has ended, and these aren’t the samples it ended with.',
    )
}

/** Hash over all samples of a recording as they are stored. */
async function digestOf(db: Tx, key: TraceKey): Promise<string> {
  return traceDigest((await allChunks(db, key)).map((chunk) => chunk.bytes))
}

/** The same, with whether each chunk is one and holds as many samples as it says, and whether none is left out between them. */
export async function lookAtChunks(db: Tx, key: TraceKey) {
  const chunks = await allChunks(db, key)
  const isSound = chunks.every(({ count, bytes }) => {
    const bounds = chunkBounds(bytes)
    return bounds?.count === count && soundChunk(bounds)
  })
  return {
    digest: traceDigest(chunks.map((chunk) => chunk.bytes)),
    isSound,
    isGapless: chunks.every(({ number }, index) => number === index),
  }
}

async function allChunks(db: Tx, key: TraceKey): Promise<{ number: number; count: number; bytes: Buffer }[]> {
  const chunks: { number: number; count: number; bytes: Buffer }[] = []
  for (;;) {
    const page = await pageChunks(db, key, { after: chunks.at(-1)?.number ?? -1, limit: PAGE })
    chunks.push(...page)
    if (page.length < PAGE) return chunks
  }
}

/** Recordings that were found to be what the log says; they can't change any more. */
const wholeOnes = new LRUCache<string, true>({ max: 10_000 })

/** How far each recording of a unit has arrived, and whether it is what the log says of it. */
export async function traceStates(
  db: Db,
  companyId: string,
  unitId: string,
  record: UnitRecord,
): Promise<TraceState[]> {
  const counts = await countSamples(db, companyId, unitId)
  const states: TraceState[] = []
  for (const { traceId } of traceRefs(record)) {
    const end = endOf(record, traceId)
    const samples = counts.get(traceId) ?? 0
    if (!end) {
      states.push({ traceId, samples, state: 'running' })
      continue
    }
    const key = `${companyId} ${traceId} ${end.digest}`
    const whole =
      samples === end.samples &&
      (wholeOnes.has(key) || (await digestOf(db, { companyId, unitId, traceId })) === end.digest)
    if (whole) wholeOnes.set(key, true)
    const state = whole ? 'whole' : samples < end.samples ? 'missing' : 'altered'
    states.push({ traceId, samples, ended: end.samples, state })
  }
  return states
}

export async function chunksAfter(db: Db, companyId: string, trace: TracePlace, after: number) {
  const rows = await pageChunks(db, { companyId, ...trace }, { after, limit: PAGE + 1 })
  if (rows.length === 0 && after < 0 && !(await unitExists(db, companyId, trace.unitId))) throw notFound()
  return {
    chunks: rows.slice(0, PAGE).map(({ number, count, bytes }) => ({ number, count, data: bytes.toString('base64') })),
    more: rows.length > PAGE,
  }
}

/** The bytes of a recording's chunks, as far as they have arrived. */
export async function bytesOf(db: Db, companyId: string, trace: TracePlace): Promise<Uint8Array[]> {
  return (await allChunks(db, { companyId, ...trace })).map(({ bytes }) => new Uint8Array(bytes))
}

export async function csvOf(
  { db, heads, renderer }: { db: Db; heads: Heads; renderer: Renderer },
  companyId: string,
  trace: TracePlace,
  system: UnitSystem,
) {
  const unit = await findUnit(db, companyId, trace.unitId)
  const head = unit && (await heads.read(db, companyId, trace.unitId))
  const ref = head && traceRefs(head.record).find((t) => t.traceId === trace.traceId)
  if (!unit || !ref) throw notFound()
  const chunks = await bytesOf(db, companyId, trace)
  const csv = await renderer.render({ kind: 'trace', chunks, startMs: ref.begunMs, speed: ref.speed, system })
  return { name: unit.summary.tag, csv }
}
