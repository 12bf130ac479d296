import type { UnitRecord } from '../log/fold'
import type { ProbeSwap } from '../measurement/suggestSwap'
import { channelTable } from '../reading/channels'
import type { SystemTrace } from './traces'

/** Exchanged twice is as it was; the recording that took over from another one of the same probes keeps its exchange. */
export function swapsOf({ items }: UnitRecord, trace: SystemTrace | undefined): ProbeSwap[] {
  const counted = new Map<string, { swap: ProbeSwap; odd: boolean }>()
  for (const { entry } of items.probesExchanged) {
    if (entry.traceId !== trace?.traceId) continue
    const [a, b] = [channelTable[entry.a].state, channelTable[entry.b].state]
    if (!a || !b) continue
    const key = [a, b].sort().join()
    counted.set(key, { swap: { a, b }, odd: !(counted.get(key)?.odd ?? false) })
  }
  return [...counted.values()].filter((c) => c.odd).map((c) => c.swap)
}
