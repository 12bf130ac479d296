import { checkPlausibility } from './checkPlausibility'
import type { PlausibilityChannel, PlausibilityMargins, PlausibleReading } from './plausibility'
import { circuitOf } from '../reading/systemState'

export interface ProbeSwap {
  readonly a: PlausibilityChannel
  readonly b: PlausibilityChannel
}

/** Pairs that get exchanged, the usual ones first: clamps among themselves, hoses, air probes, then a clamp with an air probe. */
const pairs: readonly ProbeSwap[] = [
  { a: 'suctionLineK', b: 'liquidLineK' },
  { a: 'suctionPressurePa', b: 'liquidPressurePa' },
  { a: 'returnK', b: 'supplyK' },
  { a: 'liquidLineK', b: 'dischargeK' },
  { a: 'suctionLineK', b: 'dischargeK' },
  { a: 'returnK', b: 'outdoorK' },
  { a: 'supplyK', b: 'outdoorK' },
  { a: 'liquidLineK', b: 'outdoorK' },
  { a: 'suctionLineK', b: 'outdoorK' },
  { a: 'suctionLineK', b: 'supplyK' },
  { a: 'suctionLineK', b: 'returnK' },
  { a: 'liquidLineK', b: 'returnK' },
  { a: 'liquidLineK', b: 'supplyK' },
]

/**
 * The two probes that were probably exchanged: where a reading contradicts itself and exchanging two channels of it makes every check pass.
 * Of several such pairs the one that leaves the likeliest running system, with a small preference for pairs that hang side by side.
 *
 * @returns undefined where nothing contradicts itself, or no single exchange mends it
 * Limits: an exchange that contradicts nothing (return and outdoor air on a mild day) can't be seen.
 */
export function suggestSwap(reading: PlausibleReading, margins: PlausibilityMargins = {}): ProbeSwap | undefined {
  if (checkPlausibility(reading, margins).length === 0) return undefined
  let best: { swap: ProbeSwap; cost: number } | undefined
  for (const [rank, swap] of pairs.entries()) {
    const exchanged = exchange(reading, swap)
    if (!exchanged || isColdHouse(exchanged) || checkPlausibility(exchanged, margins).length > 0) continue
    const cost = strangeness(exchanged) + RANK_COST * rank
    if (!best || cost < best.cost) best = { swap, cost }
  }
  return best?.swap
}

/** nobody heats a house that is colder than outdoors: such an exchange isn't what happened */
const isColdHouse = ({ mode, returnK, outdoorK }: PlausibleReading) =>
  mode === 'heating' && returnK !== undefined && outdoorK !== undefined && returnK < outdoorK

const RANK_COST = 0.4

/** The reading with two channels exchanged; undefined where one of them is missing. */
export function exchange(reading: PlausibleReading, { a, b }: ProbeSwap): PlausibleReading | undefined {
  const [valueA, valueB] = [reading[a], reading[b]]
  if (valueA === undefined || valueB === undefined) return undefined
  return { ...reading, [a]: valueB, [b]: valueA }
}

/** How far a reading lies from a usual system in its mode: squared distances from middling values, each over its spread; K. */
function strangeness(r: PlausibleReading): number {
  const { evaporatingK, condensingK, superheatK, subcoolingK } = circuitOf(r)
  const term = (a: number | undefined, b: number | undefined, middle: number, spread: number) =>
    a === undefined || b === undefined ? 0 : ((a - b - middle) / spread) ** 2
  if (r.mode === 'heating')
    return (
      term(superheatK, 0, 5, 5) +
      term(subcoolingK, 0, 11, 6) +
      term(r.supplyK, r.returnK, 15, 7) +
      term(r.outdoorK, evaporatingK, 7, 4) +
      term(r.dischargeK, condensingK, 25, 15) +
      term(condensingK, r.returnK, 19, 8) +
      term(r.outdoorK, r.suctionLineK, 3, 4)
    )
  return (
    term(superheatK, 0, 7, 6) +
    term(subcoolingK, 0, 5.5, 4) +
    term(r.liquidLineK, r.outdoorK, 4.5, 4) +
    term(r.returnK, r.supplyK, 11, 3) +
    term(r.dischargeK, condensingK, 18, 15) +
    term(condensingK, r.outdoorK, 10, 5) +
    term(r.supplyK, evaporatingK, 7, 4)
  )
}
