import { passableStages, type AnyStageEntry } from '@zetesis/core'
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
    struck: entry('struck', { strikes: id, reason }),
  })
}
