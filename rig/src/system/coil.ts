import { AIR_J_PER_KG_K, enthalpyJPerKg, saturatedHumidity } from './air'

export interface CoilQuestion {
  /** entering air */
  readonly airK: number
  readonly humidity: number
  /** dry air over the wetted part, kg/s */
  readonly airKgPerS: number
  /** share of that air that comes to the surface's state */
  readonly contact: number
  /** heat transfer between surface and boiling refrigerant on the wetted part, W/K */
  readonly refrigerantWPerK: number
  readonly evaporatingK: number
  readonly pressurePa: number
}

export interface CoilAnswer {
  readonly surfaceK: number
  readonly heatW: number
  /** share of the heat that cools the air; the rest takes water out of it */
  readonly sensibleW: number
  readonly waterKgPerS: number
}

/**
 * The wetted part of the evaporator: air that touches the surface takes on its state, dry or with water running off, and the surface stands
 * where air and refrigerant agree on the heat.
 * Source: bypass-factor coil, McQuiston, Parker & Spitler, Heating, Ventilating and Air Conditioning.
 */
export function wettedCoil(q: CoilQuestion): CoilAnswer {
  const { airK, humidity, airKgPerS, contact, pressurePa } = q
  const touched = airKgPerS * contact
  const entering = enthalpyJPerKg(airK, humidity)
  const fromAir = (surfaceK: number) => {
    const wet = Math.min(humidity, saturatedHumidity(surfaceK, pressurePa))
    return touched * (entering - enthalpyJPerKg(surfaceK, wet))
  }
  const left = (surfaceK: number) => fromAir(surfaceK) - q.refrigerantWPerK * (surfaceK - q.evaporatingK)
  let low = Math.min(q.evaporatingK, airK)
  let high = Math.max(q.evaporatingK, airK)
  let surfaceK = (low + high) / 2
  for (let i = 0; i < 24 && high - low > 1e-4; i++) {
    // secant inside the bracket, the middle where it would leave it
    const [a, b] = [left(low), left(high)]
    const guess = a === b ? surfaceK : low + ((high - low) * a) / (a - b)
    surfaceK = guess > low && guess < high ? guess : (low + high) / 2
    if (left(surfaceK) > 0) low = surfaceK
    else high = surfaceK
    if (i % 3 === 2) {
      const middle = (low + high) / 2
      if (left(middle) > 0) low = middle
      else high = middle
    }
  }
  const heatW = fromAir(surfaceK)
  const taken = Math.max(0, humidity - saturatedHumidity(surfaceK, pressurePa))
  return {
    surfaceK,
    heatW,
    sensibleW: touched * AIR_J_PER_KG_K * (airK - surfaceK),
    waterKgPerS: touched * taken,
  }
}
