import { chosenProfile, completeSpec, type Book, type EntryBody } from '@zetesis/core'
import type { SessionUser } from '@zetesis/contract'
import { outbox } from '@/sync/client'
import { makeEntry } from '@/unit/useUnit'

/** Opens a unit: its first entry makes it, judged by the company's method. @returns its id */
export function openUnit(
  { jobId, tag, more = [] }: { jobId: string; tag: string; more?: readonly EntryBody[] },
  { user, book }: { user: SessionUser; book: Book },
): string {
  const unitId = crypto.randomUUID()
  const bodies: EntryBody[] = [
    { kind: 'opened', jobId, tag },
    { kind: 'method', profile: completeSpec(chosenProfile(book)) },
    ...more,
  ]
  void outbox.add(
    unitId,
    { id: user.id, name: user.name },
    bodies.map((body) => makeEntry(body)),
  )
  return unitId
}
