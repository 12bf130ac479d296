import fc from 'fast-check'
import { grown } from './grown'

const sumOf = () => {
  let looked = 0
  const sum = grown<{ value: number }, number>((before = 0, added) => {
    looked += added.length
    return added.reduce((total, { value }) => total + value, before)
  })
  return { sum, looked: () => looked }
}

describe('what is worked out of a list that grows', () => {
  it('is the sum of all of it, after anything was added or taken out', () => {
    const act = fc.oneof(fc.record({ add: fc.nat(1000) }), fc.record({ out: fc.nat(20) }), fc.constant('look' as const))
    fc.assert(
      fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
        const { sum } = sumOf()
        let list: readonly { value: number }[] = []
        for (const each of [...acts, 'look' as const]) {
          if (each === 'look') expect(sum(list)).toBe(list.reduce((total, { value }) => total + value, 0))
          else if ('add' in each) list = [...list, { value: each.add }]
          else list = list.filter((_, i) => i !== each.out)
        }
      }),
    )
  })
  it('looks at what is new alone', () => {
    const { sum, looked } = sumOf()
    const list = Array.from({ length: 1000 }, (_, value) => ({ value }))
    sum(list)
    sum([...list, { value: 1 }])
    sum([...list, { value: 1 }])
    expect(looked()).toBe(1000 + 1 + 1000 + 1)
  })
  it('begins anew where one was taken out and as many came', () => {
    const { sum } = sumOf()
    const [a, b, c, d] = [1, 10, 100, 1000].map((value) => ({ value }))
    expect([sum([a!, b!, c!]), sum([a!, c!, d!])]).toEqual([111, 1101])
  })
})
