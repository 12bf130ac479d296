import { entryHash, physicalRange, units, type Dimension, type Quantity } from '@zetesis/core'
import fc from 'fast-check'
import { admitting, EntryPage, EntrySchema, StoredEntrySchema } from './index'

const base = {
  v: 1,
  id: '3f0c2f6e-8a50-4b0a-9a5e-0d6f0b8f4a11',
  at: '2026-07-14T12:00:00.000Z',
  writtenAt: '2026-07-14T12:00:00.000Z',
}
const reading = (value: number) => ({
  ...base,
  kind: 'reading',
  mode: 'cooling',
  values: { liquidLine: { value, unit: '°F' } },
})
const dimensions = Object.keys(units) as Dimension[]

describe('what may be appended', () => {
  it.each([
    [reading(1e9), 'Out of range: −148 to 572 °F can be. Check the figure and its unit.'],
    [
      { ...base, kind: 'micron', reading: { value: 4e-323, unit: 'micron' } },
      'Out of range: 0.0010 to 900\u202f100 micron can be. Check the figure and its unit.',
    ],
    [
      { ...base, kind: 'pumpOn', at: '1900-07-14T12:00:00.000Z' },
      'The year must lie between 2000 and 2100. Check the date.',
    ],
    [
      { ...base, kind: 'pumpOn', writtenAt: '9999-12-31T12:00:00.000Z' },
      'The year must lie between 2000 and 2100. Check the date.',
    ],
    [
      { ...base, kind: 'pumpOn', at: '0000-07-14T12:00:00.000Z' },
      'The year must lie between 2000 and 2100. Check the date.',
    ],
  ])('%#: says what can be, in the unit typed', (entry, sentence) => {
    expect(EntrySchema.safeParse(entry).error?.issues[0]?.message).toBe(sentence)
  })
  it('takes what a range ends at, in any unit, and nothing beyond', () => {
    fc.assert(
      fc.property(fc.constantFrom(...dimensions), fc.nat(20), fc.double({ noNaN: true }), (dimension, pick, value) => {
        const names = Object.keys(units[dimension])
        const quantity = { value, unit: names[pick % names.length]! } as Quantity
        const { factor, offset = 0 } = units[dimension][quantity.unit as never] as { factor: number; offset?: number }
        const [low, high] = physicalRange[dimension]
        const si = (value + offset) * factor
        const parsed = admitting.quantity(dimension).safeParse(quantity)
        if (parsed.success) expect(si >= low - 1e-6 * Math.abs(low) && si <= high + 1e-6 * Math.abs(high)).toBe(true)
        else if (si > low && si < high) expect(Math.abs(value) < 1e-9 || Math.abs(value) > 1e9).toBe(true)
      }),
      { numRuns: 2000 },
    )
  })
  it('knows one unit by one id, in whatever case it was typed', () => {
    const typed = {
      ...base,
      id: base.id.toUpperCase(),
      kind: 'struck',
      strikes: base.id.toUpperCase(),
      reason: 'typed twice',
    }
    expect(EntrySchema.parse(typed)).toMatchObject({ id: base.id, strikes: base.id })
  })
})

describe('what was stored', () => {
  it('opens as it was hashed, absurd values, years and capitals included', () => {
    const entries = [
      reading(1e9),
      { ...base, kind: 'pumpOn', at: '1900-07-14T12:00:00.000Z', id: base.id.toUpperCase() },
    ]
    for (const entry of entries) {
      expect(EntrySchema.safeParse(entry).success && EntrySchema.parse(entry).id === entry.id).toBe(false)
      const item = {
        unitId: base.id,
        seq: 1,
        author: { id: base.id, name: 'Wren' },
        receivedAt: base.at,
        entry: StoredEntrySchema.parse(entry),
        previousHash: '0'.repeat(64),
      }
      const page = EntryPage.parse({ entries: [{ ...item, hash: entryHash(item) }], more: false })
      expect(entryHash(page.entries[0]!)).toBe(entryHash({ ...item, entry: entry as never }))
    }
  })
})
