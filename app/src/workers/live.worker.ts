import {
  assessLive,
  chartWindow,
  decodeChunk,
  downsample,
  findDefrosts,
  type Defrost,
  type LiveAssessment,
  type LiveTerms,
  type SystemChannel,
  type TraceSample,
} from '@zetesis/core'
import { traceDesk } from './traceDesk'

/** A stretch of some channels, thinned for drawing. */
export interface SeriesAsked {
  readonly channels: readonly SystemChannel[]
  /** from the end of the recording backwards, s; undefined: all of it */
  readonly lastS?: number
  /** what lies after isn't shown: the chart was moved back by so much, s */
  readonly backS: number
}
export type Series = { readonly [C in SystemChannel]?: readonly (readonly [number, number | null])[] }
export interface LiveAnswer {
  readonly assessment?: LiveAssessment
  readonly series?: Series
  /** of a heating system, all that the recording shows */
  readonly defrosts?: readonly Defrost[]
  readonly fromS: number
  readonly toS: number
  readonly endS: number
  readonly tookMs: number
}
export interface LiveQuestion {
  /** without terms only the series is asked for */
  readonly terms?: LiveTerms
  readonly series?: SeriesAsked
}

/** settling looks back over three windows, and over what came before a disturbance */
const LOOK_BACK_S = 45 * 60
const POINTS = 140

traceDesk<TraceSample, LiveQuestion, LiveAnswer>(
  (bytes) => decodeChunk(bytes) ?? [],
  (samples, { terms, series }) => {
    const started = performance.now()
    const endS = samples.at(-1)?.timeS ?? 0
    const assessment = terms && assessLive(after(samples, endS - LOOK_BACK_S), terms)
    const { fromS, toS } = chartWindow(endS, series ?? { backS: 0 })
    return {
      ...(assessment ? { assessment } : {}),
      ...(terms?.mode === 'heating' ? { defrosts: findDefrosts(samples) } : {}),
      ...(series ? { series: seriesOf(samples, series, fromS, toS) } : {}),
      fromS,
      toS,
      endS,
      tookMs: performance.now() - started,
    }
  },
)

/** Samples rise in time: found by halving, not by looking at all of them. */
function after(samples: readonly TraceSample[], fromS: number): readonly TraceSample[] {
  let low = 0
  let high = samples.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (samples[middle]!.timeS < fromS) low = middle + 1
    else high = middle
  }
  return samples.slice(low)
}

function seriesOf(samples: readonly TraceSample[], asked: SeriesAsked, fromS: number, toS: number): Series {
  const shown = after(samples, fromS).filter((s) => s.timeS <= toS)
  return Object.fromEntries(
    asked.channels.map((channel) => {
      const points = shown.flatMap(({ timeS, values }): [number, number][] => {
        const v = values[channel]
        return typeof v === 'number' ? [[timeS, v]] : []
      })
      return [channel, downsample(points, POINTS)]
    }),
  )
}
