import {
  acrTubes,
  instrumentClasses,
  machineAges,
  oils,
  orientations,
  toSi,
  works,
  type FactsPatch,
  type Refrigerant,
  type UnitFacts,
  type UnitSystem,
} from '@zetesis/core'
import { z } from 'zod'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import type { QuantityText } from '@/ui/QuantityField'

const inch = 0.0254

const short = (max: number) => z.string().trim().max(max, `At most ${max} letters.`)
const blankless = (value: string) => (value === '' ? undefined : value)

/** The Prepare form: every field may be left empty; what is typed must be readable. */
export function prepareSchema(system: UnitSystem) {
  const q = <D extends Parameters<typeof quantityInput>[0]>(dimension: D) => quantityInput(dimension, system)
  return z
    .object({
      tag: short(40).min(1, 'A unit needs its tag.'),
      place: short(200).transform(blankless),
      model: short(120).transform(blankless),
      serial: short(120).transform(blankless),
      indoorModel: short(120).transform(blankless),
      stage: short(40).transform(blankless),
      orientation: z.enum(orientations).optional(),
      work: z.enum(works).optional(),
      age: z.enum(machineAges).optional(),
      mode: z.enum(['coolingOnly', 'heatPump']).optional(),
      refrigerant: z.custom<Refrigerant>().optional(),
      oldRefrigerant: z.custom<Refrigerant>().optional(),
      builtFor: z.custom<Refrigerant>().optional(),
      oil: z.enum(oils).optional(),
      oldBore: q('bore'),
      highSideDesign: q('gaugePressure'),
      lawNote: short(600).transform(blankless),
      recovered: q('mass'),
      metering: z.enum(['fixedOrifice', 'expansionValve']).optional(),
      labelCharge: q('mass'),
      includedLength: q('length'),
      allowance: q('massPerLength'),
      lineLength: q('length'),
      liquidLine: z.string().optional(),
      vapourLine: q('tube'),
      targetSubcooling: q('temperatureDifference'),
      subcoolingTolerance: q('temperatureDifference'),
      superheatSource: z.enum(['commonRule', 'typed']).optional(),
      targetSuperheat: q('temperatureDifference'),
      targetSuperheatReason: short(400).transform(blankless),
      superheatTolerance: q('temperatureDifference'),
      decayLimit: q('vacuum'),
      decayHold: q('duration'),
      elevation: q('elevation'),
      instrumentClass: z.enum(instrumentClasses).optional(),
    })
    .superRefine((v, context) => {
      if (
        v.metering === 'fixedOrifice' &&
        v.superheatSource === 'typed' &&
        v.targetSuperheat &&
        !v.targetSuperheatReason
      ) {
        context.addIssue({
          code: 'custom',
          path: ['targetSuperheatReason'],
          message: 'Say where this target comes from.',
        })
      }
    })
}

export type PrepareInput = z.input<ReturnType<typeof prepareSchema>>
export type PrepareOutput = z.output<ReturnType<typeof prepareSchema>>

const quantityKeys = [
  'recovered',
  'oldBore',
  'highSideDesign',
  'labelCharge',
  'includedLength',
  'allowance',
  'lineLength',
  'vapourLine',
  'targetSubcooling',
  'subcoolingTolerance',
  'targetSuperheat',
  'superheatTolerance',
  'decayLimit',
  'decayHold',
  'elevation',
] as const
const textKeys = [
  'tag',
  'place',
  'model',
  'serial',
  'indoorModel',
  'stage',
  'targetSuperheatReason',
  'lawNote',
] as const

/** The form filled with what is known, each quantity as it was typed. */
export function prepareValues(facts: UnitFacts): PrepareInput {
  const quantities = Object.fromEntries(quantityKeys.map((k) => [k, quantityText(facts[k])])) as Record<
    (typeof quantityKeys)[number],
    QuantityText
  >
  const texts = Object.fromEntries(textKeys.map((k) => [k, facts[k] ?? ''])) as Record<
    (typeof textKeys)[number],
    string
  >
  const {
    work,
    age,
    mode,
    refrigerant,
    oldRefrigerant,
    builtFor,
    oil,
    metering,
    superheatSource,
    orientation,
    instrumentClass,
  } = facts
  return {
    ...quantities,
    ...texts,
    work,
    age,
    mode,
    refrigerant,
    oldRefrigerant,
    builtFor,
    oil,
    metering,
    superheatSource,
    orientation,
    instrumentClass,
    liquidLine: tubeName(facts),
  }
}

function tubeName({ liquidLine }: UnitFacts): string | undefined {
  if (!liquidLine) return undefined
  const m = toSi('tube', liquidLine)
  return acrTubes.find((t) => Math.abs(t.outsideDiameterM - m) < 1e-4)?.name
}

/** What changed against the facts, as one patch; null for what was cleared. Nothing changed: undefined. */
export function factsPatch(facts: UnitFacts, { liquidLine, ...form }: PrepareOutput): FactsPatch | undefined {
  const tube = acrTubes.find((t) => t.name === liquidLine)
  const next: Record<string, unknown> = { ...form }
  if (liquidLine !== tubeName(facts))
    next.liquidLine = tube && { value: Number((tube.outsideDiameterM / inch).toFixed(4)), unit: 'in' }
  else next.liquidLine = facts.liquidLine
  const patch: Record<string, unknown> = {}
  for (const [key, value] of Object.entries(next)) {
    const before = facts[key as keyof UnitFacts]
    if (JSON.stringify(value) !== JSON.stringify(before)) patch[key] = value ?? null
  }
  return Object.keys(patch).length > 0 ? (patch as FactsPatch) : undefined
}
