import { auxiliaryHeats, circuitPorts, heaterStates, waysToChange, type HeatPumpEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { text } from '../text'
import { entryOf, tied } from './tie'

const mode = z.enum(['cooling', 'heating'])

export function heatPumpSchemas(door: Door) {
  const { quantity, id } = door
  const entry = entryOf(door)
  return tied<HeatPumpEntry>()({
    hosesOn: entry('hosesOn', {
      mode,
      next: mode.optional(),
      hoses: z
        .array(
          z.strictObject({
            port: z.enum(circuitPorts),
            side: z.enum(['low', 'high']),
            upTo: quantity('gaugePressure').optional(),
            gauge: id.optional(),
          }),
        )
        .max(circuitPorts.length),
    }),
    reversingValveRead: entry('reversingValveRead', {
      vapourLine: quantity('temperature'),
      trueSuction: quantity('temperature'),
    }),
    defrostSeen: entry('defrostSeen', {
      how: z.enum(['byItself', 'provoked']),
      lasted: quantity('duration').optional(),
      coil: quantity('temperature').optional(),
      traceId: id.optional(),
      words: text(400).optional(),
    }),
    heatersNoted: entry('heatersNoted', { crankcase: z.enum(heaterStates), sump: z.enum(heaterStates) }),
    modeChanged: entry('modeChanged', {
      mode,
      how: z.enum(waysToChange),
      seen: z.boolean(),
      auxiliary: z.enum(auxiliaryHeats).optional(),
      words: text(400).optional(),
      stage: text(80).optional(),
    }),
  })
}
