import { returnFateWords, type CylinderPage, type RefrigerantReport } from '@zetesis/contract'
import {
  balanceCylinder,
  balanceOn,
  bookMovements,
  chosenProfile,
  fillLimitKg,
  foldBook,
  foldEntries,
  refrigerantLines,
  resolveProfile,
  takesRecovered,
  toSi,
  unitMovements,
  type AssessmentReport,
  type BookEntry,
  type BookItem,
  type Entry,
  type MethodProfile,
  type Refrigerant,
  type ReturnFate,
  type UnitMovement,
  type UnitRecord,
} from '@zetesis/core'
import { methodEntries } from '../db/book'
import type { Db, Tx } from '../db/client'
import {
  bookedMoves,
  deleteMovements,
  findCylinder,
  hosesIn,
  insertMovements,
  listCylinders,
  lockCylinders,
  lastMovementBefore,
  movementOf,
  movementsOf,
  movementsOfUnit,
  pageMovements,
  putCylinder,
  recoveryCylinders,
  settle,
  struckAmong,
  sumByJob,
  sumMovements,
  type CylinderRecord,
  type MovementRecord,
  type Period,
} from '../db/cylinders'
import { notFound } from '../http/problem'

/** Entries after which a unit's movements may be others: its weighings, and what says which refrigerant and scale they were. */
const moving: ReadonlySet<Entry['kind']> = new Set([
  'weighed',
  'struck',
  'facts',
  'label',
  'method',
  'override',
  'moved',
])

/** Whether an entry may change what is in cylinders. */
export const moves = ({ kind }: Entry): boolean => moving.has(kind)

const choosing: ReadonlySet<BookEntry['kind']> = new Set(['profileSaved', 'profileChosen', 'retired'])

/**
 * What is in the recovery cylinders that a batch fills, by the book, kg; held until the transaction ends, so that two phones that fill one cylinder at once
 * can't both find room in it.
 */
export async function bookedContents(
  tx: Tx,
  companyId: string,
  entries: readonly Entry[],
): Promise<Map<string, number>> {
  const filled = new Set(
    entries.flatMap((e) => (e.kind === 'weighed' && e.direction === 'remove' && e.vessel ? [e.vessel.id] : [])),
  )
  const held = await lockCylinders(tx, companyId, [...filled].sort())
  return new Map(held.map((row) => [row.id, row.netKg]))
}

/** Writes what a unit's log says of cylinders into the book, in the transaction that appends to the log. */
export async function bookUnit(
  tx: Tx,
  { companyId, unitId, jobId }: { companyId: string; unitId: string; jobId: string },
  record: UnitRecord,
  added: readonly Entry[],
): Promise<void> {
  if (!added.some((entry) => moving.has(entry.kind))) return
  const movements = unitMovements(record, unitId)
  const weighedBefore = record.struck.some((item) => item.entry.kind === 'weighed')
  if (movements.length === 0 && !weighedBefore) return
  for (const { entry } of record.items.weighed)
    if (entry.vessel) await putCylinder(tx, companyId, entry.vessel, { saved: false })
  const named = new Set(movements.map((m) => m.cylinderId))
  await lockCylinders(tx, companyId, [...named].sort())
  const rows = movements.map((m) => rowOf(companyId, m, jobId))
  const kept = new Map((await movementsOfUnit(tx, companyId, unitId)).map((row) => [keyOf(row), row]))
  const stands = rows.filter((row) => sameMovement(kept.get(keyOf(row)), row))
  // nothing that was told before is told otherwise now: what is new comes on top
  if (stands.length === kept.size)
    return addOn(
      tx,
      companyId,
      rows.filter((row) => !kept.has(keyOf(row))),
    )
  const touched = await deleteMovements(tx, companyId, { unitId })
  await insertMovements(tx, rows)
  await balance(tx, companyId, [...touched, ...named])
}

const keyOf = ({ cylinderId, entryId, kind }: MovementKey) => `${cylinderId} ${entryId} ${kind}`
type MovementKey = Pick<MovementRecord, 'cylinderId' | 'entryId' | 'kind'>

/** As it was told before; how much a weighing found is the book's to say. */
function sameMovement(kept: MovementRecord | undefined, row: ReturnType<typeof rowOf>): boolean {
  if (!kept) return false
  const { at, deltaKg: _, ...rest } = row
  return (
    kept.at.getTime() === at.getTime() &&
    (Object.keys(rest) as (keyof typeof rest)[]).every((key) => kept[key] === rest[key])
  )
}

/** New movements on top of what is there: where they come after all others only they are reckoned with. */
async function addOn(tx: Tx, companyId: string, rows: readonly ReturnType<typeof rowOf>[]): Promise<void> {
  const added = await insertMovements(tx, rows)
  const ids = [...new Set(added.map((row) => row.cylinderId))].sort()
  const anew: string[] = []
  for (const row of await lockCylinders(tx, companyId, ids)) {
    const mine = added.filter((m) => m.cylinderId === row.id).map(movementOf)
    // a recovery cylinder whose refrigerant only its movements tell is limited by all of them
    const ownLimit = takesRecovered(row.cylinder) && !row.cylinder.refrigerant
    if (ownLimit || mine.some((m) => m.atMs <= (row.lastAt?.getTime() ?? -Infinity))) {
      anew.push(row.id)
      continue
    }
    const limit = takesRecovered(row.cylinder)
      ? fillLimitKg(row.cylinder, row.cylinder.refrigerant, await methodOf(tx, companyId))
      : undefined
    const last = await lastMovementBefore(tx, companyId, row.id, new Set(mine.map((m) => m.id)))
    const made = balanceOn(
      {
        netKg: row.netKg,
        standardUncertaintyKg: row.uncertaintyKg,
        findings: row.findings,
        unexplainedKg: 0,
        ...(row.holds ? { holds: row.holds } : {}),
        ...(last ? { last } : {}),
      },
      mine,
      { fillLimitKg: limit },
    )
    const lastMs = mine.reduce((latest, m) => Math.max(latest, m.atMs), -Infinity)
    await settle(tx, companyId, row.id, made, {
      movements: row.movements + mine.length,
      lastMs,
      from: row.findings.length,
    })
  }
  await balance(tx, companyId, anew)
}

const methodOf = async (tx: Tx, companyId: string) =>
  resolveProfile(chosenProfile(foldBook(await methodEntries(tx, companyId))))

/**
 * The same for entries of the company's book. What the book tells of a cylinder is made anew from its entries, so that a mended tare or a
 * struck purchase changes what follows from them.
 */
export async function bookCompany(tx: Tx, companyId: string, items: readonly BookItem[]): Promise<void> {
  const touched = new Set<string>()
  const struck: string[] = []
  // movements alone, of cylinders that stay what they are, come on top of what is there
  if (items.every(({ entry }) => entry.kind === 'cylinderMoved')) return addMoves(tx, companyId, items)
  for (const { entry } of items) {
    if (entry.kind === 'cylinderSaved') {
      await putCylinder(tx, companyId, entry.cylinder, { saved: true })
      touched.add(entry.cylinder.id)
    }
    if (entry.kind === 'cylinderMoved') {
      touched.add(entry.cylinderId)
      if (entry.toCylinderId) touched.add(entry.toCylinderId)
    }
    if (entry.kind === 'movementStruck') struck.push(entry.strikes)
    // another method may have another fill limit
    if (choosing.has(entry.kind)) for (const id of await recoveryCylinders(tx, companyId)) touched.add(id)
  }
  for (const id of await deleteMovements(tx, companyId, { entryIds: struck })) touched.add(id)
  if (touched.size === 0) return
  const held = await lockCylinders(tx, companyId, [...touched].sort())
  const rows = (
    await bookedMoves(
      tx,
      companyId,
      held.map((row) => row.id),
    )
  ).flatMap(({ entry, by, cylinders: known }) =>
    bookMovements(entry, by, known).filter((m) => held.some((row) => row.id === m.cylinderId)),
  )
  await deleteMovements(tx, companyId, { bookOf: held.map((row) => row.id) })
  await insertMovements(
    tx,
    rows.map((m) => rowOf(companyId, m, null)),
  )
  await balance(tx, companyId, [...touched])
}

async function addMoves(tx: Tx, companyId: string, items: readonly BookItem[]): Promise<void> {
  const struck = await struckAmong(
    tx,
    companyId,
    items.map(({ entry }) => entry.id),
  )
  const moved = items.flatMap(({ entry, author }) =>
    entry.kind === 'cylinderMoved' && !struck.has(entry.id) ? [{ entry, by: author.name }] : [],
  )
  const ids = [...new Set(moved.flatMap(({ entry: e }) => [e.cylinderId, ...(e.toCylinderId ? [e.toCylinderId] : [])]))]
  const held = new Map((await lockCylinders(tx, companyId, ids.sort())).map((row) => [row.id, row.cylinder]))
  const rows = moved.flatMap(({ entry, by }) => bookMovements(entry, by, held).filter((m) => held.has(m.cylinderId)))
  await addOn(
    tx,
    companyId,
    rows.map((m) => rowOf(companyId, m, null)),
  )
}

function rowOf(
  companyId: string,
  m: Omit<UnitMovement, 'unitId'> & { unitId?: string; fate?: ReturnFate; note?: string },
  jobId: string | null,
) {
  return {
    companyId,
    cylinderId: m.cylinderId,
    entryId: m.id,
    kind: m.kind,
    at: new Date(m.atMs),
    kg: m.kg,
    deltaKg: m.kg,
    uncertaintyKg: m.standardUncertaintyKg,
    refrigerant: m.refrigerant ?? null,
    beforeKg: m.beforeKg ?? null,
    afterKg: m.afterKg ?? null,
    unitId: m.unitId ?? null,
    jobId,
    by: m.by,
    note: noteOf(m),
  }
}

/** What becomes of what was given back, and to whom it went. */
const noteOf = ({ fate, note }: { fate?: ReturnFate; note?: string }) =>
  [fate && fate !== 'notKnown' && `to be ${returnFateWords[fate]}`, note].filter(Boolean).join(', ') || null

async function balance(tx: Tx, companyId: string, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return
  const method = await methodOf(tx, companyId)
  for (const row of await lockCylinders(tx, companyId, [...new Set(ids)].sort())) {
    const movements = await movementsOf(tx, companyId, row.id)
    const limit = limitOf(row, movements, method)
    await settle(tx, companyId, row.id, balanceCylinder(movements, { fillLimitKg: limit }), {
      movements: movements.length,
      lastMs: movements.reduce((last, m) => Math.max(last, m.atMs), -Infinity),
    })
  }
}

/** Recovery cylinders have a limit, by the company's method; it rests on what is in them. */
function limitOf(
  { cylinder }: Pick<CylinderRecord, 'cylinder'>,
  movements: Awaited<ReturnType<typeof movementsOf>>,
  method: MethodProfile,
) {
  if (!takesRecovered(cylinder)) return undefined
  const holds = cylinder.refrigerant ?? movements.find((m) => m.kg > 0)?.refrigerant
  return fillLimitKg(cylinder, holds, method)
}

const cylinderRow = (row: CylinderRecord) => ({
  cylinder: row.cylinder,
  netKg: row.netKg,
  standardUncertaintyKg: row.uncertaintyKg,
  holds: row.holds,
  findings: row.findings,
  movements: row.movements,
  ...(row.lastAt ? { lastAt: row.lastAt.toISOString() } : {}),
})

export async function cylinderList(db: Db, companyId: string) {
  return { cylinders: (await listCylinders(db, companyId)).map(cylinderRow) }
}

const PAGE = 200

export async function cylinderPage(db: Db, companyId: string, id: string): Promise<CylinderPage> {
  const row = await findCylinder(db, companyId, id)
  if (!row) throw notFound()
  const movements = await pageMovements(db, companyId, { cylinderId: id, limit: PAGE })
  return { ...cylinderRow(row), lines: movements.map(lineOf), more: row.movements > PAGE }
}

function lineOf({ movement: m, cylinder, tag, job }: Awaited<ReturnType<typeof pageMovements>>[number]) {
  return {
    id: m.entryId,
    at: m.at.toISOString(),
    kind: m.kind,
    kg: m.deltaKg,
    ...(m.kind === 'weighed' ? { foundKg: m.kg } : {}),
    standardUncertaintyKg: m.uncertaintyKg,
    refrigerant: m.refrigerant,
    cylinderId: m.cylinderId,
    cylinder,
    by: m.by,
    ...(m.unitId ? { unitId: m.unitId } : {}),
    ...(tag ? { tag } : {}),
    ...(job ? { job } : {}),
    ...(m.note ? { note: m.note } : {}),
  }
}

/** What a regulator or the office asks for: a period, refrigerant by refrigerant and job by job, and every movement in it. */
export async function refrigerantReport(
  db: Db,
  companyId: string,
  period: Period,
  assessment: AssessmentReport,
): Promise<RefrigerantReport> {
  const [sums, byJob, hoses] = await Promise.all([
    sumMovements(db, companyId, period),
    sumByJob(db, companyId, period),
    hosesIn(db, companyId, period),
  ])
  return {
    from: period.from.toISOString(),
    to: period.to.toISOString(),
    assessment,
    refrigerants: refrigerantLines(sums, assessment),
    jobs: byJob.map(({ job, refrigerant, charged, recovered }) => ({
      job,
      refrigerant,
      chargedKg: charged,
      recoveredKg: recovered,
    })),
    hoses: hoseLines(hoses, period),
  }
}

/** Kept in hoses and lost with them, by job and refrigerant: it left a cylinder and is in no unit. What was struck out doesn't count. */
function hoseLines(found: Awaited<ReturnType<typeof hosesIn>>, { from, to }: Period): RefrigerantReport['hoses'] {
  const lines = new Map<string, RefrigerantReport['hoses'][number]>()
  const units = new Map<string, typeof found>()
  for (const row of found) units.set(row.unitId, [...(units.get(row.unitId) ?? []), row])
  for (const rows of units.values()) {
    const { job, refrigerant: named } = rows[0]!
    const refrigerant = named as Refrigerant | null
    const key = `${job} ${refrigerant ?? ''}`
    for (const { entry } of foldEntries(rows).items.hoseLeft) {
      const at = Date.parse(entry.at)
      if (entry.fate === 'drawn' || at < from.getTime() || at >= to.getTime()) continue
      const line = lines.get(key) ?? { job, refrigerant, keptKg: 0, lostKg: 0 }
      line[entry.fate === 'kept' ? 'keptKg' : 'lostKg'] += toSi('mass', entry.mass)
      lines.set(key, line)
    }
  }
  return [...lines.values()]
}

export async function movementsIn(db: Db, companyId: string, period: Period) {
  return (await pageMovements(db, companyId, { period })).map(lineOf)
}
