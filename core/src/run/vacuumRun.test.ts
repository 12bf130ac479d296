import { checkEntry } from './check/checkEntry'
import { NOON, testEntry, testId } from '../entry/testing'
import { customaryProfile } from '../method/readyProfiles'
import { micron, opened, record, view, type Lines } from './testingLines'

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
  it('says of the rate what the recording’s two ends say, and of a leak that it asks for no breaks', () => {
    const judged = (part: object): Lines => [
      [-30, { kind: 'valvedOff' }],
      [
        -10,
        { kind: 'decayJudged', valvedOff: testId(6), traceIds: [testId(700)], result: { ...result, ...part } } as never,
      ],
    ]
    const of = (part: object) => view(opened, judged(part)).vacuum
    expect(of({}).verdict).toEqual({
      state: 'out',
      startPa: 45,
      endPa: 200,
      highestPa: 200,
      endTimeS: 900,
      risePaPerMin: 155 / 15,
    })
    expect(of({ endS: 0 }).verdict).toMatchObject({ risePaPerMin: 0 })
    expect(of({ cause: 'leak' }).breaksLeft).toBe(0)
    expect(of({ cause: 'both' }).breaksLeft).toBe(2)
    expect(of({ verdict: 'in', complete: false, endS: 200 }).verdict).toEqual({
      state: 'holding',
      highestPa: 200,
      lastTimeS: 200,
      remainingS: 400,
    })
    // over the limit it is out before the hold is
    expect(of({ complete: false }).verdict).toMatchObject({ state: 'out' })
    // one that was judged again counts as it was judged last
    const twice = [...judged({}), ...judged({ cause: 'tight', verdict: 'in' }).slice(1)]
    expect(view(opened, twice).vacuum.decay!.cause).toBe('tight')
  })
  it('breaks after a wet decay count for it, not those before', () => {
    const lines = (minutes: number): Lines => [
      [-30, { kind: 'valvedOff' }],
      [minutes, { kind: 'nitrogenBreak', to: { value: 2, unit: 'psig' } }],
      [-20, { kind: 'decayJudged', valvedOff: testId(6), traceIds: [testId(700)], result }],
    ]
    expect(view(opened, lines(-25)).vacuum.breaksLeft).toBe(1)
    expect(view(opened, lines(-30)).vacuum.breaksLeft).toBe(2)
    expect(view(opened, lines(-31)).vacuum.breaksLeft).toBe(2)
  })
  it('pump and hoses blanked off prove the limit only well under it', () => {
    const blank = (value?: number): Lines => [
      [-50, { ...ready('single'), ...(value === undefined ? {} : { blankOff: micron(value).reading }) }],
    ]
    const { limitPa } = view(opened).vacuum
    const micronPa = 0.133322
    const most = (limitPa * customaryProfile.blankOffShare.si) / micronPa
    expect(view(opened, blank()).vacuum).not.toHaveProperty('weakRigPa')
    expect(view(opened, blank(0.98 * most)).vacuum).not.toHaveProperty('weakRigPa')
    expect(view(opened, blank(1.02 * most)).vacuum.weakRigPa! / micronPa).toBeCloseTo(1.02 * most, 1)
  })
  it('names the gauge of the hold with what it is uncertain by, and puts readings in order', () => {
    const gauge = {
      id: 'g',
      name: 'M-1',
      kind: 'micronGauge',
      accuracies: [{ dimension: 'vacuum', ofReading: { value: 10, unit: '%' }, stated: 'rectangular' }],
    } as const
    const hold = (more: object): Lines => [
      [-30, { kind: 'valvedOff', ...more }],
      [-10, micron(420)],
      [-20, micron(400)],
    ]
    const named = view(opened, hold({ gauge })).vacuum
    expect(named.gauge).toEqual(gauge)
    expect(named.gaugeShare).toBeCloseTo(0.1 / Math.sqrt(3), 3)
    expect(named.samples.map((s) => Math.round(s.pressurePa / 0.133322))).toEqual([400, 420])
    const unnamed = view(opened, hold({})).vacuum
    expect(unnamed).not.toHaveProperty('gauge')
    expect(unnamed).not.toHaveProperty('gaugeShare')
  })
  it('takes recordings of the vacuum only', () => {
    const begun = (id: number, channel: string): Lines[number] => [
      -30,
      { kind: 'traceBegun', traceId: testId(id), channels: [channel], source: 'rig', speed: 60 } as never,
    ]
    const { traces } = view(opened, [begun(701, 'vacuum'), begun(702, 'suctionPressure')]).vacuum
    expect(traces.map((t) => t.traceId)).toEqual([testId(701)])
  })
  it('a typed hold that meets the limit within what its gauge scatters is too close to call', () => {
    const hold = (end: number): Lines => [
      [-20, { kind: 'valvedOff' }],
      [-20, micron(300)],
      [-15, micron((300 + end) / 2)],
      [-9, micron(end)],
    ]
    const of = (end: number) => view(opened, hold(end)).vacuum
    expect(of(305).verdict!.state).toBe('in')
    expect(of(498).verdict!.state).toBe('tooClose')
    expect(of(498).decay!.verdict).toBe('tooClose')
    expect(of(900).verdict!.state).toBe('out')
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
