import { countUp } from './time'
import {
  formatNumber,
  isCheck,
  isJudged,
  show,
  stepKg,
  showText,
  showTyped,
  toSi,
  unitOverrides,
  type ChargeVerdict,
  type Dimension,
  type JudgedReading,
  type UnitRecord,
  type UnitSystem,
  type UnitView,
} from '@zetesis/core'
import {
  beliefBy,
  beliefText,
  accuracyWords,
  cameOffLine,
  despiteText,
  provisionalWords,
  returnVisitLine,
  visitItemLine,
  againWords,
  dayText,
  hoseLine,
  sinceWords,
  longLineWords,
  momentText,
  timeText,
  causeText,
  findingWords,
  habitWords,
  noTargetWords,
  originWords,
  preStartLine,
  rateText,
  scaleText,
  settlingWords,
  howSureWords,
  sureWords,
  verdictWord,
  stageWords,
  targetSourceWords,
  valueWords,
  holdStateWords,
  leakShownWords,
  verdictWords,
} from '@zetesis/contract'

export interface Line {
  readonly label: string
  readonly value: string
  readonly note?: string
}

const word = (key: string | undefined) => (key === undefined ? 'not recorded' : (valueWords[key] ?? key))
const both = (
  dimension: Dimension,
  quantity: { value: number; unit: string } | undefined,
  system: UnitSystem,
): string => {
  if (!quantity) return 'not recorded'
  const typed = showTyped(quantity)
  const converted = showText(dimension, toSi(dimension, quantity as never), system)
  return converted.endsWith(` ${quantity.unit}`) ? typed : `${converted} (typed ${typed})`
}

export const papersTitle = (facts: UnitView['facts']): string =>
  isCheck(facts) ? 'Check of a running machine' : 'Commissioning papers'

/** The equipment as it was read from plates and coils. */
export function equipmentLines({ facts }: UnitView, system: UnitSystem): Line[] {
  const lines: Line[] = [
    { label: 'Model', value: facts.model ?? 'not recorded' },
    { label: 'Serial number', value: facts.serial ?? 'not recorded' },
    { label: 'Work', value: `${word(facts.work)}, ${word(facts.mode)}` },
    ...(facts.age ? [{ label: 'Outdoor unit', value: word(facts.age) }] : []),
    { label: 'Refrigerant', value: facts.refrigerant ?? 'not recorded' },
    { label: 'Metering device', value: `${word(facts.metering)}, as seen at the indoor coil` },
  ]
  // of a machine that is only read they are as good as not asked for
  if (!isCheck(facts) || facts.labelCharge)
    lines.push({ label: 'Label charge', value: both('mass', facts.labelCharge, system) })
  if (!isCheck(facts) || facts.lineLength)
    lines.push({
      label: 'Line set',
      value: `${both('length', facts.lineLength, system)}, liquid line ${both('tube', facts.liquidLine, system)}`,
    })
  if (facts.work === 'conversion') {
    lines.push({ label: 'Converted from', value: word(facts.oldRefrigerant) })
  }
  return lines
}

/** The nitrogen test: what was held, what it shows, what it could have seen. */
export function pressureLines({ pressureTest }: UnitView, system: UnitSystem): Line[] {
  const { hold, limitPa, joints, holds } = pressureTest
  if (!hold) return [{ label: 'Nitrogen hold', value: 'not part of this record' }]
  const gauge = (pa: number) => showText('gaugePressure', pa, system)
  const { item, last, soFar, verdict } = hold
  const lines: Line[] = [
    { label: 'Nitrogen hold', value: verdict ? holdStateWords[verdict.verdict] : 'not finished' },
    {
      label: 'From',
      value: `${both('gaugePressure', item.entry.gauge, system)}, pipe at ${both('temperature', item.entry.ambient, system)}`,
    },
  ]
  if (last && soFar) {
    const missing = showText('pressureDifference', soFar.differencePa, system)
    const sure = showText('pressureDifference', 2 * soFar.standardUncertaintyPa, system)
    lines.push(
      {
        label: 'To',
        value: `${both('gaugePressure', last.entry.gauge, system)}, pipe at ${both('temperature', last.entry.ambient, system)}, after ${countUp((Date.parse(last.entry.at) - hold.startedMs) / 1000)}`,
      },
      { label: 'Against expected', value: `${missing} ± ${sure} (k = 2)` },
    )
    lines.push({ label: 'Would have shown', value: leakShownWords(soFar, system) })
  }
  if (limitPa !== undefined) lines.push({ label: 'Plate allows', value: gauge(limitPa) })
  const leaking = joints.filter((j) => j.entry.found === 'bubbles')
  if (joints.length > 0)
    lines.push({
      label: 'Joints soaped',
      value: `${joints.length}, ${leaking.length === 0 ? 'all tight' : leaking.map((j) => `${j.entry.place}: ${j.entry.mended ?? 'bubbles'}`).join('; ')}`,
    })
  if (holds.length > 1) lines.push({ label: 'Holds', value: `${holds.length}, the last counts` })
  return lines
}

export function vacuumLines({ vacuum, facts }: UnitView, system: UnitSystem): Line[] {
  const { verdict, limitPa, holdS, decay, breaks } = vacuum
  const limit = `${showText('vacuum', limitPa, system)} for ${formatNumber(holdS / 60, 0)} min`
  const before: Line[] = breaks.length > 0 ? [{ label: 'Nitrogen breaks', value: String(breaks.length) }] : []
  if (!isJudged(verdict)) {
    return [{ label: 'Decay hold', value: 'not finished' }, { label: 'Limit', value: limit }, ...before]
  }
  const sure = decay && decay.cause !== 'inconclusive' ? `, ${sureWords(decay.confidence)} sure` : ''
  return [
    { label: 'Decay hold', value: verdictWords[verdict.state] },
    ...(decay ? [{ label: 'Cause', value: `${causeText(decay, facts.work)}${sure}` }] : []),
    {
      label: 'From, to',
      value: `${showText('vacuum', verdict.startPa, system)} to ${showText('vacuum', verdict.endPa, system)} in ${countUp(verdict.endTimeS)}`,
    },
    { label: 'Highest, limit', value: `${showText('vacuum', verdict.highestPa, system)}, ${limit}` },
    ...(decay && decay.leakPaPerS > 0 ? [{ label: 'Straight rise', value: rateText(decay.leakPaPerS, system) }] : []),
    ...(decay?.plateauPa === undefined
      ? []
      : [{ label: 'Levels off at', value: showText('vacuum', decay.plateauPa, system) }]),
    ...before,
  ]
}

export function chargeLines({ charge, facts, weight, belief }: UnitView, system: UnitSystem): Line[] {
  const { due, weighedKg, tunedKg, openKg, weighings, hoses } = charge
  const mass = (kg: number) => showText('mass', kg, system)
  const lines: Line[] = []
  if (facts.labelCharge) lines.push({ label: 'Factory charge', value: both('mass', facts.labelCharge, system) })
  if (due.ok) {
    const { sections, items } = due.lineSet.working
    for (const section of sections) {
      const counted = showText('length', section.countedM, system)
      const adder = showText('massPerLength', section.adderKgPerM, system)
      const source = section.source === 'label' ? 'label' : 'computed from the tube'
      lines.push({ label: 'Line-set adjustment', value: `${counted} × ${adder} (${source}) = ${mass(section.kg)}` })
    }
    for (const item of items) lines.push({ label: item.name, value: mass(item.kg) })
    if (due.startShare !== undefined) {
      lines.push({
        label: 'Start share',
        value: `${formatNumber(due.startShare * 100, 0)} % of label charge and adjustment`,
      })
    }
    lines.push({ label: 'Due', value: mass(due.dueKg) })
  } else if (due.reason !== 'check') lines.push({ label: 'Due', value: 'not known: facts are missing' })
  for (const { entry } of weighings) {
    const name = entry.vessel?.name ?? entry.cylinder
    const what = entry.direction === 'add' ? 'in' : 'out'
    lines.push({
      label: name ? `Cylinder ${name}` : 'Scale',
      value: `${scaleText(entry).replace(/^scale /, '')}: ${mass(Math.abs(stepKg(entry)))} ${what}`,
    })
  }
  for (const { entry } of hoses) lines.push({ label: 'Hose', value: hoseLine(entry) })
  lines.push({ label: 'Weighed in', value: mass(weighedKg - tunedKg) })
  if (tunedKg !== 0)
    lines.push({ label: 'While tuning', value: `${mass(tunedKg)} ${tunedKg < 0 ? 'taken out' : 'added'}` })
  if (openKg !== undefined) lines.push({ label: 'Difference', value: mass(-openKg) })
  if (weight) {
    const emptied = due.ok && due.startShare !== undefined
    lines.push({
      label: 'Charge in the system',
      value: mass(weight.inItKg),
      note: emptied ? 'weighed in' : 'label charge and weighed in',
    })
  }
  if (belief && belief.witnesses.length > 1)
    lines.push({ label: 'By all that is known', value: beliefText(belief, system), note: beliefBy(belief) })
  return lines
}

export function readingLines({ reading, heating, elevationM }: UnitView, system: UnitSystem): Line[] {
  if (!reading) return [{ label: 'Reading', value: heating ? 'in heating only' : 'none taken' }]
  const { judged: j } = reading
  const { values } = reading.item.entry
  const t = (k: number | undefined) => (k === undefined ? '–' : showText('temperature', k, system))
  const d = (k: number | undefined) => (k === undefined ? '–' : showText('temperatureDifference', k, system))
  return [
    {
      label: 'Suction pressure',
      value: `${both('gaugePressure', values.suctionPressure, system)}: evaporating ${t(j.evaporatingK)}`,
    },
    {
      label: 'Liquid pressure',
      value: `${both('gaugePressure', values.liquidPressure, system)}: condensing ${t(j.condensingK)}`,
    },
    { label: 'Suction line', value: t(j.suctionLineK) },
    { label: 'Liquid line', value: t(j.liquidLineK) },
    ...(j.dischargeK === undefined ? [] : [{ label: 'Discharge line', value: t(j.dischargeK) }]),
    { label: 'Superheat', value: d(j.superheatK) },
    { label: 'Subcooling', value: d(j.subcoolingK) },
    { label: 'Return air', value: `${t(j.returnK)}, wet bulb ${t(j.returnWetBulbK)}` },
    { label: 'Supply air, split', value: `${t(j.supplyK)}, ${d(j.splitK)}` },
    { label: 'Outdoors', value: `${t(j.outdoorK)}, site at ${showText('elevation', elevationM, system)}` },
    ...electricalLines(j, system),
  ]
}

/** Of a check-up: how it reads against how it was handed over. */
export function sinceLines({ checkUp, reading }: UnitView, system: UnitSystem): Line[] {
  if (!checkUp) return []
  const { item, then, since } = checkUp
  const d = (k: number | undefined) => (k === undefined ? '–' : showText('temperatureDifference', k, system))
  const pair = (was: number | undefined, is: number | undefined) => `${d(was)}, now ${d(is)}`
  return [
    { label: 'Handed over', value: `${item.entry.tag}, ${dayText(item.entry.sealedAt.slice(0, 10))}` },
    { label: 'Superheat', value: pair(then.superheatK, reading?.judged.superheatK) },
    { label: 'Subcooling', value: pair(then.subcoolingK, reading?.judged.subcoolingK) },
    { label: 'Since then', value: since ? sinceWords(since, system) : againWords.noTarget },
  ]
}

/** What was seen to before, how it settled, every step with its readings, and coming off. */
export function tuningLines({ tuning, reading }: UnitView, system: UnitSystem, timeZone: string): Line[] {
  const { before, steps, cameOff, beside } = tuning
  const { restOverAmbientK, drierDropK, lineDropK } = beside
  const d = (k: number | undefined) => (k === undefined ? '–' : showText('temperatureDifference', k, system))
  const live = reading?.item.entry.live
  const lines: Line[] = []
  if (before) lines.push({ label: 'Before the start', value: preStartLine(before) })
  if (restOverAmbientK !== undefined)
    lines.push({ label: 'Standing', value: `saturation ${d(restOverAmbientK)} over outdoor air` })
  if (live)
    lines.push({
      label: 'Watched',
      value: [
        settlingWords[live.state].toLowerCase(),
        live.amplitudeK === undefined
          ? undefined
          : `±${d(live.amplitudeK)} every ${formatNumber(live.periodS ?? 0, 0)} s`,
      ]
        .filter(Boolean)
        .join(', '),
    })
  if (drierDropK !== undefined) lines.push({ label: 'Over the drier', value: `${d(drierDropK)} lost` })
  if (lineDropK !== undefined) lines.push({ label: 'Along the liquid line', value: `${d(lineDropK)} lost` })
  for (const step of steps)
    lines.push({
      label: `Step ${timeText(step.atMs, timeZone)}`,
      value: `${showText('mass', Math.abs(step.amountKg), system)} ${step.amountKg < 0 ? 'out' : 'in'}: superheat ${d(step.before?.superheatK)} to ${d(step.after?.superheatK)}, subcooling ${d(step.before?.subcoolingK)} to ${d(step.after?.subcoolingK)}`,
    })
  if (cameOff) lines.push({ label: 'Gauges off', value: cameOffLine(cameOff).replace(/^Gauges off: /, '') })
  return lines
}

/** Fan and electrical readings, where they were taken. */
function electricalLines(j: JudgedReading, system: UnitSystem): Line[] {
  const taken: [string, Dimension, number | undefined][] = [
    ['Static pressure', 'staticPressure', j.staticPa],
    ['Line voltage', 'voltage', j.voltageV],
    ['Current', 'current', j.ampsA],
    ['Capacitor', 'capacitance', j.capacitorF],
  ]
  return taken.flatMap(([label, dimension, si]) =>
    si === undefined ? [] : [{ label, value: showText(dimension, si, system) }],
  )
}

/** What a provisional charge rests on, for the box that the papers begin with. */
const provisionalReason = ({ school, promise }: NonNullable<UnitView['provisional']>): string =>
  `The charge is ${provisionalWords[school]}. Somebody comes back${promise.entry.by ? ` by ${promise.entry.by}` : ''} and reads it in the weather that may decide.`

/** The verdict in one line, with target, source and tolerance. */
export function verdictLine(
  { reading, provisional }: UnitView,
  system: UnitSystem,
): { verdict: ChargeVerdict; word?: string; figure: string; reason: string } {
  if (provisional) {
    const read = reading ? ` Today’s reading, ${verdictWord(reading.judged).toLowerCase()}, doesn’t settle it.` : ''
    const reason = `${provisionalReason(provisional)}${read}`
    return { verdict: 'tooClose', word: 'Provisional', figure: '', reason }
  }
  if (!reading) return { verdict: 'none', figure: '', reason: 'No start-up reading was taken.' }
  const { judged } = reading
  if (!judged.target.ok)
    return { verdict: 'none', figure: '', reason: noTargetWords(judged.target.reason, system, judged.method) }
  const { target, uncertainty } = judged
  const difference = (k: number) => showText('temperatureDifference', k, system)
  const span = `${show('temperatureDifference', target.lowK, system).figure} to ${difference(target.highK)}`
  const likely = howSureWords(judged)
  const sure = likely === '' ? '' : `; ${likely}`
  return {
    verdict: judged.verdict,
    word: verdictWord(judged),
    figure:
      judged.decidingValueK === undefined
        ? ''
        : `${difference(judged.decidingValueK)} ${target.deciding}${uncertainty ? `, ± ${difference(2 * uncertainty.standardK)} (k = 2)` : ''}`,
    reason: `target ${difference(target.targetK)} ${targetSourceWords[target.source]}; in from ${span} (${target.tolerance.source})${sure}`,
  }
}

/** What the reading was taken with, as the instruments were then. */
export function instrumentLines({ reading }: UnitView): Line[] {
  const kit = reading?.item.entry.kit ?? []
  if (kit.length === 0) {
    const assumed = reading?.judged.uncertainty?.assumed
    const counted = assumed === 'analog' ? 'dial gauges' : 'an ordinary digital set'
    return [{ label: 'Instruments', value: assumed ? `not named: counted as ${counted}` : 'no reading names any' }]
  }
  return kit.map(({ name, accuracies, dueOn }) => ({
    label: name,
    value: `${accuracies.map(accuracyWords).join('; ')}${dueOn ? `; check due ${dueOn}` : ''}`,
  }))
}

/** The method's values that the verdict rests on, as they were typed, with who set them. */
export function methodLines({ reading, profile }: UnitView): Line[] {
  if (!reading) return []
  const { habits, method } = reading.judged
  const used = habits.map((key) => ({
    label: habitWords[key],
    value: `${showTyped(method[key].quantity)} (${originWords[method[key].origin]})`,
  }))
  return [{ label: 'Method', value: profile.name }, ...used]
}

const unsettledLine = ({ reading, method }: UnitView) =>
  reading?.item.entry.live
    ? `The reading was taken while the system was ${settlingWords[reading.item.entry.live.state].toLowerCase()}.`
    : `The reading was taken before ${formatNumber(method.settleAfterStartS.si / 60, 0)} minutes of running.`

/** What stays open or was passed, in plain sentences. */
export function remarkLines(view: UnitView, record: UnitRecord, system: UnitSystem, timeZone: string): string[] {
  const passes = view.stages
    .filter((s) => s.state === 'bypassed' && s.pass?.entry.kind === 'gatePassed')
    .map((s) => `${stageWords[s.stage]} was passed by ${s.pass!.author.name}: ${s.pass!.entry.reason}`)
  const findings = (view.reading?.judged.findings ?? []).map((f) => findingWords(f, system, view.method))
  const unsettled = view.reading && !view.reading.settled ? [unsettledLine(view)] : []
  const long =
    view.charge.due.ok && view.charge.due.overLongLine
      ? [
          view.charge.due.stopped
            ? 'The line set is longer than the label goes: the maker’s long-line guideline decides.'
            : longLineWords.goesBy(view.facts.longLineReason ?? ''),
        ]
      : []
  const despite = record.items.weighed.flatMap(({ entry, author }) =>
    entry.despite ? [`${scaleText(entry)}, by ${author.name}, ${despiteText(entry.despite)}`] : [],
  )
  const visit = view.visit?.open
    ? [
        `${view.provisional ? 'Provisional: somebody comes back' : 'Somebody comes back'}. ${returnVisitLine(view.visit.promise.entry)}`,
      ]
    : []
  const dropped = (view.visit?.items ?? []).flatMap(({ item, state, by }) =>
    state === 'notNeeded' && by?.entry.kind === 'visitItemClosed'
      ? [`${visitItemLine(item)}: not needed any more, by ${by.author.name}: ${by.entry.words}`]
      : [],
  )
  const overrides = unitOverrides(record).map(
    ({ entry, author }) =>
      `${habitWords[entry.habit]} set to ${showTyped(entry.quantity!)} for this unit by ${author.name}: ${entry.reason}`,
  )
  const notes = record.items.note.map((n) => `Noted by ${n.author.name}: ${n.entry.text}`)
  const remarks = record.items.sealed.map((s) => s.entry.remarks).filter((r): r is string => !!r)
  const amendments = record.items.amendment.map(
    (a) => `Amendment, ${momentText(Date.parse(a.entry.at), timeZone)}, ${a.author.name}: ${a.entry.text}`,
  )
  return [
    ...visit,
    ...dropped,
    ...passes,
    ...despite,
    ...overrides,
    ...unsettled,
    ...long,
    ...findings,
    ...notes,
    ...remarks,
    ...amendments,
  ]
}
