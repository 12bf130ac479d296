import { needOf, needTraits, type Need } from './need'

type Shown = Parameters<typeof needOf>[0]
const NOW = 1_000_000
const shown = (part: object): Shown =>
  ({
    sealed: false,
    current: 'handOver',
    missing: [],
    facts: {},
    pressureTest: {},
    vacuum: { phase: 'idle', samples: [], breaks: [], breaksLeft: 0 },
    cold: {},
    charge: {},
    waits: [],
    ...part,
  }) as unknown as Shown
const code = (part: object) => needOf(shown(part), NOW).code

describe('the one thing that a unit needs next', () => {
  it.each<[Need['code'], object]>([
    ['prepare', { current: 'prepare' }],
    ['sayWhy', { current: 'baseline' }],
    ['sayWhy', { current: 'baseline', conversion: {} }],
    ['baseline', { current: 'baseline', conversion: { why: {} } }],
    ['recover', { current: 'recovery' }],
    ['refit', { current: 'refit' }],
    ['relabel', { current: 'relabel' }],
    ['weighIn', { current: 'weighIn' }],
    ['start', { current: 'startUp' }],
    ['takeReading', { current: 'startUp', facts: { work: 'check' } }],
    ['sign', { current: 'handOver' }],
  ])('%s', (wanted, part) => expect(code(part)).toBe(wanted))

  it('says with it what is missing, how much is open, and what it was left with', () => {
    expect(needOf(shown({ current: 'prepare', missing: ['refrigerant', 'metering'] }), NOW)).toEqual({
      code: 'prepare',
      missing: ['refrigerant', 'metering'],
    })
    expect(needOf(shown({ current: 'weighIn', charge: { openKg: 0.4 } }), NOW)).toEqual({
      code: 'weighIn',
      openKg: 0.4,
    })
    expect(needOf(shown({ conversion: { left: { entry: { holds: 'nitrogen' } } } }), NOW)).toEqual({
      code: 'conversionLeft',
      holds: 'nitrogen',
    })
  })
  it('of several the first: sealed, left, covered, on a visit, refused, the stage', () => {
    const all = {
      sealed: true,
      conversion: { left: { entry: { holds: 'open' } } },
      cold: { cover: {} },
      visit: { visiting: {}, items: [{ state: 'open' }, { state: 'done' }, { state: 'open' }] },
      refusal: { code: 'x' },
      current: 'recovery',
    }
    expect(code(all)).toBe('nothing')
    expect(code({ ...all, sealed: false })).toBe('conversionLeft')
    expect(code({ ...all, sealed: false, conversion: {} })).toBe('uncover')
    const visiting = { ...all, sealed: false, conversion: {}, cold: {} }
    expect(needOf(shown(visiting), NOW)).toEqual({ code: 'onVisit', open: 2 })
    expect(code({ ...visiting, visit: { visiting: {}, items: [{ state: 'done' }] } })).toBe('sign')
    expect(needOf(shown({ ...visiting, visit: { items: [{ state: 'open' }] } }), NOW)).toEqual({
      code: 'refused',
      refusal: { code: 'x' },
    })
    expect(code({ ...visiting, visit: undefined, refusal: undefined })).toBe('recover')
  })
  it.each<[Need['code'], object]>([
    ['raisePressure', {}],
    ['pressureFailed', { hold: { verdict: { verdict: 'out' }, endsMs: NOW + 1 } }],
    ['pressureClose', { hold: { verdict: { verdict: 'tooClose' }, endsMs: NOW + 1 } }],
    ['pressureHolds', { hold: { endsMs: NOW + 1 } }],
    ['readPressure', { hold: { endsMs: NOW } }],
  ])('in the nitrogen test: %s', (wanted, pressureTest) =>
    expect(code({ current: 'pressureTest', pressureTest })).toBe(wanted),
  )
  it.each<[Need['code'], object]>([
    ['startVacuum', {}],
    ['pullDown', { samples: [{}] }],
    ['pullDown', { phase: 'pulling' }],
    ['breakVacuum', { phase: 'pulling', breaksLeft: 1 }],
    ['nitrogenStands', { phase: 'breaking', breaks: [{ soakEndsMs: 5 }, { soakEndsMs: NOW + 1 }] }],
    ['pumpAgain', { phase: 'breaking', breaks: [{ soakEndsMs: NOW + 9 }, { soakEndsMs: NOW }] }],
    ['pumpAgain', { phase: 'breaking' }],
    ['holdRunning', { phase: 'holding', holdEndsMs: NOW + 1 }],
    ['readGauge', { phase: 'holding', holdEndsMs: NOW }],
    ['readGauge', { phase: 'holding' }],
    ['decayFailed', { phase: 'holding', verdict: { state: 'out' } }],
    ['decayClose', { phase: 'holding', verdict: { state: 'tooClose' } }],
  ])('in the vacuum: %s', (wanted, part) => {
    const vacuum = { phase: 'idle', samples: [], breaks: [], breaksLeft: 0, ...part }
    expect(code({ current: 'vacuum', vacuum })).toBe(wanted)
  })
  it('while it runs: wait, then read, then by what was read', () => {
    const running = (part: object) => code({ current: 'startUp', startedMs: 0, ...part })
    const settle = (endsMs: number, kind = 'settle') => [{ kind, endsMs }]
    const reading = (verdict: string, settled = true) => ({ reading: { settled, judged: { verdict } } })
    expect(running({ waits: settle(NOW + 1) })).toBe('settling')
    expect(running({ waits: settle(NOW) })).toBe('takeReading')
    expect(running({ waits: settle(NOW + 1, 'nitrogen') })).toBe('takeReading')
    expect(running({})).toBe('takeReading')
    expect(running(reading('in', false))).toBe('takeReading')
    expect(running(reading('out'))).toBe('readingOut')
    expect(running(reading('tooClose'))).toBe('readingClose')
    expect(running(reading('in'))).toBe('readingOpen')
    expect(running(reading('none'))).toBe('readingOpen')
  })
})

describe('how urgent it is', () => {
  const of = (wanted: (traits: (typeof needTraits)[Need['code']]) => boolean) =>
    Object.entries(needTraits)
      .filter(([, traits]) => wanted(traits))
      .map(([name]) => name)
      .sort()
  it('nobody can do anything about a wait, a refusal, or what is done', () => {
    expect(of((t) => !t.asks)).toEqual([
      'holdRunning',
      'nitrogenStands',
      'nothing',
      'pressureHolds',
      'refused',
      'settling',
    ])
  })
  it('what stands ready comes before a missing name, that before what failed', () => {
    expect(of((t) => t.urgency === 0)).toEqual(['pumpAgain', 'readGauge', 'readPressure', 'takeReading'])
    expect(of((t) => t.urgency === 1)).toEqual(['sign', 'signNear'])
    expect(of((t) => t.urgency === 2)).toEqual([
      'conversionLeft',
      'decayClose',
      'decayFailed',
      'onVisit',
      'pressureClose',
      'pressureFailed',
      'readingClose',
      'readingOut',
      'uncover',
    ])
  })
  it('what failed is Out, what is undecided too close, and nothing else is In but what is ready to sign', () => {
    expect(of((t) => t.mark === 'out')).toEqual([
      'conversionLeft',
      'decayFailed',
      'pressureFailed',
      'readingOut',
      'refused',
      'uncover',
    ])
    expect(of((t) => t.mark === 'tooClose')).toEqual([
      'decayClose',
      'onVisit',
      'prepare',
      'pressureClose',
      'readingClose',
      'readingOpen',
      'signNear',
    ])
    expect(of((t) => t.mark === 'in')).toEqual(['sign'])
    expect(of((t) => t.mark === 'byVerdict')).toEqual(['nothing'])
  })
})
