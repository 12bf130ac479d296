import type { ReadingValues, UnitSystem } from '@zetesis/core'
import { z } from 'zod'
import { quantityInput } from '@/ui/quantityInput'

/** how many of the first ones decide */
export const DECIDING = 7
/** those that decide first, in pairs of a side; then what helps */
export const readingFields = [
  { name: 'suctionPressure', label: 'Suction pressure', dimension: 'gaugePressure', mark: '▽' },
  { name: 'suctionLine', label: 'Suction line', dimension: 'temperature', mark: '▽' },
  { name: 'liquidPressure', label: 'Liquid pressure', dimension: 'gaugePressure', mark: '△' },
  { name: 'liquidLine', label: 'Liquid line', dimension: 'temperature', mark: '△' },
  { name: 'returnDryBulb', label: 'Return dry bulb', dimension: 'temperature' },
  { name: 'returnWetBulb', label: 'Return wet bulb', dimension: 'temperature' },
  { name: 'outdoor', label: 'Outdoors', dimension: 'temperature' },
  { name: 'returnHumidity', label: 'or return humidity', dimension: 'ratio' },
  { name: 'supply', label: 'Supply', dimension: 'temperature' },
  { name: 'discharge', label: 'Discharge line', dimension: 'temperature', mark: '△' },
] as const

/** Fan and electrical readings: asked for once airflow or power is in question. */
export const supportingFields = [
  { name: 'staticPressure', label: 'Total external static', dimension: 'staticPressure' },
  { name: 'voltage', label: 'Line voltage', dimension: 'voltage' },
  { name: 'amps', label: 'Compressor current', dimension: 'current' },
  { name: 'capacitor', label: 'Capacitor', dimension: 'capacitance' },
] as const

export function readingSchema(system: UnitSystem) {
  const g = () => quantityInput('gaugePressure', system)
  const t = () => quantityInput('temperature', system)
  return z.object({
    suctionPressure: g(),
    suctionLine: t(),
    liquidPressure: g(),
    liquidLine: t(),
    discharge: t(),
    returnDryBulb: t(),
    returnWetBulb: t(),
    returnHumidity: quantityInput('ratio', system),
    supply: t(),
    outdoor: t(),
    staticPressure: quantityInput('staticPressure', system),
    voltage: quantityInput('voltage', system),
    amps: quantityInput('current', system),
    capacitor: quantityInput('capacitance', system),
  })
}
export type ReadingInput = z.input<ReturnType<typeof readingSchema>>
export type ReadingOutput = z.output<ReturnType<typeof readingSchema>>

export const emptyReading = Object.fromEntries(
  [...readingFields, ...supportingFields].map((f) => [f.name, { text: '' }]),
) as ReadingInput

/** Only what was typed goes into the log. */
export function typedValues(output: ReadingOutput): ReadingValues {
  return Object.fromEntries(Object.entries(output).filter(([, q]) => q !== undefined)) as ReadingValues
}

/** What can be read of a half-filled form, for the picture that follows the typing. */
export function readableValues(input: Partial<ReadingInput>, system: UnitSystem): ReadingValues {
  const shape = readingSchema(system).shape
  const parsed = [...readingFields, ...supportingFields].map(
    ({ name }) => [name, shape[name].safeParse(input[name]).data] as const,
  )
  return Object.fromEntries(parsed.filter(([, q]) => q !== undefined)) as ReadingValues
}
