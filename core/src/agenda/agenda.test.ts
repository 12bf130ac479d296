import { NOON, testId } from '../entry/testing'
import { decayed, opened, read, record, seal, started, weighed, type Lines } from '../run/testingLines'
import { needTraits } from '../run/need'
import { agenda } from './agenda'
import { summarise, summaryAt } from './summary'

describe('agenda', () => {
  const unit = (n: number, tag: string, ...parts: Lines[]) => {
    const tagged: Lines = [[-90, { kind: 'opened', jobId: testId(500), tag }], ...opened.slice(1)]
    return { unitId: testId(n), summary: summarise(record(tagged, ...parts), { nowMs: NOON }) }
  }
  const holding: Lines = [[-4, { kind: 'valvedOff' }]]
  const units = [
    unit(1, 'A', holding),
    unit(2, 'B'),
    unit(3, 'C', decayed),
    unit(4, 'D', decayed, weighed, started, read, seal),
  ]

  it('puts running waits by their end and asks nothing of waiting or sealed units', () => {
    const now = agenda(units, NOON)
    expect(now.waits.map((w) => w.tag)).toEqual(['A'])
    expect(now.todo.map((t) => t.tag)).toEqual(['C', 'B'])
  })
  it('calls for an ended wait first', () => {
    const later = agenda(units, NOON + 7 * 60_000)
    expect(later.waits).toEqual([])
    expect(later.todo[0]).toMatchObject({ tag: 'A', summary: { need: { code: 'readGauge' } } })
  })
  it('sets a failed nitrogen test before the next step of another unit, with the mark of a failed decay', () => {
    const failed = unit(5, 'E', [
      [-1500, { kind: 'testHeld', gauge: { value: 450, unit: 'psig' }, ambient: { value: 76, unit: '°F' } }],
      [-60, { kind: 'testRead', gauge: { value: 390, unit: 'psig' }, ambient: { value: 76, unit: '°F' } }],
    ])
    const { todo } = agenda([units[1]!, failed], NOON)
    expect(todo.map((t) => t.tag)).toEqual(['E', 'B'])
    const { need } = todo[0]!.summary
    expect(need.code).toBe('pressureFailed')
    expect(needTraits[need.code]).toEqual(needTraits.decayFailed)
    expect(needTraits[need.code].mark).toBe('out')
  })
  it('brings an old summary to a later clock', () => {
    const { summary } = units[0]!
    expect(summaryAt(summary, NOON).stages[2]!.state).toBe('waiting')
    expect(summaryAt(summary, NOON + 7 * 60_000).stages[2]!.state).toBe('current')
  })
})
