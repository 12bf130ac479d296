import { portWords } from '@zetesis/contract'
import type { CircuitPart } from '@zetesis/core'

export const partWords: Record<CircuitPart, string> = {
  ...portWords,
  indoorDevice: 'Metering device indoors',
  outdoorDevice: 'Metering device outdoors',
  reversingValve: 'Reversing valve',
  accumulator: 'Accumulator',
}
