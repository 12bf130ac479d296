import {
  checkBookEntry,
  chosenProfile,
  foldBook,
  mayNotProblems,
  resolveProfile,
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
    const pending = waiting
      .filter((i) => i.unitId === BOOK && !i.refused)
      .map(({ author, entry }): BookItem => ({ seq: null, author, entry: entry as BookEntry }))
    return foldBook([...(query.data ?? []), ...pending])
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
  return { book, append, loading: query.isPending && query.data === undefined, error: query.error }
}
