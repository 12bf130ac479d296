import { checkEntry, foldEntries, toSi, unitView, type LogItem } from '@zetesis/core'
import { demoJobs, demoUsers, demoWorld } from './world'

const now = new Date('2026-07-14T15:00:00.000Z')
const author = { id: demoUsers[0].id, name: demoUsers[0].name }
const units = demoWorld(now).map((unit) => {
  const items = unit.told.map(({ entry }, i): LogItem => ({ seq: i + 1, author, entry }))
  const opened = unit.told[0]!.entry
  const job = demoJobs.find((j) => opened.kind === 'opened' && j.id === opened.jobId)!
  const jobElevationM = toSi('elevation', job.elevation)
  return { ...unit, items, jobElevationM, view: unitView(foldEntries(items), { nowMs: now.getTime(), jobElevationM }) }
})
const need = (tag: string) => units.find((u) => u.tag === tag)!.view.need.code

describe('demo world', () => {
  it('holds only entries that the log would take', () => {
    for (const { items, jobElevationM } of units) {
      items.forEach(({ entry }, i) => {
        const record = foldEntries(items.slice(0, i))
        expect(checkEntry(record, entry, { nowMs: Date.parse(entry.at), jobElevationM })).toEqual([])
      })
    }
  })
  it('shows every stage of progress', () => {
    const told = ['K-01', 'K-02', 'K-03', 'K-04', 'K-05', 'K-06', 'K-07', 'K-08', 'L-01', 'L-02', 'O-01', 'O-02'].map(
      need,
    )
    expect(told).toEqual([
      'nothing',
      'sign',
      'readingOut',
      'settling',
      'weighIn',
      'holdRunning',
      'decayFailed',
      'prepare',
      'pullDown',
      'readingClose',
      'sign',
      'decayFailed',
    ])
  })
})
