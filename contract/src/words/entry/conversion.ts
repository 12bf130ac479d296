import { showTyped, type ConversionEntry } from '@zetesis/core'
import {
  conversionCauseWords,
  deviceByWords,
  deviceWords,
  leftWithWords,
  oilWords,
  refitWords,
  tightnessWords,
} from '../conversion'
import type { EntryWords } from './entryWords'

const with_ = (words: string | undefined) => (words ? `: ${words}` : '')

/** The log's line of each kind. */
export const conversionLines: EntryWords<ConversionEntry> = {
  conversionWhy: ({ cause, tightness, words }) =>
    `Why it is converted: ${conversionCauseWords[cause].toLowerCase()} · ${tightnessWords[tightness].toLowerCase()}${with_(words)}`,
  candidateChosen: ({ refrigerant, compared, reason }) =>
    `Becomes ${refrigerant}: ${reason}${compared.length > 1 ? ` (held beside ${compared.filter((c) => c !== refrigerant).join(', ')})` : ''}`,
  refitted: ({ item, done, words, oil }) =>
    `${done ? '' : 'Left: '}${refitWords[item]}${oil ? `, now ${oilWords[oil].toLowerCase()}` : ''}${with_(words)}`,
  deviceFitted: ({ device, coil, by, was, bore, lengthWas, length, bulb, words }) => {
    const size =
      device === 'piston'
        ? bore && `${was ? `${showTyped(was)} → ` : ''}${showTyped(bore)}`
        : device === 'capillary'
          ? length && `${lengthWas ? `${showTyped(lengthWas)} → ` : ''}${showTyped(length)}`
          : bulb && `bulb for ${bulb}`
    return `${deviceWords[device]}${coil ? ' at the outdoor coil' : ''}${size ? ` ${size}` : ''}, ${deviceByWords[by]}${with_(words)}`
  },
  pumpedDown: ({ suctionPressure, valvesHold }) =>
    `Pumped down to ${showTyped(suctionPressure)}, valves ${valvesHold ? 'hold' : 'don’t hold'}`,
  relabelled: ({ name, oil, charge, oldCrossedOut }) =>
    `New label by ${name}: ${showTyped(charge)}, ${oilWords[oil].toLowerCase()}${oldCrossedOut ? ', old one crossed out' : ''}`,
  conversionLeft: ({ holds, reason }) => `Conversion given up: ${leftWithWords[holds]} is in it. ${reason}`,
  turnedBack: ({ reason }) => `Turned back to the refrigerant before: ${reason}`,
}
