import { checkEntry } from './check/checkEntry'
import { unitView } from './unitView'
import { NOON, testEntry, testId } from '../entry/testing'
import { bare, record, states, view, type Lines } from './testingLines'

describe('the nitrogen test', () => {
  const psig = (value: number) => ({ value, unit: 'psig' as const })
  const f = (value: number) => ({ value, unit: '°F' as const })
  const plate: Lines = [[-88, { kind: 'facts', facts: { testPressure: psig(450) } }]]
  const held: Lines = [[-1500, { kind: 'testHeld', gauge: psig(440), ambient: f(80) }]]
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
    expect(view(bare, plate, held, cooled).pressureTest.hold!.verdict!.passes).toBe(true)
    expect(states(bare, plate, held, cooled)[1]).toBe('done')
    const short: Lines = [[-30, { kind: 'testHeld', gauge: psig(440), ambient: f(80) }]]
    expect(view(bare, plate, short, cooled)).toMatchObject({
      need: { code: 'startVacuum' },
      pressureTest: { hold: { verdict: { verdict: 'nothingLost', seesEnough: false } } },
    })
    const between: Lines = [[-5, { kind: 'testRead', gauge: psig(429.6), ambient: f(70) }]]
    expect(view(bare, plate, short, between)).toMatchObject({
      need: { code: 'pressureClose' },
      pressureTest: { hold: { verdict: { verdict: 'tooClose' } } },
    })
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
    expect(pressureTest.holds.map((h) => h.verdict?.verdict)).toEqual(['out', 'nothingLost'])
    expect(pressureTest.hold!.item.entry.retestOf).toBe(testId(4))
  })
  it('a reading needs a hold', () => {
    // its field is the time's: the reading was taken before the hold
    const early = testEntry(800, -2000, { kind: 'testRead', gauge: psig(440), ambient: f(80) })
    expect(checkEntry(record(bare, plate, held), early, { nowMs: NOON })).toEqual([
      { code: 'holdNotBegun', path: 'at' },
    ])
    expect(codes([bare, plate], { kind: 'testRead', gauge: psig(440), ambient: f(80) })).toEqual(['holdNotBegun'])
  })
})
