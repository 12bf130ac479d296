import type { EntryBody } from '../entry/entry'
import { NOON, testEntry, testId } from '../entry/testing'
import type { UnitFacts } from '../facts/unitFacts'
import { refrigerantOut } from '../run/chargeBalance'
import { checkEntry } from '../run/check/checkEntry'
import { unitMovements } from './unitMovements'
import { degF, micron, preparedFacts, psig, record, seal, states, view, type Lines } from '../run/testingLines'

const facts: UnitFacts = {
  ...preparedFacts,
  work: 'conversion',
  metering: 'fixedOrifice',
  superheatSource: 'commonRule',
  oldRefrigerant: 'R-22',
  oil: 'mineral',
}
const unchosen = Object.fromEntries(Object.entries(facts).filter(([key]) => key !== 'refrigerant')) as UnitFacts
const oz = (value: number) => ({ value, unit: 'oz' }) as const
const opened: Lines = [
  [-900, { kind: 'opened', jobId: testId(500), tag: 'T-1' }],
  [-899, { kind: 'facts', facts: unchosen }],
]
const why: Lines = [[-890, { kind: 'conversionWhy', cause: 'leak', tightness: 'leakFound' }]]
const old = {
  suctionPressure: psig(60),
  suctionLine: degF(68),
  liquidPressure: psig(210),
  liquidLine: degF(98),
  outdoor: degF(90),
  returnDryBulb: degF(78),
  returnWetBulb: degF(65),
}
const baseline: Lines = [[-880, { kind: 'reading', mode: 'cooling', baseline: true, values: old }]]
const out = (at: number, from: number, to: number): Lines => [
  [at, { kind: 'weighed', direction: 'remove', before: oz(from), after: oz(to) }],
]
const chosen: Lines = [
  [-840, { kind: 'facts', facts: { refrigerant: 'R-438A' } }],
  [
    -839,
    {
      kind: 'candidateChosen',
      refrigerant: 'R-438A',
      compared: ['R-438A', 'R-422D'],
      reason: 'runs with the oil that is in it',
    },
  ],
]
const list: Lines = (['leak', 'drier', 'oil', 'seals', 'cores'] as const).map((item, i) => [
  -830 + i,
  { kind: 'refitted', item, done: true },
])
const piston: Lines = [
  [
    -820,
    {
      kind: 'deviceFitted',
      device: 'piston',
      by: 'kept',
      was: { value: 59, unit: 'thou' },
      bore: { value: 59, unit: 'thou' },
    },
  ],
]
const refitted = [...chosen, ...list, ...piston]
const charged: Lines = [[-700, { kind: 'weighed', direction: 'add', before: oz(300), after: oz(220) }]]
const recovered = out(-850, 400, 460)
const problems = (lines: Lines, body: EntryBody) =>
  checkEntry(record(lines), testEntry(900, -1, body), { nowMs: NOON }).map((p) =>
    'path' in p ? `${p.code} ${p.path}`.trim() : p,
  )
const stage = (lines: Lines, name: string) => view(lines).stages.find((s) => s.stage === name)?.state

describe('a conversion', () => {
  it('has stages of its own between the old machine and the new label, and other work has none of them', () => {
    expect(view(opened).stages.map((s) => s.stage)).toEqual([
      'prepare',
      'baseline',
      'recovery',
      'refit',
      'pressureTest',
      'vacuum',
      'weighIn',
      'startUp',
      'relabel',
      'handOver',
    ])
    expect(view([opened[0]!, [-899, { kind: 'facts', facts: { ...facts, work: 'retrofit' } }]]).stages).toHaveLength(6)
  })
  it('asks for one after the other', () => {
    const need = (...parts: Lines[]) => view(parts.flat()).need.code
    expect(need(opened)).toBe('sayWhy')
    expect(need(opened, why)).toBe('baseline')
    expect(need(opened, why, baseline)).toBe('recover')
    expect(need(opened, why, baseline, recovered)).toBe('refit')
    expect(need(opened, why, baseline, recovered, chosen, list)).toBe('refit')
    expect(need(opened, why, baseline, recovered, refitted)).toBe('raisePressure')
  })
  it('judges the baseline on what was in it, and no verdict of the new one by it', () => {
    const v = view([...opened, ...why, ...baseline, ...recovered, ...refitted])
    expect(v.conversion!.baseline!.judged.superheatK! * 1.8).toBeCloseTo(68 - 34.1, 0)
    expect(v.reading).toBeUndefined()
    expect(v.tuning.trail).toEqual([])
  })
  it('says how short it was by what came out, and asks where more came out than it could hold', () => {
    const short = view([...opened, ...recovered]).conversion!.recovered
    expect(short.shortShare).toBeCloseTo(1 - 60 / 90, 6)
    expect(short.tooMuch).toBe(false)
    expect(view([...opened, ...out(-850, 400, 520)]).conversion!.recovered.tooMuch).toBe(true)
  })
  it('stops for good where it can’t be made tight: nothing is charged, no reason passes it', () => {
    const leaky: Lines = [...opened, [-890, { kind: 'conversionWhy', cause: 'leak', tightness: 'cantBeMadeTight' }]]
    expect(view(leaky).need).toEqual({ code: 'refused', refusal: 'cantBeMadeTight' })
    expect(stage(leaky, 'baseline')).toBe('stopped')
    expect(
      problems([...leaky, ...chosen], { kind: 'weighed', direction: 'add', before: oz(10), after: oz(5) }),
    ).toContain('refusedStop')
    expect(stage([...leaky, [-880, { kind: 'gatePassed', stage: 'baseline', reason: 'never mind' }]], 'baseline')).toBe(
      'stopped',
    )
    // mended since
    expect(view([...leaky, ...why.map(([, b]) => [-870, b] as Lines[number])]).refusal).toBeUndefined()
  })
  it('refuses a candidate before anything is open, at its field', () => {
    const choose = (refrigerant: 'R-32' | 'R-407C' | 'R-410A' | 'R-438A') =>
      ({ kind: 'candidateChosen', refrigerant, compared: [refrigerant], reason: 'there is some in the van' }) as const
    expect(problems(opened, choose('R-32'))).toEqual(['refusedStop refrigerant'])
    expect(problems(opened, choose('R-410A'))).toEqual(['refusedStop refrigerant'])
    expect(problems(opened, choose('R-438A'))).toEqual([])
    const plate: Lines = [...opened, [-895, { kind: 'facts', facts: { highSideDesign: psig(400) } }]]
    expect(problems(plate, choose('R-407C'))).toEqual([])
    expect(problems([...opened, ...charged], choose('R-438A'))).toContain('alreadyCharged refrigerant')
  })
  it.each([
    [{ kind: 'deviceFitted', device: 'piston', by: 'kept', bore: { value: 0, unit: 'thou' } }, 'notAnOrifice bore'],
    [{ kind: 'deviceFitted', device: 'piston', by: 'kept', bore: { value: 59, unit: 'mm' } }, 'notAnOrifice bore'],
    [{ kind: 'deviceFitted', device: 'piston', by: 'kept' }, 'boreMissing bore'],
    [{ kind: 'deviceFitted', device: 'capillary', by: 'kept' }, 'lengthMissing length'],
    [{ kind: 'deviceFitted', device: 'valve', by: 'kept' }, 'bulbMissing bulb'],
    [{ kind: 'refitted', item: 'oil', done: false }, 'wordsMissing words'],
    [{ kind: 'pumpedDown', suctionPressure: psig(-4), valvesHold: true }, 'pumpedIntoVacuum suctionPressure'],
    [{ kind: 'facts', facts: { oldBore: { value: 59, unit: 'in' } } }, 'notAnOrifice facts.oldBore'],
    [{ kind: 'turnedBack', reason: 'it leaks' }, 'nothingToTurnBack'],
    [{ kind: 'conversionLeft', holds: 'nitrogen', reason: '' }, 'wordsMissing reason'],
  ] as [EntryBody, string][])('refuses %j', (body, problem) => expect(problems(opened, body)).toContain(problem))
  it('takes a label only once something is in it and the old one is crossed out', () => {
    const label = (oldCrossedOut: boolean): EntryBody => ({
      kind: 'relabelled',
      name: 'Wren Halloway',
      oil: 'mineral',
      charge: oz(80),
      oldCrossedOut,
    })
    const before = [...opened, ...why, ...baseline, ...recovered, ...refitted]
    expect(problems(before, label(true))).toEqual(['notCharged'])
    expect(problems([...before, ...charged], label(false))).toEqual(['oldLabelStands oldCrossedOut'])
    expect(problems([...before, ...charged], label(true))).toEqual([])
    expect(stage([...before, ...charged, [-600, label(true)]], 'relabel')).toBe('done')
  })
  it('given up half-way says what is in it, may be sealed so, and goes on with the next thing that is done', () => {
    const left: Lines = [
      [-800, { kind: 'conversionLeft', holds: 'nitrogen', reason: 'the customer replaces it in May' }],
    ]
    const given = [...opened, ...why, ...baseline, ...recovered, ...left]
    expect(view(given).need).toEqual({ code: 'conversionLeft', holds: 'nitrogen' })
    expect(states(given).slice(0, -1)).not.toContain('current')
    expect(problems(given, seal[0]![1])).toEqual([])
    expect(
      view([...given, [-700, { kind: 'testHeld', gauge: psig(150), ambient: degF(70) }]]).conversion!.left,
    ).toBeUndefined()
  })
  it('turned back begins its round anew: charge, vacuum and start count from there, the cylinder book keeps all of it', () => {
    const turned: Lines = [
      [-500, { kind: 'turnedBack', reason: 'it starves on this blend' }],
      [-500, { kind: 'facts', facts: { oldRefrigerant: 'R-438A', refrigerant: 'R-22', builtFor: 'R-22' } }],
    ]
    const vessel = { id: testId(9), name: 'R-1', state: 'recovered', tare: oz(100) } as const
    const first: Lines = [[-850, { kind: 'weighed', direction: 'remove', before: oz(400), after: oz(460), vessel }]]
    const second: Lines = [
      [
        -480,
        {
          kind: 'weighed',
          direction: 'remove',
          before: oz(460),
          after: oz(538),
          vessel: { ...vessel, id: testId(10) },
        },
      ],
    ]
    const all = [
      ...opened,
      ...why,
      ...baseline,
      ...first,
      ...refitted,
      ...charged,
      [-650, { kind: 'started' }] as Lines[number],
      ...turned,
      ...second,
    ]
    const v = view(all)
    expect(v.refusal).toBeUndefined()
    expect(v.conversion).toMatchObject({ round: 2 })
    expect(v.conversion!.recovered.kg / 0.0283495).toBeCloseTo(78, 2)
    expect(v.charge.weighedKg).toBeCloseTo(0, 9)
    expect(v.startedMs).toBeUndefined()
    expect(unitMovements(record(all), 'u').map((m) => m.refrigerant)).toEqual(['R-22', 'R-438A'])
    expect(refrigerantOut(record(all))).toBe('R-438A')
    // the new charge later doesn't rename what came out before it
    const again = [
      ...all,
      [-300, { kind: 'weighed', direction: 'add', before: oz(200), after: oz(120) }] as Lines[number],
    ]
    expect(unitMovements(record(again), 'u').map((m) => m.refrigerant)).toEqual(['R-22', 'R-438A'])
    expect(refrigerantOut(record(again))).toBe('R-22')
  })
  it('of a heat pump asks for both metering devices; only the indoor one meters in cooling', () => {
    const pump: Lines = [
      ...opened,
      [-898, { kind: 'facts', facts: { mode: 'heatPump' } }],
      ...why,
      ...baseline,
      ...recovered,
      ...chosen,
      ...list,
      ...piston,
    ]
    expect(stage(pump, 'refit')).toBe('current')
    const outdoor: Lines = [
      [
        -815,
        { kind: 'deviceFitted', device: 'piston', coil: 'outdoor', by: 'kept', bore: { value: 52, unit: 'thou' } },
      ],
    ]
    expect(stage([...pump, ...outdoor], 'refit')).toBe('done')
    expect(view([...pump, ...outdoor]).tuning.beside.orifice?.fittedThousandths).toBeCloseTo(59, 6)
  })
  it('pumped down for another orifice asks for vacuum and start anew, and keeps its charge', () => {
    const before = [
      ...opened,
      ...why,
      ...baseline,
      ...recovered,
      ...refitted,
      [-760, { kind: 'valvedOff' }] as Lines[number],
      [-759, micron(320)] as Lines[number],
      [-748, micron(360)] as Lines[number],
      ...charged,
      [-650, { kind: 'started' }] as Lines[number],
    ]
    const running = view(before)
    expect([running.vacuum.verdict?.state, running.startedMs === undefined]).toEqual(['in', false])
    const down: Lines = [[-600, { kind: 'pumpedDown', suctionPressure: psig(3), valvesHold: true }]]
    const open = view([...before, ...down])
    expect([open.vacuum.verdict?.state, open.startedMs]).toEqual([undefined, undefined])
    expect(open.charge.weighedKg).toBeCloseTo(running.charge.weighedKg, 9)
    expect(problems([...before, ...down], { kind: 'started' })).toContainEqual(expect.stringMatching(/^gateClosed/))
  })
  it('a recording that was running when it was turned back may still end', () => {
    const traceId = testId(77)
    const begun: Lines = [[-520, { kind: 'traceBegun', traceId, channels: ['mass'], source: 'rig', speed: 1 }]]
    const turned: Lines = [[-500, { kind: 'turnedBack', reason: 'starves' }]]
    const end = { kind: 'traceEnded', traceId, samples: 10, digest: 'a'.repeat(64) } as const
    expect(problems([...opened, ...chosen, ...begun, ...turned], end)).toEqual([])
  })
  it('what goes in running before the first reading of the new charge still belongs to what was due', () => {
    const more: Lines = [[-640, { kind: 'weighed', direction: 'add', before: oz(220), after: oz(206), running: true }]]
    const all = [
      ...opened,
      ...why,
      ...baseline,
      ...recovered,
      ...refitted,
      ...charged,
      [-650, { kind: 'started' }] as Lines[number],
      ...more,
    ]
    expect(view(all).charge.tunedKg).toBe(0)
  })
  it('sealed before its path had stages keeps the line that it was sealed with', () => {
    const sealedBefore = [
      ...opened,
      [-898, { kind: 'facts', facts: { refrigerant: 'R-438A' } }] as Lines[number],
      ...seal,
    ]
    expect(view(sealedBefore).stages).toHaveLength(6)
  })
  it('takes no baseline once the new refrigerant is in it, nor of a unit that isn’t converted', () => {
    const read = baseline[0]![1]
    expect(problems([...opened, ...charged], read)).toEqual(['alreadyCharged refrigerant'])
    expect(problems([opened[0]!, [-899, { kind: 'facts', facts: { ...facts, work: 'retrofit' } }]], read)).toEqual([
      'notConversion',
    ])
  })
})
