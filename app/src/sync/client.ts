import {
  Appended,
  BookAppended,
  BookPage,
  ChunksStored,
  Crew,
  DeviceLockSecret,
  EntryPage,
  HeldBack,
  JobList,
  SessionUser,
  TracePage,
  UnitList,
  type UnitRow,
} from '@zetesis/contract'
import type { BookEntry, BookItem, ChainedEntry, Entry } from '@zetesis/core'
import { QueryCache, QueryClient } from '@tanstack/react-query'
import { z } from 'zod'
import { ApiError, call, NoAnswer } from './api'
import { askAnew } from './askAnew'
import { fromBase64, toBase64 } from './base64'
import { draftsWritten, forgetDrafts, rewriteDrafts } from './drafts'
import { lockWith, tellLockChanged, vault } from './lock'
import { isOtherPerson, makeOutbox } from './outbox'
import { BOOK, indexedDbStore } from './outboxStore'
import { indexedDbDevice } from './deviceStore'
import { makeRecorder } from './recorder'
import { keep, readKept } from './storage'
import { indexedDbTraces, type StoredChunk } from './traceStore'

/** Taken out of the company by a lead. */
export const isRemoved = (error: unknown): boolean =>
  error instanceof ApiError && error.problem.type === 'urn:zetesis:problem:removed'
const sessionEnded = (error: unknown) => (error instanceof ApiError && error.problem.status === 401) || isRemoved(error)

/** Asked where nobody is signed in: an answer to these says nothing new of that, and who is signed in isn't asked again and again for it. */
const askedSignedOut: ReadonlySet<unknown> = new Set(['me', 'set-up'])

export const queryClient: QueryClient = new QueryClient({
  // a session that ended while the app was open shows the sign-in page at once; what is unsent waits on the device
  queryCache: new QueryCache({
    onError: (error, query) => {
      if (sessionEnded(error) && !askedSignedOut.has(query.queryKey[0]))
        void queryClient.invalidateQueries({ queryKey: ['me'] })
    },
  }),
  defaultOptions: {
    queries: {
      // what this device kept is shown with no signal, too: the question is asked, and its answer waited for
      networkMode: 'offlineFirst',
      staleTime: 5000,
      gcTime: 1000 * 60 * 60 * 24,
      retry: (count, error) => !(error instanceof ApiError) && count < 2,
      refetchOnWindowFocus: true,
    },
  },
})

const device = indexedDbDevice()

const meKey = ['me'] as const

/** Asks the server, and shows until it answers what this device kept of its last answer to this person. */
export async function withKept<T>(key: readonly unknown[], ask: () => Promise<T>): Promise<T> {
  const me = queryClient.getQueryData<SessionUser>(meKey)
  const owner = me && `${me.id} ${me.companyId}`
  const place = [owner, ...key]
  if (owner !== undefined && queryClient.getQueryData(key) === undefined) {
    const before = await device.read(place)
    if (before !== undefined && queryClient.getQueryData(key) === undefined) queryClient.setQueryData(key, before)
  }
  const now = await ask()
  // of somebody who signed out meanwhile nothing is kept
  const isStill = me !== undefined && queryClient.getQueryData<SessionUser>(meKey)?.id === me.id
  if (isStill && now !== queryClient.getQueryData(key)) void device.write(place, now)
  return now
}

/** Remembers who is signed in on this device; nothing that was kept for somebody else stays. */
async function remember(me: SessionUser): Promise<SessionUser> {
  const before = (await device.read(meKey)) as SessionUser | undefined
  if (before && before.id !== me.id) await device.clear()
  await device.write(meKey, me)
  return me
}

/** Who is signed in: with no signal, who was the last time. */
export async function fetchMe(): Promise<SessionUser> {
  if (queryClient.getQueryData(meKey) === undefined) {
    const before = await device.read(meKey)
    if (before !== undefined) queryClient.setQueryData(meKey, before)
  }
  return remember(await call('/me', { answer: SessionUser }))
}
export const fetchJobs = () => withKept(['jobs'], async () => (await call('/jobs', { answer: JobList })).jobs)
export const fetchUnits = (): Promise<UnitRow[]> =>
  withKept(['units'], async () => (await call('/units', { answer: UnitList })).units)
export const fetchCrew = () => withKept(['crew'], async () => (await call('/crew', { answer: Crew })).crew)
/** Nothing that was kept for the person who signs out stays on the device; what is unsent does. */
export async function forgetKept(): Promise<void> {
  queryClient.clear()
  await device.clear()
}
export const signIn = async (body: { login: string; password: string; code?: string }): Promise<SessionUser> =>
  remember(await call('/sign-in', { method: 'POST', body, answer: SessionUser }))
/** A session that began otherwise than by signing in. */
export const beginSession = async (path: string, body: object): Promise<SessionUser> =>
  remember(await call(path, { method: 'POST', body, answer: SessionUser }))
/** POST with nothing to read in the answer. */
export const tell = (path: string, body: object = {}) => call(path, { method: 'POST', body, answer: z.undefined() })
/** The server holds what opens the lock of this device for whoever signs in. */
export const depositLock = (id: string, secret: string) => tell('/account/locks', { id, secret })
export const dropLock = (id: string) => tell(`/account/locks/${id}/end`)
/** What the server holds for this lock, given to whoever types their password again. */
export async function releaseLock(id: string, proof: { password: string; code?: string }): Promise<string> {
  await tell('/account/confirm', proof)
  return released(id)
}
/** Opens the lock of somebody who just signed in: with what the server holds for it, or with the password where it was set before the server held anything. */
export async function openOwnLock(password?: string): Promise<void> {
  if (password !== undefined && vault.isEarlier() && (await vault.openByEarlierPassword(password)) === 'open') return
  const lockId = vault.lockId()
  if (lockId) await vault.openByServer(await released(lockId))
}
const released = async (id: string) =>
  (await call(`/account/locks/${id}/release`, { method: 'POST', body: {}, answer: DeviceLockSecret })).secret
export const chooseCompany = (companyId: string) => beginSession('/company', { companyId })
export const signOut = () => call('/sign-out', { method: 'POST', body: {}, answer: z.undefined() })

export const signOutEverywhere = () => call('/sign-out-everywhere', { method: 'POST', body: {}, answer: z.undefined() })

export const logKey = (unitId: string) => ['log', unitId] as const

/** everything of a list that only grows, asked for from what is known of it; begins anew where the server doesn't know the last of that */
async function fetchGrown<T extends { readonly seq: number }>(
  known: readonly T[],
  same: (a: T, b: T) => boolean,
  page: (after: number) => Promise<{ entries: readonly T[]; more: boolean }>,
): Promise<readonly T[]> {
  let list = known
  const last = list.at(-1)
  // the last known one is asked for too: a server that was set up anew has another, or none
  let after = Math.max(0, (last?.seq ?? 0) - 1)
  for (let first = true; ; first = false) {
    const { entries, more } = await page(after)
    const asked = first && last ? entries[0] : undefined
    if (first && last && !(asked && same(asked, last))) return fetchGrown([], same, page)
    const fresh = asked ? entries.slice(1) : entries
    if (fresh.length > 0) list = [...list, ...fresh]
    if (!more) return list
    after = list.at(-1)!.seq
  }
}

/** The unit's log as far as the server has it: only what is new is asked for. */
export const fetchLog = (unitId: string): Promise<readonly ChainedEntry[]> =>
  withKept(logKey(unitId), () =>
    fetchGrown(
      queryClient.getQueryData<readonly ChainedEntry[]>(logKey(unitId)) ?? [],
      (a, b) => a.hash === b.hash,
      (after) => call(`/units/${unitId}/entries?after=${after}`, { answer: EntryPage }),
    ),
  )

export interface FetchedChunk {
  readonly number: number
  readonly bytes: Uint8Array
}

export const bookKey = ['book'] as const
type StoredBookItem = BookItem & { readonly seq: number }

/** The company's book as far as the server has it: only what is new is asked for. */
export const fetchBook = (): Promise<readonly StoredBookItem[]> =>
  withKept(bookKey, () =>
    fetchGrown(
      queryClient.getQueryData<readonly StoredBookItem[]>(bookKey) ?? [],
      (a, b) => a.entry.id === b.entry.id,
      (after) => call(`/book/entries?after=${after}`, { answer: BookPage }),
    ),
  )

/** Whether it is for the company that this page is in: only then is there something to ask anew. */
const isHere = (companyId: string | undefined) =>
  companyId === undefined || companyId === queryClient.getQueryData<SessionUser>(meKey)?.companyId

/** Nobody answered, or somebody for a server that is away. */
const isAway = (error: unknown): boolean =>
  error instanceof NoAnswer || (error instanceof ApiError && [502, 503, 504].includes(error.problem.status))

/**
 * The log first, then the outbox lets go: an entry never vanishes from the screen in between. Where the server went away after it had taken the entry, it is sent
 * once more later, which is harmless.
 */
async function seen(key: readonly unknown[], ask: () => Promise<unknown>): Promise<void> {
  const failed = await askAnew(queryClient, key, ask)
  if (isAway(failed)) throw failed
}

async function sendToBook(entries: readonly (Entry | BookEntry)[], companyId?: string): Promise<void> {
  await call('/book/entries', {
    method: 'POST',
    body: { entries },
    companyId,
    answer: z.union([BookAppended, HeldBack]),
  })
  if (!isHere(companyId)) return
  if (entries.some((e) => e.kind === 'rightsSet' || e.kind === 'companySaved'))
    void queryClient.invalidateQueries({ queryKey: meKey })
  await seen(bookKey, fetchBook)
  void queryClient.invalidateQueries({ queryKey: ['jobs'] })
  void queryClient.invalidateQueries({ queryKey: ['cylinders'] })
}

async function sendEntries(unitId: string, entries: readonly (Entry | BookEntry)[], companyId?: string): Promise<void> {
  try {
    await sendToLog(unitId, entries, companyId)
  } catch (error) {
    // another tab signed somebody else in: this page asks who goes on
    if (isOtherPerson(error)) void queryClient.invalidateQueries({ queryKey: ['me'] })
    throw error
  }
}

async function sendToLog(unitId: string, entries: readonly (Entry | BookEntry)[], companyId?: string): Promise<void> {
  if (unitId === BOOK) return sendToBook(entries, companyId)
  const answer = z.union([Appended, HeldBack])
  await call(`/units/${unitId}/entries`, { method: 'POST', body: { entries }, companyId, answer })
  if (!isHere(companyId)) return
  await seen(logKey(unitId), () => fetchLog(unitId))
  void queryClient.invalidateQueries({ queryKey: ['units'] })
  if (entries.some((e) => e.kind === 'weighed' || e.kind === 'struck'))
    void queryClient.invalidateQueries({ queryKey: ['cylinders'] })
}

/** the number of the last entry, so that a clock set back changes no order */
const ORDER_KEY = 'zetesis.order'

const outboxStore = indexedDbStore()
export const outbox = makeOutbox({
  store: outboxStore,
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
  const { unitId, traceId, companyId } = batch[0]!
  const chunks = batch.map(({ number, count, bytes }) => ({ number, count, data: toBase64(bytes) }))
  await call(`/units/${unitId}/traces/${traceId}/chunks`, {
    method: 'POST',
    body: { chunks },
    companyId,
    answer: ChunksStored,
  })
}

/** Where the rigs that run on this device are written down. */
export const RIGS_KEY = 'zetesis.playing'

const traceStore = indexedDbTraces()
export const recorder = makeRecorder({
  store: traceStore,
  send: sendChunks,
  company: () => queryClient.getQueryData<SessionUser>(meKey)?.companyId,
  keeps: (traceId) => (readKept(RIGS_KEY) ?? '').includes(traceId),
})

/** how long what is being written may take, looked at every so often */
const KEPT_WITHIN_MS = 2000
const KEPT_LOOK_MS = 50

lockWith({
  async isKept() {
    if (recorder.isRecording()) return false
    for (let waited = 0; waited < KEPT_WITHIN_MS; waited += KEPT_LOOK_MS) {
      if (draftsWritten() && outbox.isKept() && recorder.unkept() === 0) return true
      await new Promise((resolve) => setTimeout(resolve, KEPT_LOOK_MS))
    }
    return false
  },
  forget() {
    // who is signed in is what the lock's own page says, too
    queryClient.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'me' })
    outbox.forget()
    recorder.forget()
    forgetDrafts()
  },
})

/**
 * Everything that this device keeps, written anew under another lock or none; what the server has is asked for anew.
 * @param turn puts the other lock in force
 */
export async function rewriteKept(turn: () => void): Promise<void> {
  const [items, chunks] = [await outboxStore.load(), await traceStore.load()]
  turn()
  await outboxStore.put(items)
  for (const chunk of chunks) await traceStore.put(chunk)
  await rewriteDrafts()
  await device.clear()
  tellLockChanged()
  void queryClient.invalidateQueries()
}

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

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => {
    outbox.wake()
    recorder.wake()
  })
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') recorder.keep()
  })
}
