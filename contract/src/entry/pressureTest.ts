import type { PressureTestEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { librarySchemas } from '../library'
import { text } from '../text'
import { entryOf, tied } from './tie'

export function pressureTestSchemas(door: Door) {
  const { quantity, id } = door
  const { InstrumentSchema } = librarySchemas(door)
  const entry = entryOf(door)
  return tied<PressureTestEntry>()({
    testRaised: entry('testRaised', {
      gas: z.literal('nitrogen'),
      gauge: quantity('gaugePressure'),
      heard: z.enum(['quiet', 'hiss']),
    }),
    testHeld: entry('testHeld', {
      gauge: quantity('gaugePressure'),
      ambient: quantity('temperature'),
      retestOf: id.optional(),
      instruments: z
        .strictObject({ gauge: InstrumentSchema.optional(), ambient: InstrumentSchema.optional() })
        .optional(),
    }),
    testRead: entry('testRead', {
      gauge: quantity('gaugePressure'),
      ambient: quantity('temperature'),
    }),
    jointChecked: entry('jointChecked', {
      place: text(120, 1),
      found: z.enum(['tight', 'bubbles']),
      mended: text(400).optional(),
    }),
  })
}
