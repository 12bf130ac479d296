import type { Reading } from '../entry/startUp'
import type { UnitRecord } from '../log/fold'
import type { Instrument } from '../measurement/instrument'
import { slowChannels, type CarriedTimes, type ReadingValues, type SlowChannel } from '../reading/channels'

/** What the next reading may go by without being read anew, when each was read, and with what. */
export interface CarriedForward {
  readonly values: ReadingValues
  readonly carried: CarriedTimes
  readonly instruments: { readonly [C in SlowChannel]?: string }
  readonly kit: readonly Instrument[]
}

/** the house's moisture is read one way or the other */
const sameQuestion: { readonly [C in SlowChannel]?: SlowChannel } = {
  returnWetBulb: 'returnHumidity',
  returnHumidity: 'returnWetBulb',
}

/** Values that were read together. */
type Taken = Pick<Reading, 'at' | 'values' | 'carried' | 'instruments' | 'kit'>

/** Readings, and what was read of air, power and the standing system before it ran; the newest first. */
function takenBefore({ items }: UnitRecord, nowMs: number): Taken[] {
  const beforehand = [...items.preStart, ...items.started].flatMap(({ entry: { at, rest } }): Taken[] =>
    rest ? [{ at, values: rest }] : [],
  )
  return [...beforehand, ...items.reading.map(({ entry }) => entry)]
    .map((taken) => ({ taken, ms: Date.parse(taken.at) }))
    .filter(({ ms }) => ms <= nowMs)
    .reverse()
    .sort((a, b) => b.ms - a.ms)
    .map(({ taken }) => taken)
}

/** What the log holds of values that change slowly, read no longer ago than the method lets count. */
export function carryForward(record: UnitRecord, { nowMs, mostS }: { nowMs: number; mostS: number }): CarriedForward {
  const taken = takenBefore(record, nowMs)
  const values: { [C in SlowChannel]?: ReadingValues[C] } = {}
  const carried: { [C in SlowChannel]?: string } = {}
  const instruments: { [C in SlowChannel]?: string } = {}
  const kit = new Map<string, Instrument>()
  for (const channel of slowChannels) {
    const found = taken.find((one) => one.values[channel] !== undefined)
    if (!found || !isFresh({ readMs: Date.parse(readAt(found, channel)), atMs: nowMs, mostS })) continue
    Object.assign(values, { [channel]: found.values[channel] })
    carried[channel] = readAt(found, channel)
    const used = found.instruments?.[channel]
    if (!used) continue
    instruments[channel] = used
    const of = found.kit?.find(({ id }) => id === used)
    if (of) kit.set(used, of)
  }
  // of two answers to one question the newer stands
  for (const channel of slowChannels) {
    const other = sameQuestion[channel]
    if (other && carried[channel] && carried[other] && carried[channel] < carried[other])
      for (const part of [values, carried, instruments]) delete part[channel]
  }
  return { values, carried, instruments, kit: [...kit.values()] }
}

/** A value that was carried before is as old as it was when it was read. */
const readAt = ({ at, carried }: Taken, channel: SlowChannel): string =>
  (carried as CarriedTimes | undefined)?.[channel] ?? at

/** Whether a value read then may count at a moment. */
export const isFresh = ({ readMs, atMs, mostS }: { readMs: number; atMs: number; mostS: number }): boolean =>
  readMs <= atMs && atMs - readMs <= mostS * 1000

/** What is read anew stands, what isn't is carried; what answers the same question as something read anew isn't. */
export function withCarried(
  typed: ReadingValues,
  from: CarriedForward,
): { values: ReadingValues; carried: CarriedTimes } {
  const kept = slowChannels.filter((channel) => {
    const other = sameQuestion[channel]
    return (
      from.carried[channel] !== undefined &&
      typed[channel] === undefined &&
      (other === undefined || typed[other] === undefined)
    )
  })
  const of = <T extends object>(part: T) =>
    Object.fromEntries(Object.entries(part).filter(([key]) => kept.includes(key as SlowChannel)))
  return { values: { ...of(from.values), ...typed }, carried: of(from.carried) }
}
