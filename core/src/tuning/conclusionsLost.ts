import type { Metering } from '../label/equipment'
import type { SystemChannel } from '../reading/channels'

/** What a running system's channels let one say. */
export type Conclusion = 'verdict' | 'superheat' | 'subcooling' | 'target' | 'window' | 'split' | 'head' | 'current'

/** the channels that each needs, all of them */
const needs: Record<Exclude<Conclusion, 'verdict' | 'target'>, readonly SystemChannel[]> = {
  superheat: ['suctionPressure', 'suctionLine'],
  subcooling: ['liquidPressure', 'liquidLine'],
  window: ['outdoor'],
  split: ['returnDryBulb', 'supply'],
  head: ['liquidPressure', 'outdoor'],
  current: ['amps'],
}
/** of a piston's target by weather and humidity */
const weather: readonly SystemChannel[] = ['returnDryBulb', 'returnHumidity', 'outdoor']

/**
 * Which conclusions fall away without some channels; the rest goes on.
 *
 * The verdict falls with the quantity that decides: superheat on a piston, subcooling on an expansion valve; on a piston with its target, too,
 * which follows return air and weather unless somebody typed it.
 *
 * @param missing channels that give nothing
 * @param targetFixed the target doesn't follow the weather
 * @returns most important first; empty where nothing is lost
 */
export function conclusionsLost({
  missing,
  metering,
  targetFixed = false,
}: {
  missing: readonly SystemChannel[]
  metering?: Metering
  targetFixed?: boolean
}): Conclusion[] {
  const gone = (channels: readonly SystemChannel[]) => channels.some((c) => missing.includes(c))
  const plain = (Object.keys(needs) as (keyof typeof needs)[]).filter((c) => gone(needs[c]))
  const target = metering === 'fixedOrifice' && !targetFixed && gone(weather)
  const verdict =
    target || plain.includes(metering === 'fixedOrifice' ? 'superheat' : 'subcooling') || plain.includes('window')
  return [...(verdict && metering ? (['verdict'] as const) : []), ...(target ? (['target'] as const) : []), ...plain]
}
