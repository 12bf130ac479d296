import { jobStandings, roles } from '@zetesis/core'
import { z } from 'zod'
import { BookItemSchema, ChainedEntrySchema, NumberedChunk } from './api'
import { stored } from './door'
import { StoredEntrySchema } from './entry/entry'
import { librarySchemas } from './library'

const { id, instant } = stored
const { BookEntrySchema, CompanyCardSchema, JobCardSchema } = librarySchemas(stored)

/** as it may stand in a mail's head: one line, no sign that ends one there */
const LoginText = z.string().regex(/^[^\s\p{C},;:<>"()[\]\\]{1,200}$/u, 'This is no login.')
/** a line or a few, without signs that no store or paper takes */
const line = (most: number) =>
  z
    .string()
    .max(most)
    .regex(/^[^\p{Cc}\p{Cs}]*$/u, 'Signs stand in it that can’t be shown.')

/** Days that a company which is to be deleted can be kept after all. */
export const GRACE_DAYS = 30

/** Everything of a company in one ZIP: the names of its files, JSON lines but for the first and the last. */
export const companyFiles = {
  company: 'company.json',
  people: 'people.jsonl',
  jobs: 'jobs.jsonl',
  book: 'book.jsonl',
  logs: 'logs.jsonl',
  traces: 'traces.jsonl',
  held: 'held.jsonl',
  audit: 'audit.jsonl',
  manifest: 'manifest.json',
} as const

export const CompanyLine = z.strictObject({
  id,
  name: line(300).min(1),
  card: CompanyCardSchema.optional(),
  rights: z.record(z.string(), z.record(z.string(), z.string())),
})
/** Without password, second factor and sessions. */
export const PersonLine = z.strictObject({
  id,
  name: line(200).min(1),
  login: LoginText,
  role: z.enum(roles),
  since: instant,
  removed: instant.optional(),
})
export const JobLine = z.strictObject({ id, standing: z.enum(jobStandings), job: JobCardSchema })
const hash = z.string().regex(/^[0-9a-f]{64}$/)
/** with its links, where the export was made by a version that had them */
export const BookLine = BookItemSchema.extend({
  receivedAt: instant,
  previousHash: hash.optional(),
  hash: hash.optional(),
})
/** one entry of one unit's log; a unit's entries follow one another, in their order */
export const LogLine = ChainedEntrySchema
export const TraceLine = z.strictObject({
  unitId: id,
  traceId: id,
  ...NumberedChunk.shape,
})
export const HeldLine = z.strictObject({
  id,
  userId: id,
  by: line(200),
  unitId: id.optional(),
  at: instant,
  decidedAt: instant.optional(),
  entries: z.array(z.union([StoredEntrySchema, BookEntrySchema])).max(500),
})
export const AuditLine = z.strictObject({
  at: instant,
  by: line(200),
  what: z.string().regex(/^[a-zA-Z]{1,40}$/),
  about: line(1000),
})

export const Manifest = z.strictObject({
  format: z.literal('zetesis.company'),
  version: z.literal(1),
  company: z.strictObject({ id, name: z.string().max(300) }),
  at: instant,
  by: z.string().max(200),
  /** of every file but this one and the papers: how many lines, and the SHA-256 of its bytes in hex */
  files: z.record(z.string(), z.strictObject({ lines: z.number().int(), sha256: z.string() })),
  /** papers that couldn't be made, with what was in the way */
  missing: z.array(z.strictObject({ file: z.string(), why: z.string() })),
  /** recordings that had not all arrived by then */
  incomplete: z.array(id).optional(),
})
export type Manifest = z.infer<typeof Manifest>

/** Typed out in full, so that nobody does it with a slip of the thumb. */
export const DeleteCompany = z.strictObject({ name: z.string().max(200), password: z.string().min(1).max(200) })
export const CompanyEnds = z.object({ ends: instant })
