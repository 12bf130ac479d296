import assert from 'node:assert/strict'
import { after, before, describe, it } from 'node:test'
import { verifyChain, type ChainedEntry } from '@zetesis/core'
import { fuzz } from './fuzz/run'
import { fuzzWorld } from './fuzz/world'

/** A short run of what ./zetesis fuzz does at length. */
describe('requests bent out of shape', () => {
  let world: Awaited<ReturnType<typeof fuzzWorld>>
  before(async () => {
    world = await fuzzWorld()
  })
  after(() => world?.server.stop())

  it('meet no fault of the server, and break no chain', async () => {
    const { statuses, faults } = await fuzz({ base: world.server.base, requests: 4000, seed: 2026, ...world })
    assert.deepEqual(faults, [])
    // neither is everything refused at the door
    assert.ok((statuses['201'] ?? 0) > 100, JSON.stringify(statuses))
    assert.ok((statuses['400'] ?? 0) > 100, JSON.stringify(statuses))
    assert.equal(world.server.starts(), 1)
    const { units } = await world.get<{ units: { id: string }[] }>('/units')
    for (const { id } of units) {
      const log: ChainedEntry[] = []
      for (let more = true; more;) {
        const page = await world.get<{ entries: ChainedEntry[]; more: boolean }>(
          `/units/${id}/entries?after=${log.length}`,
        )
        log.push(...page.entries)
        more = page.more
      }
      assert.equal(verifyChain(log).ok, true)
    }
  })
})
