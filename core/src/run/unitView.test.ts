import { factHabits } from '../facts/factHabits'
import { overlay } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { checkEntry } from './check/checkEntry'
import { hasInk } from '../log/seal'
import type { UnitFacts } from '../facts/unitFacts'
import { decayTerms } from '../facts/terms'
import { missingFacts } from '../facts/missingFacts'
import { unitView } from './unitView'
import { NOON, testEntry, testId } from '../entry/testing'
import {
  bare,
  micron,
  opened,
  preparedFacts as facts,
  record,
  states,
  view,
  type Lines,
  decayed,
  weighed,
  started,
  psig,
  degF,
  good,
  read,
  seal,
} from './testingLines'

describe('between open valves and power', () => {
  const valves = (minutes: number): Lines[number] => [minutes, { kind: 'valvesOpened' }]
  it('it stands with its valves open, until it runs', () => {
    expect(view(opened, decayed).valvesOpenMs).toBeUndefined()
    expect(view(opened, decayed, [valves(-40)]).valvesOpenMs).toBe(NOON - 40 * 60_000)
    expect(view(opened, decayed, [valves(-40)], started).valvesOpenMs).toBeUndefined()
    expect(view(opened, decayed, [valves(-40)]).startedMs).toBeUndefined()
  })
})

describe('the copper line', () => {
  it('goes on stage by stage, each by its own evidence', () => {
    const after = (done: number) =>
      ['prepare', 'pressureTest', 'vacuum', 'weighIn', 'startUp', 'handOver'].map((_, i) =>
        i < done ? 'done' : i === done ? 'current' : 'todo',
      )
    expect(states(bare.slice(0, 1))).toEqual(after(0))
    expect(states(bare)).toEqual(after(1))
    expect(states(opened)).toEqual(after(2))
    expect(states(opened, decayed)).toEqual(after(3))
    expect(states(opened, decayed, weighed)).toEqual(after(4))
    expect(states(opened, decayed, weighed, started, read)).toEqual(after(5))
    expect(states(opened, decayed, weighed, started, read, seal)).toEqual(after(6))
  })
  it('shows a running hold as a wait, and what is needed when it has ended', () => {
    const holding: Lines = [
      [-4, { kind: 'valvedOff' }],
      [-3, micron(300)],
    ]
    expect(states(opened, holding)[2]).toBe('waiting')
    expect(view(opened, holding)).toMatchObject({
      need: { code: 'holdRunning' },
      waits: [{ kind: 'decayHold', endsMs: NOON + 6 * 60_000 }],
    })
    expect(unitView(record(opened, holding), { nowMs: NOON + 7 * 60_000 }).need).toEqual({ code: 'readGauge' })
  })
  it('caps the pipe when the decay fails, and flows again when the pump is turned on', () => {
    const failed: Lines = [
      [-60, { kind: 'valvedOff' }],
      [-50, micron(900)],
    ]
    expect(view(opened, failed)).toMatchObject({ need: { code: 'decayFailed' }, waits: [] })
    expect(states(opened, failed)[2]).toBe('stopped')
    expect(view(opened, failed, [[-40, { kind: 'pumpOn' }]]).need).toEqual({ code: 'pullDown' })
  })
  it('loops around a stage that was passed with a reason', () => {
    const passed = view(opened, [[-50, { kind: 'gatePassed', stage: 'vacuum', reason: 'gauge broke, tested by hand' }]])
    expect(passed.stages[2]).toMatchObject({
      state: 'bypassed',
      pass: { entry: { reason: 'gauge broke, tested by hand' } },
    })
    expect(passed.current).toBe('weighIn')
  })
  it('does not let a reading decide before it has settled', () => {
    const early: Lines = [[-25, { kind: 'reading', mode: 'cooling', values: good }]]
    expect(view(opened, decayed, weighed, started, early)).toMatchObject({
      reading: { settled: false },
      need: { code: 'takeReading' },
    })
    expect(states(opened, decayed, weighed, started, early)[4]).toBe('current')
  })
  it('says of a settled reading that the charge changed since, not that it was early', () => {
    const read: Lines = [[-15, { kind: 'reading', mode: 'cooling', values: good }]]
    const early: Lines = [[-25, { kind: 'reading', mode: 'cooling', values: good }]]
    const step: Lines = [
      [
        -12,
        { kind: 'weighed', direction: 'add', before: { value: 185, unit: 'oz' }, after: { value: 183, unit: 'oz' } },
      ],
    ]
    const told = (...more: Lines[]) => {
      const { settled, chargeChanged = false } = view(opened, decayed, weighed, started, ...more).reading!
      return { settled, chargeChanged }
    }
    expect(told(read)).toEqual({ settled: true, chargeChanged: false })
    expect(told(read, step)).toEqual({ settled: false, chargeChanged: true })
    expect(told(early, step)).toEqual({ settled: false, chargeChanged: false })
  })
  it('does not settle a charge on a cold day, though the reading is In', () => {
    const cold: Lines = [[-15, { kind: 'reading', mode: 'cooling', values: { ...good, outdoor: degF(60) } }]]
    const cool = view(opened, decayed, weighed, started, cold)
    expect(cool.reading!.judged.verdict).toBe('in')
    expect(cool.stages[4]!.state).toBe('current')
    expect(cool.need).toEqual({ code: 'readingOpen' })
  })
  it('stops a conversion that must not be done, whatever reason is written', () => {
    const flammable: Lines = [
      [-80, { kind: 'facts', facts: { work: 'conversion', oldRefrigerant: 'R-22', refrigerant: 'R-290' } }],
      [-70, { kind: 'gatePassed', stage: 'prepare', reason: 'the customer wants it' }],
    ]
    expect(view(opened, flammable)).toMatchObject({
      refusal: 'flammableIntoUnlisted',
      current: 'prepare',
      need: { code: 'refused' },
    })
    const r410a: Lines = [
      [-80, { kind: 'facts', facts: { work: 'conversion', oldRefrigerant: 'R-410A', refrigerant: 'R-407C' } }],
    ]
    expect(view(opened, r410a).refusal).toBe('noDropInForR410A')
  })
})

describe('facts', () => {
  it('asks for what this unit needs and nothing else', () => {
    expect(missingFacts({})).toEqual([
      'work',
      'mode',
      'refrigerant',
      'metering',
      'labelCharge',
      'lineLength',
      'includedLength',
      'liquidLine',
    ])
    expect(missingFacts(facts)).toEqual([])
    expect(missingFacts({ ...facts, metering: 'fixedOrifice', superheatSource: 'typed' })).toEqual(['targetSuperheat'])
    expect(missingFacts({ ...facts, work: 'conversion' })).toEqual(['oldRefrigerant'])
    // chosen among candidates, later
    expect(missingFacts({ work: 'conversion' })).not.toContain('refrigerant')
  })
  it('takes the decay limit for new or older work from the profile, unless the unit has its own', () => {
    const micronOf = (f: UnitFacts) =>
      Math.round(decayTerms(f, overlay(customaryProfile, factHabits(f))).limitPa / 0.133322368)
    expect([
      micronOf({ work: 'new' }),
      micronOf({ work: 'retrofit' }),
      micronOf({ decayLimit: { value: 300, unit: 'micron' } }),
    ]).toEqual([500, 1000, 300])
    const own = factHabits({ decayHold: { value: 15, unit: 'min' } })
    expect(decayTerms({}, overlay(customaryProfile, own)).holdS).toBe(900)
  })
})

describe('what speaks against an entry', () => {
  const check = (parts: Lines[], n: number, minutes: number, body: Parameters<typeof testEntry>[2]) =>
    checkEntry(record(...parts), testEntry(n, minutes, body), { nowMs: NOON }).map((p) => p.code)
  const q = (value: number) => ({ value, unit: 'micron' as const })

  it.each<[string, Lines[], number, Parameters<typeof testEntry>[2], string[]]>([
    ['an ordinary reading', [opened], 0, { kind: 'micron', reading: q(400) }, []],
    ['a unit that was never opened', [], 0, { kind: 'pumpOn' }, ['notOpened']],
    ['a second opening', [opened], 0, { kind: 'opened', jobId: testId(500), tag: 'X' }, ['alreadyOpened']],
    ['a time in the future', [opened], 6, { kind: 'pumpOn' }, ['future']],
    ['a clock five minutes fast', [opened], 5, { kind: 'pumpOn' }, []],
    ['a vacuum of nothing', [opened], 0, { kind: 'micron', reading: q(0) }, ['notPositive']],
    [
      'more after than before',
      [opened],
      0,
      { kind: 'weighed', direction: 'add', before: { value: 10, unit: 'oz' }, after: { value: 1, unit: 'lb' } },
      ['afterHeavier'],
    ],
    [
      'less after than before, taken out',
      [opened],
      0,
      { kind: 'weighed', direction: 'remove', before: { value: 1, unit: 'lb' }, after: { value: 10, unit: 'oz' } },
      ['afterLighter'],
    ],
    [
      'a negative weight',
      [opened],
      0,
      { kind: 'weighed', direction: 'add', before: { value: 1, unit: 'lb' }, after: { value: -1, unit: 'lb' } },
      ['negative'],
    ],
    ['nothing in a reading', [opened], 0, { kind: 'reading', mode: 'cooling', values: {} }, ['emptyReading']],
    [
      'wet bulb above dry bulb',
      [opened],
      0,
      { kind: 'reading', mode: 'cooling', values: { returnDryBulb: degF(70), returnWetBulb: degF(71) } },
      ['wetBulbAboveDryBulb'],
    ],
    [
      'a pressure off the data',
      [opened],
      0,
      { kind: 'reading', mode: 'cooling', values: { suctionPressure: psig(1180) } },
      ['pressureOutsideData'],
    ],
    [
      'less than no pressure',
      [opened],
      0,
      { kind: 'reading', mode: 'cooling', values: { suctionPressure: psig(-20) } },
      ['belowVacuum'],
    ],
    [
      'colder than cold',
      [opened],
      0,
      { kind: 'reading', mode: 'cooling', values: { outdoor: degF(-500) } },
      ['belowAbsoluteZero'],
    ],
    [
      'humidity over 100',
      [opened],
      0,
      { kind: 'reading', mode: 'cooling', values: { returnHumidity: { value: 104, unit: '%' } } },
      ['outsideHumidity'],
    ],
    [
      'a negative length',
      [opened],
      0,
      { kind: 'facts', facts: { lineLength: { value: -3, unit: 'ft' } } },
      ['negative'],
    ],
    [
      'a target of nothing',
      [opened],
      0,
      { kind: 'facts', facts: { targetSubcooling: { value: 0, unit: '°F' } } },
      ['notPositive'],
    ],
    [
      'feet taken for metres',
      [opened],
      0,
      { kind: 'facts', facts: { elevation: { value: 9000, unit: 'm' } } },
      ['elevationOutside'],
    ],
    ['opening valves before a passed decay', [opened], 0, { kind: 'started' }, ['gateClosed']],
    ['opening them after it', [opened, decayed], 0, { kind: 'started' }, []],
    ['the valves alone before a passed decay', [opened], 0, { kind: 'valvesOpened' }, ['gateClosed']],
    ['the valves alone after it', [opened, decayed], 0, { kind: 'valvesOpened' }, []],
    [
      'a standing pressure that no gauge shows',
      [opened, decayed],
      0,
      { kind: 'started', rest: { suctionPressure: { value: -30, unit: 'psig' } } },
      ['belowVacuum'],
    ],
    [
      'striking what isn’t there',
      [opened],
      0,
      { kind: 'struck', strikes: testId(77), reason: 'no such' },
      ['unknownEntry'],
    ],
    [
      'striking the opening',
      [opened],
      0,
      { kind: 'struck', strikes: testId(1), reason: 'wrong tag' },
      ['cannotStrike'],
    ],
    ['an amendment before the seal', [opened], 0, { kind: 'amendment', text: 'later' }, ['notSealed']],
    [
      'sealing with stages open',
      [opened],
      0,
      { kind: 'sealed', name: 'Wren', signature: [[0, 0, 300, 200]] },
      ['gateClosed'],
    ],
    [
      'a signature that is a dot',
      [opened, decayed, weighed, started, read],
      0,
      { kind: 'sealed', name: 'Wren', signature: [[5, 5, 6, 6]] },
      ['emptySignature'],
    ],
    [
      'a second seal',
      [opened, decayed, weighed, started, read, seal],
      0,
      { kind: 'sealed', name: 'Wren', signature: [[0, 0, 300, 200]] },
      ['sealed'],
    ],
    [
      'an entry for a sealed unit',
      [opened, decayed, weighed, started, read, seal],
      0,
      { kind: 'micron', reading: q(400) },
      ['sealed'],
    ],
    [
      'an amendment after the seal',
      [opened, decayed, weighed, started, read, seal],
      0,
      { kind: 'amendment', text: 'Filter changed.' },
      [],
    ],
  ])('%s', (_, parts, minutes, body, codes) => {
    expect(check(parts, 800, minutes, body)).toEqual(codes)
  })
  it('lets no written reason past a refusal', () => {
    const conversion: Lines = [
      [-80, { kind: 'facts', facts: { work: 'conversion', oldRefrigerant: 'R-22', refrigerant: 'R-32' } }],
    ]
    expect(check([opened, conversion], 800, 0, { kind: 'gatePassed', stage: 'prepare', reason: 'because' })).toEqual([
      'refusedStop',
    ])
  })
  it('lets nothing be charged or started against a refusal, though the vacuum passed', () => {
    const conversion: Lines = [
      [-80, { kind: 'facts', facts: { work: 'conversion', oldRefrigerant: 'R-22', refrigerant: 'R-32' } }],
    ]
    const before = { value: 20, unit: 'oz' } as const
    const after = { value: 10, unit: 'oz' } as const
    const retro: Lines = [[-48, { kind: 'gatePassed', stage: 'vacuum', reason: 'tested by hand' }]]
    const parts = [opened, conversion, retro]
    expect(check(parts, 800, 0, { kind: 'weighed', direction: 'add', before, after })).toEqual(['refusedStop'])
    expect(check(parts, 800, 0, { kind: 'weighed', direction: 'remove', before: after, after: before })).toEqual([])
    expect(check(parts, 800, 0, { kind: 'started' })).toEqual(['refusedStop'])
  })
  it('knows ink from a slip', () => {
    expect([hasInk([]), hasInk([[1, 1]]), hasInk([[0, 0, 3, 3]]), hasInk([[0, 0, 40, 0]])]).toEqual([
      false,
      false,
      false,
      true,
    ])
  })
})
