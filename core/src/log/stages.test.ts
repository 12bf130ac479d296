import { factHabits } from '../method/factHabits'
import { overlay } from '../method/profile'
import { customaryProfile } from '../method/readyProfiles'
import { agenda } from '../agenda/agenda'
import { summarise, summaryAt } from '../agenda/summary'
import { checkEntry, hasInk } from './checkEntry'
import { chargeBalance, chargeDue } from './charge'
import type { UnitFacts } from './entry'
import { decayTerms, missingFacts } from './facts'
import { foldEntries } from './fold'
import { unitView } from './stages'
import { NOON, testEntry, testId, testLog } from './testing'

type Lines = Parameters<typeof testLog>
const facts: UnitFacts = {
  work: 'new',
  mode: 'coolingOnly',
  refrigerant: 'R-410A',
  metering: 'expansionValve',
  labelCharge: { value: 90, unit: 'oz' },
  includedLength: { value: 15, unit: 'ft' },
  lineLength: { value: 40, unit: 'ft' },
  allowance: { value: 0.6, unit: 'oz/ft' },
  targetSubcooling: { value: 10, unit: '°F' },
}
const micron = (value: number) => ({ kind: 'micron', reading: { value, unit: 'micron' } }) as const
const bare: Lines = [
  [-90, { kind: 'opened', jobId: testId(500), tag: 'T-1' }],
  [-89, { kind: 'facts', facts }],
]
const tested: Lines = [
  [-88, { kind: 'facts', facts: { testPressure: { value: 450, unit: 'psig' } } }],
  [-84, { kind: 'testHeld', gauge: { value: 450, unit: 'psig' }, ambient: { value: 76, unit: '°F' } }],
  [-66, { kind: 'testRead', gauge: { value: 449, unit: 'psig' }, ambient: { value: 75, unit: '°F' } }],
]
const opened: Lines = [...bare, ...tested]
const decayed: Lines = [
  [-60, { kind: 'valvedOff' }],
  [-59, micron(320)],
  [-49, micron(360)],
]
const weighed: Lines = [
  [-45, { kind: 'weighed', direction: 'add', before: { value: 200, unit: 'oz' }, after: { value: 185, unit: 'oz' } }],
]
const started: Lines = [[-30, { kind: 'started' }]]
const psig = (value: number) => ({ value, unit: 'psig' as const })
const degF = (value: number) => ({ value, unit: '°F' as const })
const good = {
  suctionPressure: psig(125.5),
  suctionLine: degF(54),
  liquidPressure: psig(351.5),
  liquidLine: degF(96.6),
  returnDryBulb: degF(76),
  returnWetBulb: degF(63),
  supply: degF(57),
  outdoor: degF(91),
}
const read: Lines = [[-15, { kind: 'reading', mode: 'cooling', values: good }]]
const seal: Lines = [[-5, { kind: 'sealed', name: 'Wren Halloway', signature: [[0, 0, 300, 200, 500, 50]] }]]

const record = (...parts: Lines[]) => foldEntries(testLog(...parts.flat()))
const view = (...parts: Lines[]) => unitView(record(...parts), { nowMs: NOON })
const states = (...parts: Lines[]) => view(...parts).stages.map((s) => s.state)

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
    expect(missingFacts({ ...facts, work: 'conversion' })).toEqual(['oldRefrigerant', 'recovered'])
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

describe('charge', () => {
  const oz = (kg: number | undefined) => kg! / 0.028349523125
  it('is due by the line set and closes within the scale’s steps', () => {
    const due = chargeDue(facts)
    expect(due.ok && oz(due.dueKg)).toBeCloseTo(15, 9)
    expect(chargeBalance(record(opened, weighed))).toMatchObject({ settled: true })
    expect(oz(chargeBalance(record(opened)).openKg)).toBeCloseTo(15, 9)
  })
  it('counts what came out against what went in', () => {
    const out: Lines = [
      [
        -44,
        { kind: 'weighed', direction: 'remove', before: { value: 185, unit: 'oz' }, after: { value: 189, unit: 'oz' } },
      ],
    ]
    expect(oz(chargeBalance(record(opened, weighed, out)).weighedKg)).toBeCloseTo(11, 9)
  })
  it('starts a conversion with a share of the whole charge', () => {
    const due = chargeDue({ ...facts, work: 'conversion' })
    expect(due.ok && oz(due.dueKg)).toBeCloseTo(0.9 * (90 + 15), 9)
  })
  it('says which facts are missing, and when a run is too long for the sum', () => {
    expect(chargeDue({ refrigerant: 'R-32' })).toEqual({
      ok: false,
      reason: 'missing',
      missing: ['lineLength', 'includedLength', 'liquidLine'],
    })
    expect(chargeDue({ ...facts, lineLength: { value: 81, unit: 'ft' } })).toMatchObject({ overLongLine: true })
    expect(chargeDue({ ...facts, lineLength: { value: 80, unit: 'ft' } })).toMatchObject({ overLongLine: false })
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

describe('agenda', () => {
  const unit = (n: number, tag: string, ...parts: Lines[]) => {
    const tagged: Lines = [[-90, { kind: 'opened', jobId: testId(500), tag }], ...opened.slice(1)]
    return { unitId: testId(n), summary: summarise(record(tagged, ...parts), { nowMs: NOON }) }
  }
  const holding: Lines = [[-4, { kind: 'valvedOff' }]]
  const units = [
    unit(1, 'A', holding),
    unit(2, 'B'),
    unit(3, 'C', decayed),
    unit(4, 'D', decayed, weighed, started, read, seal),
  ]

  it('puts running waits by their end and asks nothing of waiting or sealed units', () => {
    const now = agenda(units, NOON)
    expect(now.waits.map((w) => w.tag)).toEqual(['A'])
    expect(now.todo.map((t) => t.tag)).toEqual(['C', 'B'])
  })
  it('calls for an ended wait first', () => {
    const later = agenda(units, NOON + 7 * 60_000)
    expect(later.waits).toEqual([])
    expect(later.todo[0]).toMatchObject({ tag: 'A', summary: { need: { code: 'readGauge' } } })
  })
  it('brings an old summary to a later clock', () => {
    const { summary } = units[0]!
    expect(summaryAt(summary, NOON).stages[2]!.state).toBe('waiting')
    expect(summaryAt(summary, NOON + 7 * 60_000).stages[2]!.state).toBe('current')
  })
})

describe('the nitrogen test', () => {
  const psig = (value: number) => ({ value, unit: 'psig' as const })
  const f = (value: number) => ({ value, unit: '°F' as const })
  const plate: Lines = [[-88, { kind: 'facts', facts: { testPressure: psig(450) } }]]
  const held: Lines = [[-30, { kind: 'testHeld', gauge: psig(440), ambient: f(80) }]]
  const codes = (parts: Lines[], body: Parameters<typeof testEntry>[2]) =>
    checkEntry(record(...parts), testEntry(800, -1, body), { nowMs: NOON }).map((p) => p.code)

  it('raises nothing above the plate, and nothing while the plate is unknown', () => {
    const raise = (value: number) =>
      ({ kind: 'testRaised', gas: 'nitrogen', gauge: psig(value), heard: 'quiet' }) as const
    expect(codes([bare], raise(100))).toEqual(['noTestPressure'])
    expect(codes([bare, plate], raise(450))).toEqual([])
    expect(codes([bare, plate], raise(451))).toEqual(['aboveTestPressure'])
    expect(codes([bare, plate], { kind: 'testHeld', gauge: psig(500), ambient: f(80) })).toEqual(['aboveTestPressure'])
  })
  it('takes the lower of plate and label, in whatever unit', () => {
    const label: Lines = [
      [
        -87,
        {
          kind: 'label',
          modelId: testId(601),
          version: testId(602),
          label: { name: 'T', lowSideTest: { value: 20, unit: 'bar' } },
        },
      ],
    ]
    expect(view(bare, plate, label).pressureTest.limitPa).toBeCloseTo(2_000_000, 3)
  })
  it('corrects by temperature, and passes a cooling evening', () => {
    const cooled: Lines = [[-5, { kind: 'testRead', gauge: psig(431.6), ambient: f(70) }]]
    const warm: Lines = [[-5, { kind: 'testRead', gauge: psig(431.6), ambient: f(80) }]]
    expect(view(bare, plate, held, cooled)).toMatchObject({ pressureTest: { hold: { verdict: { verdict: 'in' } } } })
    expect(states(bare, plate, held, cooled)[1]).toBe('done')
    expect(states(bare, plate, held, warm)[1]).toBe('stopped')
    expect(view(bare, plate, held, warm).need).toEqual({ code: 'pressureFailed' })
  })
  it('waits, then asks for a reading; a plain loss needs no waiting', () => {
    const fresh: Lines = [[-4, { kind: 'testHeld', gauge: psig(440), ambient: f(80) }]]
    expect(view(bare, plate, fresh)).toMatchObject({
      need: { code: 'pressureHolds' },
      waits: [{ kind: 'pressureHold', endsMs: NOON + 11 * 60_000 }],
    })
    expect(unitView(record(bare, plate, fresh), { nowMs: NOON + 12 * 60_000 }).need).toEqual({ code: 'readPressure' })
    const early: Lines = [[-2, { kind: 'testRead', gauge: psig(439), ambient: f(80) }]]
    expect(view(bare, plate, fresh, early).pressureTest.hold!.verdict).toBeUndefined()
    const lost: Lines = [[-2, { kind: 'testRead', gauge: psig(400), ambient: f(80) }]]
    expect(view(bare, plate, fresh, lost).pressureTest.hold!.verdict!.verdict).toBe('out')
  })
  it('a re-test counts instead of the hold that failed', () => {
    const lost: Lines = [[-20, { kind: 'testRead', gauge: psig(300), ambient: f(80) }]]
    const mended: Lines = [
      [-19, { kind: 'jointChecked', place: 'flare', found: 'bubbles', mended: 'flared anew' }],
      [-18, { kind: 'testHeld', gauge: psig(440), ambient: f(80), retestOf: testId(4) }],
      [-2, { kind: 'testRead', gauge: psig(440), ambient: f(80) }],
    ]
    const { pressureTest } = view(bare, plate, held, lost, mended)
    expect(pressureTest.holds.map((h) => h.verdict?.verdict)).toEqual(['out', 'in'])
    expect(pressureTest.hold!.item.entry.retestOf).toBe(testId(4))
  })
  it('a reading needs a hold', () => {
    expect(codes([bare, plate], { kind: 'testRead', gauge: psig(440), ambient: f(80) })).toEqual(['holdNotBegun'])
  })
})

describe('an evacuation with breaks and recordings', () => {
  const ready = (method: 'single' | 'triple') =>
    ({ kind: 'vacuumReady', method, coresOut: true, gaugeFar: true, oilChanged: true }) as const
  const broken: Lines = [
    [-50, ready('triple')],
    [-49, { kind: 'pumpOn' }],
    [-40, { kind: 'nitrogenBreak', to: { value: 2, unit: 'psig' } }],
  ]
  it('a triple evacuation goes to the break’s pressure first, twice, then deep', () => {
    expect(view(opened, broken.slice(0, 2)).vacuum).toMatchObject({ breaksLeft: 2, phase: 'pulling' })
    const first = view(opened, broken).vacuum
    expect(first).toMatchObject({ breaksLeft: 1, phase: 'breaking' })
    expect(first.targetPa).toBeGreaterThan(190)
    const twice = view(opened, broken, [
      [-34, { kind: 'pumpOn' }],
      [-30, { kind: 'nitrogenBreak', to: { value: 2, unit: 'psig' } }],
      [-24, { kind: 'pumpOn' }],
    ]).vacuum
    expect(twice.breaksLeft).toBe(0)
    expect(twice.targetPa).toBeLessThan(70)
  })
  it('nitrogen stands for as long as the method says', () => {
    const fresh = view(opened, [[-2, { kind: 'nitrogenBreak', to: { value: 2, unit: 'psig' } }]])
    expect(fresh).toMatchObject({
      need: { code: 'nitrogenStands' },
      waits: [{ kind: 'nitrogen', endsMs: NOON + 3 * 60_000 }],
    })
    expect(fresh.stages[2]!.state).toBe('waiting')
  })
  it('a hold on a rig that runs sixty times as fast ends sixty times as soon', () => {
    const rig: Lines = [
      [-5, { kind: 'traceBegun', traceId: testId(700), channels: ['vacuum'], source: 'rig', speed: 60 }],
      [-4, { kind: 'valvedOff' }],
    ]
    const { vacuum } = view(opened, rig)
    expect(vacuum.holdEndsMs).toBeCloseTo(NOON - 4 * 60_000 + 10_000, 3)
  })
  const result = {
    cause: 'moisture' as const,
    verdict: 'out' as const,
    confidence: 0.97,
    likelihood: { tight: 0, leak: 0.03, moisture: 0.97, both: 0 },
    samples: 600,
    startPa: 45,
    endPa: 200,
    highestPa: 200,
    endS: 900,
    limitPa: 66.66,
    holdS: 600,
    leakPaPerS: 0,
    predictedAtHoldPa: 190,
    settledAfterS: 31,
    complete: true,
  }
  it('the verdict on a recording counts for its valving-off and no other; a wet one asks for two breaks', () => {
    const recorded: Lines = [
      [-30, { kind: 'valvedOff' }],
      [-10, { kind: 'decayJudged', valvedOff: testId(6), traceIds: [testId(700)], result }],
    ]
    const wet = view(opened, recorded)
    expect(wet).toMatchObject({
      need: { code: 'decayFailed' },
      vacuum: { decay: { cause: 'moisture' }, breaksLeft: 2 },
    })
    expect(view(opened, recorded, [[-5, { kind: 'valvedOff' }]]).vacuum.decay).toBeUndefined()
    const short = { ...result, verdict: 'in' as const, complete: false }
    expect(
      view(opened, [
        [-30, { kind: 'valvedOff' }],
        [-29, { kind: 'decayJudged', valvedOff: testId(6), traceIds: [testId(700)], result: short }],
      ]).vacuum.verdict,
    ).toMatchObject({ state: 'holding' })
  })
  it('refuses a verdict on a hold that isn’t there, and a recording that begins twice or ends unbegun', () => {
    const check = (parts: Lines[], body: Parameters<typeof testEntry>[2]) =>
      checkEntry(record(...parts), testEntry(800, -1, body), { nowMs: NOON }).map((p) => p.code)
    expect(check([opened], { kind: 'decayJudged', valvedOff: testId(99), traceIds: [testId(700)], result })).toEqual([
      'notHolding',
    ])
    const begun: Lines = [
      [-5, { kind: 'traceBegun', traceId: testId(700), channels: ['vacuum'], source: 'import', speed: 1 }],
    ]
    expect(
      check([opened, begun], {
        kind: 'traceBegun',
        traceId: testId(700),
        channels: ['vacuum'],
        source: 'import',
        speed: 1,
      }),
    ).toEqual(['traceTwice'])
    expect(check([opened], { kind: 'traceEnded', traceId: testId(700), samples: 1, digest: '0' })).toEqual([
      'unknownTrace',
    ])
  })
})
