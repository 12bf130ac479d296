import {
  decodeChunk,
  downsample,
  traceRefs,
  unitView,
  type SheetPoint,
  type TraceSample,
  type UnitSystem,
} from '@zetesis/core'
import { traceCsv, type NumberedChunk, type RecordFile } from '@zetesis/contract'
import type { Db } from '../db/client'
import { findChunks, insertChunks, pageChunks, type TraceKey } from '../db/traces'
import { findUnit, unitExists } from '../db/units'
import { HttpProblem, notFound } from '../http/problem'
import { openRecord } from './record'

export type TracePlace = Omit<TraceKey, 'companyId'>

/** Chunks in one answer: about 40 000 samples. */
const PAGE = 64

/**
 * Stores chunks of a recording, all of them or none. The same chunk again is harmless; other samples under its number are refused, since a
 * recording never changes.
 *
 * @returns the numbers that weren't there before
 */
export async function storeChunks(
  db: Db,
  companyId: string,
  { unitId, traceId }: TracePlace,
  chunks: readonly NumberedChunk[],
): Promise<number[]> {
  const key = { companyId, unitId, traceId }
  const rows = chunks.map(({ number, count, data }) => ({ ...key, number, count, bytes: Buffer.from(data, 'base64') }))
  if (rows.some(({ count, bytes }) => decodeChunk(bytes)?.length !== count))
    throw new HttpProblem(422, 'badChunk', 'These bytes aren’t a chunk of a recording, or its count is wrong.')
  if (!(await unitExists(db, companyId, unitId))) throw notFound()
  return db.transaction(async (tx) => {
    const stored = await insertChunks(tx, rows)
    const before = rows.filter((row) => !stored.includes(row.number))
    const numbers = before.map((row) => row.number)
    const there = await findChunks(tx, key, numbers)
    if (before.some((row) => !there.find((t) => t.number === row.number)?.bytes.equals(row.bytes)))
      throw new HttpProblem(409, 'chunkTaken', 'Other samples are stored under this number. Begin a new recording.')
    return stored
  })
}

export async function chunksAfter(db: Db, companyId: string, trace: TracePlace, after: number) {
  const rows = await pageChunks(db, { companyId, ...trace }, { after, limit: PAGE + 1 })
  if (rows.length === 0 && after < 0 && !(await unitExists(db, companyId, trace.unitId))) throw notFound()
  return {
    chunks: rows.slice(0, PAGE).map(({ number, count, bytes }) => ({ number, count, data: bytes.toString('base64') })),
    more: rows.length > PAGE,
  }
}

/** All samples of a recording, as far as they have arrived. */
export async function samplesOf(db: Db, companyId: string, trace: TracePlace): Promise<TraceSample[]> {
  const samples: TraceSample[] = []
  let after = -1
  for (;;) {
    const rows = await pageChunks(db, { companyId, ...trace }, { after, limit: PAGE })
    for (const { bytes } of rows) for (const sample of decodeChunk(bytes) ?? []) samples.push(sample)
    if (rows.length < PAGE) return samples
    after = rows.at(-1)!.number
  }
}

export async function csvOf(db: Db, companyId: string, trace: TracePlace, system: UnitSystem) {
  const unit = await findUnit(db, companyId, trace.unitId)
  const ref = unit && traceRefs(unit.record).find((t) => t.traceId === trace.traceId)
  if (!unit || !ref) throw notFound()
  const samples = await samplesOf(db, companyId, trace)
  return { name: unit.summary.tag, csv: traceCsv(samples, { startMs: ref.begunMs, speed: ref.speed, system }) }
}

/** What the decay sheet in the papers draws: enough for a line on paper. */
const DRAWN = 500

/** The recorded vacuum of a unit, thinned for drawing, in its own time. */
export async function recordedVacuum(db: Db, companyId: string, file: RecordFile): Promise<SheetPoint[]> {
  const { record, jobElevationM } = openRecord(file)
  const { vacuum } = unitView(record, { nowMs: 0, jobElevationM })
  const points: (readonly [number, number])[] = []
  for (const { traceId, begunMs } of vacuum.traces) {
    const from = vacuum.clock.runMs(begunMs)
    for (const { timeS, values } of await samplesOf(db, companyId, { unitId: file.unit.id, traceId })) {
      const pressure = values.vacuum
      if (typeof pressure === 'number' && pressure > 0) points.push([from + timeS * 1000, pressure])
    }
  }
  points.sort((a, b) => a[0] - b[0])
  return downsample(points, DRAWN, { logarithmic: true }).map(([runMs, pressurePa]) => ({ runMs, pressurePa }))
}
