import fc from 'fast-check'
import { NOON, testId } from '../entry/testing'
import type { Instrument } from '../measurement/instrument'
import { specWith } from '../method/testing'
import { checkBookEntry } from './checkBookEntry'
import type { BookEntry, BookEntryBody, BookItem } from './entry'
import { chosenProfile, emptyBook, foldBook } from './fold'

const line = (n: number, body: BookEntryBody, name = 'Wren Halloway'): BookItem => {
  const at = new Date(NOON + n * 60_000).toISOString()
  return {
    seq: n,
    author: { id: testId(900), name },
    entry: { v: 1, id: testId(n), at, writtenAt: at, ...body } as BookEntry,
  }
}
const model = (n: number, name: string, replaces?: number, by?: string) =>
  line(
    n,
    { kind: 'modelSaved', modelId: testId(50), label: { name }, ...(replaces ? { replaces: testId(replaces) } : {}) },
    by,
  )
const gauge: Instrument = {
  id: testId(70),
  name: 'Gauge',
  kind: 'pressureGauge',
  accuracies: [{ dimension: 'gaugePressure', ofReading: { value: 1, unit: '%' }, stated: 'rectangular' }],
}

describe('the company’s book', () => {
  it('keeps the latest of a model, and says when two were saved at once', () => {
    const corrected = foldBook([model(1, 'a'), model(2, 'b', 1)])
    expect(corrected.models).toEqual([expect.objectContaining({ value: { name: 'b' }, version: testId(2) })])
    expect(corrected.models[0]!.over).toBeUndefined()
    const both = foldBook([model(1, 'a'), model(2, 'b', 1, 'Ines'), model(3, 'c', 1)])
    expect(both.models[0]).toMatchObject({ value: { name: 'c' }, over: 'Ines' })
  })
  it('zeroes instruments, never backwards, and keeps that through a correction', () => {
    const saved = line(1, { kind: 'instrumentSaved', instrument: gauge })
    const zeroed = (n: number) => line(n, { kind: 'zeroed', instrumentIds: [gauge.id] })
    expect(foldBook([saved, zeroed(5)]).instruments[0]!.value.zeroedAt).toBe(zeroed(5).entry.at)
    const late = { ...zeroed(3), seq: 9 }
    expect(foldBook([saved, zeroed(5), late]).instruments[0]!.value.zeroedAt).toBe(zeroed(5).entry.at)
  })
  it('starts with the ready profiles, keeps own ones, and never changes or loses a ready one', () => {
    expect(emptyBook.profiles.map((p) => p.value.name)).toEqual(['Customary', 'Cautious', 'Strict label'])
    const own = specWith({ decayHoldS: { value: 20, unit: 'min' } }, { id: 'ours', name: 'Ours' })
    const saved = line(1, { kind: 'profileSaved', profile: own })
    const chosen = line(2, { kind: 'profileChosen', profileId: 'ours' })
    expect(chosenProfile(foldBook([saved, chosen])).name).toBe('Ours')
    expect(
      chosenProfile(foldBook([saved, chosen, line(3, { kind: 'retired', what: 'profile', itemId: 'ours' })])).name,
    ).toBe('Customary')
    expect(chosenProfile(foldBook([line(1, { kind: 'profileChosen', profileId: 'nowhere' })])).name).toBe('Customary')
    const tampered = line(4, { kind: 'profileSaved', profile: { ...own, id: 'ready-cautious' } })
    const gone = line(5, { kind: 'retired', what: 'profile', itemId: 'ready-cautious' })
    expect(foldBook([tampered, gone]).profiles).toEqual(emptyBook.profiles)
  })
  it('puts models and instruments away', () => {
    const items = [model(1, 'a'), line(2, { kind: 'instrumentSaved', instrument: gauge })]
    const away = foldBook([
      ...items,
      line(3, { kind: 'retired', what: 'model', itemId: testId(50) }),
      line(4, { kind: 'retired', what: 'instrument', itemId: gauge.id }),
    ])
    expect([away.models, away.instruments]).toEqual([[], []])
  })
  it('is the same however its entries came: in one go, twice, or in parts', () => {
    const items = [
      model(1, 'a'),
      model(2, 'b', 1),
      line(3, { kind: 'instrumentSaved', instrument: gauge }),
      line(4, { kind: 'zeroed', instrumentIds: [gauge.id] }),
      line(5, { kind: 'profileChosen', profileId: 'ready-cautious' }),
    ]
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 5 }), (cut, again) => {
        const whole = foldBook(items)
        expect(foldBook(items.slice(cut), foldBook(items.slice(0, cut)))).toEqual(whole)
        expect(foldBook([...items, ...items.slice(0, again)])).toEqual(whole)
      }),
    )
  })
  it('refuses what can’t stand in it, at its place', () => {
    const said = (body: BookEntryBody, minutes = 0) =>
      checkBookEntry(line(minutes, body).entry, { nowMs: NOON }).map((p) => [p.path, p.code])
    expect(said({ kind: 'modelSaved', modelId: testId(1), label: { name: '' } })).toEqual([['label.name', 'badLabel']])
    expect(said({ kind: 'instrumentSaved', instrument: { ...gauge, accuracies: [] } })).toEqual([
      ['instrument.accuracies', 'badInstrument'],
    ])
    expect(said({ kind: 'profileSaved', profile: specWith({ indoorLowK: { value: 85, unit: '°F' } }) })).toEqual([
      ['profile.indoorLowK', 'badProfile'],
    ])
    expect(said({ kind: 'profileSaved', profile: { ...specWith({}), id: 'ready-cautious' } })).toEqual([
      ['profile.id', 'readyProfile'],
    ])
    expect(said({ kind: 'zeroed', instrumentIds: [gauge.id] }, 30)).toEqual([['at', 'future']])
    expect(said({ kind: 'profileChosen', profileId: 'ready-cautious' })).toEqual([])
  })
})
