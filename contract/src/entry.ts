import {
  chargeGateCodes,
  ENTRY_VERSION,
  evacuationMethods,
  instrumentClasses,
  orientations,
  passableStages,
  readingChannels,
  systemChannels,
  traceChannels,
  traceSources,
  type Entry,
  type FactsPatch,
  type ReadingChannel,
  type ReadingValues,
} from '@zetesis/core'
import { z } from 'zod'
import { admitting, stored, type Door } from './door'
import { anyQuantity, habitKey, habitQuantity, librarySchemas, refrigerant } from './library'
import { text } from './text'

function entrySchemas(door: Door) {
  const { quantity, id, instant, day } = door
  const { InstrumentSchema, CylinderSchema, ModelLabelSchema, ProfileSchema } = librarySchemas(door)
  const facts = z.strictObject({
    tag: text(40, 1).nullable(),
    place: text(200).nullable(),
    model: text(120).nullable(),
    serial: text(120).nullable(),
    indoorModel: text(120).nullable(),
    orientation: z.enum(orientations).nullable(),
    stage: text(40).nullable(),
    work: z.enum(['new', 'retrofit', 'conversion']).nullable(),
    mode: z.enum(['coolingOnly', 'heatPump']).nullable(),
    refrigerant: refrigerant.nullable(),
    oldRefrigerant: refrigerant.nullable(),
    recovered: quantity('mass').nullable(),
    metering: z.enum(['fixedOrifice', 'expansionValve']).nullable(),
    labelCharge: quantity('mass').nullable(),
    lift: quantity('length').nullable(),
    sections: z
      .array(
        z.strictObject({
          length: quantity('length'),
          liquidLine: quantity('tube'),
          vapourLine: quantity('tube').optional(),
          allowance: quantity('massPerLength').optional(),
        }),
      )
      .max(10)
      .nullable(),
    labelItems: z
      .array(z.strictObject({ name: text(60, 1), mass: quantity('mass') }))
      .max(10)
      .nullable(),
    includedLength: quantity('length').nullable(),
    allowance: quantity('massPerLength').nullable(),
    lineLength: quantity('length').nullable(),
    liquidLine: quantity('tube').nullable(),
    vapourLine: quantity('tube').nullable(),
    testPressure: quantity('gaugePressure').nullable(),
    targetSubcooling: quantity('temperatureDifference').nullable(),
    subcoolingTolerance: quantity('temperatureDifference').nullable(),
    superheatSource: z.enum(['commonRule', 'typed']).nullable(),
    targetSuperheat: quantity('temperatureDifference').nullable(),
    targetSuperheatReason: text(400).nullable(),
    superheatTolerance: quantity('temperatureDifference').nullable(),
    decayLimit: quantity('vacuum').nullable(),
    decayHold: quantity('duration').nullable(),
    instrumentClass: z.enum(instrumentClasses).nullable(),
    elevation: quantity('elevation').nullable(),
  })

  const readingValues = z
    .strictObject({
      suctionPressure: quantity('gaugePressure'),
      liquidPressure: quantity('gaugePressure'),
      suctionLine: quantity('temperature'),
      liquidLine: quantity('temperature'),
      discharge: quantity('temperature'),
      returnDryBulb: quantity('temperature'),
      returnWetBulb: quantity('temperature'),
      returnHumidity: quantity('ratio'),
      supply: quantity('temperature'),
      outdoor: quantity('temperature'),
      staticPressure: quantity('staticPressure'),
      voltage: quantity('voltage'),
      amps: quantity('current'),
      capacitor: quantity('capacitance'),
    })
    .partial()

  const instruments = z.partialRecord(z.enum(readingChannels as [ReadingChannel, ...ReadingChannel[]]), id)

  const base = { v: z.literal(ENTRY_VERSION), id, at: instant, writtenAt: instant }
  const reason = text(600, 3)
  const coordinate = z.number().int().min(-50).max(1050)

  const share = z.number().min(0).max(1.000001)
  const positive = z.number().positive()
  /** What core's `decayResult` makes; numbers in SI. */
  const decayResult = z.strictObject({
    cause: z.enum(['tight', 'leak', 'moisture', 'both', 'inconclusive']),
    verdict: z.enum(['in', 'out', 'tooClose']),
    confidence: share,
    likelihood: z.strictObject({ tight: share, leak: share, moisture: share, both: share }),
    samples: z.number().int().min(1),
    startPa: positive,
    endPa: positive,
    highestPa: positive,
    endS: z.number(),
    limitPa: positive,
    holdS: positive,
    leakPaPerS: z.number(),
    leakUpToPaPerS: z.number().optional(),
    plateauPa: z.number().optional(),
    timeConstantS: z.number().optional(),
    predictedAtHoldPa: z.number(),
    predictedAt24hPa: z.number().optional(),
    volumeM3: z.number().optional(),
    leakPaM3PerS: z.number().optional(),
    moreMinutes: z.number().optional(),
    settledAfterS: z.number(),
    curve: z
      .strictObject({
        startPa: z.number(),
        leakPaPerS: z.number(),
        risePa: z.number(),
        timeConstantS: z.number(),
        creeps: z.literal(true).optional(),
      })
      .optional(),
    complete: z.boolean(),
  })

  const union = z.discriminatedUnion('kind', [
    z.strictObject({ ...base, kind: z.literal('opened'), jobId: id, tag: text(40, 1) }),
    z.strictObject({ ...base, kind: z.literal('facts'), facts: facts.partial() }),
    z.strictObject({ ...base, kind: z.literal('pumpOn') }),
    z.strictObject({ ...base, kind: z.literal('valvedOff'), gauge: InstrumentSchema.optional() }),
    z.strictObject({ ...base, kind: z.literal('micron'), reading: quantity('vacuum') }),
    z.strictObject({
      ...base,
      kind: z.literal('vacuumReady'),
      method: z.enum(evacuationMethods),
      coresOut: z.boolean(),
      hose: quantity('tube').optional(),
      gaugeFar: z.boolean(),
      oilChanged: z.boolean(),
      blankOff: quantity('vacuum').optional(),
    }),
    z.strictObject({ ...base, kind: z.literal('nitrogenBreak'), to: quantity('gaugePressure') }),
    z.strictObject({
      ...base,
      kind: z.literal('traceBegun'),
      traceId: id,
      channels: z.array(z.enum(traceChannels)).min(1).max(traceChannels.length),
      source: z.enum(traceSources),
      speed: z.number().min(1).max(60),
      name: text(200).optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('traceEnded'),
      traceId: id,
      samples: z.number().int().min(0),
      digest: z.string().regex(/^[0-9a-f]{64}$/),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('decayJudged'),
      valvedOff: id,
      traceIds: z.array(id).min(1).max(20),
      result: decayResult,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('testRaised'),
      gas: z.literal('nitrogen'),
      gauge: quantity('gaugePressure'),
      heard: z.enum(['quiet', 'hiss']),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('testHeld'),
      gauge: quantity('gaugePressure'),
      ambient: quantity('temperature'),
      retestOf: id.optional(),
      instruments: z
        .strictObject({ gauge: InstrumentSchema.optional(), ambient: InstrumentSchema.optional() })
        .optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('testRead'),
      gauge: quantity('gaugePressure'),
      ambient: quantity('temperature'),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('jointChecked'),
      place: text(120, 1),
      found: z.enum(['tight', 'bubbles']),
      mended: text(400).optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('weighed'),
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
        .strictObject({ against: z.array(z.enum(chargeGateCodes)).max(chargeGateCodes.length), reason })
        .optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('hoseLeft'),
      bore: quantity('tube'),
      length: quantity('length'),
      phase: z.enum(['liquid', 'vapour']),
      temperature: quantity('temperature'),
      fate: z.enum(['kept', 'lost', 'drawn']),
      mass: quantity('mass'),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('preStart'),
      zeroed: z.boolean(),
      valvesShut: z.boolean(),
      airflowGood: z.boolean(),
      condenserClean: z.boolean(),
      thermostatFar: z.boolean(),
      deviceChecked: z.boolean().optional(),
      stage: text(200).optional(),
      rest: readingValues.optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('lookedInto'),
      airflowGood: z.boolean().optional(),
      condenserClean: z.boolean().optional(),
      drierIn: quantity('temperature').optional(),
      drierOut: quantity('temperature').optional(),
      ratedAmps: quantity('current').optional(),
      standingPressure: quantity('gaugePressure').optional(),
      standingAir: quantity('temperature').optional(),
      standingIndoor: quantity('temperature').optional(),
      deviceChecked: z.boolean().optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('returnVisit'),
      reason,
      outdoorLow: quantity('temperature').optional(),
      outdoorHigh: quantity('temperature').optional(),
      by: day.optional(),
    }),
    z.strictObject({ ...base, kind: z.literal('disturbed'), what: z.enum(['door', 'stage', 'room', 'other']) }),
    z.strictObject({
      ...base,
      kind: z.literal('probesExchanged'),
      traceId: id,
      a: z.enum(systemChannels),
      b: z.enum(systemChannels),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('cameOff'),
      suctionPressure: quantity('gaugePressure').optional(),
      liquidPressure: quantity('gaugePressure').optional(),
      running: z.boolean(),
      suctionCore: z.enum(['tight', 'leaks']),
      liquidCore: z.enum(['tight', 'leaks']),
      capsTight: z.boolean(),
    }),
    z.strictObject({ ...base, kind: z.literal('started') }),
    z.strictObject({
      ...base,
      kind: z.literal('reading'),
      mode: z.literal('cooling'),
      values: readingValues,
      instruments: instruments.optional(),
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
    z.strictObject({ ...base, kind: z.literal('label'), modelId: id, version: id, label: ModelLabelSchema }),
    z.strictObject({ ...base, kind: z.literal('method'), profile: ProfileSchema, reason: reason.optional() }),
    z
      .strictObject({ ...base, kind: z.literal('override'), habit: habitKey, quantity: anyQuantity.optional(), reason })
      .refine((o) => habitQuantity(o.habit, o.quantity), {
        path: ['quantity'],
        error: 'This is in a unit of the wrong kind.',
      }),
    z.strictObject({ ...base, kind: z.literal('note'), text: text(2000, 1) }),
    z.strictObject({ ...base, kind: z.literal('gatePassed'), stage: z.enum(passableStages), reason }),
    z.strictObject({ ...base, kind: z.literal('struck'), strikes: id, reason }),
    z.strictObject({
      ...base,
      kind: z.literal('sealed'),
      name: text(120, 2),
      signature: z.array(z.array(coordinate).min(4).max(4000)).min(1, 'Sign in the box.').max(200),
      remarks: text(2000).optional(),
    }),
    z.strictObject({ ...base, kind: z.literal('amendment'), text: text(2000, 3) }),
  ])

  return { facts, readingValues, union }
}

const admitted = entrySchemas(admitting)

/** Every entry that a log of version 1 may hold, as it may be appended. */
export const EntrySchema: z.ZodType<Entry> = admitted.union
/** The same as it was stored. */
export const StoredEntrySchema: z.ZodType<Entry> = entrySchemas(stored).union

// Core may not know this room, so its entries are plain types: these lines fail to compile when schema and type part.
type Shapes = typeof admitted
type Same<A, B> = [A, B] extends [B, A] ? true : never
export const schemaIsType: [
  Same<z.infer<Shapes['union']>['kind'], Entry['kind']>,
  z.infer<Shapes['union']> extends Entry ? true : never,
  Required<z.infer<ReturnType<Shapes['facts']['partial']>>> extends Required<FactsPatch> ? true : never,
  keyof z.infer<Shapes['facts']> extends keyof FactsPatch ? true : never,
  Same<keyof FactsPatch, keyof z.infer<Shapes['facts']>>,
  Same<keyof ReadingValues, keyof z.infer<Shapes['readingValues']>>,
] = [true, true, true, true, true, true]
