import {
  flowText,
  formatNumber,
  fromSi,
  isJudged,
  isRaised,
  preferredUnit,
  refrigerantLossKgPerYear,
  showText,
  waterBoilingPointK,
  type DecayAnalysis,
  type DecayResult,
  type HoldOutlook,
  type HoldState,
  type PressureHoldVerdict,
  type PullDown,
  type Refrigerant,
  type StallCause,
  type UnitFacts,
  type UnitSystem,
  type UnitView,
  type VacuumRun,
} from '@zetesis/core'
import { sureWords } from './reading'
import { minutesText } from './stages'

/** What stands on the decay sheet. */
export const decayWords = {
  limit: 'limit',
  valvedOff: 'valved off',
  nitrogen: 'nitrogen',
  minutes: 'minutes',
  straight: 'runs straight',
  bendsTo: (pressure: string) => `bends to ${pressure}`,
  level: 'level',
  slowing: 'slows down',
}

type Cause = DecayResult['cause']

export const causeWords: Record<Cause, string> = {
  tight: 'tight and dry',
  leak: 'leaking',
  moisture: 'still wet, not leaking',
  both: 'wet and leaking',
  inconclusive: 'can’t tell yet',
}

type Told = Pick<DecayResult, 'cause' | 'verdict' | 'likelihood' | 'leakBeside' | 'overWaterPa'>

/**
 * What a decay is by its curve, beside its verdict. In old oil dissolved refrigerant looks the same as water: it is named beside it. Where it passes and the curve
 * doesn't tell one cause from the next, the likeliest is named as that.
 */
export function causeText(result: Told, work: UnitFacts['work']): string {
  const { cause, verdict, leakBeside, overWaterPa } = result
  if (overWaterPa !== undefined) return 'gas leaving the oil, or a valve that passes; not water'
  if (cause === 'moisture') {
    const wet = work !== undefined && work !== 'new' ? 'wet, or gas leaving old oil' : 'still wet'
    return leakBeside ? `${wet}; a leak isn’t ruled out` : `${wet}${wet.includes(',') ? ';' : ','} not leaking`
  }
  if (cause === 'inconclusive' && verdict === 'in')
    return {
      tight: 'likely tight',
      leak: 'maybe a slow leak',
      moisture: 'maybe a little damp',
      both: 'maybe damp, with a slow leak',
    }[likeliestOf(result)]
  return causeWords[cause]
}

const likeliestOf = ({ likelihood }: Pick<DecayResult, 'likelihood'>) =>
  Object.entries(likelihood).sort((a, b) => b[1] - a[1])[0]![0] as keyof DecayResult['likelihood']

/** The same of a hold that nobody can go on with, on a sealed unit: what it was, and nothing to do. */
export const heldWords = (result: Told, work: UnitFacts['work']): string => `The hold: ${causeText(result, work)}.`

/** Charge goes in while the lines are still in vacuum; only then are the valves opened. `due`: what is still to be weighed in, undefined where all of it is in. */
const openValves = (due: string | undefined) =>
  due === undefined ? 'Open the valves.' : `Weigh in ${due} first, then open the valves.`

/** What a decay leaves to weigh in, for the line above: nothing where it is in or was passed. */
export function dueWords(
  { stages, charge }: Pick<UnitView, 'stages' | 'charge'>,
  system: UnitSystem,
): string | undefined {
  const weighIn = stages.find(({ stage }) => stage === 'weighIn')?.state
  if (weighIn === undefined || weighIn === 'done' || weighIn === 'bypassed') return undefined
  return (charge.openKg ?? 0) > 0 ? showText('mass', charge.openKg!, system) : 'what is due'
}

/** What to do about a decay, in one line. */
export function nextForDecay(result: DecayResult, work: UnitFacts['work'], due?: string): string {
  const { cause, verdict, leakBeside, overWaterPa } = result
  if (overWaterPa !== undefined)
    return 'Shut every valve and cap, warm the oil, and pull again. Where it comes back, a valve passes: find which.'
  const alsoSoap = leakBeside ? ' Soap the joints while the nitrogen stands in it.' : ''
  switch (cause) {
    case 'tight':
      if (verdict === 'out') return 'No rise, but over the limit: pull deeper, then valve off again.'
      return result.complete ? openValves(due) : 'Leave it shut until the hold is over, and read once more.'
    case 'leak':
      return verdict === 'in'
        ? 'It passes, but the rise runs straight: find the leak before you rely on it.'
        : 'Find the leak: nitrogen, soap on every joint, then mend and pull again.'
    case 'moisture':
      return verdict === 'in'
        ? 'It passes, but moisture is left: pull some time longer if you can.'
        : work === undefined || work === 'new'
          ? `Break with dry nitrogen twice, change the pump oil, pull again.${alsoSoap}`
          : `Warm the oil or break with nitrogen twice, change the pump oil, pull again.${alsoSoap}`
    case 'both':
      return 'Find the leak first, with nitrogen and soap; then break with nitrogen twice and pull again.'
    case 'inconclusive':
      // only a hold that is over passes: until then it is foretold
      if (verdict === 'in' && result.complete) return openWords(result, due)
      return result.moreMinutes === undefined
        ? 'Waiting longer won’t tell: steady the gauge, check its connection, pull deeper and hold again.'
        : `Hold on: about ${moreText(result.moreMinutes)} more would tell.`
  }
}

/** It passes: what a longer hold would add, and nothing more is asked. */
function openWords(result: DecayResult, due: string | undefined): string {
  const more = result.moreMinutes === undefined ? '' : ` about ${moreText(result.moreMinutes)} more would tell`
  if (likeliestOf(result) === 'tight') return more ? `${openValves(due)} To be surer,${more}.` : openValves(due)
  return more ? `It passes. What makes it rise isn’t clear:${more}.` : 'It passes. What makes it rise isn’t clear.'
}

const moreText = (minutes: number) =>
  minutes < 90 ? minutesText(Math.ceil(minutes) * 60) : `${formatNumber(minutes / 60, 1)} h`

/** Vacuum per minute, in the unit in use. */
export function rateText(paPerS: number, system: UnitSystem): string {
  const unit = preferredUnit('vacuum', system)
  const rate = fromSi('vacuum', paPerS * 60, unit)
  return `${formatNumber(rate, Math.abs(rate) < 10 ? 1 : 0)} ${unit}/min`
}

/** The curve in words: what it does, and how sure that is. */
export function decayReason(result: DecayResult, system: UnitSystem): string {
  const { cause, confidence, leakPaPerS, plateauPa } = result
  const sure = `${sureWords(confidence)} sure`
  const bends =
    plateauPa === undefined ? 'level' : `bending to ${showText('vacuum', Math.round(plateauPa * 100) / 100, system)}`
  switch (cause) {
    case 'tight':
      return `Levels off${plateauPa === undefined ? '' : ` at ${showText('vacuum', plateauPa, system)}`}: ${sure}.`
    case 'leak':
      return `Runs straight at ${rateText(leakPaPerS, system)}, no end to it: ${sure}.`
    case 'moisture':
      return `${bends.charAt(0).toUpperCase()}${bends.slice(1)}. ${wetReason(result, sure, system)}`
    case 'both':
      return `Bends, then runs on at ${rateText(leakPaPerS, system)}: ${sure}.`
    case 'inconclusive':
      return confidence === 0
        ? 'Too few readings to see a curve.'
        : result.verdict === 'in'
          ? `It stays under the limit. Likeliest ${likeliest(result)}, ${formatNumber(confidence * 100, 0)} %.${openLeak(result, system)}`
          : `Likeliest ${likeliest(result)}, ${formatNumber(confidence * 100, 0)} %: not enough to say.`
  }
}

const likeliest = (result: DecayResult): string =>
  ({ tight: 'tight', leak: 'a leak', moisture: 'moisture', both: 'moisture and a leak' })[likeliestOf(result)]

const openLeak = ({ leakUpToPaPerS }: DecayResult, system: UnitSystem) =>
  leakUpToPaPerS === undefined ? '' : ` A leak up to ${rateText(leakUpToPaPerS, system)} isn’t ruled out.`

function wetReason(result: DecayResult, sure: string, system: UnitSystem): string {
  const { overWaterPa, leakBeside } = result
  if (overWaterPa !== undefined)
    return `Water at this pipe’s temperature gives ${showText('vacuum', overWaterPa, system)} at most: this is more, so it isn’t water.`
  return leakBeside ? `Moisture: ${sure}.${openLeak(result, system)}` : `A leak would run straight: ${sure}.`
}

export interface DecayLine {
  readonly name: string
  readonly value: string
}

/** Every number of a decay, for whoever opens it; the same lines stand in the papers. */
export function decayLines(result: DecayResult, system: UnitSystem, refrigerant?: Refrigerant): DecayLine[] {
  const { leakPaPerS, leakUpToPaPerS, plateauPa, timeConstantS, predictedAt24hPa, leakPaM3PerS, volumeM3 } = result
  const vacuum = (pa: number) => showText('vacuum', pa, system)
  const lines: DecayLine[] = [
    {
      name: 'likelihood tight : leak : moisture : both',
      value: Object.values(result.likelihood)
        .map((p) => formatNumber(p * 100, 0))
        .join(' : '),
    },
    { name: 'straight rise', value: rateText(leakPaPerS, system) },
  ]
  if (leakUpToPaPerS !== undefined)
    lines.push({ name: 'a leak it couldn’t have seen, up to', value: rateText(leakUpToPaPerS, system) })
  if (plateauPa !== undefined) {
    const boils = waterBoilingPointK(plateauPa)
    lines.push({ name: 'levels off at', value: vacuum(plateauPa) })
    if (boils !== undefined)
      lines.push({ name: 'water that boils there is at', value: showText('temperature', boils, system) })
  }
  if (timeConstantS !== undefined) lines.push({ name: 'time constant', value: minutesText(Math.round(timeConstantS)) })
  lines.push({ name: 'predicted at the end of the hold', value: vacuum(result.predictedAtHoldPa) })
  if (predictedAt24hPa !== undefined) lines.push({ name: 'predicted after 24 h', value: vacuum(predictedAt24hPa) })
  if (volumeM3 !== undefined)
    lines.push({ name: 'inside volume, estimated', value: `${formatNumber(volumeM3 * 1000, 1)} L` })
  if (leakPaM3PerS !== undefined && leakPaM3PerS > 0) {
    if (system === 'si') lines.push({ name: 'leak as a flow of air', value: flowText(leakPaM3PerS) })
    const loss = refrigerant && refrigerantLossKgPerYear(refrigerant, leakPaM3PerS)
    if (loss !== undefined)
      lines.push({
        name: 'would lose a year, if it were one hole that lets vapour out at 25 °C',
        value: showText('mass', loss, system),
      })
  }
  if (result.settledAfterS > 0)
    lines.push({ name: 'left out after valving off', value: `${formatNumber(result.settledAfterS, 0)} s` })
  return lines
}

const problemText: Record<DecayAnalysis['problems'][number]['code'], (count: number) => string> = {
  notANumber: (n) => `${n} readings weren’t numbers and are left out.`,
  notPositive: (n) => `${n} readings of zero or less are left out.`,
  backwards: (n) => `Time ran backwards ${n} times: the readings were put in order.`,
  outliers: (n) =>
    n === 1
      ? 'One reading stood alone far from all others: left out, it decides nothing.'
      : `${n} readings stood alone far from all others: left out, they decide nothing.`,
  thinned: (n) => `${n} readings left out: the others show the curve as well.`,
  notATemperature: (n) => `${n} pipe temperatures can’t be (another unit?): not used.`,
  calendarTimes: () => 'The times are dates: counted from the first reading.',
  grossLeak: () =>
    'It rises by a thousand micron a minute or more: a leak too big for a decay test, or a valve or hose that isn’t shut. Nitrogen and soap first.',
  sameTime: (n) => `${n} readings had the time of another: averaged.`,
  saturated: (n) => `${n} readings at the gauge’s end stop are left out.`,
  gaugeNotConnected: () =>
    'The gauge stands at atmosphere throughout: it isn’t connected to the system, or its valve is shut.',
  suspectUnit: (times) =>
    `These figures can’t be in this unit: multiplied by ${Number(times.toPrecision(3))} they would be believable. Check micron, Torr, Pa and mbar.`,
  tooFew: () => 'Too few readings after valving off to judge: log at least three over a minute.',
  falling: () =>
    'The pressure falls though nothing pumps: a gauge that isn’t what it seems, a valve that isn’t shut, or a pipe that cools. No verdict on that.',
  slowLeakOpen: () =>
    'It rises a little: gas from the pipe, or a leak as slow. Either way it stays under the limit for the hour; a longer hold tells which.',
  startedOver: () => 'It was over the limit when you valved off and hasn’t risen: pull deeper first.',
}

/** What was odd about a recording, each in a sentence. */
export function sampleProblemWords(problem: DecayAnalysis['problems'][number]): string {
  return problemText[problem.code]('count' in problem ? problem.count : 'times' in problem ? problem.times : 0)
}

const stallWords: Record<StallCause, string> = {
  pumpOil: 'change the pump oil',
  hoses: 'take the cores out and use wide, short hoses',
  gauge: 'put the gauge on the system, far from the pump',
  moisture: 'look for moisture: break with nitrogen',
  leak: 'look for a leak',
}

/** Where a pull-down stands, in one sentence. */
export function pullDownWords(pull: PullDown, causes: readonly StallCause[], system: UnitSystem): string {
  switch (pull.state) {
    case 'reached':
      return 'There. Valve off to hold it.'
    case 'shelf': {
      const boils = pull.shelfPa === undefined ? undefined : waterBoilingPointK(pull.shelfPa)
      const at = boils === undefined ? '' : ` at ${showText('temperature', boils, system)}`
      return `Water is boiling off${at}. It goes on falling when the water is gone; ice takes longest.`
    }
    case 'stalled':
      return `Stands still at ${showText('vacuum', pull.lastPa ?? 0, system)}: ${causes.map((c) => stallWords[c]).join('; ')}.`
    case 'pulling': {
      if (pull.etaS === undefined) return 'Coming down.'
      const low = Math.max(Math.round((pull.etaLowS ?? pull.etaS) / 60), 1)
      const high = pull.etaHighS === undefined ? undefined : Math.max(Math.round(pull.etaHighS / 60), low)
      return high === undefined
        ? `Coming down: ${low} min to the target at the least.`
        : `Coming down: ${low === high ? `about ${low}` : `${low}–${high}`} min to the target.`
    }
  }
}

/** When the rig alone can't hold better than the limit, no decay on it proves anything: said, never subtracted. */
export function blankOffWords({ weakRigPa, limitPa }: VacuumRun, system: UnitSystem): string | undefined {
  return weakRigPa === undefined
    ? undefined
    : `Blanked off, this rig only reaches ${showText('vacuum', weakRigPa, system)}: it can’t prove ${showText('vacuum', limitPa, system)}. Mend hoses, oil and gauge first.`
}

/** The verdict's readings in one line. */
export function holdLine(run: VacuumRun, system: UnitSystem): string | undefined {
  const { verdict } = run
  if (!isJudged(verdict)) return undefined
  return `${showText('vacuum', verdict.startPa, system)} → ${showText('vacuum', verdict.endPa, system)} in ${minutesText(Math.round(verdict.endTimeS / 6) * 6)}`
}

export const holdStateWords: Record<HoldState, string> = {
  in: 'In',
  nothingLost: 'Nothing lost',
  tooClose: 'Too close to call',
  out: 'Out',
}

/** What a nitrogen hold shows, and what could have hidden in it. */
export function pressureReason(verdict: PressureHoldVerdict, system: UnitSystem): string {
  const { differencePa, standardUncertaintyPa, expectedEndPa, rose } = verdict
  const psi = (pa: number) => showText('pressureDifference', pa, system)
  const figures = `${psi(Math.abs(differencePa))} ${differencePa < 0 ? 'under' : 'over'} the ${showText('absolutePressure', expectedEndPa, system)} expected at this temperature, ± ${psi(2 * standardUncertaintyPa)}.`
  const smallest = leakShownWords(verdict, system)
  const { enoughGaugePa } = verdict
  const better = enoughGaugePa === undefined ? '' : `, or a gauge of ±${psi(enoughGaugePa)}`
  const act = {
    in: `Tight: a leak that matters would have shown. None over ${smallest}.`,
    nothingLost: `Tight as far as this hold sees: no leak over ${smallest}. Soap and the decay carry the rest; to see a leak that matters takes ${hoursText(verdict.enoughAfterS)}${better}.`,
    out: 'It loses pressure: soap every joint.',
    tooClose: isRaised(verdict)
      ? 'No pipe warms by that much: nitrogen went in since the hold began. Begin the hold anew at this pressure.'
      : rose
        ? 'It rose by more than the temperature says. Either nitrogen came in, through a valve that isn’t shut, or the pipe is warmer than the probe: measure at the pipe, in the shade.'
        : 'That is more than these readings usually scatter, and less than a plain loss. Hold on and read again.',
  }[verdict.verdict]
  return `${figures} ${act}`
}

/** The smallest leak that a hold would have shown: “1.9 psi in it, a leak of 3 charges a year (7.6 psi an hour)”; as a flow where SI is chosen. */
export function leakShownWords(
  {
    smallestVisiblePa,
    smallestVisiblePaPerS,
    smallestVisibleShareAYear,
    smallestVisibleLeakPaM3PerS: flow,
  }: PressureHoldVerdict,
  system: UnitSystem,
) {
  const loss = `${showText('pressureDifference', smallestVisiblePa, system)} in it`
  const anHour = `${showText('pressureDifference', smallestVisiblePaPerS * 3600, system)} an hour`
  const rate = system === 'ip' ? anHour : flow === undefined ? undefined : flowText(flow)
  return `${loss}, ${chargesAYear(smallestVisibleShareAYear)}${rate === undefined ? '' : ` (${rate})`}`
}

/** “a leak of 8 charges a year”, “… 12 % of the charge a year”. */
const chargesAYear = (share: number) =>
  share >= 2
    ? `a leak of ${formatNumber(share, 0)} charges a year`
    : `a leak of ${formatNumber(100 * share, share < 0.1 ? 1 : 0)} % of the charge a year`

/** What a hold that isn't begun yet would show: a line for the method's, and one for a night. */
export function outlookWords(
  { durationS, visiblePa, shareAYear, kgAYear, seesEnough }: HoldOutlook,
  system: UnitSystem,
) {
  const loss =
    kgAYear === undefined ? chargesAYear(shareAYear) : `a leak of ${showText('mass', kgAYear, system)} a year`
  const enough = seesEnough ? ', which is all that matters' : ''
  return `${hoursText(durationS)} on this gauge show a loss of ${showText('pressureDifference', visiblePa, system)}: ${loss}${enough}.`
}

const hoursText = (seconds: number) =>
  seconds > 96 * 3600
    ? `${formatNumber(seconds / 86400, 0)} days`
    : seconds < 5400
      ? minutesText(Math.round(seconds / 60) * 60)
      : `${formatNumber(seconds / 3600, 1)} h`
