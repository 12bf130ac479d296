import type { ModelLabel } from '../label/modelLabel'
import { specWith } from '../method/testing'
import { checkEntry } from './check/checkEntry'
import type { EntryBody } from '../entry/entry'
import { unitFacts } from './inForce'
import { foldEntries } from '../log/fold'
import { unitView } from './unitView'
import { NOON, testEntry, testId, testLog } from '../entry/testing'

describe('labels, methods and readings on the record', () => {
  const psig = (value: number) => ({ value, unit: 'psig' as const })
  const degF = (value: number) => ({ value, unit: '°F' as const })
  const oz = (value: number) => ({ value, unit: 'oz' as const })
  const label: ModelLabel = {
    name: 'Kelvane 24',
    subcoolingTolerance: degF(1.5),
    tables: [{ quantity: 'subcooling', rows: [{ orientation: 'up', cooling: degF(9) }] }],
  }
  const reading = (liquidLine: number): EntryBody => ({
    kind: 'reading',
    mode: 'cooling',
    values: {
      suctionPressure: psig(121),
      suctionLine: degF(52),
      liquidPressure: psig(350),
      liquidLine: degF(liquidLine),
      outdoor: degF(90),
    },
  })
  const base: [number, EntryBody][] = [
    [0, { kind: 'opened', jobId: testId(1), tag: 'T-1' }],
    [1, { kind: 'facts', facts: { refrigerant: 'R-410A', metering: 'expansionValve', orientation: 'up' } }],
    [2, { kind: 'label', modelId: testId(2), version: testId(3), label }],
    [3, { kind: 'started' }],
  ]
  const view = (...more: [number, EntryBody][]) =>
    unitView(foldEntries(testLog(...base, ...more)), { nowMs: NOON + 60 * 60_000 })

  it('judge by the label that the unit took, and by overrides before it', () => {
    const plain = view([20, reading(97.4)])
    expect(plain.reading!.judged).toMatchObject({ verdict: 'in', target: { source: 'label' } })
    expect(plain.method.subcoolingToleranceK).toMatchObject({ origin: 'label' })
    const habit = 'subcoolingToleranceK'
    const tight: EntryBody = {
      kind: 'override',
      habit,
      quantity: { value: 0.3, unit: '°F' },
      reason: 'the customer asks',
    }
    expect(view([4, tight], [20, reading(97.5)]).method[habit]).toMatchObject({
      origin: 'override',
      source: 'the customer asks',
    })
    expect(view([4, tight], [20, reading(97.5)]).reading!.judged.verdict).not.toBe('in')
    const back: EntryBody = { kind: 'override', habit, reason: 'back to the method' }
    expect(view([4, tight], [5, back], [20, reading(97.5)]).method[habit].origin).toBe('label')
  })
  it('judge by the profile that was chosen for the unit, whole in its log', () => {
    const profile = specWith({ settleAfterStartS: { value: 30, unit: 'min' } })
    expect(view([4, { kind: 'method', profile }], [20, reading(97.5)]).reading!.settled).toBe(false)
    expect(view([20, reading(97.5)]).reading!.settled).toBe(true)
    expect(view([4, { kind: 'method', profile }]).profile.name).toBe('Test')
  })
  it('need another wait after a change of charge', () => {
    const step: EntryBody = { kind: 'weighed', direction: 'add', before: oz(100), after: oz(97) }
    expect(view([18, step], [20, reading(97.5)]).reading!.settled).toBe(false)
    expect(view([18, step], [29, reading(97.5)]).reading!.settled).toBe(true)
    // a change of charge after the reading: it says nothing of the charge as it is now
    expect(view([20, reading(97.5)], [25, step]).reading!.settled).toBe(false)
    expect(view([18, step], [20, reading(97.5)]).waits).toEqual([
      { kind: 'settle', startedMs: NOON + 18 * 60_000, endsMs: NOON + 28 * 60_000 },
    ])
  })
  it('say how far a moving target went since the charge last changed', () => {
    const piston: EntryBody = {
      kind: 'facts',
      facts: { refrigerant: 'R-410A', metering: 'fixedOrifice', superheatSource: 'commonRule' },
    }
    const at = (wetBulb: number): EntryBody => ({
      kind: 'reading',
      mode: 'cooling',
      values: { suctionPressure: psig(121), suctionLine: degF(54), outdoor: degF(90), returnWetBulb: degF(wetBulb) },
    })
    const dried = view([4, piston], [15, at(66)], [40, at(64)])
    expect(dried.reading!.targetMovedK! * 1.8).toBeCloseTo(-3, 6)
    expect(view([4, piston], [15, at(66)], [40, at(65.5)]).reading!.targetMovedK).toBeUndefined()
    expect(view([4, piston], [15, at(66)]).reading!.targetMovedK).toBeUndefined()
  })
  it('are refused with what no label or habit can be', () => {
    const record = foldEntries(testLog(...base))
    const codes = (body: EntryBody) =>
      checkEntry(record, testEntry(50, 10, body), { nowMs: NOON + 60 * 60_000 }).map((p) => [p.path, p.code])
    const habit = 'subcoolingToleranceK'
    expect(codes({ kind: 'override', habit, quantity: { value: 0, unit: '°F' }, reason: 'no' })).toEqual([
      ['quantity', 'badHabit'],
    ])
    expect(codes({ kind: 'label', modelId: testId(2), version: testId(3), label: { name: ' ' } })).toEqual([
      ['label.name', 'badLabel'],
    ])
    expect(codes({ kind: 'method', profile: specWith({ indoorLowK: degF(85) }) })).toEqual([
      ['profile.indoorLowK', 'badProfile'],
    ])
    expect(codes({ kind: 'reading', mode: 'cooling', values: { amps: { value: -1, unit: 'A' } } })).toEqual([
      ['values.amps', 'negative'],
    ])
    expect(codes({ kind: 'note', text: 'Filter is new.' })).toEqual([])
  })
})

describe('facts', () => {
  const log = testLog(
    [0, { kind: 'opened', jobId: testId(500), tag: 'T-1' }],
    [1, { kind: 'facts', facts: { refrigerant: 'R-32', place: 'roof' } }],
    [2, { kind: 'facts', facts: { place: null, refrigerant: 'R-410A' } }],
  )
  it('lays patches over each other and clears with null', () => {
    expect(unitFacts(foldEntries(log))).toEqual({ tag: 'T-1', refrigerant: 'R-410A' })
  })
  it('strikes a patch out: the facts before it return', () => {
    const strike = {
      seq: 7,
      author: log[0]!.author,
      entry: testEntry(7, 6, { kind: 'struck', strikes: testId(3), reason: 'other unit' }),
    }
    expect(unitFacts(foldEntries([...log, strike]))).toMatchObject({ refrigerant: 'R-32', place: 'roof' })
  })
})
