import {
  type EntryBody,
  type Instrument,
  type InstrumentsUsed,
  type LiveAssessment,
  type ReadingChannel,
} from '@zetesis/core'

/** A reading as the log takes it over from a recording: what it settled to, how it stood, and with what it was measured. */
export function readingBody(
  { values, settling, timeS, judged }: LiveAssessment,
  traceId: string,
  used: InstrumentsUsed,
  kit: readonly Instrument[],
): EntryBody {
  const instruments = Object.fromEntries(
    Object.entries(used).filter(([channel]) => values[channel as ReadingChannel] !== undefined),
  ) as InstrumentsUsed
  const ids = new Set(Object.values(instruments))
  const { state, periodS, amplitudeK } = settling
  return {
    kind: 'reading',
    mode: judged.mode,
    values,
    instruments,
    kit: kit.filter((i) => ids.has(i.id)),
    live: {
      traceId,
      traceS: Math.max(0, timeS),
      state,
      ...(periodS === undefined ? {} : { periodS }),
      ...(amplitudeK === undefined ? {} : { amplitudeK }),
    },
  }
}
