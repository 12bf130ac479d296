import { evacuationMethods, type VacuumEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { librarySchemas } from '../library'
import { decayResultSchema } from './decayResult'
import { entryOf, tied } from './tie'

export function vacuumSchemas(door: Door) {
  const { quantity, id } = door
  const { InstrumentSchema } = librarySchemas(door)
  const entry = entryOf(door)
  return tied<VacuumEntry>()({
    vacuumReady: entry('vacuumReady', {
      method: z.enum(evacuationMethods),
      coresOut: z.boolean(),
      hose: quantity('tube').optional(),
      gaugeFar: z.boolean(),
      oilChanged: z.boolean(),
      blankOff: quantity('vacuum').optional(),
    }),
    pumpOn: entry('pumpOn', {}),
    valvedOff: entry('valvedOff', { gauge: InstrumentSchema.optional() }),
    micron: entry('micron', { reading: quantity('vacuum') }),
    nitrogenBreak: entry('nitrogenBreak', { to: quantity('gaugePressure') }),
    decayJudged: entry('decayJudged', {
      valvedOff: id,
      traceIds: z.array(id).min(1).max(20),
      result: decayResultSchema,
    }),
  })
}
