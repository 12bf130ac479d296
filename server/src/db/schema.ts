import type { AuthenticatorTransport } from '@simplewebauthn/server'
import type {
  BookEntry,
  CompanyCard,
  Cylinder,
  CylinderFinding,
  Entry,
  JobCard,
  JobStanding,
  MovementKind,
  Refrigerant,
  RightsChanges,
  Role,
  UnitSummary,
} from '@zetesis/core'
import {
  bigint,
  customType,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  smallint,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
  varchar,
} from 'drizzle-orm/pg-core'

const bytea = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'bytea' })

/** Every key begins with the company: tenancy is in the key, and the tables can be distributed by it. */

export const companies = pgTable('companies', {
  id: uuid('id').primaryKey(),
  /** the card's, for lists and papers */
  name: text('name').notNull(),
  /** as the book has it: derived, written in the transaction that appends */
  card: jsonb('card').$type<CompanyCard>(),
  rights: jsonb('rights').$type<RightsChanges>().notNull().default({}),
  /** a lead asked for it to be deleted then */
  deleteAt: timestamp('delete_at', { withTimezone: true }),
})

/** Somebody with a password, in one company or in several. */
export const people = pgTable(
  'people',
  {
    id: uuid('id').primaryKey(),
    /** an e-mail address in small letters */
    login: text('login').notNull(),
    name: text('name').notNull(),
    passwordHash: text('password_hash').notNull(),
    /** base32, once it was confirmed with a code */
    secondFactor: text('second_factor'),
    /** shown and not confirmed yet */
    secondFactorNext: text('second_factor_next'),
    /** the step of the last code that was taken: none counts twice */
    secondFactorStep: bigint('second_factor_step', { mode: 'number' }).notNull().default(0),
    /** hashes of those not used yet */
    recoveryCodes: jsonb('recovery_codes').$type<readonly string[]>().notNull().default([]),
    /** where the next session begins */
    lastCompanyId: uuid('last_company_id'),
  },
  (t) => [uniqueIndex('people_login').on(t.login)],
)

/** Who is in a company, as what. Who was taken out stays here: their name stands in logs. */
export const memberships = pgTable(
  'memberships',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    userId: uuid('user_id')
      .notNull()
      .references(() => people.id),
    role: text('role').$type<Role>().notNull(),
    since: timestamp('since', { withTimezone: true }).notNull().defaultNow(),
    removedAt: timestamp('removed_at', { withTimezone: true }),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.userId] }), index('memberships_user').on(t.userId)],
)

export const invitations = pgTable(
  'invitations',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    id: uuid('id').notNull(),
    /** the link itself is nowhere but in its mail */
    tokenHash: text('token_hash').notNull(),
    login: text('login').notNull(),
    role: text('role').$type<Role>().notNull(),
    by: text('by').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    until: timestamp('until', { withTimezone: true }).notNull(),
    usedAt: timestamp('used_at', { withTimezone: true }),
    withdrawnAt: timestamp('withdrawn_at', { withTimezone: true }),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.id] }), uniqueIndex('invitations_token').on(t.tokenHash)],
)

/** Links for a new password, one use each; they belong to a person, not to a company. */
export const resets = pgTable(
  'resets',
  {
    tokenHash: text('token_hash').primaryKey(),
    userId: uuid('user_id')
      .notNull()
      .references(() => people.id),
    until: timestamp('until', { withTimezone: true }).notNull(),
    usedAt: timestamp('used_at', { withTimezone: true }),
  },
  (t) => [index('resets_user').on(t.userId)],
)

/** Every mail as it went out, or would have. */
export const mails = pgTable(
  'mails',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    id: uuid('id').notNull(),
    to: text('to').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    /** waiting: in the outbox; failed: given up, and why */
    state: text('state').$type<'waiting' | 'sent' | 'failed'>().notNull().default('sent'),
    problem: text('problem'),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.id] }), index('mails_time').on(t.companyId, t.at)],
)

/** Mails that are still to go out, sealed: what is for their readers alone is in no table and in no backup. */
export const outbox = pgTable(
  'outbox',
  {
    id: uuid('id').primaryKey(),
    sealed: text('sealed').notNull(),
    attempts: integer('attempts').notNull().default(0),
    nextAt: timestamp('next_at', { withTimezone: true }).notNull().defaultNow(),
    until: timestamp('until', { withTimezone: true }).notNull(),
  },
  (t) => [index('outbox_next').on(t.nextAt)],
)

/** Somebody asked for a new password under this name; whether there is such a person is looked at afterwards. */
export const resetsAsked = pgTable('resets_asked', {
  id: uuid('id').primaryKey(),
  login: text('login').notNull(),
  at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
})

/** Who did what to people and accounts: written beside the act, read by leads, changed by nobody. */
export const audit = pgTable(
  'audit',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    seq: bigint('seq', { mode: 'number' }).generatedAlwaysAsIdentity(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    by: text('by').notNull(),
    what: text('what').$type<AuditWhat>().notNull(),
    about: text('about').notNull(),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.seq] })],
)
export type AuditWhat =
  | 'setUp'
  | 'invited'
  | 'invitationWithdrawn'
  | 'joined'
  | 'roleChanged'
  | 'removed'
  | 'broughtBack'
  | 'passwordChanged'
  | 'passwordReset'
  | 'resetAsked'
  | 'sessionEnded'
  | 'sessionsEnded'
  | 'secondFactorOn'
  | 'secondFactorOff'
  | 'passkeyAdded'
  | 'passkeyEnded'
  | 'heldTaken'
  | 'heldPutAway'
  | 'exported'
  | 'imported'
  | 'deletionAsked'
  | 'deletionTakenBack'

/** What a removed person's phone still sent: in no log until a lead takes it. */
export const held = pgTable(
  'held',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    id: uuid('id').notNull(),
    userId: uuid('user_id').notNull(),
    by: text('by').notNull(),
    /** none for the company's book */
    unitId: uuid('unit_id'),
    entries: jsonb('entries').$type<readonly (Entry | BookEntry)[]>().notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    decidedAt: timestamp('decided_at', { withTimezone: true }),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.id] })],
)

/** The code that sets an empty installation up: one row. */
export const setUp = pgTable('set_up', {
  id: integer('id').primaryKey(),
  codeHash: text('code_hash').notNull(),
  wrong: integer('wrong').notNull().default(0),
  usedAt: timestamp('used_at', { withTimezone: true }),
})

/** A job as the book has it: derived, written in the transaction that appends. */
export const jobs = pgTable(
  'jobs',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    id: uuid('id').notNull(),
    /** the card's, for lists and reports */
    name: text('name').notNull(),
    card: jsonb('card').$type<JobCard>().notNull(),
    standing: text('standing').$type<JobStanding>().notNull().default('open'),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.id] })],
)

/** Where a unit's log ends and what a board shows of it, written in the statement that appends, so that boards never replay a log. */
export const unitState = pgTable(
  'unit_state',
  {
    companyId: uuid('company_id').notNull(),
    unitId: uuid('unit_id').notNull(),
    jobId: uuid('job_id').notNull(),
    lastSeq: integer('last_seq').notNull(),
    lastHash: text('last_hash').notNull(),
    summary: jsonb('summary').$type<UnitSummary>().notNull(),
    /** what the summary was made with; an earlier one is made anew when the server starts */
    summaryForm: smallint('summary_form').notNull().default(1),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.companyId, t.unitId] }),
    foreignKey({ columns: [t.companyId, t.jobId], foreignColumns: [jobs.companyId, jobs.id] }),
    index('unit_state_job').on(t.companyId, t.jobId),
  ],
)

/** The truth: one row an entry, never changed. */
export const logEntries = pgTable(
  'log_entries',
  {
    companyId: uuid('company_id').notNull(),
    unitId: uuid('unit_id').notNull(),
    seq: integer('seq').notNull(),
    entryId: uuid('entry_id').notNull(),
    entry: jsonb('entry').$type<Entry>().notNull(),
    authorId: uuid('author_id').notNull(),
    authorName: text('author_name').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull(),
    receivedAt: text('received_at').notNull(),
    previousHash: text('previous_hash').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.companyId, t.unitId, t.seq] }),
    uniqueIndex('log_entries_entry').on(t.companyId, t.unitId, t.entryId),
    foreignKey({ columns: [t.companyId, t.unitId], foreignColumns: [unitState.companyId, unitState.unitId] }),
  ],
)

/** Recordings in chunks of samples: core's `encodeChunk`, immutable, the same number stored once. */
export const traceChunks = pgTable(
  'trace_chunks',
  {
    companyId: uuid('company_id').notNull(),
    unitId: uuid('unit_id').notNull(),
    traceId: uuid('trace_id').notNull(),
    number: integer('number').notNull(),
    count: integer('count').notNull(),
    bytes: bytea('bytes').notNull(),
    receivedAt: timestamp('received_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.companyId, t.unitId, t.traceId, t.number] }),
    foreignKey({ columns: [t.companyId, t.unitId], foreignColumns: [unitState.companyId, unitState.unitId] }),
  ],
)

/** A cylinder as the book has it, and what is in it by all movements: derived, written in the transaction that appends. */
export const cylinders = pgTable(
  'cylinders',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    id: uuid('id').notNull(),
    cylinder: jsonb('cylinder').$type<Cylinder>().notNull(),
    netKg: doublePrecision('net_kg').notNull().default(0),
    uncertaintyKg: doublePrecision('uncertainty_kg').notNull().default(0),
    holds: text('holds').$type<Refrigerant>(),
    findings: jsonb('findings').$type<readonly CylinderFinding[]>().notNull().default([]),
    movements: integer('movements').notNull().default(0),
    lastAt: timestamp('last_at', { withTimezone: true }),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.id] })],
)

/** One line of the cylinder book, from a unit's log or the company's book; `delta_kg` adds up to what is in it. */
export const cylinderMovements = pgTable(
  'cylinder_movements',
  {
    companyId: uuid('company_id').notNull(),
    cylinderId: uuid('cylinder_id').notNull(),
    entryId: uuid('entry_id').notNull(),
    kind: text('kind').$type<MovementKind>().notNull(),
    at: timestamp('at', { withTimezone: true }).notNull(),
    kg: doublePrecision('kg').notNull(),
    deltaKg: doublePrecision('delta_kg').notNull(),
    uncertaintyKg: doublePrecision('uncertainty_kg').notNull(),
    refrigerant: text('refrigerant').$type<Refrigerant>(),
    beforeKg: doublePrecision('before_kg'),
    afterKg: doublePrecision('after_kg'),
    unitId: uuid('unit_id'),
    jobId: uuid('job_id'),
    by: text('by').notNull(),
    note: text('note'),
  },
  (t) => [
    primaryKey({ columns: [t.companyId, t.cylinderId, t.entryId] }),
    foreignKey({ columns: [t.companyId, t.cylinderId], foreignColumns: [cylinders.companyId, cylinders.id] }),
    index('cylinder_movements_time').on(t.companyId, t.cylinderId, t.at),
    index('cylinder_movements_unit').on(t.companyId, t.unitId),
  ],
)

/** The company's book: its models, kit and methods, as it grew; one row an entry, never changed. */
export const bookEntries = pgTable(
  'book_entries',
  {
    companyId: uuid('company_id')
      .notNull()
      .references(() => companies.id),
    seq: integer('seq').notNull(),
    entryId: uuid('entry_id').notNull(),
    entry: jsonb('entry').$type<BookEntry>().notNull(),
    authorId: uuid('author_id').notNull(),
    authorName: text('author_name').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull(),
    receivedAt: timestamp('received_at', { withTimezone: true }).notNull().defaultNow(),
    /** links as a unit's log has them; entries of before there were any get theirs when the server starts */
    previousHash: text('previous_hash'),
    hash: text('hash'),
  },
  (t) => [primaryKey({ columns: [t.companyId, t.seq] }), uniqueIndex('book_entries_entry').on(t.companyId, t.entryId)],
)

/** Passkeys: the public half of a key that lies in somebody's device. */
export const passkeys = pgTable(
  'passkeys',
  {
    /** as the authenticator names it, base64url */
    id: text('id').primaryKey(),
    userId: uuid('user_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    publicKey: bytea('public_key').notNull(),
    /** how often it signed, where it counts: a copy of it would count apart */
    counter: bigint('counter', { mode: 'number' }).notNull(),
    transports: jsonb('transports').$type<readonly AuthenticatorTransport[]>().notNull(),
    since: timestamp('since', { withTimezone: true }).notNull().defaultNow(),
    usedAt: timestamp('used_at', { withTimezone: true }),
  },
  (t) => [index('passkeys_user').on(t.userId)],
)

/** What opens the lock of somebody's device without its PIN, sealed with the server's secret, for whoever signs in as them. */
export const deviceLocks = pgTable(
  'device_locks',
  {
    userId: uuid('user_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    id: uuid('id').notNull(),
    sealed: text('sealed').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.id] })],
)

/** Sessions, in the shape that connect-pg-simple reads and writes. */
export const sessions = pgTable(
  'session',
  {
    sid: varchar('sid').primaryKey(),
    sess: json('sess').notNull(),
    expire: timestamp('expire', { precision: 6 }).notNull(),
  },
  (t) => [index('session_expire').on(t.expire)],
)

/** What browsers report of the pages' content policy, counted: no address, no person, no page. */
export const policyReports = pgTable(
  'policy_reports',
  {
    day: date('day').notNull(),
    directive: text('directive').notNull(),
    source: text('source').notNull(),
    count: integer('count').notNull(),
  },
  (t) => [primaryKey({ columns: [t.day, t.directive, t.source] })],
)
