import { instrumentClasses, machineAges, oils, orientations, works, type FactsPatch } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { circuitFacts, refrigerant } from '../library'
import { text } from '../text'
import type { Same } from './tie'

/** A patch of a unit's facts: each may be left out, and null makes it unknown again. */
export function factsSchema({ quantity }: Door) {
  const facts = z.strictObject({
    tag: text(40, 1).nullable(),
    place: text(200).nullable(),
    model: text(120).nullable(),
    serial: text(120).nullable(),
    indoorModel: text(120).nullable(),
    orientation: z.enum(orientations).nullable(),
    stage: text(40).nullable(),
    work: z.enum(works).nullable(),
    age: z.enum(machineAges).nullable(),
    mode: z.enum(['coolingOnly', 'heatPump']).nullable(),
    refrigerant: refrigerant.nullable(),
    oldRefrigerant: refrigerant.nullable(),
    builtFor: refrigerant.nullable(),
    oil: z.enum(oils).nullable(),
    oldBore: quantity('bore').nullable(),
    highSideDesign: quantity('gaugePressure').nullable(),
    lawNote: text(600).nullable(),
    circuit: circuitFacts.nullable(),
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
    longLineReason: text(400).nullable(),
    superheatTolerance: quantity('temperatureDifference').nullable(),
    decayLimit: quantity('vacuum').nullable(),
    decayHold: quantity('duration').nullable(),
    instrumentClass: z.enum(instrumentClasses).nullable(),
    elevation: quantity('elevation').nullable(),
  })
  return facts.partial()
}

// fails to compile where schema and type part
export const factsTied: Same<FactsPatch, z.infer<ReturnType<typeof factsSchema>>> = true
