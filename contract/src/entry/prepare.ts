import type { PrepareEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { anyQuantity, habitKey, habitQuantity, librarySchemas } from '../library'
import { text, reason } from '../text'
import { factsSchema } from './facts'
import { instrumentsSchema, readingValuesSchema } from './reading'
import { entryOf, tied } from './tie'

export function prepareSchemas(door: Door) {
  const { id } = door
  const { InstrumentSchema, ModelLabelSchema, ProfileSchema } = librarySchemas(door)
  const entry = entryOf(door)
  return tied<PrepareEntry>()({
    moved: entry('moved', { jobId: id }),
    archived: entry('archived', { reason, back: z.literal(true).optional() }),
    handedOver: entry('handedOver', {
      of: id,
      tag: text(40, 1),
      sealedAt: z.iso.datetime(),
      values: readingValuesSchema(door),
      instruments: instrumentsSchema(door).optional(),
      kit: z.array(InstrumentSchema).max(20).optional(),
    }),
    opened: entry('opened', { jobId: id, tag: text(40, 1) }),
    facts: entry('facts', { facts: factsSchema(door) }),
    label: entry('label', { modelId: id, version: id, label: ModelLabelSchema }),
    method: entry('method', { profile: ProfileSchema, reason: reason.optional() }),
    override: entry('override', { habit: habitKey, quantity: anyQuantity.optional(), reason }).refine(
      (o) => habitQuantity(o.habit, o.quantity),
      {
        path: ['quantity'],
        error: 'This is in a unit of the wrong kind.',
      },
    ),
  })
}
