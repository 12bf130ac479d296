import fc from 'fast-check'
import { MOST_IN_ROW, rowTags, type RowPattern } from './rowPattern'

const tags = (pattern: string, part: Partial<RowPattern> = {}, taken?: readonly string[]) => {
  const made = rowTags({ pattern, from: 1, count: 3, ...part }, taken)
  return made.ok ? made.tags : made.problem.code
}

describe('the tags of a row', () => {
  it.each<[string, Partial<RowPattern>, readonly string[]]>([
    ['K-##', {}, ['K-01', 'K-02', 'K-03']],
    ['House {n}', { from: 9 }, ['House 9', 'House 10', 'House 11']],
    ['#', { from: 9, count: 2 }, ['9', '10']],
    ['K-##', { from: 99, count: 2 }, ['K-99', 'K-100']],
    [' K-## ', { count: 1 }, ['K-01']],
    ['{floor}.##', { count: 2, floors: { from: -1, to: 1 } }, ['-1.01', '-1.02', '0.01', '0.02', '1.01', '1.02']],
    ['A{N}', { count: 1 }, ['A1']],
  ])('%s', (pattern, part, expected) => expect(tags(pattern, part)).toEqual(expected))

  it.each<[string, Partial<RowPattern>, string]>([
    ['K-', {}, 'noNumber'],
    ['', {}, 'noNumber'],
    ['K-##', { count: 0 }, 'notWhole'],
    ['K-##', { count: 2.5 }, 'notWhole'],
    ['K-##', { count: NaN }, 'notWhole'],
    ['K-##', { from: -1 }, 'notWhole'],
    ['K-##', { count: MOST_IN_ROW + 1 }, 'tooMany'],
    ['{floor}.##', {}, 'noFloor'],
    ['K-##', { floors: { from: 1, to: 2 } }, 'noFloor'],
    ['{floor}.##', { floors: { from: 3, to: 1 } }, 'notWhole'],
    ['{floor}.##', { count: 150, floors: { from: 1, to: 2 } }, 'tooMany'],
    [`${'K'.repeat(39)}##`, {}, 'tooLong'],
  ])('%s %o: %s', (pattern, part, code) => expect(tags(pattern, part)).toBe(code))

  it('meets no tag that stands already, whatever its case', () => {
    expect(tags('k-##', {}, ['K-02 '])).toBe('taken')
    const made = rowTags({ pattern: 'k-##', from: 1, count: 3 }, ['K-02 ', 'X'])
    expect(made).toMatchObject({ ok: false, problem: { tags: ['k-02'] } })
  })
  it('are as many as were asked for, all different and of the pattern', () => {
    fc.assert(
      fc.property(
        fc.nat(5000),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 5 }),
        (from, count, floors) => {
          const made = rowTags({ pattern: '{floor}-###', from, count, floors: { from: 1, to: floors } })
          if (!made.ok) throw new Error(made.problem.code)
          expect(new Set(made.tags).size).toBe(count * floors)
          for (const tag of made.tags) expect(tag).toMatch(/^\d-\d{3,}$/)
        },
      ),
    )
  })
})
