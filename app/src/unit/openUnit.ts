import {
  chosenProfile,
  completeSpec,
  labelFacts,
  type Book,
  type EntryBody,
  type FactsPatch,
  type Kept,
  type ModelLabel,
} from '@zetesis/core'
import type { SessionUser } from '@zetesis/contract'
import { outbox } from '@/sync/client'
import { makeEntry } from './useUnit'

/** A unit to be opened, with what is known of it already. */
export interface NewUnitOf {
  readonly tag: string
  readonly model?: Kept<ModelLabel>
  readonly facts?: FactsPatch
  /** what its log begins with besides */
  readonly more?: readonly EntryBody[]
}

interface Tagged {
  readonly jobId: string
  readonly summary: { readonly tag: string }
}

/** The first of numbered tags that no unit of the job has. */
export function freeTag(units: readonly Tagged[], jobId: string, tagOf: (number: number) => string): string {
  const tags = new Set(units.filter((unit) => unit.jobId === jobId).map(({ summary }) => summary.tag))
  let number = 1
  while (tags.has(tagOf(number))) number++
  return tagOf(number)
}

/** Opens a unit: its first entry makes it, judged by the company's method; a model's label is copied whole. @returns its id */
export function openUnit(
  jobId: string,
  { tag, model, facts, more = [] }: NewUnitOf,
  { user, book }: { user: SessionUser; book: Book },
): string {
  const unitId = crypto.randomUUID()
  const known = { ...(model ? labelFacts(model.value) : {}), ...facts }
  const bodies: EntryBody[] = [
    { kind: 'opened', jobId, tag },
    { kind: 'method', profile: completeSpec(chosenProfile(book)) },
    ...(model ? [{ kind: 'label', modelId: model.id, version: model.version, label: model.value } as const] : []),
    ...(Object.keys(known).length > 0 ? [{ kind: 'facts', facts: known } as const] : []),
    ...more,
  ]
  void outbox.add(
    unitId,
    { id: user.id, name: user.name },
    bodies.map((body) => makeEntry(body)),
  )
  return unitId
}
