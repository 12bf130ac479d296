import { conversionCauses, leftWith, oils, refitItems, tightnesses, type ConversionEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { refrigerant } from '../library'
import { reason, text } from '../text'
import { entryOf, tied } from './tie'

/** Candidates that are held side by side at once. */
export const MOST_CANDIDATES = 3

export function conversionSchemas(door: Door) {
  const { quantity } = door
  const entry = entryOf(door)
  const words = text(400).optional()
  return tied<ConversionEntry>()({
    conversionWhy: entry('conversionWhy', { cause: z.enum(conversionCauses), tightness: z.enum(tightnesses), words }),
    candidateChosen: entry('candidateChosen', {
      refrigerant,
      compared: z.array(refrigerant).min(1).max(MOST_CANDIDATES),
      reason,
    }),
    refitted: entry('refitted', { item: z.enum(refitItems), done: z.boolean(), words, oil: z.enum(oils).optional() }),
    deviceFitted: entry('deviceFitted', {
      device: z.enum(['piston', 'capillary', 'valve']),
      coil: z.literal('outdoor').optional(),
      by: z.enum(['reckoned', 'maker', 'kept']),
      was: quantity('bore').optional(),
      bore: quantity('bore').optional(),
      lengthWas: quantity('length').optional(),
      length: quantity('length').optional(),
      bulb: refrigerant.optional(),
      words,
    }),
    pumpedDown: entry('pumpedDown', { suctionPressure: quantity('gaugePressure'), valvesHold: z.boolean() }),
    relabelled: entry('relabelled', {
      name: text(120),
      oil: z.enum(oils),
      charge: quantity('mass'),
      oldCrossedOut: z.boolean(),
    }),
    conversionLeft: entry('conversionLeft', { holds: z.enum(leftWith), reason }),
    turnedBack: entry('turnedBack', { reason }),
  })
}
