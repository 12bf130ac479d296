import type { TraceSample } from '../trace/trace'

/** A hold inside a recording of gauge and probe. */
export interface FoundHold {
  readonly fromS: number
  readonly toS: number
  readonly start: HoldEnd
  readonly end: HoldEnd
}
export interface HoldEnd {
  readonly gaugePa: number
  /** undefined where nothing recorded the pipe's temperature */
  readonly ambientK?: number
}

/** The highest pressure, within so much of it: gauges scatter. */
const NEAR_TOP = 0.005
/** Under this share of the start the nitrogen was let off. */
const LET_OFF = 0.5

/**
 * The hold in a recording that may begin with raising the nitrogen and end with letting it off: from the first reading at the top to the last
 * one before it is gone. Said times win over guessed ones.
 *
 * @param samples in order of time; gauge in Pa gauge, ambient in K
 * @param said seconds of the recording
 * @returns undefined where fewer than two readings of the gauge remain
 */
export function findHold(
  samples: readonly TraceSample[],
  said: { readonly fromS?: number; readonly toS?: number } = {},
): FoundHold | undefined {
  const read = samples.flatMap((s) =>
    typeof s.values.testPressure === 'number' ? [{ timeS: s.timeS, gaugePa: s.values.testPressure }] : [],
  )
  const top = read.reduce((most, s) => Math.max(most, s.gaugePa), -Infinity)
  const { fromS = read.find((s) => s.gaugePa >= top * (1 - NEAR_TOP))?.timeS } = said
  if (fromS === undefined) return undefined
  const after = read.filter((s) => s.timeS >= fromS && s.timeS <= (said.toS ?? Infinity))
  const first = after[0]
  const last =
    said.toS === undefined ? after.filter((s) => s.gaugePa > LET_OFF * (first?.gaugePa ?? 0)).at(-1) : after.at(-1)
  if (!first || !last || last.timeS <= first.timeS) return undefined
  const at = ({ timeS, gaugePa }: typeof first): HoldEnd => {
    const ambientK = nearestAmbient(samples, timeS)
    return { gaugePa, ...(ambientK === undefined ? {} : { ambientK }) }
  }
  return { fromS: first.timeS, toS: last.timeS, start: at(first), end: at(last) }
}

/** A probe that loses a reading or two: the nearest in time stands for it. */
function nearestAmbient(samples: readonly TraceSample[], timeS: number): number | undefined {
  let nearest: { away: number; ambientK: number } | undefined
  for (const { timeS: t, values } of samples) {
    const away = Math.abs(t - timeS)
    if (typeof values.ambient === 'number' && away < (nearest?.away ?? Infinity))
      nearest = { away, ambientK: values.ambient }
  }
  return nearest?.ambientK
}
