import {
  Appended,
  BookAppended,
  BookPage,
  ChunksStored,
  EntryPage,
  JobList,
  SessionUser,
  TracePage,
  UnitList,
  type UnitRow,
} from '@zetesis/contract'
import type { BookEntry, BookItem, ChainedEntry, Entry } from '@zetesis/core'
import { QueryCache, QueryClient } from '@tanstack/react-query'
import { z } from 'zod'
import { ApiError, call } from './api'
import { fromBase64, toBase64 } from './base64'
import { isOtherPerson, makeOutbox } from './outbox'
import { BOOK, indexedDbStore } from './outboxStore'
import { makeRecorder } from './recorder'
import { keep, readKept } from './storage'
import { indexedDbTraces, type StoredChunk } from './traceStore'

const sessionEnded = (error: unknown) => error instanceof ApiError && error.problem.status === 401

export const queryClient: QueryClient = new QueryClient({
  // a session that ended while the app was open shows the sign-in page at once; what is unsent waits on the device
  queryCache: new QueryCache({
    onError: (error, query) => {
      if (sessionEnded(error) && query.queryKey[0] !== 'me') void queryClient.invalidateQueries({ queryKey: ['me'] })
    },
  }),
  defaultOptions: {
    queries: {
      staleTime: 5000,
      gcTime: 1000 * 60 * 60 * 24,
      retry: (count, error) => !(error instanceof ApiError) && count < 2,
      refetchOnWindowFocus: true,
    },
  },
})

export const fetchMe = () => call('/me', { answer: SessionUser })
export const fetchJobs = async () => (await call('/jobs', { answer: JobList })).jobs
export const fetchUnits = async (): Promise<UnitRow[]> => (await call('/units', { answer: UnitList })).units
export const signIn = (body: { login: string; password: string }) =>
  call('/sign-in', { method: 'POST', body, answer: SessionUser })
export const signOut = () => call('/sign-out', { method: 'POST', body: {}, answer: z.undefined() })

export const signOutEverywhere = () => call('/sign-out-everywhere', { method: 'POST', body: {}, answer: z.undefined() })

export const logKey = (unitId: string) => ['log', unitId] as const

/** The unit's log as far as the server has it: only what is new is asked for. */
export async function fetchLog(unitId: string): Promise<readonly ChainedEntry[]> {
  let log = queryClient.getQueryData<readonly ChainedEntry[]>(logKey(unitId)) ?? []
  for (;;) {
    const after = log.at(-1)?.seq ?? 0
    const page = await call(`/units/${unitId}/entries?after=${after}`, { answer: EntryPage })
    if (page.entries.length > 0) log = [...log, ...page.entries]
    if (!page.more) return log
  }
}

export interface FetchedChunk {
  readonly number: number
  readonly bytes: Uint8Array
}

export const bookKey = ['book'] as const
type StoredBookItem = BookItem & { readonly seq: number }

/** The company's book as far as the server has it: only what is new is asked for. */
export async function fetchBook(): Promise<readonly StoredBookItem[]> {
  let items = queryClient.getQueryData<readonly StoredBookItem[]>(bookKey) ?? []
  for (;;) {
    const after = items.at(-1)?.seq ?? 0
    const page = await call(`/book/entries?after=${after}`, { answer: BookPage })
    if (page.entries.length > 0) items = [...items, ...page.entries]
    if (!page.more) return items
  }
}

async function sendToBook(entries: readonly (Entry | BookEntry)[]): Promise<void> {
  await call('/book/entries', { method: 'POST', body: { entries }, answer: BookAppended })
  await queryClient.fetchQuery({ queryKey: bookKey, queryFn: fetchBook, staleTime: 0 }).catch(() => undefined)
  void queryClient.invalidateQueries({ queryKey: ['cylinders'] })
}

async function sendEntries(unitId: string, entries: readonly (Entry | BookEntry)[]): Promise<void> {
  try {
    await sendToLog(unitId, entries)
  } catch (error) {
    // another tab signed somebody else in: this page asks who goes on
    if (isOtherPerson(error)) void queryClient.invalidateQueries({ queryKey: ['me'] })
    throw error
  }
}

async function sendToLog(unitId: string, entries: readonly (Entry | BookEntry)[]): Promise<void> {
  if (unitId === BOOK) return sendToBook(entries)
  await call(`/units/${unitId}/entries`, { method: 'POST', body: { entries }, answer: Appended })
  // the log first, then the outbox lets go: an entry never vanishes from the screen in between
  await queryClient
    .fetchQuery({ queryKey: logKey(unitId), queryFn: () => fetchLog(unitId), staleTime: 0 })
    .catch(() => undefined)
  void queryClient.invalidateQueries({ queryKey: ['units'] })
  if (entries.some((e) => e.kind === 'weighed' || e.kind === 'struck'))
    void queryClient.invalidateQueries({ queryKey: ['cylinders'] })
}

/** the number of the last entry, so that a clock set back changes no order */
const ORDER_KEY = 'zetesis.order'

export const outbox = makeOutbox({
  store: indexedDbStore(),
  send: sendEntries,
  channel: typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('zetesis-outbox'),
  locks: typeof navigator !== 'undefined' && 'locks' in navigator ? navigator.locks : undefined,
  order: { last: () => Number(readKept(ORDER_KEY) ?? 0) || 0, keep: (last) => keep(ORDER_KEY, String(last)) },
})

/** When what was just added is written down or with the server; until then a form keeps what was typed. */
export const whenSafe = (then: () => void): void => void outbox.safe().then(then)

if (typeof window !== 'undefined')
  window.addEventListener('beforeunload', (event) => {
    // only this page holds what the device couldn't write down
    if (outbox.unkept() > 0) event.preventDefault()
  })

async function sendChunks(batch: readonly StoredChunk[]): Promise<void> {
  const { unitId, traceId } = batch[0]!
  const chunks = batch.map(({ number, count, bytes }) => ({ number, count, data: toBase64(bytes) }))
  await call(`/units/${unitId}/traces/${traceId}/chunks`, { method: 'POST', body: { chunks }, answer: ChunksStored })
}

/** Where the rigs that run on this device are written down. */
export const RIGS_KEY = 'zetesis.playing'

export const recorder = makeRecorder({
  store: indexedDbTraces(),
  send: sendChunks,
  keeps: (traceId) => (readKept(RIGS_KEY) ?? '').includes(traceId),
})

export const traceKey = (unitId: string, traceId: string) => ['trace', unitId, traceId] as const

/** A recording's chunks as far as the server has them: only what is new is asked for. */
export async function fetchTrace(unitId: string, traceId: string): Promise<readonly FetchedChunk[]> {
  let chunks = queryClient.getQueryData<readonly FetchedChunk[]>(traceKey(unitId, traceId)) ?? []
  for (;;) {
    const after = chunks.at(-1)?.number ?? -1
    const page = await call(`/units/${unitId}/traces/${traceId}?after=${after}`, { answer: TracePage })
    const fetched = page.chunks.map(({ number, data }) => ({ number, bytes: fromBase64(data) }))
    if (fetched.length > 0) chunks = [...chunks, ...fetched]
    if (!page.more) return chunks
  }
}

if (typeof window !== 'undefined')
  window.addEventListener('online', () => {
    outbox.wake()
    recorder.wake()
  })
