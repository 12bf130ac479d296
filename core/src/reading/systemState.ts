import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationTemperatureK, type BubbleK, type DewK, type SaturationCurve } from '../refrigerant/saturation'
import type { StateChannel } from './channels'

/** A system as it is measured, running or standing: SI, pressures absolute; what isn't measured is left out. */
export type SystemState = { readonly refrigerant?: Refrigerant } & { readonly [C in StateChannel]?: number }

/** What the two pressures and the two lines come to. */
export interface Circuit {
  /** dew point at suction pressure: where a blend's last liquid has gone */
  readonly evaporatingK?: DewK
  /** bubble point at liquid pressure: where its last vapour has gone */
  readonly condensingK?: BubbleK
  readonly superheatK?: number
  readonly subcoolingK?: number
}

type Measured = Pick<
  SystemState,
  'refrigerant' | 'suctionPressurePa' | 'liquidPressurePa' | 'suctionLineK' | 'liquidLineK'
>

/**
 * Evaporating and condensing temperature, superheat and subcooling: the one place where they are made.
 * @returns K; undefined where a channel is missing, the refrigerant isn't known or a pressure lies outside its data. Below zero is what the gauges
 * said, and a contradiction: `checkPlausibility`.
 */
export function circuitOf({
  refrigerant,
  suctionPressurePa,
  liquidPressurePa,
  suctionLineK,
  liquidLineK,
}: Measured): Circuit {
  const saturated = <C extends SaturationCurve>(curve: C, pa: number | undefined) =>
    refrigerant && pa !== undefined ? saturationTemperatureK(refrigerant, curve, pa) : undefined
  const evaporatingK = saturated('dew', suctionPressurePa)
  const condensingK = saturated('bubble', liquidPressurePa)
  return {
    evaporatingK,
    condensingK,
    superheatK: minus(suctionLineK, evaporatingK),
    subcoolingK: minus(condensingK, liquidLineK),
  }
}

/** A difference of two temperatures where both are there. */
export const minus = (a: number | undefined, b: number | undefined): number | undefined =>
  a === undefined || b === undefined || !Number.isFinite(a) || !Number.isFinite(b) ? undefined : a - b
