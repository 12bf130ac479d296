import { chargeGateCodes, type WeighInEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { librarySchemas } from '../library'
import { text, reason } from '../text'
import { entryOf, tied } from './tie'

export function weighInSchemas(door: Door) {
  const { quantity, id } = door
  const { InstrumentSchema, CylinderSchema } = librarySchemas(door)
  const entry = entryOf(door)
  return tied<WeighInEntry>()({
    weighed: entry('weighed', {
      direction: z.enum(['add', 'remove']),
      before: quantity('mass'),
      after: quantity('mass'),
      cylinder: text(60).optional(),
      vessel: CylinderSchema.optional(),
      side: z.enum(['liquid', 'suction']).optional(),
      phase: z.enum(['liquid', 'vapour']).optional(),
      running: z.boolean().optional(),
      scale: InstrumentSchema.optional(),
      traceId: id.optional(),
      traceS: z.number().min(0).optional(),
      booked: quantity('mass').optional(),
      net: z.literal(true).optional(),
      despite: z
        .strictObject({
          against: z.array(z.enum(chargeGateCodes)).max(chargeGateCodes.length),
          reason,
          granted: id.optional(),
        })
        .optional(),
    }),
    hoseLeft: entry('hoseLeft', {
      bore: quantity('tube'),
      length: quantity('length'),
      phase: z.enum(['liquid', 'vapour']),
      temperature: quantity('temperature'),
      fate: z.enum(['kept', 'lost', 'drawn']),
      mass: quantity('mass'),
    }),
  })
}
