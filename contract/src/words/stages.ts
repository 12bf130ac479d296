import { leftWithWords } from './conversion'
import {
  formatNumber,
  isCheck,
  showText,
  type ConversionRefusal,
  type MissingFact,
  type Need,
  type RowGroup,
  type Stage,
  type StageState,
  type UnitFacts,
  type UnitSystem,
  type Wait,
} from '@zetesis/core'

/** What a lead looks for along a row. */
export const rowGroupWords: Record<RowGroup, string> = {
  wrong: 'Something is wrong',
  asks: 'Wants a hand',
  waits: 'Waits',
  sealed: 'Sealed',
  archived: 'Archived',
}

/** A stage by its name at this unit: a machine that runs already isn't started. */
export const stageTitle = (stage: Stage, facts: Pick<UnitFacts, 'work'>): string =>
  stage === 'startUp' && isCheck(facts) ? 'Readings' : stageWords[stage]

export const stageWords: Record<Stage, string> = {
  prepare: 'Prepare',
  baseline: 'Baseline',
  recovery: 'Recovery',
  refit: 'Refit',
  pressureTest: 'Pressure test',
  vacuum: 'Vacuum',
  weighIn: 'Weigh in',
  startUp: 'Start up',
  relabel: 'New label',
  handOver: 'Hand over',
}

export const stateWords: Record<StageState, string> = {
  done: 'done',
  bypassed: 'passed with a reason',
  waiting: 'waiting',
  stopped: 'stopped',
  current: 'to do now',
  todo: 'later',
}

export const missingWords: Record<MissingFact, string> = {
  work: 'kind of work',
  mode: 'cooling only or heat pump',
  refrigerant: 'refrigerant',
  oldRefrigerant: 'old refrigerant',
  recovered: 'weight recovered',
  metering: 'metering device seen at the indoor coil',
  labelCharge: 'charge on the label',
  includedLength: 'line length the charge covers',
  lineLength: 'line length',
  liquidLine: 'liquid-line size',
  orientation: 'how the indoor coil lies',
  indoorModel: 'indoor unit',
  targetSubcooling: 'target subcooling from the label',
  superheatSource: 'where the superheat target comes from',
  targetSuperheat: 'target superheat',
}

export const refusalWords: Record<ConversionRefusal, string> = {
  flammableIntoUnlisted:
    'Stop: a flammable refrigerant must never go into equipment that isn’t listed for it. Choose another refrigerant or replace the equipment.',
  noDropInForR410A: 'Stop: equipment built for R-410A has no drop-in replacement. Repair it with R-410A or replace it.',
  pressureOverPlate:
    'Stop: on a hot day the new refrigerant condenses at more than the plate’s high-side design pressure. Choose another refrigerant or replace the equipment.',
  pressureOverOld:
    'Stop: on a hot day the new refrigerant condenses at far more than the old one, and no plate says that this equipment bears it. Choose another refrigerant or replace the equipment.',
  cantBeMadeTight:
    'Stop: what can’t be made tight isn’t converted: the new refrigerant would go the way of the old one. Replace it, or mend it and say so under Baseline.',
  sameRefrigerant: 'Old and new refrigerant are the same: that is a retrofit, not a conversion.',
}

/** What a unit needs, short enough for a list. */
export function needWords(need: Need, system: UnitSystem): string {
  switch (need.code) {
    case 'prepare':
      return need.missing.length === 1 ? missingWords[need.missing[0]!] : `${need.missing.length} facts missing`
    case 'refused':
      return 'stopped'
    case 'raisePressure':
      return 'pressure test'
    case 'pressureHolds':
      return 'nitrogen holds'
    case 'readPressure':
      return 'read the pressure'
    case 'pressureFailed':
      return 'loses pressure'
    case 'pressureClose':
      return 'too close to call'
    case 'breakVacuum':
      return 'break with nitrogen'
    case 'nitrogenStands':
      return 'nitrogen stands'
    case 'pumpAgain':
      return 'pump again'
    case 'decayClose':
      return 'decay too close'
    case 'startVacuum':
      return 'pull a vacuum'
    case 'pullDown':
      return 'pulling down'
    case 'holdRunning':
      return 'decay hold'
    case 'readGauge':
      return 'read the gauge'
    case 'decayFailed':
      return 'decay failed'
    case 'weighIn':
      return weighWords(need.openKg, system)
    case 'sayWhy':
      return 'say why'
    case 'baseline':
      return 'take a baseline'
    case 'recover':
      return 'recover and weigh'
    case 'refit':
      return 'choose and refit'
    case 'relabel':
      return 'stick the label on'
    case 'conversionLeft':
      return `given up: ${leftWithWords[need.holds]} in it`
    case 'uncover':
      return 'condenser covered'
    case 'onVisit':
      return need.open === 1 ? 'return visit, one thing open' : `return visit, ${need.open} things open`
    case 'start':
      return 'start it'
    case 'settling':
      return 'settles'
    case 'takeReading':
      return 'take a reading'
    case 'readingOut':
      return 'out of tolerance'
    case 'readingClose':
      return 'too close to call'
    case 'readingOpen':
      return 'reading unfinished'
    case 'sign':
      return 'sign'
    case 'signNear':
      return 'near enough: sign'
    case 'nothing':
      return 'sealed'
  }
}

function weighWords(openKg: number | undefined, system: UnitSystem): string {
  if (openKg === undefined) return 'weigh in'
  return `${openKg >= 0 ? 'add' : 'take out'} ${showText('mass', Math.abs(openKg), system)}`
}

/** The next act on a unit, for the big button: verb first. */
export function actWords(need: Need, tag: string): string {
  switch (need.code) {
    case 'prepare':
      return `Prepare ${tag}`
    case 'refused':
      return `See why ${tag} stops`
    case 'raisePressure':
      return `Pressure test ${tag}`
    case 'pressureHolds':
      return `Watch the pressure on ${tag}`
    case 'readPressure':
      return `Read the pressure on ${tag}`
    case 'pressureFailed':
      return `Find the leak on ${tag}`
    case 'pressureClose':
      return `Settle the pressure test on ${tag}`
    case 'breakVacuum':
      return `Watch the vacuum on ${tag}`
    case 'nitrogenStands':
      return `Nitrogen stands in ${tag}`
    case 'pumpAgain':
      return `Pump on again on ${tag}`
    case 'decayClose':
      return `Hold ${tag} longer`
    case 'startVacuum':
      return `Pull a vacuum on ${tag}`
    case 'pullDown':
      return `Read the vacuum on ${tag}`
    case 'holdRunning':
      return `Watch the hold on ${tag}`
    case 'readGauge':
      return `Read the gauge on ${tag}`
    case 'decayFailed':
      return `Deal with the decay on ${tag}`
    case 'weighIn':
      return `Weigh in ${tag}`
    case 'sayWhy':
      return `Say why ${tag} is converted`
    case 'baseline':
      return `Baseline of ${tag}`
    case 'recover':
      return `Recover from ${tag}`
    case 'refit':
      return `Refit ${tag}`
    case 'relabel':
      return `Label ${tag}`
    case 'conversionLeft':
      return `See what is in ${tag}`
    case 'uncover':
      return `Take the cover off ${tag}`
    case 'onVisit':
      return `Finish the visit at ${tag}`
    case 'start':
      return `Start ${tag}`
    case 'settling':
      return `Read ${tag} while it settles`
    case 'takeReading':
      return `Take a reading on ${tag}`
    case 'readingClose':
      return `Settle the verdict on ${tag}`
    case 'readingOut':
    case 'readingOpen':
      return `Read ${tag} again`
    case 'sign':
    case 'signNear':
      return `Sign ${tag}`
    case 'nothing':
      return `Papers of ${tag}`
  }
}

export const waitWords: Record<Wait['kind'], string> = {
  pressureHold: 'nitrogen hold',
  nitrogen: 'nitrogen stands',
  decayHold: 'decay hold',
  settle: 'settles',
}

/** "4:12", "1:03:00": what is left of a wait. */
export function countdown(leftMs: number): string {
  const seconds = Math.max(0, Math.ceil(leftMs / 1000))
  const two = (n: number) => String(n).padStart(2, '0')
  const hours = Math.floor(seconds / 3600)
  const minutes = Math.floor((seconds % 3600) / 60)
  return hours > 0 ? `${hours}:${two(minutes)}:${two(seconds % 60)}` : `${minutes}:${two(seconds % 60)}`
}

export const minutesText = (seconds: number) => `${formatNumber(seconds / 60, seconds % 60 === 0 ? 0 : 1)} min`
