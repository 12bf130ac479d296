import { brotliCompressSync, deflateSync, gzipSync } from 'node:zlib'
import type { Random } from './random'

const oddities: readonly unknown[] = [
  null,
  true,
  '',
  'a\u0000b',
  '\ud800',
  '🧊'.repeat(50),
  'x'.repeat(20_000),
  [],
  {},
  [[[[[[[[[[]]]]]]]]]],
  { __proto__: null, constructor: 1 },
  0,
  -0,
  -1,
  1e308,
  -1e308,
  5e-324,
  4e-323,
  1e9,
  2 ** 31,
  2 ** 53,
  0.1 + 0.2,
  '0000-01-01T00:00:00.000Z',
  '9999-12-31T23:59:59.999Z',
  '1900-01-01T00:00:00.000Z',
  '2026-02-30T00:00:00.000Z',
  'R-999',
  "'; drop table users; --",
  '<script>alert(1)</script>',
  '=1+1',
  '../../etc/passwd',
]

/** The same tree with something in it bent: a value made odd, a key dropped, doubled or added, a list grown, an id in capitals. */
export function bent(tree: unknown, random: Random): unknown {
  if (random.chance(0.04)) return random.one(oddities)
  if (Array.isArray(tree)) {
    const list = tree.map((item) => bent(item, random))
    // longer, though not without end: lists stand in lists
    if (random.chance(0.05) && list.length > 0 && (JSON.stringify(list) ?? '').length < 2000)
      list.push(...Array.from({ length: random.below(300) }, () => list[0]))
    return random.chance(0.03) ? list.reverse() : list
  }
  if (typeof tree === 'object' && tree !== null) {
    const entries = Object.entries(tree).filter(() => !random.chance(0.02))
    const made = Object.fromEntries(entries.map(([key, value]) => [key, bent(value, random)]))
    if (random.chance(0.02)) made[random.one(['extra', 'a\ud800', '__proto__', ''])] = random.one(oddities)
    return made
  }
  if (typeof tree === 'string' && random.chance(0.05))
    return random.one([tree.toUpperCase(), `${tree} `, tree.slice(1), tree + tree])
  if (typeof tree === 'number' && random.chance(0.1)) return random.one([-tree, tree * 1e6, tree / 1e6, tree + 0.5])
  return tree
}

/** A path's or query's part, bent. */
export const bentText = (text: string, random: Random): string =>
  random.chance(0.75)
    ? encodeURIComponent(text)
    : random.one([
        '%00',
        '%E0%A4',
        '%ff',
        '..%2f..',
        '',
        text.toUpperCase(),
        '99999999999',
        '-1',
        'NaN',
        '1e9',
        encodeURIComponent('🧊'),
      ])

export interface Body {
  readonly bytes: Buffer
  readonly encoding?: string
}

/** A body as it goes over the wire: mostly sound JSON, sometimes cut, broken or compressed, and that badly. */
export function wire(body: unknown, random: Random): Body {
  const sound = Buffer.from(JSON.stringify(body) ?? '')
  if (random.chance(0.85)) return { bytes: sound }
  const cut = (bytes: Buffer) => bytes.subarray(0, random.below(bytes.length + 1))
  const broken = (bytes: Buffer) => {
    const copy = Buffer.from(bytes)
    if (copy.length > 0) copy[random.below(copy.length)] = random.below(256)
    return copy
  }
  const harm = random.one([cut, broken, (b: Buffer) => b])
  switch (random.below(5)) {
    case 0:
      return { bytes: harm(gzipSync(sound)), encoding: 'gzip' }
    case 1:
      return { bytes: harm(brotliCompressSync(sound)), encoding: 'br' }
    case 2:
      return { bytes: harm(deflateSync(sound)), encoding: 'deflate' }
    case 3:
      return { bytes: sound, encoding: random.one(['gzip', 'rot13', 'identity', '']) }
    default:
      return { bytes: harm(sound) }
  }
}
