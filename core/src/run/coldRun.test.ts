import type { EntryBody } from '../entry/entry'
import { NOON, testEntry } from '../entry/testing'
import { cautiousSpec } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'
import { checkEntry } from './check/checkEntry'
import { coldRun, inItKg } from './coldRun'
import type { JudgedItem } from './judgedReadings'
import { bare, degF, good, record, started, type Lines } from './testingLines'

const oz = (value: number) => ({ value, unit: 'oz' as const })
const OZ_KG = toSi('mass', oz(1))
const chose = (minutes: number, school: string): Lines[number] => [
  minutes,
  { kind: 'coldWayChosen', school } as EntryBody,
]
const covered = (minutes: number, on: boolean): Lines[number] => [minutes, { kind: 'covered', on }]
const step = (minutes: number, before: number, after: number): Lines[number] => [
  minutes,
  {
    kind: 'weighed',
    direction: before > after ? 'add' : 'remove',
    before: oz(before),
    after: oz(after),
    running: true,
  },
]
const reading = (minutes: number, mode: 'cooling' | 'heating', values: object = good): Lines[number] => [
  minutes,
  { kind: 'reading', mode, values } as EntryBody,
]
/** what the log's readings say, each by a superheat of its own: the minutes after its noon */
const judged = (lines: Lines, unsettled: readonly number[] = []): JudgedItem[] =>
  record(lines).items.reading.map((item) => {
    const minutes = (Date.parse(item.entry.at) - NOON) / 60_000
    const says = { superheatK: 100 + minutes, subcoolingK: 200 + minutes }
    return { item, judged: says, settled: !unsettled.includes(minutes) } as unknown as JudgedItem
  })
const run = (lines: Lines, unsettled?: readonly number[]) => coldRun(record(lines), judged(lines, unsettled))
const base: Lines = [...bare, ...started]

describe('the way of a cold day', () => {
  it('is the label’s weight until somebody chooses, then the latest choice', () => {
    expect(coldRun(record(base))).toEqual({ school: 'weighInOnly', steps: [] })
    const { school, chosen } = run([...base, chose(-20, 'discharge'), chose(-10, 'labelHeating')])
    expect(school).toBe('labelHeating')
    expect(chosen!.entry.school).toBe('labelHeating')
  })
  it('says of the cover only while it is on', () => {
    expect(run([...base, covered(-20, true)]).cover!.entry.on).toBe(true)
    expect(run([...base, covered(-20, true), covered(-10, false)])).not.toHaveProperty('cover')
    expect(run([...base, covered(-20, true), covered(-10, false), covered(-5, true)]).cover!.entry.at).toBe(
      '2026-07-14T11:55:00.000Z',
    )
  })
})

describe('what its advisor learns from', () => {
  const day = (school: string, mode: 'cooling' | 'heating' = 'cooling'): Lines => [
    ...base,
    chose(-28, school),
    reading(-25, mode),
    step(-20, 200, 196),
    reading(-15, mode),
    reading(-12, mode),
    step(-10, 196, 197),
    reading(-5, mode),
  ]
  const learnt = (lines: Lines, unsettled?: readonly number[]) =>
    run(lines, unsettled).steps.map((s) => [s.amountKg / OZ_KG, s.before.superheatK, s.after.superheatK])

  it('each step between the last settled reading before it and the first after, up to the next step', () => {
    const steps = run(day('restrictedCondenser')).steps
    expect(steps).toHaveLength(2)
    expect(steps[0]!.amountKg / OZ_KG).toBeCloseTo(4, 9)
    expect(steps[0]!.before).toEqual({ superheatK: 75, subcoolingK: 175 })
    expect(steps[0]!.after).toEqual({ superheatK: 85, subcoolingK: 185 })
    expect(steps[1]!.amountKg / OZ_KG).toBeCloseTo(-1, 9)
    expect(steps[1]!.before).toEqual({ superheatK: 88, subcoolingK: 188 })
    expect(steps[1]!.after).toEqual({ superheatK: 95, subcoolingK: 195 })
  })
  it('nothing from what wasn’t settled, or lies beyond the step before or after', () => {
    expect(learnt(day('restrictedCondenser'), [-15])).toMatchObject([
      [expect.closeTo(4), 75, 88],
      [expect.closeTo(-1), 88, 95],
    ])
    expect(learnt(day('restrictedCondenser'), [-15, -12])).toEqual([])
    expect(learnt(day('restrictedCondenser'), [-25])).toMatchObject([[expect.closeTo(-1), 88, 95]])
    expect(learnt(day('restrictedCondenser'), [-5])).toMatchObject([[expect.closeTo(4), 75, 85]])
  })
  it('a covered condenser reads in cooling, the other ways in heating', () => {
    expect(learnt(day('restrictedCondenser', 'heating'))).toEqual([])
    expect(learnt(day('labelHeating', 'heating'))).toHaveLength(2)
    expect(learnt(day('labelHeating', 'cooling'))).toEqual([])
    expect(learnt(day('weighInOnly', 'cooling'))).toEqual([])
    expect(learnt(day('weighInOnly', 'heating'))).toEqual([])
  })
  it('the discharge way: how far discharge lies over the air outdoors, and nothing where one of them is missing', () => {
    const over = (f: number) => ({ ...good, discharge: degF(40 + f), outdoor: degF(40) })
    const lines = (after: object): Lines => [
      ...base,
      chose(-28, 'discharge'),
      reading(-25, 'heating', over(108)),
      step(-20, 200, 196),
      reading(-15, 'heating', after),
    ]
    expect(run(lines(over(99))).steps).toEqual([
      {
        amountKg: expect.closeTo(4 * OZ_KG),
        before: { superheatK: expect.closeTo(60) },
        after: { superheatK: expect.closeTo(55) },
      },
    ])
    expect(run(lines(good)).steps).toEqual([])
    const noAir = { ...over(99), outdoor: undefined }
    expect(run(lines(noAir)).steps).toEqual([])
  })
  it('of superheat and subcooling only what was read', () => {
    const lines = day('restrictedCondenser')
    const bareOnes = judged(lines).map((r) => ({ ...r, judged: { subcoolingK: 5 } }) as unknown as JudgedItem)
    expect(coldRun(record(lines), bareOnes).steps[0]!.before).toEqual({ subcoolingK: 5 })
    const others = judged(lines).map((r) => ({ ...r, judged: { superheatK: 5 } }) as unknown as JudgedItem)
    expect(coldRun(record(lines), others).steps[0]!.after).toEqual({ superheatK: 5 })
  })
})

describe('what is in it by label and scale', () => {
  const some = record([...bare, step(-20, 200, 196)]).items.weighed
  it('the right charge less what is open, with what was tuned; the label’s word where nothing was weighed', () => {
    expect(inItKg({ weighings: some, openKg: 0.3, tunedKg: 0.1 }, 2)).toBeCloseTo(1.8, 12)
    expect(inItKg({ weighings: [], openKg: 0.3, tunedKg: 0.1 }, 2)).toBeCloseTo(2.1, 12)
    expect(inItKg({ weighings: some, tunedKg: -0.1 }, 2)).toBeCloseTo(1.9, 12)
  })
})

describe('what is checked of it', () => {
  const said = (lines: Lines, body: object) =>
    checkEntry(record(lines), testEntry(700, 0, body as EntryBody), { nowMs: NOON }).map((p) =>
      `${p.code} ${p.path}`.trim(),
    )
  it('a way that the method allows; the label’s weight always', () => {
    const way = (lines: Lines, school: string) => said(lines, { kind: 'coldWayChosen', school })
    const withMethod = (coldSchools: typeof cautiousSpec.choices.coldSchools): Lines => [
      ...base,
      [-29, { kind: 'method', profile: { ...cautiousSpec, choices: { ...cautiousSpec.choices, coldSchools } } }],
    ]
    expect(way(base, 'restrictedCondenser')).toEqual([])
    expect(way(withMethod(['labelHeating']), 'restrictedCondenser')).toEqual(['coldWayNotAllowed school'])
    expect(way(withMethod(['labelHeating']), 'labelHeating')).toEqual([])
    expect(way(withMethod(['labelHeating']), 'weighInOnly')).toEqual([])
  })
  it('a cover comes on once it runs, and off when it is on', () => {
    expect(said(base, { kind: 'covered', on: true })).toEqual([])
    expect(said(base, { kind: 'covered', on: false })).toEqual(['coveredSo on'])
    expect(said(bare, { kind: 'covered', on: true })).toEqual(['notStarted'])
    const on = [...base, covered(-10, true)]
    expect(said(on, { kind: 'covered', on: true })).toEqual(['coveredSo on'])
    expect(said(on, { kind: 'covered', on: false })).toEqual([])
  })
})
