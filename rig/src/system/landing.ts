import { createModel } from './model'
import type { Truth } from './truth'
import { pistonSystem } from './conditions'
import { rating, sizeHardware } from './sizing'
import type { Converted, SystemSpec } from './systemSpec'

const RUN_S = 2400
const HALVINGS = 16
/** the charge is looked for between these shares of the right one */
const LEAST = 0.4
const MOST = 2

/** The design point, with a house that nothing moves. */
const atDesign = (spec: SystemSpec): SystemSpec => ({
  ...spec,
  day: {
    ...spec.day,
    outdoorK: rating.outdoorK,
    outdoorDriftKPerS: 0,
    roomK: rating.roomK,
    roomHumidity: rating.humidity,
    houseJPerK: 1e12,
    houseAirKg: 1e9,
  },
})

/** Steady state on a day that doesn't move, with the charge at which what rises with it is no longer too little. */
function charged(spec: SystemSpec, tooLittle: (truth: Truth) => boolean): Truth {
  let [low, high] = [LEAST, MOST]
  let truth: Truth | undefined
  for (let i = 0; i < HALVINGS; i++) {
    const chargeShare = (low + high) / 2
    const model = createModel({ ...spec, chargeShare })
    model.run(true)
    model.advance(RUN_S)
    truth = model.look()
    if (tooLittle(truth)) low = chargeShare
    else high = chargeShare
  }
  return truth!
}

/** What a machine on a piston comes to at the design point. */
export interface Landing {
  readonly superheatK: number
  readonly subcoolingK: number
  readonly evaporatingK: number
  readonly coolingW: number
}

const machine = (refrigerant: SystemSpec['refrigerant'], converted: Converted): SystemSpec =>
  atDesign({ ...pistonSystem, refrigerant, converted })
const landed = ({ superheatK, subcoolingK, evaporatingK, coolingW }: Truth): Landing => ({
  superheatK,
  subcoolingK,
  evaporatingK,
  coolingW,
})

/** At the design point with the subcooling that it was designed for. */
export const landBySubcooling = (refrigerant: SystemSpec['refrigerant'], converted: Converted): Landing =>
  landed(charged(machine(refrigerant, converted), (t) => t.subcoolingK < pistonSystem.targetSubcoolingK))

/** At the design point, charged until the superheat is this: how a piston is charged. */
export const landBySuperheat = (
  refrigerant: SystemSpec['refrigerant'],
  converted: Converted,
  superheatK: number,
): Landing => landed(charged(machine(refrigerant, converted), (t) => t.superheatK > superheatK))

/** What such a machine held of its own refrigerant when it was right, kg; for shares of a charge that is known in kg. */
export const rightChargeKg = (spec: SystemSpec): number => sizeHardware(spec).rightChargeKg
