// A good day: competent crews on the second plant. What a job done right costs them in acts, steps and typed reasons, what a fault costs, and whether a short unit gets its charge.
//   node goodDay.mjs [systems] [seed]     prints tables in Markdown, as in docs/methods/diagnosis.md
import {
  analyseDecay,
  customaryProfile,
  judgePressureHold,
  type ChargeGate,
  type FaultCause,
  type LiveAssessment,
  type Metering,
} from '@zetesis/core'
import { hardDecay } from './secondPlant/decay'
import { Dice } from './secondPlant/random'
import { drawPlant, type PlantFault, type PlantSpec } from './secondPlant/plant'
import { Visit, pointOf, quantile } from './secondPlant/visit'
import { meterings, percent, seed, systems } from './studyKit'

type Beside = NonNullable<Parameters<Visit['look']>[0]>
/** what a competent crew ticks on its checklist before the start: it was seen to, and isn't asked again */
const ticked: Beside = { airflowKnownGood: true, condenserClean: true, deviceChecked: true }
const MOST_ACTS = 6
const MOST_STEPS = 6
/** how well the weighed charge is known, as a share of it: the method's habits together */
const SCALE_SHARE = 0.045
/** of what a clamp differs from its neighbour on one pipe, °F */
const CLAMPS_F = 0.4
/** what the air takes of or gives to a liquid line on its way, °F */
const LINE_F = 1.2

const wantsCharge = ({ advice }: LiveAssessment) => advice?.action === 'add' || advice?.action === 'remove'

/** What the app asks for in front of a step, as something that a crew can do; undefined where nothing is left to do about it. */
function asked(gate: ChargeGate, now: LiveAssessment, done: ReadonlySet<string>): string | undefined {
  const of = (act: string) => (done.has(act) ? undefined : act)
  switch (gate.code) {
    case 'airflowNotKnownGood':
      return of('air')
    case 'condenserNotKnownClean':
      return of('condenser')
    case 'deviceNotCompared':
      return of('device')
    case 'otherCauseLeads':
      if (gate.cause === 'restriction') return of('drier')
      if (gate.cause === 'lineRestriction') return of('line') ?? of('hand')
      if (gate.cause === 'air') return of('rest')
      if (gate.cause === 'weakCompressor') return of('amps')
      if (now.separating?.symptom === 'lineDrop') return of('line') ?? of('hand')
      return now.separating?.symptom === 'drierDrop' ? of('drier') : undefined
    default:
      return undefined
  }
}

/** The further reading that the app names, where the crew hasn't taken it yet. */
function separating({ separating: s }: LiveAssessment, done: ReadonlySet<string>): string | undefined {
  const acts: Partial<Record<string, string>> = {
    drierDrop: 'drier',
    lineDrop: 'line',
    restPressure: 'rest',
    amps: 'amps',
  }
  const act = s && acts[s.symptom]
  return act && !done.has(act) ? act : undefined
}

/** What is found where somebody looks: true of this machine; air that is a little low and a valve that sticks aren't seen. */
function answer(act: string, spec: PlantSpec, visit: Visit, clamp: Dice): Beside {
  switch (act) {
    case 'drier':
      return { drierDropK: (spec.effect.drier * spec.severity + CLAMPS_F * clamp.normal()) / 1.8 }
    case 'line':
      // bare or in the sun, a line loses or takes up by itself
      return { lineDropK: ((spec.effect.drier + spec.effect.line) * spec.severity + LINE_F * clamp.normal()) / 1.8 }
    case 'hand':
      return { lineChecked: spec.fault !== 'kinkedLine' }
    case 'rest':
      return { restOverAmbientK: visit.restK }
    case 'condenser':
      return { condenserClean: spec.fault !== 'dirtyCondenser' }
    case 'device':
      return { deviceChecked: spec.fault !== 'smallPiston' && spec.fault !== 'largePiston' }
    case 'air':
      return { airflowKnownGood: true }
    default:
      return {}
  }
}

interface Day {
  readonly acts: number
  readonly actsBeforeFirst: number
  readonly steps: number
  readonly adds: number
  /** a step was wanted and stayed barred, with nothing left to do */
  readonly deadEnd: boolean
  readonly inTruth: boolean
  readonly inByFour: boolean
  readonly over: boolean
  readonly last: LiveAssessment
  readonly firstTwo: boolean
  /** the first reading was In: the fault didn't show in what decides */
  readonly hidden: boolean
}

/** One unit as a crew works it: reads, does what it is asked for, steps as advised, until nothing is advised any more. */
function day(d: Dice, clamp: Dice, spec: PlantSpec, right: readonly FaultCause[], beside: Beside = ticked): Day {
  const { unnamed, scale, ...given } = beside as Beside & { unnamed?: true; scale?: Dice }
  const visit = new Visit(spec, d, unnamed ? { kit: [], instruments: {} } : undefined)
  const done = new Set<string>()
  let seen: Beside = { ...given, restOverAmbientK: undefined }
  let [acts, actsBeforeFirst, steps, adds] = [0, 0, 0, 0]
  let [deadEnd, over, inByFour, firstTwo] = [false, false, false, false]
  const offF = () => {
    const t = visit.plant.truth()
    return spec.metering === 'fixedOrifice' ? t.targetF - t.superheatF : t.subcoolingF - t.targetF
  }
  const isIn = () => Math.abs(offF()) <= 3
  // label, line set and scale say what is in it, as well as they can
  const scaleOff = scale && SCALE_SHARE * scale.normal()
  const weighed = () =>
    scaleOff === undefined
      ? {}
      : { weighedOffShare: visit.plant.share - 1 + scaleOff, weighedStandardShare: SCALE_SHARE }
  const look = () => visit.look({ ...seen, ...weighed() })
  visit.wait()
  let now = look()
  const hidden = now.judged.verdict === 'in'
  for (;;) {
    if (acts <= 3) firstTwo ||= inFirstTwo(now, right)
    if (steps >= MOST_STEPS) break
    // signed as probably in: nobody goes on
    if (now.act?.code === 'sign' && now.judged.verdict !== 'in') break
    if (!wantsCharge(now)) {
      // nothing to charge, and not In either: the reading that would part the first two is taken
      const act = now.judged.verdict === 'in' || acts >= MOST_ACTS ? undefined : separating(now, done)
      if (!act) break
      done.add(act)
      acts++
      seen = { ...seen, ...answer(act, spec, visit, clamp) }
      now = look()
      continue
    }
    if (now.gates.length > 0) {
      const act = acts < MOST_ACTS ? now.gates.map((g) => asked(g, now, done)).find(Boolean) : undefined
      if (!act) {
        // what is near enough is signed
        deadEnd = !now.judged.nearEnough && now.judged.verdict !== 'in'
        break
      }
      done.add(act)
      acts++
      if (steps === 0) actsBeforeFirst++
      seen = { ...seen, ...answer(act, spec, visit, clamp) }
      now = look()
      continue
    }
    const add = now.advice!.action === 'add'
    const kg = (add ? 1 : -1) * now.advice!.amountKg!
    const before = pointOf(now)
    visit.step(kg)
    visit.wait()
    steps++
    if (add) adds++
    const fresh = look()
    visit.steps = [...visit.steps, { amountKg: kg, before, after: pointOf(fresh) }]
    now = look()
    if (add && offF() > 3) over = true
    if (steps <= 4) inByFour = isIn()
  }
  return {
    acts,
    actsBeforeFirst,
    steps,
    adds,
    deadEnd,
    inTruth: isIn(),
    inByFour: steps === 0 ? isIn() : inByFour,
    over,
    last: now,
    firstTwo,
    hidden,
  }
}

const starving: readonly FaultCause[] = ['restriction', 'lineRestriction', 'starvedDevice']
function inFirstTwo({ ranked }: LiveAssessment, right: readonly FaultCause[]): boolean {
  const alike = (a: FaultCause, b: FaultCause) => a === b || (starving.includes(a) && starving.includes(b))
  const groups = ranked.filter((r, i) => !ranked.slice(0, i).some((o) => alike(o.cause, r.cause)))
  return groups.slice(0, 2).some((r) => right.some((c) => alike(c, r.cause)))
}

const share = <T>(all: readonly T[], f: (x: T) => boolean, digits = 1) =>
  percent(all.filter(f).length / Math.max(1, all.length), digits)

console.log(`# A good day: seed ${seed}, ${systems} systems a line\n`)
function shorts(scale: boolean) {
  if (scale) console.log('\nWith what label, line set and scale say of the charge, known to 4.5 %:\n')
  console.log(
    '| short, otherwise sound | metering | acts asked before an ungated add: median, 95 % | dead ends | In within four steps | In at last | steps: median, 90 % | overcharged at any time |',
  )
  console.log('| --- | --- | --- | ---: | ---: | ---: | --- | ---: |')
  for (const metering of meterings)
    for (const [name, low, high] of [
      ['3–8 %', 0.92, 0.97],
      ['8–25 %', 0.75, 0.92],
    ] as const) {
      const d = new Dice(seed + 40 + 7 * Number(metering === 'fixedOrifice') + Math.round(100 * low))
      const clamp = new Dice(seed + 41)
      const scales = new Dice(seed + 43)
      const days = Array.from({ length: systems }, () =>
        day(d, clamp, drawPlant(d, metering, { share: d.from(low, high) }), ['undercharge', 'nearlyEmpty'], {
          ...ticked,
          ...(scale ? { scale: scales } : {}),
        } as Beside),
      )
      const acts = days.map((x) => x.actsBeforeFirst)
      const steps = days.map((x) => x.steps)
      console.log(
        `| ${name} | ${metering} | ${quantile(acts, 0.5)}, ${quantile(acts, 0.95)} | ${share(days, (x) => x.deadEnd)} | ${share(days, (x) => x.inByFour)} | ${share(days, (x) => x.inTruth)} | ${quantile(steps, 0.5)}, ${quantile(steps, 0.9)} | ${share(days, (x) => x.over)} |`,
      )
    }
}
shorts(false)
shorts(true)

console.log(
  '\n| sound | metering | In | probably in | Out or undecided | In: nothing barred, nothing else likelier | called In, truly in |',
)
console.log('| --- | --- | ---: | ---: | ---: | ---: | ---: |')
for (const metering of meterings) {
  const d = new Dice(seed + 60 + Number(metering === 'fixedOrifice'))
  const clamp = new Dice(seed + 61)
  const days = Array.from({ length: systems }, () =>
    day(d, clamp, drawPlant(d, metering, { share: d.from(0.985, 1.015) }), ['none']),
  )
  const near = days.filter((x) => x.last.judged.nearEnough)
  const called = days.filter((x) => x.last.judged.verdict === 'in')
  const calm = ({ last }: Day) => last.gates.length === 0 && last.ranked[0]?.cause === 'none'
  console.log(
    `| ±1.5 % | ${metering} | ${percent(called.length / systems, 1)} | ${percent(near.length / systems, 1)} | ${percent(1 - (called.length + near.length) / systems, 1)} | ${share(called, calm)} | ${share(called, (x) => x.inTruth)} |`,
  )
}

const faults: readonly (readonly [string, PlantFault, readonly FaultCause[], Metering?])[] = [
  ['restriction', 'restriction', starving],
  ['kinked line', 'kinkedLine', starving],
  ['small piston', 'smallPiston', starving, 'fixedOrifice'],
  ['starved valve', 'starvedValve', starving, 'expansionValve'],
  ['worn compressor', 'weakCompressor', ['weakCompressor']],
  ['low air', 'lowAirflow', ['lowAirflow']],
  ['dirty condenser', 'dirtyCondenser', ['dirtyCondenser']],
  ['air in it', 'air', ['air']],
]
function faultTable(scale: boolean) {
  if (scale) console.log('\nWith what label, line set and scale say of the charge, known to 4.5 %:')
  console.log(
    '\n| fault, all ticked as a crew would | metering | no step | one at most | two or more | where it shows: right cause in the first two after three acts |',
  )
  console.log('| --- | --- | ---: | ---: | ---: | ---: |')
  let [all, shown, atMostOne, two, found] = [0, 0, 0, 0, 0]
  for (const metering of meterings)
    for (const [name, fault, right, only] of faults) {
      if (only && only !== metering) continue
      const d = new Dice(seed + 900 + name.length * 13 + Number(metering === 'fixedOrifice'))
      const clamp = new Dice(seed + 901 + name.length)
      const scales = new Dice(seed + 903 + name.length)
      const known = scale ? { scale: scales } : {}
      const days = Array.from({ length: systems }, () => {
        const spec = drawPlant(d, metering, { fault, severity: d.from(0.15, 1), share: 1 })
        // a piston of another size and a dirty condenser are seen by who looks; air that is low and a valve that sticks aren't
        return day(d, clamp, spec, right, {
          ...ticked,
          condenserClean: fault !== 'dirtyCondenser',
          deviceChecked: fault !== 'smallPiston',
          ...known,
        } as Beside)
      })
      // what can be seen is seen: a dirty condenser isn't ticked clean, nor air that is low as good, nor a piston of another size as right
      const open = Array.from({ length: systems }, () =>
        day(d, clamp, drawPlant(d, metering, { fault, severity: d.from(0.15, 1), share: 1 }), right, {
          airflowKnownGood: fault !== 'lowAirflow',
          condenserClean: fault !== 'dirtyCondenser',
          deviceChecked: fault !== 'smallPiston' && fault !== 'starvedValve',
          ...known,
        } as Beside),
      )
      const honest = open.filter((x) => !x.hidden)
      all += days.length
      shown += honest.length
      atMostOne += days.filter((x) => x.adds <= 1).length
      two += days.filter((x) => x.adds >= 2).length
      found += honest.filter((x) => x.firstTwo).length
      console.log(
        `| ${name} | ${metering} | ${share(days, (x) => x.adds === 0)} | ${share(days, (x) => x.adds <= 1)} | ${share(days, (x) => x.adds >= 2)} | ${share(honest, (x) => x.firstTwo)} |`,
      )
    }
  console.log(`| all | | | ${percent(atMostOne / all, 1)} | ${percent(two / all, 1)} | ${percent(found / shown, 1)} |`)
}
faultTable(false)
faultTable(true)

// nitrogen: one gauge with a bias that stays, one probe, gas that lags a little; the customary hold and longer ones
console.log('\n| nitrogen | tight: passes | leaks that the hold says it sees: pass | leaks that matter: called In |')
console.log('| --- | ---: | ---: | ---: |')
const PSI = 6894.757293
const readings = 20 * systems
for (const [name, hours] of [
  ['15 min', 0.25],
  ['12 h', 12],
  ['24 h', 24],
  ['4 days', 96],
] as const) {
  const d = new Dice(seed + 300)
  const hold = (lossPa: number) => {
    const [bias, probe] = [d.from(-2, 2) * PSI, d.from(-1, 1) / 1.8]
    const [t1, t2] = [297 + d.from(-4, 4), 297 + d.from(-4, 4)]
    const own = 0.35
    const stays = Math.sqrt(1 - own ** 2)
    const gauge = (pa: number) => pa + stays * bias + own * d.from(-2, 2) * PSI
    const pipe = (k: number) => k + stays * probe + (own * d.from(-1, 1)) / 1.8
    const gas = (k: number) => k + (0.5 * d.from(-1, 1)) / 1.8
    const p1 = 464.7 * PSI
    return judgePressureHold({
      startPa: gauge(p1),
      startK: pipe(t1),
      endPa: gauge((p1 * gas(t2)) / gas(t1) - lossPa),
      endK: pipe(t2),
      pressureStandardUncertaintyPa: customaryProfile.testGaugePa.si / Math.sqrt(3),
      temperatureStandardUncertaintyK: customaryProfile.testAmbientK.si / Math.sqrt(3),
      durationS: hours * 3600,
    })
  }
  const many = (lossPa: number) => Array.from({ length: readings }, () => hold(lossPa))
  const tight = many(0)
  const [{ smallestVisiblePa, mattersPaPerS }] = tight as [(typeof tight)[number]]
  console.log(
    `| ${name} | ${share(tight, (h) => h.passes)} | ${share(many(smallestVisiblePa), (h) => h.passes)} | ${share(many(mattersPaPerS * hours * 3600), (h) => h.verdict === 'in')} |`,
  )
}

// from nitrogen to papers: a tight, dry unit, charged by weight to within what scale and line set leave, by a crew that types readings and names alone
console.log(
  '\n| from nitrogen to papers, nothing typed but readings | instruments | nitrogen passes | decay In | start-up signed | the whole day | steps: median, 90 % |',
)
console.log('| --- | --- | ---: | ---: | ---: | ---: | --- |')
for (const metering of meterings)
  for (const named of [true, false]) {
    const d = new Dice(seed + 500 + Number(metering === 'fixedOrifice'))
    const clamp = new Dice(seed + 501)
    const work = Array.from({ length: systems }, () => {
      const p1 = 464.7 * PSI
      const bias = d.from(-2, 2) * PSI
      const read = (pa: number) => pa + 0.94 * bias + 0.35 * d.from(-2, 2) * PSI
      const nitrogen = judgePressureHold({
        startPa: read(p1),
        startK: 297,
        endPa: read((p1 * (297 + d.from(-0.3, 0.3))) / 297),
        endK: 297,
        pressureStandardUncertaintyPa: customaryProfile.testGaugePa.si / Math.sqrt(3),
        temperatureStandardUncertaintyK: customaryProfile.testAmbientK.si / Math.sqrt(3),
        durationS: customaryProfile.pressureHoldS.si,
      }).passes
      const hold = hardDecay(d, 'tight')
      const decay = analyseDecay(hold.samples, { limitPa: hold.limitPa, holdS: hold.holdS }).verdict === 'in'
      const spec = drawPlant(d, metering, { share: d.from(0.96, 1.02) })
      const worked = day(d, clamp, spec, ['none'], { ...ticked, ...(named ? {} : { unnamed: true }) } as Beside)
      const { verdict, nearEnough } = worked.last.judged
      return { nitrogen, decay, signed: verdict === 'in' || nearEnough, steps: worked.steps }
    })
    const steps = work.map((w) => w.steps)
    console.log(
      `| ${metering} | ${named ? 'named' : 'unnamed'} | ${share(work, (w) => w.nitrogen)} | ${share(work, (w) => w.decay)} | ${share(work, (w) => w.signed)} | ${share(work, (w) => w.nitrogen && w.decay && w.signed)} | ${quantile(steps, 0.5)}, ${quantile(steps, 0.9)} |`,
    )
  }
