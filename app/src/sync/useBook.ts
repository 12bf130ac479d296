import {
  checkBookEntry,
  chosenProfile,
  foldBook,
  mayNotProblems,
  resolveProfile,
  type Book,
  type BookEntry,
  type BookEntryBody,
  type BookItem,
  type BookProblem,
  type MethodProfile,
} from '@zetesis/core'
import { useQuery } from '@tanstack/react-query'
import { useCallback, useMemo } from 'react'
import { bookKey, fetchBook, outbox } from './client'
import { clock } from './clock'
import { BOOK } from './outboxStore'
import { useOutboxItems } from './useOutbox'
import { useSession } from './useSession'

export function makeBookEntry(body: BookEntryBody): BookEntry {
  const at = new Date(clock.now()).toISOString()
  const writtenAt = new Date().toISOString()
  return { v: 1, id: crypto.randomUUID(), at, writtenAt, ...body } as BookEntry
}

const none: readonly BookItem[] = []
interface Folded {
  readonly book: Book
  readonly ids: ReadonlySet<string>
}
const folded = new WeakMap<readonly BookItem[], Folded>()

/** What the server has of the book, folded once for all of a page's parts that ask. */
function foldedOnce(items: readonly BookItem[]): Folded {
  const before = folded.get(items)
  if (before) return before
  const made = { book: foldBook(items), ids: new Set(items.map((item) => item.entry.id)) }
  folded.set(items, made)
  return made
}

/** The method that the company judges by, where no unit says otherwise. */
export function useCompanyMethod(): MethodProfile {
  const { book } = useBook()
  return useMemo(() => resolveProfile(chosenProfile(book)), [book])
}

/** The company's book as this device knows it, with what was just written; and the only way to change it. */
export function useBook() {
  const { user } = useSession()
  const waiting = useOutboxItems()
  const query = useQuery({ queryKey: bookKey, queryFn: fetchBook, refetchInterval: 30_000 })
  const book = useMemo(() => {
    const { book: stored, ids } = foldedOnce(query.data ?? none)
    const pending = waiting
      .filter((i) => i.unitId === BOOK && !i.refused && !ids.has(i.entry.id))
      .map(({ author, entry }): BookItem => ({ seq: null, author, entry: entry as BookEntry }))
    return pending.length === 0 ? stored : foldBook(pending, stored)
  }, [query.data, waiting])

  /** Writes if nothing speaks against it; answers with what does, and then nothing was written. */
  const append = useCallback(
    (body: BookEntryBody): BookProblem[] => {
      const entry = makeBookEntry(body)
      const problems = [...(user ? mayNotProblems(user, entry) : []), ...checkBookEntry(entry, { nowMs: clock.now() })]
      if (problems.length === 0 && user) void outbox.add(BOOK, { id: user.id, name: user.name }, [entry])
      return problems
    },
    [user],
  )
  return { book, append, loading: query.isPending, error: query.error, asking: query.isLoading }
}
