import type { Instrument } from '../measurement/instrument'
import type { Entry } from './entry'

/** The instruments that an entry carries, with where they stand in it. */
export function instrumentsIn(entry: Entry): (readonly [path: string, instrument: Instrument])[] {
  const named = (path: string, instrument: Instrument | undefined) => (instrument ? [[path, instrument] as const] : [])
  switch (entry.kind) {
    case 'valvedOff':
      return named('gauge', entry.gauge)
    case 'testHeld':
      return [
        ...named('instruments.gauge', entry.instruments?.gauge),
        ...named('instruments.ambient', entry.instruments?.ambient),
      ]
    case 'weighed':
      return named('scale', entry.scale)
    case 'reading':
      return (entry.kit ?? []).map((instrument, i) => [`kit.${i}`, instrument] as const)
    default:
      return []
  }
}
