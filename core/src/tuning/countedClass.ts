import type { UnitFacts } from '../facts/unitFacts'
import type { InstrumentClass } from '../measurement/instrumentClass'
import type { ReadingValues } from '../reading/channels'

export interface CountedClass {
  readonly of: InstrumentClass
  /** said: by somebody, for this unit; live: probes that send; divisions: as finely as it was read; unanswered: the worse one */
  readonly because: 'said' | 'live' | 'divisions' | 'unanswered'
}

/** what a dial is read to at the finest: half a psi and half a degree, a twentieth of a bar, 5 kPa */
const dialSteps: { readonly [unit: string]: number } = {
  psig: 0.5,
  bar: 0.05,
  kPa: 5,
  MPa: 0.005,
  '°F': 0.5,
  '°C': 0.5,
  K: 0.5,
}
const deciding = ['suctionPressure', 'liquidPressure', 'suctionLine', 'liquidLine'] as const

/**
 * What an instrument that nobody named counts as: what was said of this unit; probes that send are digital; and so is what was read finer than any dial shows (118.4 psig, 96.6 °F). Where nothing tells it counts as
 * the worse class, dials: In is then said of too few rather than of too many.
 *
 * @param values as typed, in their units
 * Source: divisions of dial gauges and thermometers, EN 837-1 and EN 13190.
 */
export function countedClass(facts: UnitFacts, values: ReadingValues, live = false): CountedClass {
  if (facts.instrumentClass) return { of: facts.instrumentClass, because: 'said' }
  if (live) return { of: 'digital', because: 'live' }
  const finer = deciding.some((channel) => {
    const quantity = values[channel]
    const step = quantity && dialSteps[quantity.unit]
    return step !== undefined && isFiner(quantity!.value, step)
  })
  return finer ? { of: 'digital', because: 'divisions' } : { of: 'analog', because: 'unanswered' }
}

function isFiner(value: number, step: number): boolean {
  const steps = value / step
  return Number.isFinite(steps) && Math.abs(steps - Math.round(steps)) > 1e-6 * Math.max(1, Math.abs(steps))
}
