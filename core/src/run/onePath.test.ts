// Typed, live, logged: one reading, one answer. Random readings of random units go each way; nothing may part.
import fc from 'fast-check'
import { NOON } from '../entry/testing'
import { foldEntries } from '../log/fold'
import type { Quantity } from '../quantity/unit'
import type { ReadingValues } from '../reading/channels'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationPressurePa } from '../refrigerant/saturation'
import { channelsSi } from '../tuning/measured'
import { assess, type Assessment } from '../tuning/assess'
import { assessLive } from '../tuning/assessLive'
import { judgeCharge, type JudgedReading } from '../tuning/judgeCharge'
import { assessReading } from './assessReading'
import { bare, degF, started, tested } from './testingLines'
import { learntSteps } from './tuningRun'
import { unitView } from './unitView'
import { testLog } from '../entry/testing'

/** What a page shows of an assessment, in a form that can be compared. */
const shown = (judged: JudgedReading, found: Assessment) => ({
  verdict: judged.verdict,
  probabilityIn: judged.probabilityIn?.toFixed(6),
  findings: judged.findings.map((f) => f.code),
  checks: found.checks.map((c) => c.code),
  swap: found.swap,
  causes: found.ranked.map((r) => [r.cause, r.probability.toFixed(6)]),
  asks: found.separating,
  advice: found.advice && [found.advice.action, found.advice.amountKg?.toFixed(6), found.advice.reasons[0]?.code],
  gates: found.gates.map((g) => g.code),
  act: found.act,
})

const k = (f: number) => (f + 459.67) / 1.8
const degrees = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const seen = fc.record({
  refrigerant: fc.constantFrom<Refrigerant>('R-410A', 'R-22', 'R-407C', 'R-32', 'R-134a'),
  metering: fc.constantFrom('fixedOrifice' as const, 'expansionValve' as const),
  lowF: degrees(25, 52),
  condensesF: degrees(68, 130),
  superheatF: degrees(-3, 40),
  subcoolingF: degrees(-3, 28),
  outdoorF: degrees(55, 108),
  room: fc.tuple(degrees(66, 82), degrees(25, 85), degrees(8, 26)),
  drierF: fc.option(degrees(0, 9), { nil: undefined }),
  looked: fc.record({ airflowGood: fc.boolean(), condenserClean: fc.boolean(), deviceChecked: fc.boolean() }),
})
type Seen = typeof seen extends fc.Arbitrary<infer T> ? T : never

const typedIn = ({ refrigerant, lowF, condensesF, superheatF, subcoolingF, outdoorF, room }: Seen): ReadingValues => {
  const gauge = (curve: 'dew' | 'bubble', at: number): Quantity<'gaugePressure'> => ({
    value: Number(((saturationPressurePa(refrigerant, curve, k(at))! - 101325) / 6894.757293).toFixed(1)),
    unit: 'psig',
  })
  const t = (f: number) => degF(Number(f.toFixed(1)))
  const [dry, humidity, split] = room
  return {
    suctionPressure: gauge('dew', lowF),
    liquidPressure: gauge('bubble', condensesF),
    suctionLine: t(lowF + superheatF),
    liquidLine: t(condensesF - subcoolingF),
    returnDryBulb: t(dry),
    returnHumidity: { value: Number(humidity.toFixed(1)), unit: '%' },
    supply: t(dry - split),
    outdoor: t(outdoorF),
  }
}

function ways(seenNow: Seen) {
  const values = typedIn(seenNow)
  const { refrigerant, metering, drierF, looked } = seenNow
  const log = testLog(
    ...bare,
    [
      -89,
      { kind: 'facts', facts: { refrigerant, metering, superheatSource: 'commonRule', instrumentClass: 'digital' } },
    ],
    ...tested,
    ...started,
    [
      -20,
      {
        kind: 'lookedInto',
        ...looked,
        ...(drierF === undefined ? {} : { drierIn: degF(96), drierOut: degF(96 - drierF) }),
      },
    ],
    [-1, { kind: 'reading', mode: 'cooling', values }],
  )
  const view = unitView(foldEntries(log), { nowMs: NOON })
  const { facts, tuning, elevationM, method } = view
  const logged = shown(view.reading!.judged, assessReading(view.reading!, view))
  // as it is while it is typed: judged of the form's values, by the page
  const judged = judgeCharge({ facts, elevationM }, { mode: 'cooling', values }, [], method)
  const typed = shown(judged, assessReading({ judged, settled: true }, view))
  const si = channelsSi(values)
  const samples = Array.from({ length: 300 }, (_, i) => ({ timeS: 4 * i, values: si }))
  const { beside, totalChargeKg, shortKg } = tuning
  const more = {
    ...(totalChargeKg === undefined ? {} : { totalChargeKg }),
    ...(shortKg === undefined ? {} : { shortKg }),
  }
  const steps = learntSteps(tuning.steps)
  const found = assessLive(samples, {
    facts,
    elevationM,
    profile: method,
    kit: [],
    instruments: {},
    system: 'ip',
    running: true,
    sinceS: 0,
    afterStart: true,
    steps,
    beside,
    ...more,
  })!
  const live = shown(found.judged, found)
  const bareQuestion = shown(judged, assess({ judged, settling: { state: 'settled' }, facts, beside, steps, ...more }))
  return { logged, typed, live, bareQuestion }
}

describe('one reading has one answer', () => {
  it('typed, live, logged and asked by hand', () => {
    fc.assert(
      fc.property(seen, (now) => {
        const { logged, typed, live, bareQuestion } = ways(now)
        expect(typed).toEqual(logged)
        expect(live).toEqual(logged)
        expect(bareQuestion).toEqual(logged)
      }),
      { numRuns: 150 },
    )
  })
  it('a piston in weather too cold to feed it is barred as such, however it came in', () => {
    const cold = ways({
      refrigerant: 'R-410A',
      metering: 'fixedOrifice',
      lowF: 38,
      condensesF: 72,
      superheatF: 30,
      subcoolingF: 2,
      outdoorF: 66,
      room: [74, 55, 19],
      drierF: 0,
      looked: { airflowGood: true, condenserClean: true, deviceChecked: true },
    })
    for (const way of Object.values(cold)) expect(way.gates).toContain('headTooLow')
  })
})
