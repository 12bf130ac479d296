/** Ice on an outdoor coil that boils below freezing: what it does to air and heat, how it grows, and how a defrost takes it off. */

const FREEZES_K = 273.15
const FUSION_J_PER_KG = 3.34e5
/** ice that closes a coil, kg a W of capacity: some 1.3 kg on three tons */
const CLOSES_KG_PER_W = 1.2e-4
/** share of the air and of the heat transfer that ice takes when it nearly closes the coil */
const TAKES_AIR = 0.85
const TAKES_HEAT = 0.45
/** of the coil's heat transfer when it melts from inside */
const MELTS = 0.06
/** a board defrosts on demand: from so much ice, not sooner than so long after the last, until the coil is so warm, or so long */
const BEGINS_AT = 0.6
const APART_S = 30 * 60
const ENDS_AT_K = 291
/** the board's sensor stays cold while there is more ice on the coil than this share */
const SENSED_ICE = 0.04
const LONGEST_S = 600

export interface Frost {
  readonly kg: () => number
  readonly defrosting: () => boolean
  /** what ice leaves of air and of heat transfer, shares */
  readonly leaves: () => { readonly air: number; readonly heat: number }
  /** heat that ice takes from a warm coil, W */
  readonly meltW: (coilK: number, coilWPerK: number) => number
  /** time that passes: water that the coil took out of the air at its surface, or heat that melts */
  advance(
    dt: number,
    at: { surfaceK: number; waterKgPerS: number; meltedW: number; heats: boolean; coilK: number },
  ): void
  /** a defrost is asked for, or ended, by hand */
  ask(on: boolean): void
}

export function makeFrost(capacityW: number): Frost {
  const closesKg = CLOSES_KG_PER_W * capacityW
  let kg = 0
  let defrosting = false
  let sinceS = APART_S / 2
  return {
    kg: () => kg,
    defrosting: () => defrosting,
    leaves: () => {
      const share = Math.min(kg / closesKg, 1)
      return { air: 1 - TAKES_AIR * share ** 2, heat: 1 - TAKES_HEAT * share }
    },
    meltW: (coilK, coilWPerK) => (kg > 0 && coilK > FREEZES_K ? MELTS * coilWPerK * (coilK - FREEZES_K) : 0),
    advance(dt, { surfaceK, waterKgPerS, meltedW, heats, coilK }) {
      sinceS += dt
      if (surfaceK < FREEZES_K) kg = Math.min(kg + waterKgPerS * dt, closesKg)
      kg = Math.max(0, kg - (meltedW / FUSION_J_PER_KG) * dt)
      const warm = coilK > ENDS_AT_K && kg < SENSED_ICE * closesKg
      if (defrosting && (warm || sinceS > LONGEST_S)) {
        defrosting = false
        sinceS = 0
      } else if (!defrosting && heats && kg > BEGINS_AT * closesKg && sinceS > APART_S) {
        defrosting = true
        sinceS = 0
      }
    },
    ask(on) {
      if (on === defrosting) return
      defrosting = on
      sinceS = 0
    },
  }
}
