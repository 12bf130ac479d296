import type { SystemChannel } from '@zetesis/core'
import { useMemo, useState } from 'react'
import type { SeriesAsked } from '@/workers/live.worker'
import type { ChartSpan } from './TimeCharts'

export interface LiveCharts {
  readonly channels: readonly SystemChannel[]
  readonly onChannels: (channels: readonly SystemChannel[]) => void
  readonly span: ChartSpan
  readonly onSpan: (span: ChartSpan) => void
}

/** What the charts over time show, and what the worker is asked for because of it. */
export function useCharts(start: ChartSpan = { lastS: 1800, backS: 0 }): { charts: LiveCharts; asked: SeriesAsked } {
  const [channels, onChannels] = useState<readonly SystemChannel[]>([
    'suctionPressure',
    'liquidPressure',
    'suctionLine',
    'liquidLine',
  ])
  const [span, onSpan] = useState<ChartSpan>(start)
  const asked = useMemo(() => ({ channels, ...span }), [channels, span])
  return { charts: { channels, onChannels, span, onSpan }, asked }
}
