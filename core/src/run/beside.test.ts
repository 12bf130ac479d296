import { checkEntry } from './check/checkEntry'
import { machineOrifice } from '../conversion/machineOrifice'
import { usualConditions } from '../conversion/usualConditions'
import type { EntryBody } from '../entry/entry'
import { NOON, testEntry } from '../entry/testing'
import { customaryProfile } from '../method/readyProfiles'
import { opened, record, view, type Lines } from './testingLines'

const degF = (value: number) => ({ value, unit: '°F' as const })
const begun: Lines = [
  [-1, { kind: 'facts', facts: { refrigerant: 'R-410A' } }],
  [
    1,
    {
      kind: 'preStart',
      zeroed: true,
      valvesShut: true,
      airflowGood: false,
      condenserClean: false,
      thermostatFar: true,
      rest: { liquidPressure: { value: 233, unit: 'psig' }, outdoor: degF(86), returnDryBulb: degF(77) },
    },
  ],
  [2, { kind: 'started' }],
]
const looked = (minute: number, part: Omit<Extract<EntryBody, { kind: 'lookedInto' }>, 'kind'>): Lines[number] => [
  minute,
  { kind: 'lookedInto', ...part },
]
const refusals = (body: EntryBody, lines: Lines = begun) =>
  checkEntry(record(opened, lines), testEntry(900, 60, body), { nowMs: NOON + 60 * 60_000 }).map((p) => [
    p.code,
    p.path,
  ])

describe('what was looked into after the start', () => {
  it('counts on top of the checklist, the latest word of each thing', () => {
    const { beside } = view(opened, begun, [
      looked(20, { airflowGood: true, ratedAmps: { value: 12, unit: 'A' } }),
      looked(30, { drierIn: degF(96), drierOut: degF(87) }),
      looked(40, { airflowGood: false }),
      looked(35, { ratedAmps: { value: 13, unit: 'A' } }),
    ]).tuning
    expect(beside).toMatchObject({ airflowKnownGood: false, condenserClean: false, ratedAmpsA: 13 })
    expect(beside.drierDropK).toBeCloseTo(5, 9)
    expect(Math.abs(beside.restOverAmbientK!)).toBeLessThan(1)
  })
  it('what stood once the valves were open counts, and not what an older log has of before', () => {
    const standing = (psig: number): Lines => [
      ...begun.slice(0, 2),
      [2, { kind: 'valvesOpened' }],
      [3, { kind: 'started', rest: { liquidPressure: { value: psig, unit: 'psig' }, outdoor: degF(86) } }],
    ]
    expect(view(opened, standing(300)).tuning.beside.restOverAmbientK).toBeGreaterThan(3)
    expect(Math.abs(view(opened, begun).tuning.beside.restOverAmbientK!)).toBeLessThan(1)
  })
  it('a later stop counts instead of the pressure before the start', () => {
    const { beside } = view(opened, begun, [
      looked(20, { standingPressure: { value: 300, unit: 'psig' }, standingAir: degF(86) }),
    ]).tuning
    expect(beside.restOverAmbientK).toBeGreaterThan(3)
    expect(beside.restOverAmbientK! / beside.restStandardK!).toBeGreaterThan(3)
  })
  it('is nothing that was never said, but what the checklist said', () => {
    expect(view(opened, [[2, { kind: 'started' }]]).tuning.beside).toEqual({
      weighedOffShare: expect.closeTo(-1 / 7, 9),
      weighedStandardShare: expect.closeTo(0.0409, 4),
      airflowKnownGood: false,
      condenserClean: false,
    })
    const before: Lines = [
      [
        1,
        {
          kind: 'preStart',
          zeroed: true,
          valvesShut: true,
          airflowGood: true,
          condenserClean: true,
          thermostatFar: true,
          deviceChecked: false,
        },
      ],
      [2, { kind: 'started' }],
    ]
    const weight = { weighedOffShare: expect.closeTo(-1 / 7, 9), weighedStandardShare: expect.closeTo(0.0409, 4) }
    const checked = { ...weight, airflowKnownGood: true, condenserClean: true, deviceChecked: false }
    expect(view(opened, before).tuning.beside).toEqual(checked)
    expect(view(opened, before, [looked(20, { condenserClean: false, deviceChecked: true })]).tuning.beside).toEqual({
      ...checked,
      condenserClean: false,
      deviceChecked: true,
    })
  })
  it('a drier’s drop and a later stop are of one look, not of two', () => {
    const { beside } = view(opened, begun, [
      looked(20, { drierIn: degF(96), drierOut: degF(87) }),
      looked(30, { drierIn: degF(120) } as never),
      looked(31, { drierOut: degF(60) } as never),
      looked(32, { standingPressure: { value: 400, unit: 'psig' } } as never),
    ]).tuning
    expect(beside.drierDropK).toBeCloseTo(5, 9)
    expect(Math.abs(beside.restOverAmbientK!)).toBeLessThan(1)
  })
  it('the standing pressure lies between outdoors and the house, as it was then or as the last reading found it', () => {
    // R-410A at 233 psig is at 80 °F: right for a house of 77 and 86 outdoors, too low where both are at 86
    const rest = (lines: Lines) => view(opened, begun, lines).tuning.beside.restOverAmbientK!
    const stop = (indoor?: number) =>
      looked(40, {
        standingPressure: { value: 233, unit: 'psig' },
        standingAir: degF(86),
        ...(indoor === undefined ? {} : { standingIndoor: degF(indoor) }),
      })
    const read = (minute: number, house: number, baseline?: true): Lines[number] => [
      minute,
      {
        kind: 'reading',
        mode: 'cooling',
        values: { returnDryBulb: degF(house), suctionLine: degF(54) },
        ...(baseline ? { baseline } : {}),
      },
    ]
    const alone = rest([stop()])
    expect(Math.abs(rest([stop(77)]))).toBeLessThan(Math.abs(alone))
    expect(rest([read(30, 77), stop()])).toBeCloseTo(rest([stop(77)]), 9)
    expect(rest([read(25, 60), read(30, 77), stop()])).toBeCloseTo(rest([stop(77)]), 9)
    // the machine as it was found is another day
    expect(rest([read(30, 77), read(31, 60, true), stop()])).toBeCloseTo(rest([stop(77)]), 9)
    expect(rest([read(30, 60), stop(77)])).toBeCloseTo(rest([stop(77)]), 9)
  })
  it('the liquid line at both its ends, and what a hand found along it: of each the latest', () => {
    const { beside } = view(
      opened,
      begun,
      [looked(20, { lineIn: degF(96), lineOut: degF(87), lineChecked: false })],
      [looked(25, { lineChecked: true })],
      [looked(30, { lineIn: degF(96), lineOut: degF(93.3) })],
    ).tuning
    expect(beside.lineDropK).toBeCloseTo(1.5, 9)
    expect(beside.lineChecked).toBe(true)
    expect(view(opened, begun).tuning.beside).not.toHaveProperty('lineDropK')
  })
  it('who fitted another device looked at it', () => {
    const fitted: Lines = [[10, { kind: 'deviceFitted', device: 'valve', by: 'maker', bulb: 'R-410A' }]]
    expect(view(opened, begun, fitted).tuning.beside.deviceChecked).toBe(true)
    expect(view(opened, begun, fitted, [looked(20, { deviceChecked: false })]).tuning.beside.deviceChecked).toBe(false)
    expect(view(opened, begun).tuning.beside).not.toHaveProperty('deviceChecked')
  })
  it('is refused empty, with one side only, with impossible figures, and before the start', () => {
    expect(refusals({ kind: 'lookedInto' })).toEqual([['emptyReading', '']])
    expect(refusals({ kind: 'lookedInto', drierIn: degF(90) })).toEqual([['otherSideMissing', 'drierOut']])
    expect(refusals({ kind: 'lookedInto', lineOut: degF(90) })).toEqual([['otherSideMissing', 'lineIn']])
    expect(refusals({ kind: 'lookedInto', lineIn: degF(90) })).toEqual([['otherSideMissing', 'lineOut']])
    expect(refusals({ kind: 'lookedInto', lineChecked: true })).toEqual([])
    expect(refusals({ kind: 'lookedInto', standingAir: degF(90) })).toEqual([['otherSideMissing', 'standingPressure']])
    expect(refusals({ kind: 'lookedInto', ratedAmps: { value: 0, unit: 'A' } })).toEqual([['notPositive', 'ratedAmps']])
    expect(refusals({ kind: 'lookedInto', airflowGood: true }, [])).toEqual([['notStarted', '']])
    expect(refusals({ kind: 'lookedInto', airflowGood: true })).toEqual([])
  })
})

describe('the piston of a converted machine', () => {
  const inch = (value: number) => ({ value, unit: 'in' as const })
  const converted = (facts: object = {}): Lines => [
    ...begun,
    [
      3,
      {
        kind: 'facts',
        facts: {
          work: 'conversion',
          metering: 'fixedOrifice',
          oldRefrigerant: 'R-22',
          refrigerant: 'R-407C',
          oldBore: inch(0.065),
          ...facts,
        },
      } as EntryBody,
    ],
  ]
  const piston = (minute: number, bore: number, more: object = {}): Lines[number] => [
    minute,
    { kind: 'deviceFitted', device: 'piston', by: 'reckoned', bore: inch(bore), ...more } as EntryBody,
  ]
  const orifice = (...lines: Lines[]) => view(opened, ...lines).tuning.beside.orifice
  const { machineRatio } = machineOrifice({
    oldRefrigerant: 'R-22',
    newRefrigerant: 'R-407C',
    ...usualConditions(customaryProfile),
  })!

  it('is the old one until another is fitted, and reckoned from what was in it first', () => {
    expect(orifice(converted())).toEqual({
      fittedThousandths: 65,
      reckonedThousandths: expect.closeTo(65 * machineRatio, 9),
    })
    expect(orifice(converted(), [piston(10, 0.063)])).toMatchObject({ fittedThousandths: expect.closeTo(63) })
    const twice = orifice(converted(), [
      piston(10, 0.063, { was: inch(0.067) }),
      piston(20, 0.061, { was: inch(0.063) }),
    ])
    expect(twice).toEqual({ fittedThousandths: 61, reckonedThousandths: expect.closeTo(67 * machineRatio, 9) })
  })
  it('the indoor one is meant', () => {
    expect(orifice(converted(), [piston(10, 0.051, { coil: 'outdoor' })])).toMatchObject({ fittedThousandths: 65 })
  })
  it('isn’t there with another device, in a new unit, or behind a valve', () => {
    const valve: Lines = [[10, { kind: 'deviceFitted', device: 'valve', by: 'maker', bulb: 'R-407C' }]]
    expect(orifice(converted(), valve)).toBeUndefined()
    expect(orifice(converted({ metering: 'expansionValve' }))).toBeUndefined()
    expect(orifice(converted({ work: 'new' }))).toBeUndefined()
  })
  it('is reckoned by nothing where a bore or a refrigerant isn’t known', () => {
    expect(orifice(converted({ oldBore: null }))).toEqual({})
    expect(orifice(converted({ oldBore: null }), [piston(10, 0.063)])).toEqual({
      fittedThousandths: expect.closeTo(63),
    })
    expect(orifice(converted({ oldRefrigerant: null }))).toEqual({ fittedThousandths: 65 })
  })
})

describe('a return visit', () => {
  const visit = (minute: number, by?: string): Lines[number] => [
    minute,
    { kind: 'returnVisit', reason: 'Too cold today.', outdoorLow: degF(65), ...(by ? { by } : {}) },
  ]
  const settled = (minute: number, liquidLine: number): Lines[number] => [
    minute,
    {
      kind: 'reading',
      mode: 'cooling',
      values: {
        suctionPressure: { value: 122, unit: 'psig' },
        suctionLine: degF(54),
        liquidPressure: { value: 340, unit: 'psig' },
        liquidLine: degF(liquidLine),
        outdoor: degF(86),
      },
    },
  ]
  const valve: Lines = [
    [0, { kind: 'facts', facts: { metering: 'expansionValve', targetSubcooling: { value: 10, unit: '°F' } } }],
  ]
  it('passes start-up, with its reason, and stays open', () => {
    const seen = view(opened, begun, [visit(30)])
    expect(seen.visit?.promise.entry.reason).toBe('Too cold today.')
    expect(seen.stages.find((s) => s.stage === 'startUp')).toMatchObject({ state: 'bypassed' })
  })
  it('is kept by a settled reading that comes out In after it, and by no other', () => {
    const open = (lines: Lines) => view(opened, valve, begun, lines).visit?.open === true
    expect(open([settled(40, 95), visit(60)])).toBe(true)
    expect(open([visit(30), settled(60, 104)])).toBe(true)
    expect(open([visit(30), settled(60, 95)])).toBe(false)
  })
  it('is refused with a window upside down or on a day that has gone', () => {
    const body = { kind: 'returnVisit', reason: 'Too cold today.' } as const
    expect(refusals({ ...body, outdoorLow: degF(80), outdoorHigh: degF(60) })).toEqual([
      ['windowUpsideDown', 'outdoorHigh'],
    ])
    expect(refusals({ ...body, by: '2020-01-01' })).toEqual([['dateGone', 'by']])
    expect(refusals({ ...body, by: '2099-01-01' })).toEqual([])
  })
})
