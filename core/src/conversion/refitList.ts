import type { Refrigerant } from '../refrigerant/refrigerants'
import { oilAnswer, type Oil } from './oil'

export const refitItems = ['leak', 'drier', 'oil', 'seals', 'cores'] as const
export type RefitItem = (typeof refitItems)[number]

export interface RefitLine {
  readonly item: RefitItem
  /** what asks for it */
  readonly because: 'leakFound' | 'always' | 'oilChange' | 'oilResidual' | 'oilWatch' | 'shrinks' | 'opened'
}

/** Refrigerants with chlorine in them: they swell seals, and let them shrink when they go. */
const chlorinated: ReadonlySet<Refrigerant> = new Set<Refrigerant>(['R-22'])

/** Whether seals that the old refrigerant swelled shrink under the new one, and leak. */
export const sealsShrink = (from: Refrigerant, to: Refrigerant): boolean =>
  chlorinated.has(from) && !chlorinated.has(to)

/**
 * What a conversion asks to be done while the system is open, by the two refrigerants and the oil in the machine: each is done, or left with a reason.
 * Source: handbooks of refrigeration service (e.g. Althouse et al., Modern Refrigeration and Air Conditioning): retrofit procedures.
 */
export function refitList({
  from,
  to,
  oil,
  leakFound,
}: {
  from: Refrigerant
  to: Refrigerant
  oil: Oil
  leakFound: boolean
}): RefitLine[] {
  const answer = oilAnswer(to, oil)
  const old = oil === 'mineral' || oil === 'alkylbenzene'
  return [
    ...(leakFound ? [{ item: 'leak', because: 'leakFound' } as const] : []),
    { item: 'drier', because: 'always' },
    ...(answer === 'change'
      ? [{ item: 'oil', because: 'oilChange' } as const]
      : answer === 'residual'
        ? [{ item: 'oil', because: 'oilResidual' } as const]
        : old
          ? [{ item: 'oil', because: 'oilWatch' } as const]
          : []),
    ...(sealsShrink(from, to) ? [{ item: 'seals', because: 'shrinks' } as const] : []),
    { item: 'cores', because: 'opened' },
  ]
}
