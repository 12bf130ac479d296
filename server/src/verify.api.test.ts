// What ./zetesis verify finds: each kind of damage to one unit is named, and every other unit is looked at all the same.
import type { BookEntry } from '@zetesis/core'
import { sql } from 'drizzle-orm'
import { randomUUID } from 'node:crypto'
import { connect, type Db, type Tx } from './db/client'
import { loadDemoWorld } from './demo/load'
import { appendBook, chainBooks } from './services/book'
import { verifyAll } from './services/verify'
import { databaseBefore } from './test/before'
import { BUSY_MS, entry, makeWorld, type World } from './test/world'

let world: World
beforeAll(async () => {
  world = await makeWorld()
})
afterAll(() => world.close())

/** a unit with a few entries, among them one that a fold goes into deeply */
async function openUnit() {
  const unitId = randomUUID()
  const wren = await world.signedIn('wren')
  const entries = [
    entry({ kind: 'opened', jobId: world.ours.jobId, tag: `V-${unitId.slice(0, 4)}` }),
    entry({ kind: 'weighed', direction: 'add', before: { value: 20, unit: 'lb' }, after: { value: 19, unit: 'lb' } }),
    entry({ kind: 'note', text: 'as it was' }),
  ]
  await wren.post(`/api/units/${unitId}/entries`).send({ entries }).expect(201)
  return unitId
}
const damage: readonly (readonly [what: string, sql: string, reason: string])[] = [
  ['an entry that is none any more', `update log_entries set entry = '{"kind":"weighed"}' where seq = 2`, 'altered'],
  ['an entry of nothing', `update log_entries set entry = 'null' where seq = 2`, 'altered'],
  [
    'a figure',
    `update log_entries set entry = jsonb_set(entry::jsonb, '{after,value}', '18') where seq = 2`,
    'altered',
  ],
  ['an author', `update log_entries set author_name = 'Somebody else' where seq = 3`, 'altered'],
  ['a hash', `update log_entries set hash = repeat('a', 64) where seq = 2`, 'altered'],
  ['a link', `update log_entries set previous_hash = repeat('b', 64) where seq = 3`, 'brokenLink'],
  ['an entry taken out', `delete from log_entries where seq = 2`, 'seqGap'],
]

describe('verifying a database', () => {
  it.each(damage)('%s is named, and all else still checked', async (_, sql, reason) => {
    const [hurt, sound] = [await openUnit(), await openUnit()]
    await world.pool.query(`${sql} and unit_id = $1`, [hurt])
    const { units } = await verifyAll(world.db)
    const of = (id: string) => units.find((u) => u.unitId === id)!
    expect(of(hurt)).toMatchObject({ stateAgrees: false, chain: { ok: false, reason } })
    expect(of(hurt).tag).toMatch(/^V-/)
    expect(of(sound)).toMatchObject({ chain: { ok: true, length: 3 }, stateAgrees: true, traces: [] })
    await world.pool.query('delete from log_entries where unit_id = $1', [hurt])
    await world.pool.query('delete from unit_state where unit_id = $1', [hurt])
  })
  it('a state that isn’t what its log says', async () => {
    const [hurt, sound] = [await openUnit(), await openUnit()]
    await world.pool.query(
      `update unit_state set summary = jsonb_set(summary::jsonb, '{tag}', '"other"') where unit_id = $1`,
      [hurt],
    )
    const { units } = await verifyAll(world.db)
    const of = (id: string) => units.find((u) => u.unitId === id)!
    expect(of(hurt)).toMatchObject({ chain: { ok: true }, stateAgrees: false })
    expect(of(sound)).toMatchObject({ chain: { ok: true }, stateAgrees: true })
  })
})

describe('a book of before there were links', () => {
  it('gets them once, as it stands, and what is appended goes on from there', async () => {
    const database = await databaseBefore(14)
    const { db, pool } = connect(database.url, { max: 2, connectMs: BUSY_MS })
    try {
      const [companyId, authorId] = [randomUUID(), randomUUID()]
      await pool.query(`insert into companies (id, name) values ($1, 'Old & Co')`, [companyId])
      const saved = (name: string) => {
        const card = { name, place: 'Here', timeZone: 'UTC', elevation: { value: 0, unit: 'm' } }
        return {
          ...entry({ kind: 'note', text: 'x' }),
          kind: 'jobSaved',
          jobId: randomUUID(),
          job: card,
        } as unknown as BookEntry
      }
      for (let seq = 1; seq <= 3; seq++) {
        const old = saved(`Job ${seq}`)
        await pool.query(
          `insert into book_entries (company_id, seq, entry_id, entry, author_id, author_name, at) values ($1, $2, $3, $4, $5, 'Wren', $6)`,
          [companyId, seq, old.id, JSON.stringify(old), authorId, old.at],
        )
      }
      await database.forward()
      const chainOf = async () => (await verifyAll(db)).books[0]!.chain
      expect(await chainOf()).toMatchObject({ ok: false })
      expect([await chainBooks(db), await chainBooks(db)]).toEqual([1, 0])
      expect(await chainOf()).toMatchObject({ ok: true, length: 3 })
      const author = { id: authorId, name: 'Wren' }
      await appendBook(db, { companyId, author }, [saved('Job 4')])
      expect(await chainOf()).toMatchObject({ ok: true, length: 4 })
      // the database holds days that no calendar of ours does: the link is named, and the rest is looked at
      await pool.query(`update book_entries set received_at = '290000-01-01' where company_id = $1 and seq = 4`, [
        companyId,
      ])
      expect(await chainOf()).toMatchObject({ ok: false, seq: 4, reason: 'altered' })
    } finally {
      await pool.end()
      await database.drop()
    }
  })
})

describe('a thousand bytes changed', () => {
  /** what verify is to name, by table and column; the name of what it belongs to */
  const places: readonly (readonly [table: string, columns: readonly string[], name: string, where?: string])[] = [
    [
      'log_entries',
      [
        'entry',
        'entry',
        'entry',
        'entry_id',
        'at',
        'author_id',
        'author_name',
        'received_at',
        'previous_hash',
        'hash',
        'seq',
      ],
      'unit_id',
    ],
    ['unit_state', ['summary', 'summary', 'last_hash', 'last_seq'], 'unit_id'],
    [
      'trace_chunks',
      ['bytes', 'bytes', 'count', 'number', 'trace_id'],
      'unit_id',
      `exists (select 1 from log_entries e where e.unit_id = t.unit_id and e.entry->>'kind' = 'traceEnded' and e.entry->>'traceId' = t.trace_id::text)`,
    ],
    [
      'book_entries',
      [
        'entry',
        'entry',
        'entry',
        'entry_id',
        'at',
        'author_id',
        'author_name',
        'received_at',
        'previous_hash',
        'hash',
        'seq',
      ],
      'company_id',
    ],
    ['jobs', ['name', 'card', 'standing'], 'id'],
    ['companies', ['name', 'card'], `'company'`],
    ['cylinders', ['cylinder', 'net_kg', 'uncertainty_kg', 'holds', 'findings', 'movements', 'last_at'], 'id'],
    [
      'cylinder_movements',
      [
        'at',
        'kg',
        'delta_kg',
        'uncertainty_kg',
        'refrigerant',
        'unit_id',
        'job_id',
        'by',
        'note',
        'entry_id',
        'before_kg',
      ],
      'entry_id',
    ],
  ]
  const flip = (text: string, random: Random): string => {
    const at = Math.floor(random() * text.length)
    const char = text[at]!
    const among = /\d/.test(char)
      ? '0123456789'
      : /[a-f]/.test(char)
        ? 'abcdef'
        : /[a-z]/i.test(char)
          ? 'abcdefghijklmnopqrstuvwxyzABC'
          : ' .-:x'
    const to = among[Math.floor(random() * among.length)]!
    return text.slice(0, at) + to + text.slice(at + 1)
  }

  it('each is named, by unit, recording, book, job, cylinder or movement', async () => {
    const database = await databaseBefore(99)
    const { db, pool } = connect(database.url, { max: 2, connectMs: BUSY_MS })
    try {
      await loadDemoWorld(pool)
      const sound = await verifyAll(db)
      expect(sound.units.filter((u) => !u.chain.ok || !u.stateAgrees || u.traces.length > 0 || u.fault)).toEqual([])
      expect(sound.books.map(({ chain, wrong }) => [chain.ok, wrong])).toEqual([[true, []]])
      const random = randomFrom(20_261)
      let changed = 0
      const unnamed: string[] = []
      for (let round = 0; changed < 1000; round++)
        await db
          .transaction(async (tx) => {
            const named = new Map<string, { what: string; now: string }>()
            const touched = new Set<string>()
            // a broken book ends what is looked at of its company: a round has one change of it, or others
            const tables = places.filter(
              ([table]) => /log|state|chunks/.test(table) || (table === 'book_entries') === (round % 8 === 0),
            )
            for (let i = 0; i < 120; i++) {
              const [table, columns, name, where = 'true'] = tables[Math.floor(random() * tables.length)]!
              const column = columns[Math.floor(random() * columns.length)]!
              const { rows } = await tx.execute<{ ctid: string; text: string; name: string }>(
                sql.raw(
                  `select t.ctid::text, "${column}"::text as text, (${name})::text as name from ${table} t where "${column}" is not null and ${where} order by md5(t.ctid::text || '${Math.floor(random() * 1e9)}') limit 1`,
                ),
              )
              const [row] = rows
              if (!row || row.text === '' || touched.has(row.name)) continue
              const text = flip(row.text, random)
              if (/_kg$|^kg$/.test(column) && !(Math.abs(Number(text) - Number(row.text)) > 1e-6)) continue
              const done = await tx
                .transaction(async (inner) => {
                  const { rowCount } = await inner.execute(
                    sql`update ${sql.raw(table)} t set ${sql.raw(`"${column}"`)} = ${text}::text::${sql.raw(await typeOf(inner, table, column))} where t.ctid = ${row.ctid}::tid and ${sql.raw(`"${column}"`)} is distinct from ${text}::text::${sql.raw(await typeOf(inner, table, column))}`,
                  )
                  return rowCount === 1
                })
                // no such value, or one that belongs to another row: no database holds that
                .catch(() => false)
              if (!done) continue
              named.set(row.name, {
                what: `${table}.${column}: ${row.text.slice(0, 80)} → ${text.slice(0, 80)}`,
                now: text,
              })
              // a row that is changed twice has a name that nothing knows
              touched.add(row.name).add(text)
            }
            const { units, books } = await verifyAll(tx as unknown as Db)
            const said = new Set([
              ...units
                .filter((u) => !u.chain.ok || !u.stateAgrees || u.traces.length > 0 || u.fault)
                .map((u) => u.unitId),
              ...books.flatMap((b) => [
                // an entry of the book is named by its number
                ...(b.chain.ok && !b.wrong.some((what) => what.startsWith('book’s entry')) ? [] : [b.companyId]),
                ...b.wrong,
              ]),
            ])
            const all = [...said].join('\n')
            for (const [name, { what, now }] of named)
              if (!all.includes(name) && !(what.startsWith('cylinder_movements.entry_id') && all.includes(now)))
                unnamed.push(what)
            changed += named.size
            throw new Undo()
          })
          .catch((error: unknown) => {
            if (!(error instanceof Undo)) throw error
          })
      expect(unnamed).toEqual([])
      expect(changed).toBeGreaterThanOrEqual(1000)
    } finally {
      await pool.end()
      await database.drop()
    }
  }, 240_000)
})

class Undo extends Error {}
type Random = () => number
/** the same numbers every time (a linear congruential generator; Knuth's constants) */
function randomFrom(seed: number): Random {
  let state = BigInt(seed)
  return () => {
    state = (state * 6364136223846793005n + 1442695040888963407n) & 0xffffffffffffffffn
    return Number(state >> 32n) / 2 ** 32
  }
}
const types = new Map<string, string>()
async function typeOf(tx: Tx, table: string, column: string): Promise<string> {
  const key = `${table}.${column}`
  if (!types.has(key)) {
    const { rows } = await tx.execute<{ type: string }>(
      sql`select format_type(atttypid, atttypmod) as type from pg_attribute where attrelid = ${table}::regclass and attname = ${column}`,
    )
    types.set(key, rows[0]!.type)
  }
  return types.get(key)!
}
