import { NOON, testId } from '../entry/testing'
import { checkBookEntry } from './checkBookEntry'
import type { BookEntry, BookEntryBody, BookItem } from './entry'
import { foldBook } from './fold'
import { checkJob, isTimeZone, type JobCard } from './job'

const card: JobCard = { name: 'Kiln Street', timeZone: 'America/Chicago', elevation: { value: 340, unit: 'ft' } }
const line = (n: number, body: BookEntryBody, name = 'Wren Halloway'): BookItem => {
  const at = new Date(NOON + n * 60_000).toISOString()
  return {
    seq: n,
    author: { id: testId(900), name },
    entry: { v: 1, id: testId(n), at, writtenAt: at, ...body } as BookEntry,
  }
}
const saved = (n: number, job: JobCard, replaces?: number, by?: string) =>
  line(n, { kind: 'jobSaved', jobId: testId(40), job, ...(replaces ? { replaces: testId(replaces) } : {}) }, by)

describe('a job’s card', () => {
  it('needs a name, a zone of the world, and days the right way round', () => {
    expect(checkJob(card)).toEqual([])
    expect(checkJob({ ...card, from: '2026-07-14', to: '2026-07-14' })).toEqual([])
    expect(
      checkJob({ ...card, name: ' ', timeZone: 'Atlantis/Old', from: '2026-07-14', to: '2026-07-13' }).map((p) => [
        p.path,
        p.code,
      ]),
    ).toEqual([
      ['name', 'noName'],
      ['timeZone', 'notAZone'],
      ['to', 'daysTurned'],
    ])
  })
  it.each([
    ['Europe/Madrid', true],
    ['UTC', true],
    ['', false],
    ['Madrid', false],
    ['+25:00', false],
  ])('time zone %s: %s', (name, is) => expect(isTimeZone(name)).toBe(is))

  it('is kept as last saved; two corrections at once are told', () => {
    const once = foldBook([saved(1, card), saved(2, { ...card, name: 'Kiln Row' }, 1)])
    expect(once.jobs).toEqual([expect.objectContaining({ value: { ...card, name: 'Kiln Row' }, version: testId(2) })])
    expect(once.jobs[0]!.over).toBeUndefined()
    const twice = foldBook([
      saved(1, card),
      saved(2, { ...card, name: 'a' }, 1, 'Ines'),
      saved(3, { ...card, name: 'b' }, 1),
    ])
    expect(twice.jobs[0]).toMatchObject({ value: { name: 'b' }, over: 'Ines' })
  })
  it('is closed, archived and opened again; its card stays', () => {
    const stands = (n: number, standing: 'open' | 'closed' | 'archived') =>
      line(n, { kind: 'jobStands', jobId: testId(40), standing })
    const book = foldBook([saved(1, card), stands(2, 'closed'), stands(3, 'archived')])
    expect([book.standings[testId(40)], book.jobs.length]).toEqual(['archived', 1])
    expect(foldBook([stands(4, 'open')], book).standings[testId(40)]).toBe('open')
  })
  it('is refused in the book at its place', () => {
    const { entry } = saved(0, { ...card, timeZone: 'nowhere' })
    expect(checkBookEntry(entry, { nowMs: NOON }).map((p) => p.path)).toEqual(['job.timeZone'])
  })
})
