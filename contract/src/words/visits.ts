import {
  asksForWeather,
  formatNumber,
  fromSi,
  preferredUnit,
  showTyped,
  type AirWindow,
  type ColdSchool,
  type FairStretch,
  type ReturnVisit,
  type UnitSystem,
  type VisitItem,
  type VisitItemKind,
  type VisitPlanned,
} from '@zetesis/core'
import type { ForecastRefusal } from '../forecastFile'
import { zonedClock } from '../zoned'
import { dayText } from './dates'

/** What is to do, on a list. */
export const visitItemWords: Record<VisitItemKind, string> = {
  charge: 'Charge, read in cooling',
  changeOver: 'Change over, seen',
  heating: 'Heating, read',
  leakThrough: 'Reversing valve, read',
  defrost: 'A defrost, seen',
  heaters: 'Sump and crankcase heater',
  other: 'Something else',
}

/** What closes an item, for the one who comes back. */
export const visitItemHow: Record<VisitItemKind, string> = {
  charge: 'Closes with a settled reading In, in cooling, in the air named here, with nothing on the condenser.',
  changeOver: 'Closes when a change-over is logged as seen.',
  heating: 'Closes with a settled reading in heating, in the air named here.',
  leakThrough: 'Closes when vapour line and true suction are read and In.',
  defrost: 'Closes with a defrost that ends in time, its coil warm.',
  heaters: 'Closes when the heaters are noted.',
  other: 'Closes with a tap.',
}

/** What a provisional charge rests on. */
export const provisionalWords: Record<ColdSchool, string> = {
  weighInOnly: 'weighed in by label and line set',
  labelHeating: 'set by the label’s heating target',
  discharge: 'set by discharge temperature in heating',
  restrictedCondenser: 'set with the condenser partly covered',
}

/** One item in a line. */
export const visitItemLine = ({ what, words }: VisitItem): string =>
  what === 'other' && words ? words : `${visitItemWords[what]}${words ? ` (${words})` : ''}`

/** The air that something needs: “outdoors 65 °F to 100 °F, indoors from 70 °F”; nothing where any will do. */
export function airWords({ outdoorLow, outdoorHigh, indoorLow, indoorHigh }: AirWindow): string | undefined {
  const span = (where: string, low: AirWindow['outdoorLow'], high: AirWindow['outdoorLow']) =>
    low && high
      ? `${where} ${showTyped(low)} to ${showTyped(high)}`
      : low
        ? `${where} from ${showTyped(low)}`
        : high && `${where} up to ${showTyped(high)}`
  const spans = [span('outdoors', outdoorLow, outdoorHigh), span('indoors', indoorLow, indoorHigh)].filter(Boolean)
  return spans.length > 0 ? spans.join(', ') : undefined
}

/** What a return visit needs and why, in a line. */
export function returnVisitLine(visit: Omit<ReturnVisit, 'v' | 'id' | 'at' | 'writtenAt' | 'kind'>): string {
  const { reason, items, by, contact, who } = visit
  const todo = items?.map((item) => [visitItemLine(item), airWords(item)].filter(Boolean).join(', ')).join('; ')
  return [
    reason.replace(/\.$/, ''),
    todo ?? airWords(visit),
    by && `by ${dayText(by)}`,
    who && `${who} comes`,
    contact && `call ${contact}`,
  ]
    .filter(Boolean)
    .join(' · ')
}

/** “5 Dec 2026, 11:00–15:00”. */
export const plannedWords = ({ day, from, to }: Pick<VisitPlanned, 'day' | 'from' | 'to'>): string =>
  [dayText(day), [from, to].filter(Boolean).join('–')].filter(Boolean).join(', ')

/** What is wrong with a forecast that was typed or brought as a file, and what to do. */
export function forecastRefusalWords(refusal: ForecastRefusal): string {
  switch (refusal.code) {
    case 'empty':
      return 'Paste or type a line for each hour or day, or choose a file.'
    case 'notJson':
      return 'This begins like JSON and isn’t: it may be cut off. Take the file whole.'
    case 'noTemperatures':
      return 'No column of times beside one of temperatures. Name them in the first line, as: time, temperature °F. Or a line a day: 2026-12-05, 41, 68.'
    case 'tooFew':
      return 'At least two hours or one day with temperatures.'
    case 'over':
      return 'All of it has gone by: take a forecast of the days to come.'
    case 'badTime':
      return `Line ${refusal.line}: “${refusal.cell}” is no time. Write it as 2026-12-05 14:00.`
    case 'badTemperature':
      return `Line ${refusal.line}: “${refusal.cell}” is no temperature.`
    case 'lowOverHigh':
      return `Line ${refusal.line}: the lowest comes before the highest, and isn’t above it.`
    case 'notOutdoors':
      return `Line ${refusal.line}: ${refusal.cell} ${refusal.unit} is no outdoor air. Say below which unit it is in.`
  }
}

/** “Sat 5 Dec”. */
export const weekdayText = (day: string): string =>
  new Date(`${day}T00:00:00Z`)
    .toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' })
    .replace(',', '')

/** “66 to 71 °F, 90 % likely, 11:00–15:00”; of what asks for no weather nothing is forecast. */
export function stretchWords(
  { fromMs, toMs, lowK, highK, chance }: FairStretch,
  item: VisitItem,
  timeZone: string,
  system: UnitSystem,
): string {
  if (!asksForWeather(item)) return 'any weather'
  const unit = preferredUnit('temperature', system)
  const whole = (k: number) => formatNumber(fromSi('temperature', k, unit), 0)
  const hours = `${zonedClock(fromMs, timeZone)}–${zonedClock(toMs, timeZone)}`
  return `${whole(lowK)} to ${whole(highK)} ${unit}, ${likelyWords(chance)}, ${hours}`
}

/** “90 % likely”. */
export function likelyWords(chance: number): string {
  const share = Math.round(chance * 100)
  return `${share > 99 ? 'over 99' : share} % likely`
}

/** The one act of a return visit's page. */
export const visitActWords = { there: 'We are there', read: 'To start-up', sign: 'Sign the visit' } as const
