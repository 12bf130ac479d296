import {
  showTyped,
  type BookEntry,
  type CameOff,
  type Entry,
  type LogItem,
  type LookedInto,
  type PreStart,
  type Quantity,
  type ReturnVisit,
  type UnitFacts,
} from '@zetesis/core'
import { hoseLine, movedLine, weighedLine } from './cylinders'
import { causeWords } from './decay'
import { habitWords } from './library'
import { recordedWords } from './logFile'
import { verdictWords } from './reading'
import { missingWords, stageWords } from './stages'

const factWords: Record<keyof UnitFacts, string> = {
  ...missingWords,
  mode: 'mode',
  tag: 'tag',
  place: 'place',
  model: 'model',
  serial: 'serial number',
  stage: 'stage',
  allowance: 'allowance',
  subcoolingTolerance: 'subcooling tolerance',
  targetSuperheatReason: 'reason for the target',
  superheatTolerance: 'superheat tolerance',
  vapourLine: 'vapour-line size',
  lift: 'height between the units',
  sections: 'further sections',
  labelItems: 'label items',
  testPressure: 'highest test pressure',
  decayLimit: 'decay limit',
  decayHold: 'decay hold',
  elevation: 'elevation',
  metering: 'metering device',
  superheatSource: 'superheat target',
  instrumentClass: 'instruments that aren’t named',
}

export const valueWords: Readonly<Record<string, string>> = {
  new: 'new',
  retrofit: 'retrofit',
  conversion: 'conversion',
  coolingOnly: 'cooling only',
  heatPump: 'heat pump',
  fixedOrifice: 'piston',
  expansionValve: 'expansion valve',
  commonRule: 'common rule',
  typed: 'typed figure',
  up: 'up',
  down: 'down',
  left: 'horizontal left',
  right: 'horizontal right',
  analog: 'dial gauges',
  digital: 'digital',
}

const isQuantity = (value: unknown): value is Quantity => typeof value === 'object' && value !== null && 'unit' in value
const sectionText = (value: object): string =>
  Object.values(value)
    .map((part) => (isQuantity(part) ? showTyped(part) : String(part)))
    .join(' ')
const factText = (value: unknown): string =>
  value === null
    ? 'unknown'
    : Array.isArray(value)
      ? value.map((part) => sectionText(part as object)).join(', ') || 'none'
      : isQuantity(value)
        ? showTyped(value)
        : (valueWords[String(value)] ?? String(value))

/** One line of the log, with values exactly as they were typed. */
export function entryWords(entry: Entry): string {
  switch (entry.kind) {
    case 'opened':
      return `Opened as ${entry.tag}`
    case 'facts':
      return Object.entries(entry.facts)
        .map(([key, value]) => `${factWords[key as keyof UnitFacts]}: ${factText(value)}`)
        .join(' · ')
    case 'pumpOn':
      return 'Pump on'
    case 'valvedOff':
      return 'Valved off'
    case 'micron':
      return `Vacuum ${showTyped(entry.reading)}`
    case 'vacuumReady': {
      const { method, coresOut, hose, gaugeFar, oilChanged, blankOff } = entry
      return [
        method === 'triple' ? 'Triple evacuation' : 'Single deep vacuum',
        coresOut ? 'cores out' : 'cores in',
        hose && `hose ${showTyped(hose)}`,
        gaugeFar ? 'gauge far from the pump' : 'gauge at the pump',
        oilChanged ? 'oil changed' : 'oil not changed',
        blankOff && `blanked off ${showTyped(blankOff)}`,
      ]
        .filter(Boolean)
        .join(' · ')
    }
    case 'nitrogenBreak':
      return `Broken with nitrogen to ${showTyped(entry.to)}`
    case 'traceBegun':
      return `Recording began: ${entry.source === 'rig' ? 'rig' : 'file'}${entry.name ? ` ${entry.name}` : ''}${entry.speed > 1 ? `, ×${entry.speed}` : ''}`
    case 'traceEnded':
      return `Recording ended: ${entry.samples} samples`
    case 'decayJudged':
      return `Decay judged: ${verdictWords[entry.result.verdict]}, ${causeWords[entry.result.cause]}`
    case 'testRaised':
      return `Nitrogen at ${showTyped(entry.gauge)}, ${entry.heard === 'quiet' ? 'nothing heard' : 'hissing'}`
    case 'testHeld':
      return `Nitrogen holds at ${showTyped(entry.gauge)}, pipe at ${showTyped(entry.ambient)}${entry.retestOf ? ', a re-test' : ''}`
    case 'testRead':
      return `Nitrogen reads ${showTyped(entry.gauge)}, pipe at ${showTyped(entry.ambient)}`
    case 'jointChecked':
      return `Soaped ${entry.place}: ${entry.found === 'tight' ? 'tight' : 'bubbles'}${entry.mended ? `, ${entry.mended}` : ''}`
    case 'weighed':
      return weighedLine(entry)
    case 'hoseLeft':
      return hoseLine(entry)
    case 'preStart':
      return `Before the start: ${preStartLine(entry)}`
    case 'lookedInto':
      return `Looked into: ${lookedIntoLine(entry)}`
    case 'returnVisit':
      return `Return visit: ${returnVisitLine(entry)}`
    case 'disturbed':
      return disturbedWords[entry.what]
    case 'probesExchanged':
      return `Probes exchanged in the recording: ${recordedWords[entry.a].toLowerCase()} and ${recordedWords[entry.b].toLowerCase()}`
    case 'cameOff':
      return cameOffLine(entry)
    case 'started':
      return 'Valves open, power on'
    case 'reading':
      return `Reading: ${Object.entries(entry.values)
        .filter(([, q]) => q !== undefined)
        .map(([key, q]) => `${readingFieldWords[key as keyof typeof readingFieldWords]} ${showTyped(q as Quantity)}`)
        .join(' · ')}`
    case 'label':
      return `Label taken: ${entry.label.name}`
    case 'method':
      return `Method: ${entry.profile.name}${entry.reason ? `, ${entry.reason}` : ''}`
    case 'override':
      return entry.quantity
        ? `${habitWords[entry.habit]} for this unit: ${showTyped(entry.quantity)}, ${entry.reason}`
        : `${habitWords[entry.habit]} back to the method: ${entry.reason}`
    case 'note':
      return entry.text
    case 'gatePassed':
      return `Passed ${stageWords[entry.stage].toLowerCase()}: ${entry.reason}`
    case 'struck':
      return `Struck out: ${entry.reason}`
    case 'sealed':
      return `Sealed by ${entry.name}`
    case 'amendment':
      return `Amendment: ${entry.text}`
  }
}

export const disturbedWords = {
  door: 'A door was opened',
  stage: 'The stage changed',
  room: 'The thermostat was satisfied',
  other: 'Something disturbed it',
} as const

/** What was seen to before the start, in a line. */
export function preStartLine({
  zeroed,
  valvesShut,
  airflowGood,
  condenserClean,
  thermostatFar,
  deviceChecked,
  stage,
}: PreStart): string {
  const seen: [boolean, string][] = [
    [zeroed, 'gauges zeroed'],
    [valvesShut, 'manifold shut, hoses tight'],
    [airflowGood, 'filter, coil and airflow good'],
    [condenserClean, 'condenser clean'],
    [thermostatFar, 'thermostat far'],
    ...(deviceChecked === undefined ? [] : [[deviceChecked, 'device as on the label'] as [boolean, string]]),
  ]
  const words = seen.map(([yes, what]) => (yes ? what : `not: ${what}`))
  return [...words, ...(stage ? [stage] : [])].join(' · ')
}

/** What was looked into, in a line. */
export function lookedIntoLine(entry: LookedInto): string {
  const { airflowGood, condenserClean, deviceChecked, drierIn, drierOut, ratedAmps } = entry
  const { standingPressure, standingAir, standingIndoor } = entry
  const said = (yes: boolean | undefined, words: string) =>
    yes === undefined ? undefined : yes ? words : `not: ${words}`
  return [
    said(airflowGood, 'filter, coil and airflow good'),
    said(condenserClean, 'condenser clean'),
    said(deviceChecked, 'metering device as on the label'),
    drierIn && drierOut && `drier ${showTyped(drierIn)} in, ${showTyped(drierOut)} out`,
    ratedAmps && `rated current ${showTyped(ratedAmps)}`,
    standingPressure &&
      standingAir &&
      `standing ${showTyped(standingPressure)} at ${showTyped(standingAir)}${standingIndoor ? `, ${showTyped(standingIndoor)} indoors` : ''}`,
  ]
    .filter(Boolean)
    .join(' · ')
}

/** “9 Dec 2026”. */
export const dayText = (date: string) =>
  new Date(`${date}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  })

/** What a return visit needs and why, in a line. */
export function returnVisitLine({
  reason,
  outdoorLow,
  outdoorHigh,
  by,
}: Pick<ReturnVisit, 'reason' | 'outdoorLow' | 'outdoorHigh' | 'by'>): string {
  const window =
    outdoorLow && outdoorHigh
      ? `outdoors ${showTyped(outdoorLow)} to ${showTyped(outdoorHigh)}`
      : outdoorLow
        ? `outdoors from ${showTyped(outdoorLow)}`
        : outdoorHigh && `outdoors up to ${showTyped(outdoorHigh)}`
  return [reason.replace(/\.$/, ''), window, by && `by ${dayText(by)}`].filter(Boolean).join(' · ')
}

/** How the gauges came off, in a line. */
export function cameOffLine({ suctionPressure, liquidPressure, running, suctionCore, liquidCore, capsTight }: CameOff) {
  const drawn =
    suctionPressure && liquidPressure
      ? `drawn down to ${showTyped(suctionPressure)} and ${showTyped(liquidPressure)}`
      : 'not drawn down'
  const core = (which: string, found: 'tight' | 'leaks') => `${which} core ${found === 'tight' ? 'tight' : 'leaks'}`
  return `Gauges off: ${[drawn, running ? 'while running' : 'standing', core('suction', suctionCore), core('liquid', liquidCore), capsTight ? 'caps on' : 'caps missing'].join(' · ')}`
}

export const readingFieldWords = {
  suctionPressure: 'suction',
  liquidPressure: 'liquid',
  suctionLine: 'suction line',
  liquidLine: 'liquid line',
  discharge: 'discharge',
  returnDryBulb: 'return dry bulb',
  returnWetBulb: 'return wet bulb',
  returnHumidity: 'return humidity',
  supply: 'supply',
  outdoor: 'outdoors',
  staticPressure: 'static',
  voltage: 'line',
  amps: 'current',
  capacitor: 'capacitor',
} as const

/** Whether an item still waits on the phone. */
export const isPending = (item: LogItem) => item.seq === null

/** One line of the company's book. */
export function bookEntryWords(entry: BookEntry): string {
  switch (entry.kind) {
    case 'modelSaved':
      return `Model saved: ${entry.label.name}`
    case 'instrumentSaved':
      return `Instrument saved: ${entry.instrument.name}`
    case 'profileSaved':
      return `Method saved: ${entry.profile.name}`
    case 'cylinderSaved':
      return `Cylinder saved: ${entry.cylinder.name}`
    case 'cylinderMoved':
      return movedLine(entry)
    case 'movementStruck':
      return `A movement struck out: ${entry.reason}`
    case 'zeroed':
      return entry.instrumentIds.length === 1
        ? 'An instrument zeroed'
        : `${entry.instrumentIds.length} instruments zeroed`
    case 'retired':
      return `A ${entry.what === 'profile' ? 'method' : entry.what} put away`
    case 'profileChosen':
      return 'Method for new units chosen'
  }
}
