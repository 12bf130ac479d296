import type { EntryBody } from '../entry/entry'
import { testEntry, testId, NOON } from '../entry/testing'
import { shortInBoth } from './bothModes'
import { checkEntry } from './check/checkEntry'
import { modeAt } from './heatPumpRun'
import { bare, decayed, degF, good, psig, record, started, tested, view, weighed, type Lines } from './testingLines'

const pump: Lines = [
  [
    -87,
    {
      kind: 'facts',
      facts: {
        mode: 'heatPump',
        circuit: { outdoorDevice: 'electronic', liquidPort: 'lineSide', trueSuction: true },
      },
    },
  ],
]
const opened: Lines = [...bare, ...tested, ...pump]
const running: Lines = [...opened, ...decayed, ...weighed, ...started]
const over = (ago: number, mode: 'cooling' | 'heating' = 'heating'): Lines => [
  [ago, { kind: 'modeChanged', mode, how: 'thermostat', seen: true, auxiliary: 'heldOff' }],
]
const lowAtVapour = (next?: 'heating') =>
  ({
    kind: 'hosesOn',
    mode: 'cooling',
    ...(next ? { next } : {}),
    hoses: [
      { port: 'vapour', side: 'low', upTo: psig(250) },
      { port: 'liquid', side: 'high' },
    ],
  }) as const
const heats = {
  suctionPressure: psig(64),
  suctionLine: degF(22),
  liquidPressure: psig(302),
  liquidLine: degF(74),
  discharge: degF(158),
  returnDryBulb: degF(70),
  supply: degF(91),
  outdoor: degF(28),
}
const inHeating: Lines = [[-5, { kind: 'reading', mode: 'heating', values: heats }]]
const check = (lines: Lines, body: EntryBody) =>
  checkEntry(record(lines), testEntry(1, 0, body), { nowMs: NOON }).map((p) => p.code)

describe('which way round it runs', () => {
  it('in cooling until it changed over, and what hangs on it meanwhile', () => {
    expect(view(running).heatPump).toMatchObject({ mode: 'cooling', seen: [] })
    const log: Lines = [...running, [-20, lowAtVapour()], [-15, { ...lowAtVapour(), hoses: [] }], ...over(-10)]
    expect(view(log).heatPump).toMatchObject({ mode: 'heating', seen: ['heating'] })
    expect(view(log).heatPump.hoses).toBeUndefined()
    const [before, after] = [NOON - 12 * 60_000, NOON]
    expect([modeAt(record(log), before), modeAt(record(log), after)]).toEqual(['cooling', 'heating'])
  })
  it('settles anew after a change-over', () => {
    const { waits } = view([...running, ...over(-3)])
    expect(waits.find((w) => w.kind === 'settle')?.startedMs).toBe(NOON - 3 * 60_000)
  })
  it('keeps the reading in heating beside the one that decides: it settles no charge', () => {
    const cooled: Lines = [[-12, { kind: 'reading', mode: 'cooling', values: good }]]
    const both = view([...running, ...cooled, ...over(-11), ...inHeating])
    expect(both.reading?.item.entry.mode).toBe('cooling')
    expect(both.heating?.item.entry.mode).toBe('heating')
    expect(both.heating?.judged.findings.map((f) => f.code)).toContain('heatingIsACheck')
    const alone = view([...running, ...over(-25), ...inHeating])
    expect(alone.reading).toBeUndefined()
    expect(alone.stages.find((s) => s.stage === 'startUp')?.state).not.toBe('done')
  })
})

describe('hard stops at the ports', () => {
  const stopped = 'lowGaugeOnDischarge'
  it('no low gauge at the vapour port of what heats, or will', () => {
    expect(check(running, lowAtVapour())).toEqual([])
    expect(check(running, lowAtVapour('heating'))).toEqual([stopped])
    expect(check([...running, ...over(-10)], { ...lowAtVapour(), mode: 'heating' })).toEqual([stopped])
  })
  it('no change-over while one hangs there', () => {
    const hung: Lines = [...running, [-20, lowAtVapour()]]
    const body = { kind: 'modeChanged', mode: 'heating', how: 'thermostat', seen: false } as const
    expect(check(hung, body)).toEqual([stopped])
    expect(check([...hung, [-15, { ...lowAtVapour(), hoses: [] }]], body)).toEqual([])
  })
  it('no reading in heating, and no change-over, of what only cools', () => {
    const cools: Lines = [...bare, ...tested, ...decayed, ...weighed, ...started]
    expect(check(cools, { kind: 'reading', mode: 'heating', values: heats })).toEqual(['coolsOnly'])
    expect(check(cools, { kind: 'modeChanged', mode: 'heating', how: 'wire', seen: true })).toEqual(['coolsOnly'])
  })
  it('no circuit that contradicts itself or what is known', () => {
    const say = (circuit: object) => check(opened, { kind: 'facts', facts: { circuit } } as EntryBody)
    expect(say({ indoorDevice: 'piston' })).toEqual(['badCircuit'])
    expect(say({ outdoorDeviceAt: 'coil', liquidPort: 'coilSide' })).toEqual(['badCircuit'])
    expect(say({ outdoorDevice: 'piston', extraLiquidPort: true })).toEqual([])
  })
  it('no two hoses on one port', () => {
    const hoses = [
      { port: 'liquid', side: 'high' },
      { port: 'liquid', side: 'high' },
    ] as const
    expect(check(running, { kind: 'hosesOn', mode: 'cooling', hoses })).toEqual(['twoHoses'])
  })
})

describe('what a heat pump is handed over with', () => {
  const valve = (before: number, behind: number): Lines => [
    [-14, { kind: 'reversingValveRead', vapourLine: degF(before), trueSuction: degF(behind) }],
  ]
  const defrost = (minutes: number, coil: number): Lines => [
    [-4, { kind: 'defrostSeen', how: 'provoked', lasted: { value: minutes, unit: 'min' }, coil: degF(coil) }],
  ]
  const heaters: Lines = [[-3, { kind: 'heatersNoted', crankcase: 'warm', sump: 'none' }]]
  it('all of it looked at, or what is open', () => {
    expect(view(running).bothModes?.open).toEqual(['changeOver', 'heating', 'leakThrough', 'defrost', 'heaters'])
    const whole = view([...running, ...valve(50, 52), ...over(-11), ...inHeating, ...defrost(4, 58), ...heaters])
    expect(whole.bothModes).toMatchObject({ open: [], leakThrough: { verdict: 'in' } })
    expect(view([...bare, ...tested]).bothModes).toBeUndefined()
  })
  it('a valve that leaks through stays open, near its limit it is too close to call', () => {
    const at = (behind: number) => view([...running, ...valve(50, behind)]).bothModes?.leakThrough?.verdict
    expect([at(51), at(55), at(62)]).toEqual(['in', 'tooClose', 'out'])
    // colder behind it than before: a clamp off the pipe or the two of them swapped, and no pass; within two clamps' doubt it may be
    expect([at(49.5), at(44), at(20)]).toEqual(['in', 'tooClose', 'tooClose'])
    expect(view([...running, ...valve(50, 44)]).bothModes).toMatchObject({ leakThrough: { backwards: true } })
    expect(view([...running, ...valve(50, 62)]).bothModes?.open).toContain('leakThrough')
  })
  it('a defrost that was too long, or left its coil cold, stays open', () => {
    expect(view([...running, ...defrost(14, 60)]).bothModes).toMatchObject({
      defrost: { tooLong: true, tooCold: false },
    })
    expect(view([...running, ...defrost(4, 40)]).bothModes?.open).toContain('defrost')
  })
  it('a defrost is judged by the label’s limits where it names them', () => {
    const limits: Lines = [
      [
        -61,
        {
          kind: 'label',
          modelId: testId(70),
          version: testId(71),
          label: { name: 'HP', defrostLongest: { value: 5, unit: 'min' }, defrostCoil: degF(65) },
        },
      ],
    ]
    expect(view([...running, ...limits, ...defrost(6, 60)]).bothModes).toMatchObject({
      defrost: { tooLong: true, tooCold: true },
    })
    expect(view([...running, ...limits, ...defrost(4, 66)]).bothModes?.done).toContain('defrost')
  })
  it('the valve is read in cooling only', () => {
    const body = { kind: 'reversingValveRead', vapourLine: degF(50), trueSuction: degF(52) } as const
    expect(check(running, body)).toEqual([])
    expect(check([...running, ...over(-5)], body)).toEqual(['onlyInCooling'])
  })
})

describe('short in both modes', () => {
  const at = (cooling: object, heating: object) => {
    const told = view([
      ...running,
      [-12, { kind: 'reading', mode: 'cooling', values: { ...good, ...cooling } }],
      ...over(-11),
      [-5, { kind: 'reading', mode: 'heating', values: { ...heats, ...heating } }],
    ] as Lines)
    return [
      { ...told.reading!, settled: true },
      { ...told.heating!, settled: true },
    ] as const
  }
  const [short, cold] = [{ liquidLine: degF(104.5) }, { suctionPressure: psig(44) }]
  it('is said where both say so, and not by one alone', () => {
    expect(shortInBoth(...at(short, cold))).toBe(true)
    expect(shortInBoth(...at({}, cold))).toBe(false)
    expect(shortInBoth(...at(short, {}))).toBe(false)
    expect(shortInBoth(...at({}, {}))).toBe(false)
  })
  it('nor by a restriction, which starves one side, nor before both have settled, nor by one reading', () => {
    const starved = { suctionPressure: psig(88), suctionLine: degF(66), liquidLine: degF(90) }
    expect(shortInBoth(...at(starved, cold))).toBe(false)
    const [cooling, heating] = at(short, cold)
    expect(shortInBoth({ ...cooling, settled: false }, heating)).toBe(false)
    expect(shortInBoth(cooling, { ...heating, settled: false })).toBe(false)
    expect(shortInBoth(cooling, undefined)).toBe(false)
    expect(shortInBoth(undefined, heating)).toBe(false)
  })
})
