import fc from 'fast-check'
import { checkEntry } from './check/checkEntry'
import { foldEntries } from '../log/fold'
import { unitView } from './unitView'
import { NOON, testEntry, testId, testLog } from '../entry/testing'
import { opened, record, view, type Lines } from './testingLines'
import { learntSteps, targetAtStep } from './tuningRun'

const psig = (value: number) => ({ value, unit: 'psig' as const })
const degF = (value: number) => ({ value, unit: '°F' as const })
const oz = (value: number) => ({ value, unit: 'oz' as const })
const values = (liquidLineF: number) => ({
  suctionPressure: psig(122),
  suctionLine: degF(54),
  liquidPressure: psig(340),
  liquidLine: degF(liquidLineF),
  returnDryBulb: degF(76),
  returnWetBulb: degF(63),
  supply: degF(57),
  outdoor: degF(86),
})
const traceId = testId(700)
const live = (traceS: number, state: 'settled' | 'settling' = 'settled') => ({ traceId, traceS, state })
const reading = (minute: number, liquidLineF: number, state?: 'settled' | 'settling'): Lines[number] => [
  minute,
  { kind: 'reading', mode: 'cooling', values: values(liquidLineF), live: live(60 * (minute + 40), state) },
]
const step = (minute: number, before: number, after: number): Lines[number] => [
  minute,
  {
    kind: 'weighed',
    direction: before > after ? 'add' : 'remove',
    before: oz(before),
    after: oz(after),
    running: true,
  },
]
const begun: Lines = [
  [
    -41,
    { kind: 'preStart', zeroed: true, valvesShut: true, airflowGood: true, condenserClean: false, thermostatFar: true },
  ],
  [-40, { kind: 'started' }],
  [-40, { kind: 'traceBegun', traceId, channels: ['suctionPressure', 'suctionLine'], source: 'rig', speed: 1 }],
]
const tuned: Lines = [reading(-25, 103), step(-24, 100, 96), reading(-14, 100.5), step(-13, 96, 93), reading(-2, 98)]

describe('tuning, as the log tells it', () => {
  it('puts each step between the settled readings on either side, with what was to be expected', () => {
    const { tuning } = view(opened, begun, tuned)
    expect(tuning.steps).toHaveLength(2)
    const [first, second] = tuning.steps
    expect(first!.amountKg).toBeCloseTo(4 * 0.0283495, 6)
    expect(first!.after!.subcoolingK! - first!.before!.subcoolingK!).toBeCloseTo(2.5 / 1.8, 6)
    expect(second!.before).toEqual(first!.after)
    expect(second!.predicted!.subcooling!.lowK).toBeLessThan(second!.predicted!.subcooling!.highK)
    expect(learntSteps(tuning.steps)).toHaveLength(2)
    expect(tuning.beside).toMatchObject({ airflowKnownGood: true, condenserClean: false })
    expect(tuning.trace).toMatchObject({ traceId, speed: 1 })
    expect(tuning.events.map((e) => e.what)).toEqual(['started', 'reading', 'stepIn', 'reading', 'stepIn', 'reading'])
  })
  it('leaves a side of a step without a reading where another step came first', () => {
    const [first, second] = view(opened, begun, [
      reading(-25, 103),
      step(-24, 100, 96),
      step(-20, 96, 93),
      reading(-2, 98),
    ]).tuning.steps
    expect([first!.before !== undefined, first!.after]).toEqual([true, undefined])
    expect([second!.before, second!.after !== undefined]).toEqual([undefined, true])
    expect([first!.predicted !== undefined, second!.predicted]).toEqual([true, undefined])
    expect(learntSteps([first!, second!])).toEqual([])
  })
  it('takes a reading of the same moment as the one before the step, and as the one after the step before', () => {
    const [first, second] = view(opened, begun, [
      reading(-24, 103),
      step(-24, 100, 96),
      reading(-13, 100),
      step(-13, 96, 93),
    ]).tuning.steps
    expect(first!.before).toBeDefined()
    expect(first!.after).toBeDefined()
    expect(first!.after).toEqual(second!.before)
    expect(second!.after).toBeUndefined()
  })
  it('knows the target that a step went for, or the first one there was', () => {
    const trail = [
      { entryId: 'a', atMs: 0, settled: true },
      { entryId: 'b', atMs: 1, settled: true, targetK: 5 },
      { entryId: 'c', atMs: 3, settled: true, targetK: 6 },
      { entryId: 'd', atMs: 5, settled: true },
    ]
    const at = (lastStepMs?: number) => targetAtStep({ trail, ...(lastStepMs === undefined ? {} : { lastStepMs }) })
    expect([at(), at(0), at(1), at(2), at(3), at(9)]).toEqual([5, undefined, 5, 5, 6, 6])
  })
  it('says nothing of what isn’t there', () => {
    // opened, nothing weighed in yet: short of its line set
    const { tuning } = view(opened)
    expect(Object.keys(tuning).sort()).toEqual(
      ['beside', 'clock', 'events', 'shortKg', 'steps', 'swaps', 'totalChargeKg', 'traces', 'trail'].sort(),
    )
    expect(tuning.events).toEqual([])
    const off = { kind: 'cameOff', running: true, suctionCore: 'tight', liquidCore: 'leaks', capsTight: true } as const
    const late = view(opened, begun, tuned, [
      [-1.5, { kind: 'disturbed', what: 'door' }],
      [-1, { kind: 'disturbed', what: 'other' }],
      [-0.5, off],
    ]).tuning
    expect(late.disturbedMs).toBe(NOON - 60_000)
    expect(late.lastStepMs).toBe(NOON - 13 * 60_000)
    expect(late.cameOff).toMatchObject(off)
    expect(late.before).toMatchObject({ condenserClean: false })
  })
  it('learns nothing from a reading that hadn’t settled, and nothing from a struck step', () => {
    const unsettled = view(opened, begun, [reading(-25, 103, 'settling'), ...tuned.slice(1)])
    expect(learntSteps(unsettled.tuning.steps)).toHaveLength(1)
    const log = testLog(...[...opened, ...begun, ...tuned])
    const first = log.find((i) => i.entry.kind === 'weighed')!.entry.id
    const struck = foldEntries([
      ...log,
      ...testLog([-1, { kind: 'struck', strikes: first, reason: 'never went in' }]).map((i) => ({
        ...i,
        entry: { ...i.entry, id: testId(900) },
      })),
    ])
    expect(unitView(struck, { nowMs: NOON }).tuning.steps).toHaveLength(1)
  })
  it('doesn’t take what was tuned for what was due', () => {
    const weighed: Lines = [[-60, { kind: 'weighed', direction: 'add', before: oz(200), after: oz(185) }]]
    const { charge } = view(opened, weighed, begun, tuned)
    expect(charge.settled).toBe(true)
    expect(charge.tunedKg).toBeCloseTo(7 * 0.0283495, 6)
    expect(charge.weighedKg).toBeCloseTo(22 * 0.0283495, 5)
  })
  it('believes a recording that settled before the clock would, and not one that hadn’t', () => {
    const soon = (state: 'settled' | 'settling') => view(opened, begun, [reading(-36, 97, state)]).reading!.settled
    expect([soon('settled'), soon('settling')]).toEqual([true, false])
  })
  it('keeps the target that the last step went for, and reads exchanged probes back when exchanged twice', () => {
    expect(targetAtStep(view(opened, begun, tuned).tuning)).toBeCloseTo(10 / 1.8, 6)
    const exchanged = (n: number): Lines =>
      Array.from({ length: n }, (_, i) => [
        -30 + i,
        { kind: 'probesExchanged', traceId, a: 'suctionLine', b: 'liquidLine' },
      ])
    expect(view(opened, begun, exchanged(1)).tuning.swaps).toEqual([{ a: 'suctionLineK', b: 'liquidLineK' }])
    expect(view(opened, begun, exchanged(2)).tuning.swaps).toEqual([])
  })
  it('compares the standing pressure with the air around it', () => {
    const rest = { liquidPressure: psig(285), outdoor: degF(86) }
    const before: Lines = [
      [
        -41,
        {
          kind: 'preStart',
          zeroed: true,
          valvesShut: true,
          airflowGood: true,
          condenserClean: true,
          thermostatFar: true,
          rest,
        },
      ],
    ]
    expect(view(opened, before).tuning.beside.restOverAmbientK! * 1.8).toBeGreaterThan(6)
  })
  it('refuses to come off or be upset before it ran, and probes of a recording that never began', () => {
    const said = (body: Parameters<typeof testEntry>[2]) =>
      checkEntry(record(opened), testEntry(999, 0, body), { nowMs: NOON }).map((p) => p.code)
    expect(said({ kind: 'disturbed', what: 'door' })).toEqual(['notStarted'])
    expect(
      said({ kind: 'cameOff', running: true, suctionCore: 'tight', liquidCore: 'tight', capsTight: true }),
    ).toEqual(['notStarted'])
    expect(said({ kind: 'probesExchanged', traceId, a: 'supply', b: 'outdoor' })).toEqual(['unknownTrace'])
  })
  it('is the same whatever order the entries came in', () => {
    const log = testLog(...[...opened, ...begun, ...tuned])
    const told = unitView(foldEntries(log), { nowMs: NOON }).tuning.steps
    fc.assert(
      fc.property(fc.shuffledSubarray(log.slice(1), { minLength: log.length - 1 }), (rest) => {
        expect(unitView(foldEntries([log[0]!, ...rest]), { nowMs: NOON }).tuning.steps).toEqual(told)
      }),
      { numRuns: 20 },
    )
  })
})
