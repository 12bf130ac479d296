import {
  recordedChannel,
  type EntryBody,
  type LogItem,
  type ProbeSwap,
  type Reading,
  type ReadingChannel,
  type SystemChannel,
} from '@zetesis/core'

type Both = ReadingChannel & SystemChannel

/**
 * A logged reading whose two probes hung the wrong way round, read the other way: the old one is struck out, the recording's channels are
 * marked as exchanged where there is one, and the reading is written anew with each value, and its instrument, in its right place.
 * @returns bodies in the order they are appended; undefined where a probe of the pair isn't in the reading
 */
export function exchangeReading({ entry }: LogItem<Reading>, { a, b }: ProbeSwap): EntryBody[] | undefined {
  const [first, second] = [recordedChannel(a), recordedChannel(b)] as [Both?, Both?]
  if (!first || !second || !entry.values[first] || !entry.values[second]) return undefined
  const { mode, values, instruments, kit, live } = entry
  return [
    { kind: 'struck', strikes: entry.id, reason: 'Two probes hung the wrong way round: read the other way.' },
    ...(live ? [{ kind: 'probesExchanged', traceId: live.traceId, a: first, b: second } as const] : []),
    {
      kind: 'reading',
      mode,
      values: exchanged(values, first, second),
      ...(instruments ? { instruments: exchanged(instruments, first, second) } : {}),
      ...(kit ? { kit } : {}),
      ...(live ? { live } : {}),
    },
  ]
}

function exchanged<T extends object>(of: T, a: ReadingChannel, b: ReadingChannel): T {
  const all = of as Record<string, unknown>
  const next: Record<string, unknown> = { ...all, [a]: all[b], [b]: all[a] }
  return Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined)) as T
}
