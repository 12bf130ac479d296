import fc from 'fast-check'
import { channelTable, traceChannels } from '../reading/channels'
import { decodeChunk, encodeChunk, type WireChannel } from './codec'

const hex = (bytes: Uint8Array) => Buffer.from(bytes).toString('hex')
const bytes = (text: string) => Uint8Array.from(Buffer.from(text, 'hex'))

/** As they were stored before channels had numbers of their own: three of a vacuum, two of everything. */
const narrow = '01050300b817b817cb9108ef060095872400d402'
const wide =
  '02ffff1f0200d00fa19c01a19c010503e1d403a19c0181ea30c19a0c0b030d03e1c508a19c0181e209a19c01a1fe0aa19c01c19a0ca19c01c1a38601c19a0c81d30ea19c01a1ef0fa19c01f115c901b917c90181fa01d10fa1e014a19c01c1fc15a19c01e19817a19c01'
const narrowSamples = [
  { timeS: 0, values: { vacuum: 66.661, ambient: 295.37 } },
  { timeS: 1.5, values: { vacuum: 67.1, ambient: null } },
  { timeS: 3, values: { vacuum: null, ambient: 295.2 } },
]
const before = [
  'vacuum testPressure ambient mass suctionPressure liquidPressure suctionLine liquidLine discharge returnDryBulb',
  'returnHumidity supply outdoor staticPressure voltage amps lowSaturation highSaturation drierOut',
]
  .join(' ')
  .split(' ')
const wideSamples = [0, 1].map((i) => ({
  timeS: i,
  values: Object.fromEntries(before.map((c, k) => [c, (k + 1) * 10 + i * 10])),
}))

describe('recordings stored before', () => {
  it('are read, and written again byte for byte', () => {
    for (const [stored, samples] of [
      [narrow, narrowSamples],
      [wide, wideSamples],
    ] as const) {
      expect(decodeChunk(bytes(stored))).toEqual(samples)
      expect(hex(encodeChunk(samples))).toBe(stored)
    }
  })
  it('have channels with numbers that nobody else got', () => {
    const numbers = traceChannels.map((c) => channelTable[c].wire)
    expect(new Set(numbers).size).toBe(numbers.length)
    expect(before.map((c) => channelTable[c as keyof typeof channelTable].wire)).toEqual(before.map((_, i) => i))
  })
})

describe('more channels than thirty', () => {
  const many: WireChannel<string>[] = Array.from({ length: 44 }, (_, i) => ({ name: `c${i}`, wire: i, step: 0.001 }))
  it('come back as they went, whichever of them a chunk holds', () => {
    const values = fc.dictionary(fc.constantFrom(...many.map((c) => c.name)), fc.integer({ min: -1e6, max: 1e6 }))
    fc.assert(
      fc.property(fc.array(values, { minLength: 1, maxLength: 20 }), (rows) => {
        const samples = rows.map((row, i) => ({ timeS: i, values: row }))
        const names = many.map((c) => c.name).filter((name) => rows.some((row) => name in row))
        const back = decodeChunk(encodeChunk(samples, many), many)!
        back.forEach(({ values: got }, i) =>
          expect(got).toEqual(Object.fromEntries(names.map((name) => [name, rows[i]![name] ?? null]))),
        )
      }),
    )
  })
  it('are no chunk to who doesn’t know one of them', () => {
    const chunk = encodeChunk([{ timeS: 0, values: { c3: 1, c40: 2 } }], many)
    expect(decodeChunk(chunk, many)).toHaveLength(1)
    expect(decodeChunk(chunk, many.slice(0, 40))).toBeUndefined()
  })
})
