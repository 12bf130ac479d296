import { visitItemKinds, type VisitEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { reason, text } from '../text'
import { entryOf, tied } from './tie'

const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give a time as 13:30.')

export function visitSchemas(door: Door) {
  const entry = entryOf(door)
  const { quantity, day, id } = door
  const air = {
    outdoorLow: quantity('temperature').optional(),
    outdoorHigh: quantity('temperature').optional(),
    indoorLow: quantity('temperature').optional(),
    indoorHigh: quantity('temperature').optional(),
  }
  return tied<VisitEntry>()({
    returnVisit: entry('returnVisit', {
      reason,
      outdoorLow: air.outdoorLow,
      outdoorHigh: air.outdoorHigh,
      items: z
        .array(z.strictObject({ what: z.enum(visitItemKinds), words: text(200).optional(), ...air }))
        .min(1, 'Name at least one thing to do.')
        .max(20)
        .optional(),
      by: day.optional(),
      contact: text(200).optional(),
      who: text(120).optional(),
    }),
    visitPlanned: entry('visitPlanned', {
      visitId: id,
      day,
      from: clockTime.optional(),
      to: clockTime.optional(),
    }),
    cameBack: entry('cameBack', { visitId: id }),
    visitItemClosed: entry('visitItemClosed', {
      visitId: id,
      item: z.number().int().min(0).max(19),
      how: z.enum(['done', 'notNeeded']),
      words: text(200).optional(),
    }),
  })
}
