import { askedFor, passableStages, type AnyStageEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { text, reason } from '../text'
import { entryOf, tied } from './tie'

export function anyStageSchemas(door: Door) {
  const { id } = door
  const entry = entryOf(door)
  return tied<AnyStageEntry>()({
    note: entry('note', { text: text(2000, 1) }),
    gatePassed: entry('gatePassed', { stage: z.enum(passableStages), reason }),
    asked: entry('asked', { what: z.enum(askedFor), stage: z.enum(passableStages).optional(), reason }),
    answered: entry('answered', { asks: id, granted: z.boolean(), words: text(600).optional() }),
    struck: entry('struck', { strikes: id, reason }),
  })
}
