import { checkEntry } from './check/checkEntry'
import { NOON, testEntry, testId } from '../entry/testing'
import { opened, record, view, type Lines } from './testingLines'

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
