import type { RigChange, RigChoice } from '@zetesis/rig'
import { recorder, RIGS_KEY } from '@/sync/client'
import { keep as write, readKeptJson } from '@/sync/storage'
import type { RigSession } from '@/workers/rig.worker'
import { record } from './record'
import { rigSource, type RigSource } from './rigSource'

const running = new Map<string, { session: RigSession; source: RigSource; leave: () => void }>()
const listeners = new Set<() => void>()
/** done to a rig that stands stored and isn't taken up yet: a hand on the page is quicker than a reload */
const waiting: { unitId: string; change: RigChange }[] = []
let sessions: Readonly<Record<string, RigSession>> = stored()

function stored(): Readonly<Record<string, RigSession>> {
  return readKeptJson<Record<string, RigSession>>(RIGS_KEY) ?? {}
}

function keep(next: Readonly<Record<string, RigSession>>): void {
  sessions = next
  write(RIGS_KEY, JSON.stringify(next))
  listeners.forEach((tell) => tell())
}

function play(session: RigSession): void {
  const { unitId } = session
  const source = rigSource(session, recorder.last(session.traceId)?.timeS ?? -1, ({ fromS, toS }) => {
    const kept = sessions[unitId]
    if (!kept) return
    const changes = kept.changes.map((c) => (c.atS === fromS ? { ...c, atS: toS } : c))
    keep({ ...sessions, [unitId]: { ...kept, changes } })
  })
  running.set(unitId, { session, source, leave: record(source, unitId, session.traceId) })
}

/** The rigs that run on this device, one a unit; they go on whatever page is open, and after a reload. */
export const rigRunner = {
  sessions: () => sessions,
  subscribe(tell: () => void) {
    listeners.add(tell)
    return () => listeners.delete(tell)
  },
  /** takes up what ran when the app was closed */
  async resume(): Promise<void> {
    await recorder.ready()
    for (const session of Object.values(sessions)) if (!running.has(session.unitId)) play(session)
    for (const { unitId, change } of waiting.splice(0)) rigRunner.apply(unitId, change)
  },
  start(start: { unitId: string; traceId: string; rig: RigChoice; speed: number }): RigSession {
    const session: RigSession = { ...start, seed: seedOf(start.traceId), startedMs: Date.now(), baseS: 0, changes: [] }
    keep({ ...sessions, [start.unitId]: session })
    play(session)
    return session
  },
  apply(unitId: string, change: RigChange): void {
    const run = running.get(unitId)
    const session = sessions[unitId]
    if (!session) return
    if (!run) return void waiting.push({ unitId, change })
    const atS = run.source.apply(change)
    keep({ ...sessions, [unitId]: { ...session, changes: [...session.changes, { atS, change }] } })
  },
  /** the same rig goes on at another speed, in a new recording */
  changeSpeed(unitId: string, traceId: string, speed: number): void {
    const run = running.get(unitId)
    const session = sessions[unitId]
    if (!run || !session) return
    run.leave()
    const next = { ...session, traceId, speed, startedMs: Date.now(), baseS: run.source.nowS() }
    keep({ ...sessions, [unitId]: next })
    play(next)
  },
  stop(unitId: string): void {
    running.get(unitId)?.leave()
    running.delete(unitId)
    keep(Object.fromEntries(Object.entries(sessions).filter(([id]) => id !== unitId)))
  },
}

/** The recording's id gives the rig its seed: another recording is another day. */
const seedOf = (traceId: string) => Number.parseInt(traceId.replace(/-/g, '').slice(0, 7), 16)
