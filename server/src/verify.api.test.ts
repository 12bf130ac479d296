// What ./zetesis verify finds: each kind of damage to one unit is named, and every other unit is looked at all the same.
import { randomUUID } from 'node:crypto'
import { verifyAll } from './services/verify'
import { entry, makeWorld, type World } from './test/world'

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
