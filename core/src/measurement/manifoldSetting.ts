import { offeredRefrigerants, type Refrigerant } from '../refrigerant/refrigerants'
import { saturationTemperatureK, type SaturationCurve } from '../refrigerant/saturation'

export interface ManifoldSetting {
  /** what it shows, and what the refrigerant chosen here has at that pressure, K */
  readonly shownK: number
  readonly expectedK: number
  /** the refrigerant that would show this, where one fits */
  readonly probably?: Refrigerant
}

/** a display's step and another source of the same tables */
const SAME_K = 0.9
/** where one other refrigerant is suspected, much nearer to its curve than to the right one's is enough */
const NEARLY = 1 / 3

/**
 * Whether a manifold shows the saturation temperature of another refrigerant than the one chosen.
 *
 * @param suspect what it was set to before, where somebody knows: a converted machine's old refrigerant
 * @param pressurePa absolute; @param shownK bubble or dew, whichever the manifold shows: either is right
 * @returns undefined where it agrees, or can't be told
 * Limits: refrigerants whose pressures are alike at this temperature (R-410A and R-454B are not, R-22 and R-407C at their ends are) can't be parted.
 */
export function manifoldSetting({
  refrigerant,
  pressurePa,
  shownK,
  suspect,
}: {
  refrigerant: Refrigerant
  pressurePa: number
  shownK: number
  suspect?: Refrigerant
}): ManifoldSetting | undefined {
  const off = (name: Refrigerant) =>
    Math.min(
      ...(['bubble', 'dew'] as const satisfies readonly SaturationCurve[]).map((curve) =>
        Math.abs((saturationTemperatureK(name, curve, pressurePa) ?? Infinity) - shownK),
      ),
    )
  const expectedK = saturationTemperatureK(refrigerant, 'dew', pressurePa)
  if (expectedK === undefined || !Number.isFinite(shownK)) return undefined
  if (suspect && suspect !== refrigerant && off(suspect) <= NEARLY * SAME_K && off(refrigerant) > (1 - NEARLY) * SAME_K)
    return { shownK, expectedK, probably: suspect }
  if (off(refrigerant) <= SAME_K) return undefined
  const [best] = offeredRefrigerants
    .map((name) => ({ name, k: off(name) }))
    .filter(({ k }) => k <= SAME_K)
    .sort((a, b) => a.k - b.k)
  return { shownK, expectedK, ...(best ? { probably: best.name } : {}) }
}
