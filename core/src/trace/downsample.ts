// @ts-expect-error the package ships no types
import lttb from 'downsample-lttb'
import { bounded } from '../quantity/bounded'

const thin = (lttb as { processData: (data: [number, number][], most: number) => [number, number][] }).processData

/**
 * A curve thinned for drawing, keeping the points that shape it; first and last stay.
 * @param points rising in x; drawn on a logarithmic scale where `logarithmic`, so that steps at low pressure count as much. What is no pair of
 *        numbers is left out
 * @param most points at the most; under three, or where there are no more, all stay
 * Source: S. Steinarsson, Downsampling Time Series for Visual Representation (2013), largest triangle three buckets.
 */
export function downsample(
  points: readonly (readonly [number, number] | null | undefined)[],
  most: number,
  { logarithmic = false }: { logarithmic?: boolean } = {},
): (readonly [number, number])[] {
  const sound = points.filter(
    (p): p is readonly [number, number] =>
      p !== null && p !== undefined && Number.isFinite(p[0]) && Number.isFinite(p[1]),
  )
  const count = Math.floor(most)
  if (!(count >= 3) || sound.length <= count) return sound
  const scaled = sound.map(([x, y]): [number, number] => [
    bounded(x),
    logarithmic ? Math.log(Math.max(y, 1e-9)) : bounded(y),
  ])
  return thin(scaled, count).map(([x, y]) => [x, logarithmic ? Math.exp(y) : y] as const)
}
