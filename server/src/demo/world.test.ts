import {
  assess,
  balanceCylinder,
  bookMovements,
  foldEntries,
  unitMovements,
  unitView,
  type BookMovement,
  type Cylinder,
} from '@zetesis/core'
import { demoStock } from './cylinders'
import { demoUsers } from './crew'
import { demoWorld } from './world'

const now = new Date('2026-07-14T15:00:00.000Z')
const world = demoWorld(now)
const author = { id: demoUsers[0].id, name: demoUsers[0].name }
const record = (tag: string) =>
  foldEntries(
    world.find((u) => u.tag === tag)!.told.map(({ entry }, i) => ({ seq: i + 1, author, receivedAt: entry.at, entry })),
  )
const seen = (tag: string) => unitView(record(tag), { nowMs: now.getTime() })
const tuned = (tag: string) => {
  const { reading, facts, tuning } = seen(tag)
  const { judged } = reading!
  const { beside, totalChargeKg = 3 } = tuning
  return { judged, ...assess({ judged, settling: { state: 'settled' }, facts, beside, steps: [], totalChargeKg }) }
}

describe('the demo world holds faults that the tool finds', () => {
  it('a wet line set and a slow leak, by their decays', () => {
    expect(seen('K-07').vacuum.decay?.cause).toBe('moisture')
    expect(seen('O-02').vacuum.decay?.cause).toBe('leak')
  })
  it('an overcharge, and no step that adds to it', () => {
    const { ranked, advice } = tuned('K-03')
    expect(ranked[0]!.cause).toBe('overcharge')
    expect(advice?.action).toBe('remove')
  })
  it('a valve that starves its coil, not charged, and the one reading that would tell it from a restriction', () => {
    const { ranked, gates, advice, separating } = tuned('L-03')
    expect(
      ranked
        .slice(0, 2)
        .map((r) => r.cause)
        .sort(),
    ).toEqual(['restriction', 'starvedDevice'])
    expect(separating?.symptom).toBe('drierDrop')
    expect(advice?.action === 'add' && gates.length === 0).toBe(false)
  })
  it('swapped clamps: named, with no verdict and no advice on them', () => {
    const { swap, judged, checks, ranked } = tuned('L-04')
    expect(swap).toEqual({ a: 'suctionLineK', b: 'liquidLineK' })
    expect(checks.length).toBeGreaterThan(0)
    expect(judged.verdict).toBe('none')
    expect(ranked).toEqual([])
  })
})

describe('the demo world’s cylinder book', () => {
  const saved = demoStock().flatMap(({ body }) => (body.kind === 'cylinderSaved' ? [body.cylinder] : []))
  const cylinders = new Map<string, Cylinder>(saved.map((c) => [c.id, c]))
  const fromBook = demoStock().flatMap(({ id, daysAgo, body }): BookMovement[] => {
    if (body.kind !== 'cylinderMoved') return []
    const at = new Date(now.getTime() - daysAgo * 24 * 3600_000).toISOString()
    return bookMovements({ v: 1, id, at, writtenAt: at, ...body }, author.name, cylinders)
  })
  const fromUnits = world.flatMap(({ tag, unitId }) => unitMovements(record(tag), unitId))
  it('closes for every cylinder to within the scales’ uncertainty', () => {
    expect(fromUnits.length).toBeGreaterThan(3)
    for (const { id, name } of saved) {
      const own = [...fromBook, ...fromUnits].filter((m) => m.cylinderId === id).sort((a, b) => a.atMs - b.atMs)
      const { netKg, findings } = balanceCylinder(own)
      expect([name, netKg >= 0]).toEqual([name, true])
      expect([name, findings.filter((f) => f.code !== 'unexplained' || f.beyond)]).toEqual([name, []])
    }
  })
})
