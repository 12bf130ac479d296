// A heat pump in heating from textbook relations, for judging what was tuned on the rig. Nothing here comes from rig/. Signs are those of textbooks and of the trade's tables for heating:
// too little charge leaves gas hot and dry and the head low, too much cools the discharge and stands as liquid in the indoor coil; the colder it is the further everything falls. Sizes, slopes,
// how the weather bends them and how far a machine is from the trade's habit are drawn from broad ranges, for every machine anew. Temperatures in °F inside.
import { saturationPressurePa, type ReadingValues, type Refrigerant } from '@zetesis/core'
import type { Dice } from './random'

export interface HeatingPlant {
  readonly refrigerant: Refrigerant
  readonly outdoorF: number
  readonly roomF: number
  /** of the sound machine at 47 °F outdoors */
  readonly own: {
    readonly underF: number
    readonly overF: number
    readonly superheatF: number
    readonly subcoolingF: number
    readonly dischargeOverF: number
  }
  /** a tenth of the charge moves them by so much, °F; all positive */
  readonly perTenth: {
    readonly discharge: number
    readonly superheat: number
    readonly subcooling: number
    readonly head: number
  }
  /** °F a °F colder than 47 */
  readonly colder: {
    readonly discharge: number
    readonly under: number
    readonly superheat: number
    readonly subcooling: number
  }
  /** of the deciding quantity on a warm day in cooling, a tenth of the charge, °F */
  readonly warmPerTenth: number
  readonly bias: { readonly [k in 'low' | 'high' | 'clamp' | 'discharge' | 'air' | 'room']: number }
}

/** at 47 °F outdoors and 70 °F in the house, the day by which heating is customarily rated */
const RATED_F = 47

export function drawHeating(d: Dice): HeatingPlant {
  const plain = () => d.from(-1, 1)
  return {
    refrigerant: d.one(['R-410A', 'R-22', 'R-32', 'R-454B', 'R-407C'] as const),
    outdoorF: d.from(5, 60),
    roomF: d.from(66, 74),
    own: {
      underF: d.from(9, 16),
      overF: d.from(26, 40),
      superheatF: d.from(6, 16),
      subcoolingF: d.from(8, 28),
      // the trade's 110 °F is a middle: machines lie around it
      dischargeOverF: 108 + 7 * d.normal(),
    },
    perTenth: {
      discharge: d.from(4, 16),
      superheat: d.from(2, 9),
      subcooling: d.from(2, 7),
      head: d.from(0.5, 3),
    },
    colder: {
      discharge: d.from(-0.15, 0.2),
      under: d.from(0.04, 0.12),
      superheat: d.from(0, 0.12),
      subcooling: d.from(-0.15, 0.1),
    },
    warmPerTenth: d.from(1.6, 5.2),
    bias: {
      low: 0.005 * plain(),
      high: 0.005 * plain(),
      clamp: 0.7 * plain(),
      discharge: 0.7 * plain(),
      air: 0.7 * plain(),
      room: 0.7 * plain(),
    },
  }
}

/** never under nothing, smooth near it */
const floored = (x: number) => (x > 6 ? x : Math.log1p(Math.exp(x)))

/** What stands at a share of the right charge and a weather. */
export function heatingAt(plant: HeatingPlant, share: number, outdoorF = plant.outdoorF) {
  const { own, perTenth, colder, roomF } = plant
  const off = 10 * (share - 1)
  const cold = RATED_F - outdoorF
  const raw = own.superheatF - perTenth.superheat * off - colder.superheat * cold
  const superheatF = floored(raw)
  // wet suction: what more is put in is boiled off in the discharge and cools it little further
  const wet = superheatF - raw
  const subcoolingF = floored(own.subcoolingF + perTenth.subcooling * off - colder.subcooling * cold)
  const evaporatingF = outdoorF - own.underF + colder.under * cold + 0.4 * Math.min(off, 0)
  const condensingF = roomF + own.overF - 0.18 * cold + perTenth.head * off
  const over = own.dischargeOverF - perTenth.discharge * off + colder.discharge * cold
  const dischargeF = Math.max(outdoorF + over + 0.6 * wet * (perTenth.discharge / perTenth.superheat), condensingF + 8)
  return { superheatF, subcoolingF, evaporatingF, condensingF, dischargeF }
}

const toK = (f: number) => (f + 459.67) / 1.8
const ATMOSPHERE = 101325

/** As a crew's probes read it, one reading: biases of their own, and a little scatter. */
export function readHeating(plant: HeatingPlant, share: number, d: Dice): ReadingValues {
  const at = heatingAt(plant, share)
  const { bias, refrigerant, outdoorF, roomF } = plant
  const f = (value: number) => ({ value: value + 0.1 * d.normal(), unit: '°F' }) as const
  const gauge = (curve: 'dew' | 'bubble', temperatureF: number, off: number) => {
    const pa = saturationPressurePa(refrigerant, curve, toK(temperatureF))! - ATMOSPHERE
    return { value: (pa * (1 + off)) / 1000, unit: 'kPa' } as const
  }
  return {
    suctionPressure: gauge('dew', at.evaporatingF, bias.low),
    liquidPressure: gauge('bubble', at.condensingF, bias.high),
    suctionLine: f(at.evaporatingF + at.superheatF + bias.clamp),
    liquidLine: f(at.condensingF - at.subcoolingF - bias.clamp),
    discharge: f(at.dischargeF + bias.discharge),
    returnDryBulb: f(roomF + bias.room),
    supply: f(roomF + 0.55 * (at.condensingF - roomF) + bias.air),
    outdoor: f(outdoorF + bias.air),
  }
}

/** On a warm day, in cooling: how far the deciding quantity is from what it is rightly charged, °F; above zero is too much. */
export const warmOffF = (plant: HeatingPlant, share: number): number => 10 * (share - 1) * plant.warmPerTenth
