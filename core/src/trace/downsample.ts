// @ts-expect-error the package ships no types
import lttb from 'downsample-lttb'

const thin = (lttb as { processData: (data: [number, number][], most: number) => [number, number][] }).processData

/**
 * A curve thinned for drawing, keeping the points that shape it; first and last stay.
 * @param points rising in x; drawn on a logarithmic scale where `logarithmic`, so that steps at low pressure count as much
 * Source: S. Steinarsson, Downsampling Time Series for Visual Representation (2013), largest triangle three buckets.
 */
export function downsample(
  points: readonly (readonly [number, number])[],
  most: number,
  { logarithmic = false }: { logarithmic?: boolean } = {},
): (readonly [number, number])[] {
  if (points.length <= most || most < 3) return [...points]
  const scaled = points.map(([x, y]): [number, number] => [x, logarithmic ? Math.log(Math.max(y, 1e-9)) : y])
  return thin(scaled, most).map(([x, y]) => [x, logarithmic ? Math.exp(y) : y] as const)
}
