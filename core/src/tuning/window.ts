import type { SystemChannel } from '../reading/channels'
import type { TraceSample } from '../trace/trace'

/** The samples after a time, of samples that rise in time. */
export function tail(samples: readonly TraceSample[], fromS: number): readonly TraceSample[] {
  let i = samples.length
  while (i > 0 && samples[i - 1]!.timeS > fromS) i--
  return samples.slice(i)
}

/** A channel's middle value; undefined where no sample has one. */
export function medianOf(samples: readonly TraceSample[], channel: SystemChannel): number | undefined {
  const values = samples.flatMap((s) => {
    const v = s.values[channel]
    return typeof v === 'number' ? [v] : []
  })
  return values.sort((a, b) => a - b)[values.length >> 1]
}
