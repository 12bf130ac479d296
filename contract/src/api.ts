import {
  assessmentReports,
  CHUNK_SAMPLES,
  jobStandings,
  MAX_CHUNKS,
  movementKinds,
  type CylinderFinding,
  type Refrigerant,
  type UnitSummary,
} from '@zetesis/core'
import { z } from 'zod'
import { admitting, stored } from './door'
import { EntrySchema, StoredEntrySchema } from './entry/entry'
import { librarySchemas } from './library'

const { id, instant, quantity } = stored
const { day } = admitting
const { BookEntrySchema } = librarySchemas(admitting)
const { BookEntrySchema: StoredBookEntrySchema, CylinderSchema, JobCardSchema } = librarySchemas(stored)

/** At most so many entries in one request; a phone with more sends several. */
export const MAX_BATCH = 200
/** Bytes of a request's body. */
export const MAX_BODY = 1_000_000

/** Whom a page believes signed in: nothing is taken from it when somebody else is. */
export const PERSON_HEADER = 'x-zetesis-person'
/** The company that a request is for, where it isn't the one that the session is in. */
export const COMPANY_HEADER = 'x-zetesis-company'

/** A job as the book has it, and how many units stand in it. */
export const Job = z.object({
  ...JobCardSchema.shape,
  id,
  standing: z.enum(jobStandings),
  units: z.number(),
  sealed: z.number(),
})
export type Job = z.infer<typeof Job>
export const JobList = z.object({ jobs: z.array(Job) })

/** Made by core's `summarise` on the server and read back by the same code: its type is enough. */
const summary = z.looseObject({ tag: z.string(), stages: z.array(z.unknown()) }) as unknown as z.ZodType<UnitSummary>
export const UnitRow = z.object({ id, jobId: id, lastSeq: z.number(), summary })
export type UnitRow = z.infer<typeof UnitRow>
export const UnitList = z.object({ units: z.array(UnitRow) })

export const AppendEntries = z.strictObject({ entries: z.array(EntrySchema).min(1).max(MAX_BATCH) })
export const Appended = z.object({
  appended: z.array(z.object({ id, seq: z.number(), hash: z.string() })),
  lastSeq: z.number(),
})
export type Appended = z.infer<typeof Appended>

const author = z.object({ id: z.string(), name: z.string() })
export const ChainedEntrySchema = z.object({
  unitId: id,
  seq: z.number().int().positive(),
  author,
  receivedAt: instant,
  entry: StoredEntrySchema,
  previousHash: z.string().regex(/^[0-9a-f]{64}$/),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
})
export const EntryPage = z.object({ entries: z.array(ChainedEntrySchema), more: z.boolean() })
export type EntryPage = z.infer<typeof EntryPage>

/** A chunk of a recording: its bytes (core's `encodeChunk`) in base64. */
export const TraceChunk = z.strictObject({
  count: z.number().int().min(1).max(CHUNK_SAMPLES),
  data: z.base64().min(4).max(40_000),
})
export type TraceChunk = z.infer<typeof TraceChunk>
export const NumberedChunk = TraceChunk.extend({
  number: z
    .number()
    .int()
    .min(0)
    .max(MAX_CHUNKS - 1),
})
export type NumberedChunk = z.infer<typeof NumberedChunk>
/** At most so many chunks in one request. */
export const CHUNK_BATCH = 24
export const PutChunks = z.strictObject({ chunks: z.array(NumberedChunk).min(1).max(CHUNK_BATCH) })
/** numbers that weren't there before */
export const ChunksStored = z.object({ stored: z.array(z.number()) })
export const TracePage = z.object({ chunks: z.array(NumberedChunk), more: z.boolean() })

/** How far a recording has arrived: running; whole, and what the log says of it; or with samples missing, or others than the log says. */
export const TraceState = z.object({
  traceId: id,
  samples: z.number(),
  /** samples that the log says it ended with */
  ended: z.number().optional(),
  state: z.enum(['running', 'whole', 'missing', 'altered']),
})
export type TraceState = z.infer<typeof TraceState>
export const TraceStates = z.object({ traces: z.array(TraceState) })

export const AppendBook = z.strictObject({ entries: z.array(BookEntrySchema).min(1).max(MAX_BATCH) })
export const BookItemSchema = z.object({ seq: z.number().int().positive(), author, entry: StoredBookEntrySchema })
export const BookPage = z.object({ entries: z.array(BookItemSchema), more: z.boolean() })
export const BookAppended = z.object({ lastSeq: z.number() })

/** Made by core's `balanceCylinder` on the server: its type is enough. */
const finding = z.looseObject({ code: z.string() }) as unknown as z.ZodType<CylinderFinding>
const refrigerantName = z.string().nullable() as unknown as z.ZodType<Refrigerant | null>

/** A cylinder of the book and what is in it, by everything that moved. */
export const CylinderRow = z.object({
  cylinder: CylinderSchema,
  netKg: z.number(),
  standardUncertaintyKg: z.number(),
  /** what is in it by what came; null where it is empty or nobody said */
  holds: refrigerantName,
  findings: z.array(finding).readonly(),
  movements: z.number(),
  lastAt: instant.optional(),
})
export type CylinderRow = z.infer<typeof CylinderRow>
export const CylinderList = z.object({ cylinders: z.array(CylinderRow) })

export const MovementLine = z.object({
  id,
  at: instant,
  kind: z.enum(movementKinds),
  /** what it changed, into the cylinder */
  kg: z.number(),
  /** for a weighing: what was found in it */
  foundKg: z.number().optional(),
  standardUncertaintyKg: z.number(),
  refrigerant: refrigerantName,
  cylinderId: id,
  cylinder: z.string(),
  by: z.string(),
  unitId: id.optional(),
  tag: z.string().optional(),
  job: z.string().optional(),
  note: z.string().optional(),
})
export type MovementLine = z.infer<typeof MovementLine>
export const CylinderPage = CylinderRow.extend({ lines: z.array(MovementLine), more: z.boolean() })
export type CylinderPage = z.infer<typeof CylinderPage>

/** A period by its first and its last day, both in it; days of UTC. */
export const ReportQuery = z
  .object({
    from: day,
    to: day,
    assessment: z.enum(assessmentReports).default('AR5'),
    units: z.enum(['ip', 'si']).default('ip'),
  })
  .refine(({ from, to }) => from <= to, { error: 'The period ends before it begins: swap the dates.', path: ['to'] })

const kg = z.number()
export const RefrigerantReport = z.object({
  from: instant,
  to: instant,
  assessment: z.enum(assessmentReports),
  refrigerants: z.array(
    z.object({
      refrigerant: refrigerantName,
      openingKg: kg,
      purchasedKg: kg,
      chargedKg: kg,
      recoveredKg: kg,
      returnedKg: kg,
      transferredKg: kg,
      unexplainedKg: kg,
      unexplainedUncertaintyKg: kg,
      closingKg: kg,
      netIntoUnitsCo2eKg: kg.optional(),
      closingCo2eKg: kg.optional(),
      movements: z.number(),
    }),
  ),
  jobs: z.array(z.object({ job: z.string(), refrigerant: refrigerantName, chargedKg: kg, recoveredKg: kg })),
  hoses: z.array(z.object({ job: z.string(), refrigerant: refrigerantName, keptKg: kg, lostKg: kg })),
})
export type RefrigerantReport = z.infer<typeof RefrigerantReport>

/** The commissioning record as a file: the whole log, verifiable offline by its hashes. */
export const RecordFile = z.object({
  format: z.literal('zetesis.record'),
  version: z.literal(1),
  unit: z.object({ id, jobId: id, tag: z.string() }),
  job: z.object({
    name: z.string(),
    place: z.string(),
    elevation: quantity('elevation'),
    customer: JobCardSchema.shape.customer,
  }),
  company: z.string(),
  log: z.array(ChainedEntrySchema),
  lastHash: z.string(),
})
export type RecordFile = z.infer<typeof RecordFile>

/** RFC 9457 problem details; `detail` is a sentence that says what to do, `errors` point at fields. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  errors: z.array(z.object({ path: z.string(), detail: z.string() })).optional(),
  /** the request's id, as it stands in the server's log */
  instance: z.string().optional(),
})
export type Problem = z.infer<typeof Problem>

/** The record file's JSON Schema (draft 2020-12), as published in docs/record.schema.json. */
export const recordJsonSchema = () => ({
  title: 'Zetesis commissioning record, version 1',
  ...z.toJSONSchema(RecordFile),
})
