import fc from 'fast-check'
import { entryHash, GENESIS_HASH, sameEntry, verifyChain, type ChainedEntry } from './hashChain'
import { testId, testLog } from '../entry/testing'

function chain(): ChainedEntry[] {
  let previousHash = GENESIS_HASH
  const items = testLog(
    [0, { kind: 'opened', jobId: testId(5), tag: 'T-1' }],
    [1, { kind: 'micron', reading: { value: 450.5, unit: 'micron' } }],
    [2, { kind: 'valvedOff' }],
  )
  return items.map(({ seq, author, entry }) => {
    const link = { unitId: testId(7), seq: seq!, author, receivedAt: entry.at, entry, previousHash }
    previousHash = entryHash(link)
    return { ...link, hash: previousHash }
  })
}

describe('hash chain', () => {
  it('verifies what was appended', () => {
    const log = chain()
    expect(verifyChain(log)).toEqual({ ok: true, length: 3, lastHash: log[2]!.hash })
    expect(verifyChain([])).toEqual({ ok: true, length: 0, lastHash: GENESIS_HASH })
  })
  it('is plain SHA-256 over RFC 8785 JSON: a fixed value that any other program gets too', () => {
    const link = {
      unitId: 'u',
      seq: 1,
      author: { id: 'a', name: 'b' },
      receivedAt: 'r',
      entry: { kind: 'pumpOn' } as never,
      previousHash: 'p',
    }
    // printf '%s' '{"author":{"id":"a","name":"b"},"entry":{"kind":"pumpOn"},"previousHash":"p","receivedAt":"r","seq":1,"unitId":"u"}' | sha256sum
    expect(entryHash(link)).toBe('79fb6fe5f8d1ae53119d9ad83bf6ca62e58eafe1175bf36203a2ae957b5a7d06')
  })
  it('doesn’t depend on the order of keys, so a trip through a database keeps it', () => {
    const [first] = chain()
    const shuffled = JSON.parse(JSON.stringify(first, Object.keys(flatten(first!)).sort().reverse())) as ChainedEntry
    expect(entryHash(shuffled)).toBe(first!.hash)
    expect(sameEntry(shuffled.entry, first!.entry)).toBe(true)
  })
  it('tells an altered value, a missing entry and a swapped order', () => {
    const log = chain()
    const altered = log.map((l, i) =>
      i === 1 ? { ...l, entry: { ...l.entry, reading: { value: 45.5, unit: 'micron' } } as never } : l,
    )
    expect(verifyChain(altered)).toMatchObject({ ok: false, seq: 2, reason: 'altered' })
    expect(verifyChain([log[0]!, log[2]!])).toMatchObject({ ok: false, reason: 'seqGap' })
    expect(verifyChain([log[0]!, { ...log[2]!, seq: 2 }])).toMatchObject({ ok: false, reason: 'brokenLink' })
  })
  it('says where hashes were made with the id in capitals, and that nothing else is wrong', () => {
    const id = 'abcdef01-0000-4000-8000-00000000000a'
    const typed = (id: string) => {
      let previousHash = GENESIS_HASH
      return chain().map((link, i) => {
        const item = { ...link, unitId: i === 1 ? id : id.toLowerCase(), previousHash }
        previousHash = entryHash(item)
        // the database gives ids back in small letters
        return { ...item, unitId: id.toLowerCase(), hash: previousHash }
      })
    }
    expect(verifyChain(typed(id.toUpperCase()))).toEqual({ ok: false, seq: 2, reason: 'idCase' })
    expect(verifyChain(typed('ABCDEF01-0000-4000-8000-00000000000a'))).toMatchObject({ reason: 'idCase' })
    const altered = typed(id.toUpperCase())
    altered[2] = { ...altered[2]!, receivedAt: 'later' }
    expect(verifyChain(altered)).toEqual({ ok: false, seq: 3, reason: 'altered' })
  })
  it('notices any change of any character of an author or a hash', () => {
    fc.assert(
      fc.property(
        fc.nat(2),
        fc.constantFrom('receivedAt', 'previousHash', 'hash', 'unitId'),
        fc.stringMatching(/^[0-9a-f]{1,8}$/),
        (i, key, text) => {
          const log = chain()
          log[i] = { ...log[i]!, [key]: `${log[i]![key as 'hash']}${text}` }
          expect(verifyChain(log).ok).toBe(false)
        },
      ),
    )
  })
})

function flatten(value: object): Record<string, true> {
  const keys: Record<string, true> = {}
  for (const [key, inner] of Object.entries(value)) {
    keys[key] = true
    if (typeof inner === 'object' && inner !== null) Object.assign(keys, flatten(inner as object))
  }
  return keys
}

describe('what can’t be hashed', () => {
  const link = { unitId: 'u', seq: 1, author: { id: 'a', name: 'A' }, receivedAt: 'now', previousHash: GENESIS_HASH }
  const within: { self?: unknown } = {}
  within.self = within
  it.each([
    ['a number that is none', { value: NaN }],
    ['one without end', { value: Infinity }],
    ['something within itself', within],
  ])('%s is said in words, and never passes for an entry', (_, entry) => {
    expect(() => entryHash({ ...link, entry: entry as never })).toThrow(RangeError)
    expect(() => sameEntry(entry, {})).toThrow(RangeError)
    expect(verifyChain([{ ...link, entry: entry as never, hash: 'x' }])).toEqual({
      ok: false,
      seq: 1,
      reason: 'altered',
    })
  })
  it('a link that is none is altered', () => {
    const broken = { ...link, unitId: undefined, entry: {}, hash: 'x' } as never
    expect(verifyChain([broken])).toEqual({ ok: false, seq: 1, reason: 'altered' })
  })
})
