import { byTime, timeOf } from '../entry/time'
import type { LogItem } from '../entry/entry'
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

/** What the log holds of values that change slowly, read no longer ago than the method lets count. */
export function carryForward(record: UnitRecord, { nowMs, mostS }: { nowMs: number; mostS: number }): CarriedForward {
  const readings = byTime(record.items.reading).filter((item) => timeOf(item) <= nowMs)
  const values: { [C in SlowChannel]?: ReadingValues[C] } = {}
  const carried: { [C in SlowChannel]?: string } = {}
  const instruments: { [C in SlowChannel]?: string } = {}
  const kit = new Map<string, Instrument>()
  for (const channel of slowChannels) {
    const found = [...readings].reverse().find(({ entry }) => entry.values[channel] !== undefined)
    const readMs = found && Date.parse(readAt(found, channel))
    if (readMs === undefined || !isFresh({ readMs, atMs: nowMs, mostS })) continue
    const { entry } = found!
    Object.assign(values, { [channel]: entry.values[channel] })
    carried[channel] = readAt(found!, channel)
    const used = entry.instruments?.[channel]
    if (!used) continue
    instruments[channel] = used
    const of = entry.kit?.find(({ id }) => id === used)
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
const readAt = ({ entry }: LogItem<Reading>, channel: SlowChannel): string =>
  (entry.carried as CarriedTimes | undefined)?.[channel] ?? entry.at

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
