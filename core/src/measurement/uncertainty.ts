import { bounded } from '../quantity/bounded'

/** How an accuracy is stated: bare limits (rectangular), or an expanded uncertainty with its coverage factor. */
export type StatedUncertainty = { readonly kind: 'rectangular'; readonly halfWidth: number } | Expanded

interface Expanded {
  readonly kind: 'expanded'
  readonly halfWidth: number
  /** 2 unless the certificate says otherwise */
  readonly k?: number
}

/**
 * Standard uncertainty behind a stated accuracy, in the unit it was stated in.
 *
 * @param halfWidth the figure after the ±; zero or more
 * @throws RangeError for a negative half-width or a coverage factor that isn't positive: forms refuse those before
 * Source: JCGM 100:2008, 4.3.7 (rectangular: a/√3) and 4.3.3 (certificate: U/k).
 * @example standardUncertainty({ kind: 'rectangular', halfWidth: 1.5 }) // 0.866
 */
export function standardUncertainty(stated: StatedUncertainty): number {
  const { halfWidth } = stated
  if (!(halfWidth >= 0)) throw new RangeError('half-width must be zero or more')
  if (stated.kind === 'rectangular') return bounded(halfWidth) / Math.sqrt(3)
  const { k = 2 } = stated
  if (!(k > 0)) throw new RangeError('coverage factor must be positive')
  return bounded(halfWidth / k)
}

/** One input of a measured result: its standard uncertainty and how strongly the result follows it. */
export interface Contribution<C extends string = string> {
  readonly channel: C
  /** change of the result per change of the input */
  readonly sensitivity: number
  /** of the input, in its own unit */
  readonly standardUncertainty: number
}

export interface Propagated<C extends string = string> {
  readonly standardUncertainty: number
  /** each input's share of the variance, largest first; they add up to 1, and none is listed when the variance is 0 */
  readonly shares: readonly { readonly channel: C; readonly share: number }[]
}

/**
 * First-order propagation for inputs that don't know of each other: u² = Σ (c·u)².
 * Limits: correlation (one probe used for two channels) isn't modelled.
 * Source: JCGM 100:2008, 5.1.2.
 */
export function propagate<C extends string>(contributions: readonly Contribution<C>[]): Propagated<C> {
  const parts = contributions.map((c) => ({
    channel: c.channel,
    variance: bounded(c.sensitivity * c.standardUncertainty) ** 2,
  }))
  const total = parts.reduce((sum, p) => sum + p.variance, 0)
  const shares =
    total > 0
      ? parts
          .filter((p) => p.variance > 0)
          .map((p) => ({ channel: p.channel, share: p.variance / total }))
          .sort((a, b) => b.share - a.share)
      : []
  return { standardUncertainty: Math.sqrt(total), shares }
}
