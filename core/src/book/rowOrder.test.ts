import fc from 'fast-check'
import { inRowOrder, moveInRow } from './rowOrder'

const unit = (id: string, tag = id) => ({ id, summary: { tag } })
const tags = (units: readonly { summary: { tag: string } }[]) => units.map((u) => u.summary.tag)

describe('the order of a row', () => {
  it('is by tags as people count, where nobody put it in another', () => {
    expect(tags(inRowOrder([unit('a', 'K-10'), unit('b', 'K-2'), unit('c', 'House 1')]))).toEqual([
      'House 1',
      'K-2',
      'K-10',
    ])
  })
  it('is the one that somebody put it in; a unit that came later stands at the end, one that is gone nowhere', () => {
    const units = [unit('a', 'K-1'), unit('b', 'K-2'), unit('c', 'K-3'), unit('d', 'K-0')]
    expect(tags(inRowOrder(units, ['c', 'gone', 'a', 'b']))).toEqual(['K-3', 'K-1', 'K-2', 'K-0'])
  })
  it('moves one to where another stands, up and down', () => {
    expect(moveInRow(['a', 'b', 'c', 'd'], 'a', 'c')).toEqual(['b', 'c', 'a', 'd'])
    expect(moveInRow(['a', 'b', 'c', 'd'], 'd', 'b')).toEqual(['a', 'd', 'b', 'c'])
    expect(moveInRow(['a', 'b'], 'x', 'b')).toEqual(['a', 'b'])
  })
  it('loses and doubles nothing, whatever the order says', () => {
    const ids = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 4 }), { maxLength: 30 })
    fc.assert(
      fc.property(ids, ids, fc.nat(), fc.nat(), (some, order, i, j) => {
        const units = some.map((id) => unit(id))
        const sorted = inRowOrder(units, order).map((u) => u.id)
        expect([...sorted].sort()).toEqual([...some].sort())
        const moved = moveInRow(sorted, sorted[i % (sorted.length || 1)] ?? '', sorted[j % (sorted.length || 1)] ?? '')
        expect([...moved].sort()).toEqual([...some].sort())
        expect(inRowOrder(units, moved).map((u) => u.id)).toEqual(moved)
      }),
    )
  })
})
