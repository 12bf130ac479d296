import { traceChannels, traceSources, type RecordingEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { text } from '../text'
import { entryOf, tied } from './tie'

export function recordingSchemas(door: Door) {
  const { id } = door
  const entry = entryOf(door)
  return tied<RecordingEntry>()({
    traceBegun: entry('traceBegun', {
      traceId: id,
      channels: z.array(z.enum(traceChannels)).min(1).max(traceChannels.length),
      source: z.enum(traceSources),
      speed: z.number().min(1).max(300),
      name: text(200).optional(),
    }),
    traceEnded: entry('traceEnded', {
      traceId: id,
      samples: z.number().int().min(0),
      digest: z.string().regex(/^[0-9a-f]{64}$/),
    }),
  })
}
