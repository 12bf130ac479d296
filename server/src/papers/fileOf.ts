import { entryHash, GENESIS_HASH, type ChainedEntry } from '@zetesis/core'
import type { RecordFile } from '@zetesis/contract'
import { demoJobs, demoUsers } from '../demo/crew'
import { demoWorld } from '../demo/world'

let world: ReturnType<typeof demoWorld> | undefined

/** For tests: a demo unit's record, as the server would give it. */
export function fileOf(tag: string): RecordFile {
  world ??= demoWorld(new Date('2026-07-14T15:00:00.000Z'))
  const { told, unitId } = world.find((u) => u.tag === tag)!
  let previousHash = GENESIS_HASH
  const log = told.map(({ entry }, i): ChainedEntry => {
    const link = {
      unitId,
      seq: i + 1,
      author: { id: demoUsers[0].id, name: demoUsers[0].name },
      receivedAt: entry.at,
      entry,
      previousHash,
    }
    previousHash = entryHash(link)
    return { ...link, hash: previousHash }
  })
  const first = log[0]!.entry
  const job = demoJobs.find((j) => first.kind === 'opened' && j.id === first.jobId)!
  return {
    format: 'zetesis.record',
    version: 1,
    unit: { id: unitId, jobId: job.id, tag },
    job: { name: job.name, place: job.place, elevation: job.elevation },
    company: 'Tern & Alder Mechanical',
    log,
    lastHash: previousHash,
  }
}
