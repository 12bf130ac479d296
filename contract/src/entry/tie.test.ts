import { admitting } from '../door'
import type { Same } from './tie'
import { vacuumSchemas } from './vacuum'

// These hold or the room doesn't compile: the checker is the test, the assertions only keep them from being forgotten.
const holds = <T extends boolean>(value: T): T => value

describe('the tie between a schema and its type', () => {
  it('holds for the same, however deep and whoever may write to it', () => {
    const same: Same<{ a: readonly { b?: number }[] }, { readonly a: { readonly b?: number }[] }> = true
    expect(holds(same)).toBe(true)
  })
  it('breaks where only one of them has an optional part', () => {
    const onlyType: Same<{ a: string; b?: number }, { a: string }> = false
    const onlySchema: Same<{ a: string }, { a: string; b?: number }> = false
    const deep: Same<{ a: { b: string; c?: number }[] }, { a: { b: string }[] }> = false
    expect([holds(onlyType), holds(onlySchema), holds(deep)]).toEqual([false, false, false])
  })
  it('breaks where a part is optional in one and asked for in the other', () => {
    const asked: Same<{ a: string }, { a?: string }> = false
    expect(holds(asked)).toBe(false)
  })
  it('keeps its schemas strict: a part that nobody knows is refused', () => {
    const now = '2026-07-14T12:00:00.000Z'
    const entry = { v: 1, id: '00000000-0000-4000-8000-000000000001', at: now, writtenAt: now, kind: 'pumpOn' }
    const { pumpOn } = vacuumSchemas(admitting)
    expect(pumpOn.safeParse(entry).success).toBe(true)
    expect(pumpOn.safeParse({ ...entry, extra: 'x' }).success).toBe(false)
  })
})
