import type { SystemChannel } from '@zetesis/core'
import { guessUnit } from './channels'
import type { LogMapping } from './mapping'

/** What loggers call the channels of a running system; the more particular name first, so that it takes its column before a general one. */
const names: readonly (readonly [SystemChannel, RegExp])[] = [
  ['lowSaturation', /(suct|low|ls|evap|vapou?r).*sat|sat.*(suct|low|evap|vapou?r)/i],
  ['highSaturation', /(liq|high|hs|cond).*sat|sat.*(liq|high|cond)/i],
  ['drierOut', /dr[iy]er.*(out|after|leav)|(after|behind).*dr[iy]er/i],
  [
    'deviceIn',
    /(before|into|enter).*(device|piston|\bt[xe]v\b|exp.*valve)|(device|piston|\bt[xe]v\b|exp.*valve).*(in\b|inlet|enter)/i,
  ],
  ['discharge', /disch|hot\s?gas|compressor\s?out/i],
  ['suctionPressure', /(suct|low|ls|vapou?r).*(press|psi|bar|kpa|mpa)|(press|\bp\b|psi|bar).*(suct|low|vapou?r)/i],
  ['liquidPressure', /(liq|high|head|hs).*(press|psi|bar|kpa|mpa)|(press|\bp\b|psi|bar).*(liq|high|head)/i],
  ['returnHumidity', /\brh\b|humid|%/i],
  ['staticPressure', /static|\besp\b|in\.?\s?w\.?c|in\s?h2o/i],
  ['suctionLine', /suct|vapou?r\s?line|large\s?line|\bslt\b/i],
  ['liquidLine', /liq|small\s?line|\bllt\b/i],
  ['supply', /supply|leaving|\bsa[t]?\b|grille/i],
  ['returnDryBulb', /return|entering|\brat?\b|indoor|room/i],
  ['outdoor', /outdoor|outside|ambient|\boat?\b|odb/i],
  ['voltage', /volt|\bv\b/i],
  ['amps', /amp|current|\ba\b/i],
]

/** Which column is which channel, by its name only: figures can't tell a liquid line from a supply. */
export function guessSystem(
  free: readonly number[],
  name: (column: number) => string,
  values: (column: number) => readonly number[],
): LogMapping['channels'] {
  const taken = new Set<number>()
  const found: { -readonly [C in SystemChannel]?: LogMapping['channels'][SystemChannel] } = {}
  for (const [channel, test] of names) {
    const column = free.find((i) => !taken.has(i) && test.test(name(i)))
    if (column === undefined) continue
    taken.add(column)
    // two columns that claim to be the same: nobody can tell which, so the person says
    const twin = free.some(
      (i) => !taken.has(i) && test.test(name(i)) && !names.some(([c, t]) => c !== channel && t.test(name(i))),
    )
    found[channel] = {
      column,
      ...guessUnit(channel, name(column), values(column)),
      ...(twin ? { guessed: true, twin } : {}),
    }
  }
  return found
}
