import { summarise } from './summary'
import { rowGroup } from './rowGroup'
import { NOON, testEntry, testId } from '../entry/testing'
import type { EntryBody } from '../entry/entry'
import { checkEntry } from '../run/check/checkEntry'
import { isArchived, jobIdOf } from '../run/standing'
import { bare, micron, opened, record, type Lines } from '../run/testingLines'

const archived: Lines = [[-20, { kind: 'archived', reason: 'the owner gave it up' }]]
const back: Lines = [[-10, { kind: 'archived', reason: 'they want it after all', back: true }]]
const moved: Lines = [[-20, { kind: 'moved', jobId: testId(501) }]]
const check = (on: ReturnType<typeof record>, body: EntryBody) =>
  checkEntry(on, testEntry(90, 0, body), { nowMs: NOON }).map((p) => p.code)

describe('where a unit stands', () => {
  it('is the job that it was opened in, or the last one that it was moved to; a struck move counts no more', () => {
    expect(jobIdOf(record())).toBeUndefined()
    expect(jobIdOf(record(bare))).toBe(testId(500))
    expect(jobIdOf(record(bare, moved))).toBe(testId(501))
    const move = record(bare, moved).items.moved[0]!.entry.id
    expect(jobIdOf(record(bare, moved, [[-5, { kind: 'struck', strikes: move, reason: 'wrong job' }]]))).toBe(
      testId(500),
    )
    expect(check(record(bare, moved), { kind: 'moved', jobId: testId(501) })).toEqual(['sameJob'])
    expect(check(record(bare, moved), { kind: 'moved', jobId: testId(500) })).toEqual([])
  })
  it('archived, it takes nothing but notes and the way back, and nobody waits for it', () => {
    const away = record(opened, [[-30, { kind: 'valvedOff' }]], archived)
    expect(isArchived(away)).toBe(true)
    expect(check(away, micron(300))).toEqual(['archived'])
    expect(check(away, { kind: 'archived', reason: 'again' })).toEqual(['archivedSo'])
    expect(check(away, { kind: 'note', text: 'key with the neighbour' })).toEqual([])
    expect(check(away, { kind: 'archived', reason: 'they want it', back: true })).toEqual([])
    const summary = summarise(away, { nowMs: NOON })
    expect(summary).toMatchObject({ archived: true, waits: [], need: { code: 'nothing' } })
    expect(rowGroup(summary, NOON)).toBe('archived')
  })
  it('back again, it goes on where it stood', () => {
    const again = record(opened, archived, back)
    expect(isArchived(again)).toBe(false)
    expect(check(again, { kind: 'archived', reason: 'again', back: true })).toEqual(['archivedSo'])
    expect(check(again, micron(300))).toEqual([])
    expect(summarise(again, { nowMs: NOON })).toEqual(summarise(record(opened), { nowMs: NOON }))
  })
})
