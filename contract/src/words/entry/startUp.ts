import {
  showTyped,
  type CameOff,
  type LookedInto,
  type PreStart,
  type Quantity,
  type Reading,
  type ReadingChannel,
  type ReadingValues,
  type StartUpEntry,
} from '@zetesis/core'
import { recordedWords, shortWords } from '../channels'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const startUpLines: EntryWords<StartUpEntry> = {
  preStart: (entry) => `Before the start: ${preStartLine(entry)}`,
  valvesOpened: () => 'Valves open',
  started: ({ rest, foundRunning }) =>
    foundRunning
      ? 'Found running, long enough to read'
      : rest
        ? `Power on, standing before: ${valuesLine(rest)}`
        : 'Valves open, power on',
  reading: (entry) =>
    `${entry.baseline ? 'Baseline' : entry.mode === 'heating' ? 'Reading in heating' : 'Reading'}: ${Object.entries(
      entry.values,
    )
      .filter(([, q]) => q !== undefined)
      .map(([key, q]) => `${shortWords[key as ReadingChannel]} ${showTyped(q as Quantity)}${earlier(entry, key)}`)
      .join(' · ')}`,
  lookedInto: (entry) => `Looked into: ${lookedIntoLine(entry)}`,
  disturbed: (entry) => disturbedWords[entry.what],
  probesExchanged: (entry) =>
    `Probes exchanged in the recording: ${recordedWords[entry.a].toLowerCase()} and ${recordedWords[entry.b].toLowerCase()}`,
  cameOff: (entry) => cameOffLine(entry),
}

/** Values with their short names, as they were typed. */
const valuesLine = (values: ReadingValues): string =>
  Object.entries(values)
    .filter(([, q]) => q !== undefined)
    .map(([key, q]) => `${shortWords[key as ReadingChannel]} ${showTyped(q as Quantity)}`)
    .join(' · ')

/** of a value that wasn't read anew */
function earlier({ at, carried }: Reading, channel: string): string {
  const read = (carried as Readonly<Record<string, string | undefined>> | undefined)?.[channel]
  if (read === undefined) return ''
  const minutes = Math.round((Date.parse(at) - Date.parse(read)) / 60_000)
  return ` (${minutes} min earlier)`
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
  const { airflowGood, condenserClean, deviceChecked, drierIn, drierOut, lineChecked, lineIn, lineOut, ratedAmps } =
    entry
  const { standingPressure, standingAir, standingIndoor } = entry
  const said = (yes: boolean | undefined, words: string) =>
    yes === undefined ? undefined : yes ? words : `not: ${words}`
  return [
    said(airflowGood, 'filter, coil and airflow good'),
    said(condenserClean, 'condenser clean'),
    said(deviceChecked, 'metering device as on the label'),
    drierIn && drierOut && `drier ${showTyped(drierIn)} in, ${showTyped(drierOut)} out`,
    said(lineChecked, 'valves open, line without kink or cold spot'),
    lineIn && lineOut && `liquid line ${showTyped(lineIn)} outdoors, ${showTyped(lineOut)} before the device`,
    ratedAmps && `rated current ${showTyped(ratedAmps)}`,
    standingPressure &&
      standingAir &&
      `standing ${showTyped(standingPressure)} at ${showTyped(standingAir)}${standingIndoor ? `, ${showTyped(standingIndoor)} indoors` : ''}`,
  ]
    .filter(Boolean)
    .join(' · ')
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
