import { slowChannels, systemChannels, type StartUpEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { librarySchemas } from '../library'
import { text } from '../text'
import { instrumentsSchema, readingValuesSchema } from './reading'
import { entryOf, tied } from './tie'

export function startUpSchemas(door: Door) {
  const { quantity, id, instant } = door
  const { InstrumentSchema } = librarySchemas(door)
  const entry = entryOf(door)
  return tied<StartUpEntry>()({
    preStart: entry('preStart', {
      zeroed: z.boolean(),
      valvesShut: z.boolean(),
      airflowGood: z.boolean(),
      condenserClean: z.boolean(),
      thermostatFar: z.boolean(),
      deviceChecked: z.boolean().optional(),
      stage: text(200).optional(),
      rest: readingValuesSchema(door).optional(),
    }),
    valvesOpened: entry('valvesOpened', {}),
    started: entry('started', {
      rest: readingValuesSchema(door).optional(),
      foundRunning: z.literal(true).optional(),
    }),
    reading: entry('reading', {
      mode: z.enum(['cooling', 'heating']),
      baseline: z.literal(true).optional(),
      values: readingValuesSchema(door),
      carried: z.partialRecord(z.enum(slowChannels), instant).optional(),
      instruments: instrumentsSchema(door).optional(),
      kit: z.array(InstrumentSchema).max(20).optional(),
      live: z
        .strictObject({
          traceId: id,
          traceS: z.number().min(0).max(1e8),
          state: z.enum(['settling', 'settled', 'hunting', 'disturbed']),
          periodS: z.number().positive().max(1e5).optional(),
          amplitudeK: z.number().min(0).max(200).optional(),
        })
        .optional(),
    }),
    lookedInto: entry('lookedInto', {
      airflowGood: z.boolean().optional(),
      condenserClean: z.boolean().optional(),
      drierIn: quantity('temperature').optional(),
      drierOut: quantity('temperature').optional(),
      lineChecked: z.boolean().optional(),
      lineIn: quantity('temperature').optional(),
      lineOut: quantity('temperature').optional(),
      ratedAmps: quantity('current').optional(),
      standingPressure: quantity('gaugePressure').optional(),
      standingAir: quantity('temperature').optional(),
      standingIndoor: quantity('temperature').optional(),
      deviceChecked: z.boolean().optional(),
    }),
    disturbed: entry('disturbed', { what: z.enum(['door', 'stage', 'room', 'other']) }),
    probesExchanged: entry('probesExchanged', {
      traceId: id,
      a: z.enum(systemChannels),
      b: z.enum(systemChannels),
    }),
    cameOff: entry('cameOff', {
      suctionPressure: quantity('gaugePressure').optional(),
      liquidPressure: quantity('gaugePressure').optional(),
      running: z.boolean(),
      suctionCore: z.enum(['tight', 'leaks']),
      liquidCore: z.enum(['tight', 'leaks']),
      capsTight: z.boolean(),
    }),
  })
}
