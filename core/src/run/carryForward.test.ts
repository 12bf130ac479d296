import type { EntryBody } from '../entry/entry'
import { NOON, testEntry } from '../entry/testing'
import { checkEntry } from './check/checkEntry'
import { carryForward, withCarried } from './carryForward'
import { degF, good, opened, record, started, type Lines } from './testingLines'

const MIN = 60_000
const iso = (minutes: number) => new Date(NOON + minutes * MIN).toISOString()
const reading = (minutes: number, part: object = {}): Lines[number] => [
  minutes,
  {
    kind: 'reading',
    mode: 'cooling',
    values: { ...good, outdoor: degF(88), voltage: { value: 240, unit: 'V' } },
    ...part,
  } as EntryBody,
]
const from = (lines: Lines, minutes: number, mostMin = 20) =>
  carryForward(record(opened, lines), { nowMs: NOON + minutes * MIN, mostS: mostMin * 60 })

describe('what a reading may go by without being read anew', () => {
  it('is what changes slowly, as old as it was read, and never a pressure or a line', () => {
    const { values, carried } = from([reading(-11)], 0)
    expect(values.outdoor).toEqual(degF(88))
    expect(carried.outdoor).toBe(iso(-11))
    expect(carried.voltage).toBe(iso(-11))
    for (const channel of ['suctionPressure', 'suctionLine', 'liquidPressure', 'liquidLine', 'supply', 'amps'])
      expect(values).not.toHaveProperty(channel)
  })

  it('counts for as long as the method says, and not what is of yesterday or still to come', () => {
    expect(from([reading(-20)], 0).carried.outdoor).toBe(iso(-20))
    expect(from([reading(-20.1)], 0).carried).toEqual({})
    expect(from([reading(-24 * 60)], 0).carried).toEqual({})
    expect(from([reading(5)], 0).carried).toEqual({})
    expect(from([reading(-1)], 0, 0).carried).toEqual({})
  })

  it('doesn’t grow young by being carried', () => {
    const again = reading(-5, { carried: { outdoor: iso(-15) } })
    expect(from([reading(-15), again], 0).carried.outdoor).toBe(iso(-15))
    expect(from([reading(-15), again], 6).carried.outdoor).toBeUndefined()
    expect(from([reading(-15), again], 6).carried.voltage).toBe(iso(-5))
  })

  it('of wet bulb and humidity the one that was read last, and none where the other is typed', () => {
    const { returnWetBulb: _, ...dry } = good
    const humid = { ...dry, returnHumidity: { value: 50, unit: '%' } }
    const both = from([reading(-12), reading(-3, { values: humid })], 0)
    expect(both.carried.returnWetBulb).toBeUndefined()
    expect(both.carried.returnHumidity).toBe(iso(-3))
    const kept = withCarried({ returnWetBulb: degF(63), suctionLine: degF(50) }, both)
    expect(kept.values).not.toHaveProperty('returnHumidity')
    expect(kept.values.suctionLine).toEqual(degF(50))
    expect(kept.carried.outdoor).toBe(iso(-3))
  })

  it('what is typed anew stands, and isn’t called earlier', () => {
    const { values, carried } = withCarried({ outdoor: degF(91) }, from([reading(-11)], 0))
    expect(values.outdoor).toEqual(degF(91))
    expect(carried).not.toHaveProperty('outdoor')
    expect(carried.voltage).toBe(iso(-11))
  })

  it('takes air, power and what stood before it ran, too: nothing of it is typed twice', () => {
    const volts = { value: 232, unit: 'V' }
    const before: Lines = [
      [
        -18,
        { kind: 'preStart', zeroed: true, rest: { voltage: volts, capacitor: { value: 40, unit: 'µF' } } } as EntryBody,
      ],
      [-12, { kind: 'started', rest: { suctionPressure: good.suctionPressure, outdoor: degF(85) } } as EntryBody],
    ]
    const { values, carried } = from(before, 0)
    expect(values).toEqual({ voltage: volts, outdoor: degF(85) })
    expect(carried).toEqual({ voltage: iso(-18), outdoor: iso(-12) })
  })

  it('names what it was read with', () => {
    const kit = [
      { id: 'm', name: 'meter' },
      { id: 'n', name: 'not used' },
    ]
    const found = from([reading(-4, { instruments: { outdoor: 'm', suctionLine: 'n' }, kit })], 0)
    expect(found.instruments).toEqual({ outdoor: 'm' })
    expect(found.kit).toEqual([kit[0]])
  })
})

describe('a reading with values of before', () => {
  const check = (read: number) =>
    checkEntry(
      record(opened, [...started, reading(-60)]),
      testEntry(99, 0, {
        kind: 'reading',
        mode: 'cooling',
        values: { ...good, outdoor: degF(88) },
        carried: { outdoor: iso(read) },
      } as EntryBody),
      { nowMs: NOON },
    ).map((p) => [p.code, p.path])

  it('is taken while they are fresh, and names the one that is not', () => {
    expect(check(-20)).toEqual([])
    expect(check(0)).toEqual([])
    expect(check(-21)).toEqual([['carriedTooOld', 'values.outdoor']])
    expect(check(1)).toEqual([['carriedTooOld', 'values.outdoor']])
  })
})
