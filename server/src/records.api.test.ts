import { readFileSync } from 'node:fs'
import path from 'node:path'
import { RecordFile } from '@zetesis/contract'
import { makeWorld } from './test/world'

/** Records as an earlier version exported them (contract/src/records): put into a database they come out byte for byte. */
const file = (tag: string) =>
  readFileSync(path.join(__dirname, `../../contract/src/records/${tag}.record.json`), 'utf8')

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld()
})
afterAll(() => world.close())

it.each(['K-01', 'K-07', 'L-03'])('exports the record of %s as it was', async (tag) => {
  const exported = file(tag)
  const raw = JSON.parse(exported) as RecordFile
  const { companyId } = world.ours
  const { unit, job, log } = raw
  await world.pool.query('update companies set name = $2 where id = $1', [companyId, raw.company])
  await world.pool.query(
    `insert into jobs (company_id, id, name, card) values ($1, $2, $3, $4) on conflict do nothing`,
    [companyId, unit.jobId, job.name, { ...job, timeZone: 'UTC' }],
  )
  const wren = await world.signedIn('wren')
  await world.pool.query(
    `insert into unit_state (company_id, unit_id, job_id, last_seq, last_hash, summary) values ($1, $2, $3, $4, $5, $6)`,
    [companyId, unit.id, unit.jobId, log.length, raw.lastHash, { tag: unit.tag }],
  )
  for (const item of log) {
    await world.pool.query(
      `insert into log_entries (company_id, unit_id, seq, entry_id, entry, author_id, author_name, at, received_at, previous_hash, hash)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
      [
        companyId,
        unit.id,
        item.seq,
        item.entry.id,
        item.entry,
        item.author.id,
        item.author.name,
        item.entry.at,
        item.receivedAt,
        item.previousHash,
        item.hash,
      ],
    )
  }
  const { text } = await wren.get(`/api/units/${unit.id}/record.json`).buffer().expect(200)
  expect(text).toBe(exported)
})
