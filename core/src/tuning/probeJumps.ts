import type { MethodProfile } from '../method/profile'
import { fromSi, toSi } from '../quantity/unit'
import { channelTable, systemChannels, type SystemChannel } from '../reading/channels'
import type { TraceSample } from '../trace/trace'
import { medianOf, tail } from './window'

export interface ProbeJump {
  readonly channel: SystemChannel
  readonly from: number
  readonly to: number
  /** read in the other unit it would be where it was */
  readonly wrongUnit: boolean
}

const LATELY_S = 10
const CALM_S = 60

/**
 * Probes that jumped within seconds, each against its own steady minute before: reconnected with another unit, or off the pipe.
 *
 * @param samples of a running recording, rising in time, in SI; at least one
 * @param method how far counts as a jump
 */
export function probeJumps(samples: readonly TraceSample[], method: MethodProfile): ProbeJump[] {
  const last = samples.at(-1)!.timeS
  const minute = tail(samples, last - CALM_S - LATELY_S)
  return systemChannels.flatMap((channel): ProbeJump[] => {
    const { dimension, inReading } = channelTable[channel]
    // a saturation that a manifold shows jumps with its pressure
    if (!inReading || (dimension !== 'gaugePressure' && dimension !== 'temperature')) return []
    const median = (fromS: number, toS: number) =>
      medianOf(
        minute.filter((s) => s.timeS > fromS && s.timeS <= toS),
        channel,
      )
    const now = median(last - LATELY_S / 2, Infinity)
    const before = median(last - CALM_S / 2, last - LATELY_S / 2)
    const steady = median(-Infinity, last - CALM_S / 2)
    if (now === undefined || before === undefined || steady === undefined) return []
    const far = dimension === 'gaugePressure' ? pressureFar(method) : temperatureFar(method)
    // a start moves everything fast too, but not from a steady minute
    if (far(before, steady) || !far(now, before)) return []
    const inOther =
      dimension === 'gaugePressure'
        ? [
            toSi(dimension, { value: fromSi(dimension, now, 'bar'), unit: 'psig' }),
            toSi(dimension, { value: fromSi(dimension, now, 'psig'), unit: 'bar' }),
          ]
        : [
            toSi(dimension, { value: fromSi(dimension, now, '°C'), unit: '°F' }),
            toSi(dimension, { value: fromSi(dimension, now, '°F'), unit: '°C' }),
          ]
    return [{ channel, from: before, to: now, wrongUnit: inOther.some((there) => !far(there, before, 0.25)) }]
  })
}

/** below so little of gauge pressure a factor says nothing */
const LEAST_PA = 1e4

const pressureFar = ({ probeJumpShare }: MethodProfile) => {
  return (a: number, b: number, part = 1) =>
    Math.max(a, b) > (1 + (probeJumpShare.si - 1) * part) * Math.max(Math.min(a, b), LEAST_PA)
}
const temperatureFar = ({ probeJumpK }: MethodProfile) => {
  return (a: number, b: number, part = 1) => Math.abs(a - b) > probeJumpK.si * part
}
