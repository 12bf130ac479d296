import type { Refrigerant } from '@zetesis/core'
import { pistonSystem } from './conditions'
import { steady, type Shift, type Weather } from './oneWeather'
import type { SystemSpec } from './systemSpec'

/** What topping up a piston system on a cold day until its superheat reads on target would do; masses as shares of the right charge. */
export interface TopUp {
  readonly share: Shift
  /** outdoor air of the hot day, K */
  readonly hotK: number
  /** what it would read on that day then */
  readonly superheatK: Shift
  readonly subcoolingK: Shift
  readonly liquidPa: Shift
}

const HALVINGS = 9
const MOST_SHARE = 1.8
const OUNCE_SHARE = 0.004
/** sound machines of several makes, rightly charged */
const machines: readonly Partial<SystemSpec>[] = [
  {},
  { condensingOverK: 7.5 },
  { condensingOverK: 12 },
  { evaporatorWetted: 0.84 },
  { condenserLiquid: 0.19 },
]
/** 95 °F outdoors, 76 °F and half humid indoors */
const hot: Weather = { outdoorK: 308.15, returnK: 297.6, returnHumidity: 0.5 }

/**
 * The most expensive mistake of a cold day, played on sound and rightly charged machines: what it takes to bring the superheat down to a target, and what that charge reads on a hot day.
 *
 * @param targetK superheat that is gone for
 * @returns undefined where the superheat isn't over the target, or no charge brings it there
 */
export function coldTopUp(
  { refrigerant, targetK }: { readonly refrigerant: Refrigerant; readonly targetK: number },
  cold: Weather,
): TopUp | undefined {
  const played = machines.flatMap((part) => {
    const spec: SystemSpec = { ...pistonSystem, ...part, refrigerant }
    if (steady({ ...spec, chargeShare: 1 }, cold).superheatK <= targetK) return []
    let [low, high] = [1, MOST_SHARE]
    if (steady({ ...spec, chargeShare: high }, cold).superheatK > targetK) return []
    for (let i = 0; i < HALVINGS && high - low > OUNCE_SHARE; i++) {
      const middle = (low + high) / 2
      if (steady({ ...spec, chargeShare: middle }, cold).superheatK > targetK) low = middle
      else high = middle
    }
    const { superheatK, subcoolingK, liquidPa } = steady({ ...spec, chargeShare: high }, hot)
    return [{ share: high - 1, superheatK, subcoolingK, liquidPa }]
  })
  if (played.length < 2) return undefined
  const shift = (key: keyof (typeof played)[number]): Shift => {
    const by = played.reduce((sum, m) => sum + m[key], 0) / played.length
    const variance = played.reduce((sum, m) => sum + (m[key] - by) ** 2, 0) / (played.length - 1)
    return { by, standard: Math.sqrt(variance) }
  }
  return {
    hotK: hot.outdoorK,
    share: shift('share'),
    superheatK: shift('superheatK'),
    subcoolingK: shift('subcoolingK'),
    liquidPa: shift('liquidPa'),
  }
}
