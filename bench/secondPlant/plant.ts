// A small split system from textbook relations, for judging what was tuned on the rig. Nothing here comes from rig/, and nothing in core was
// tuned on its report seeds. Signs of effects are those of textbooks on service diagnosis; sizes, slopes, lags, biases and weather are drawn from
// broad ranges, for every system anew. Temperatures in °F inside, since the textbooks' rules are.
import {
  saturationPressurePa,
  saturationTemperatureK,
  wetBulbK,
  type Metering,
  type Refrigerant,
  type TraceSample,
} from '@zetesis/core'
import type { Dice } from './random'

export type PlantFault =
  | 'none'
  | 'restriction'
  | 'kinkedLine'
  | 'smallPiston'
  | 'starvedValve'
  | 'largePiston'
  | 'overfeedingValve'
  | 'weakCompressor'
  | 'lowAirflow'
  | 'dirtyCondenser'
  | 'air'

export interface PlantSpec {
  readonly metering: Metering
  readonly refrigerant: Refrigerant
  readonly chargeKg: number
  /** share of the right charge that is in it */
  readonly share: number
  readonly fault: PlantFault
  /** 0 to 1: from what a lead might just notice to gross */
  readonly severity: number
  readonly outdoorF: number
  readonly roomF: number
  readonly humidity: number
  readonly targetSubcoolingF: number
  /** what a sound one of this make shows */
  readonly own: {
    readonly subcoolingF: number
    readonly valveSuperheatF: number
    readonly condensingOverF: number
    readonly evaporatingF: number
    readonly superheatPerCharge: number
    readonly subcoolingPerCharge: number
    readonly evaporatingPerCharge: number
    readonly condensingPerCharge: number
    readonly splitOffF: number
    readonly ampsShare: number
    readonly bend: number
  }
  readonly effect: Effect
  readonly lagS: number
  readonly driftFPerHour: number
  readonly dryingFPerHour: number
  readonly bias: {
    readonly [k in 'low' | 'high' | 'suction' | 'liquid' | 'air' | 'room' | 'humidity' | 'supply']: number
  }
  readonly noiseF: number
}

/** What a fault does at its full size: °F, amperes as a share, °F of standing pressure */
interface Effect {
  readonly superheat: number
  readonly subcooling: number
  readonly evaporating: number
  readonly condensing: number
  readonly split: number
  readonly amps: number
  readonly rest: number
  readonly drier: number
  /** lost along the line, beside what the air takes */
  readonly line: number
  /** how far superheat still follows the charge: what starves the coil holds it back, whatever stands before it */
  readonly follows: number
}
const nothing: Effect = {
  superheat: 0,
  subcooling: 0,
  evaporating: 0,
  condensing: 0,
  split: 0,
  amps: 0,
  rest: 0,
  drier: 0,
  line: 0,
  follows: 1,
}

function effectOf(d: Dice, fault: PlantFault, metering: Metering): Effect {
  const piston = metering === 'fixedOrifice'
  switch (fault) {
    case 'none':
      return nothing
    case 'restriction':
    case 'kinkedLine':
    case 'smallPiston':
    case 'starvedValve':
      return {
        superheat: d.from(10, 32),
        subcooling: d.from(1, 9),
        evaporating: -d.from(5, 18),
        condensing: -d.from(0, 5),
        split: -d.from(2, 8),
        amps: -d.from(0.02, 0.1),
        rest: 0,
        drier: fault === 'restriction' ? d.from(4, 20) : 0,
        line: fault === 'kinkedLine' ? d.from(4, 20) : 0,
        follows: d.from(0, 0.4),
      }
    case 'largePiston':
    case 'overfeedingValve':
      return {
        superheat: -d.from(5, 16),
        subcooling: -d.from(1, 7),
        evaporating: d.from(2, 10),
        condensing: d.from(-1, 2),
        split: -d.from(0, 4),
        amps: d.from(0, 0.05),
        rest: 0,
        drier: 0,
        line: 0,
        follows: 1,
      }
    case 'weakCompressor':
      return {
        superheat: piston ? -d.from(0, 15) : d.from(-2, 1),
        subcooling: -d.from(0, 4),
        evaporating: d.from(5, 16),
        condensing: -d.from(2, 8),
        split: -d.from(2, 8),
        amps: -d.from(0.1, 0.35),
        rest: 0,
        drier: 0,
        line: 0,
        follows: 1,
      }
    case 'lowAirflow':
      return {
        superheat: piston ? -d.from(4, 14) : d.from(-3, 1),
        subcooling: d.from(-2, 1),
        evaporating: -d.from(4, 12),
        condensing: -d.from(0, 4),
        split: d.from(3, 10),
        amps: -d.from(0, 0.06),
        rest: 0,
        drier: 0,
        line: 0,
        follows: 1,
      }
    case 'dirtyCondenser':
      return {
        superheat: piston ? -d.from(2, 12) : d.from(-1, 1),
        subcooling: d.from(-3, 3),
        evaporating: d.from(0, 5),
        condensing: d.from(7, 22),
        split: -d.from(0, 2),
        amps: d.from(0.05, 0.2),
        rest: 0,
        drier: 0,
        line: 0,
        follows: 1,
      }
    case 'air':
      return {
        superheat: piston ? -d.from(3, 14) : d.from(-1, 1),
        subcooling: d.from(3, 14),
        evaporating: d.from(0, 5),
        condensing: d.from(6, 18),
        split: -d.from(0, 2),
        amps: d.from(0.04, 0.15),
        rest: d.from(4, 12),
        drier: 0,
        line: 0,
        follows: 1,
      }
  }
}

const ruleF = (wetF: number, outdoorF: number) => (3 * wetF - 80 - outdoorF) / 2
const toK = (f: number) => (f + 459.67) / 1.8
const toF = (k: number) => k * 1.8 - 459.67

/** A crew's sound digital probes, by their class: rectangular over their accuracy. */
const probes = { pressure: 0.005, clamp: 0.7, air: 0.7, humidity: 0.02 }

export function drawPlant(
  d: Dice,
  metering: Metering,
  { fault = 'none', severity = 0, share = 1 }: { fault?: PlantFault; severity?: number; share?: number } = {},
): PlantSpec {
  const refrigerant = d.one(['R-410A', 'R-22', 'R-134a', 'R-407C', 'R-32', 'R-454B'] as const)
  for (;;) {
    const outdoorF = d.from(70, 108)
    const roomF = d.from(71, 79)
    const humidity = d.from(0.35, 0.65)
    const target = ruleF(wetBulbF(roomF, humidity), outdoorF)
    if (metering === 'fixedOrifice' && (target < 9 || target > 32)) continue
    const plain = () => d.from(-1, 1)
    const condensingOverF = d.from(9, 28)
    return {
      metering,
      refrigerant,
      chargeKg: d.from(1.4, 6),
      share,
      fault,
      severity,
      outdoorF,
      roomF,
      humidity,
      targetSubcoolingF: Math.min(d.from(5, 16), condensingOverF - 3),
      own: {
        // more lift can hold more liquid back: the two go together, loosely
        subcoolingF: Math.min(20, Math.max(3, condensingOverF * d.from(0.3, 0.85))),
        valveSuperheatF: d.from(7, 14),
        condensingOverF,
        evaporatingF: d.from(-4, 5),
        superheatPerCharge: metering === 'fixedOrifice' ? -d.from(55, 115) : -d.from(0, 6),
        subcoolingPerCharge: d.from(16, 52),
        evaporatingPerCharge: metering === 'fixedOrifice' ? d.from(6, 22) : d.from(0, 4),
        condensingPerCharge: d.from(6, 24),
        splitOffF: d.from(-2, 2),
        ampsShare: d.from(0.6, 0.78),
        bend: d.from(-0.4, 0.6),
      },
      effect: effectOf(d, fault, metering),
      lagS: d.from(40, 170),
      driftFPerHour: d.from(-2, 2),
      dryingFPerHour: d.from(0, 0.8),
      bias: {
        low: plain() * probes.pressure,
        high: plain() * probes.pressure,
        suction: plain() * probes.clamp,
        liquid: plain() * probes.clamp,
        air: plain() * probes.air,
        room: plain() * probes.air,
        humidity: plain() * probes.humidity,
        supply: plain() * probes.air,
      },
      noiseF: d.from(0.05, 0.25),
    }
  }
}

function wetBulbF(roomF: number, humidity: number): number {
  return toF(wetBulbK({ dryBulbK: toK(roomF), relativeHumidity: humidity, pressurePa: 101325 })!)
}

export interface PlantTruth {
  readonly superheatF: number
  readonly subcoolingF: number
  readonly targetF: number
  readonly evaporatingF: number
  readonly condensingF: number
  readonly wetBulbF: number
}

/** Pressure at which the coil's mean, between dew and bubble, is at a temperature; and its dew there. */
function atMean(refrigerant: Refrigerant, meanK: number): { pa: number; dewK: number } {
  let dewK = meanK
  for (let i = 0; i < 6; i++) {
    const pa = saturationPressurePa(refrigerant, 'dew', dewK)!
    const glideK = dewK - saturationTemperatureK(refrigerant, 'bubble', pa)!
    dewK = meanK + glideK / 2
  }
  return { pa: saturationPressurePa(refrigerant, 'dew', dewK)!, dewK }
}

/** Never under nothing, smooth near it. */
const floored = (x: number, soft: number) => (x > 6 * soft ? x : soft * Math.log1p(Math.exp(x / soft)))

export class Plant {
  timeS = 0
  share: number
  private shown: { superheat: number; subcooling: number; evaporating: number; condensing: number } | undefined
  constructor(
    readonly spec: PlantSpec,
    private readonly d: Dice,
  ) {
    this.share = spec.share
  }

  private weather() {
    const { spec } = this
    const hours = this.timeS / 3600
    const roomF = spec.roomF - 0.3 * hours
    const humidity = Math.max(0.25, spec.humidity - (spec.dryingFPerHour * 0.012 + 0.004) * hours)
    return { roomF, humidity, outdoorF: spec.outdoorF + spec.driftFPerHour * hours, wetF: wetBulbF(roomF, humidity) }
  }

  /** what it would show standing still at this charge and weather */
  private steady() {
    const { own, effect, severity, metering, targetSubcoolingF } = this.spec
    const { outdoorF, wetF } = this.weather()
    const off = this.share - 1
    // slopes aren't constant: steeper one way, flatter the other
    const bent = off * (1 - own.bend * off)
    const s = severity
    const piston = metering === 'fixedOrifice'
    const target = piston ? ruleF(wetF, outdoorF) : own.valveSuperheatF
    const sound = piston ? own.subcoolingF : targetSubcoolingF
    const rawSubcooling = sound + own.subcoolingPerCharge * bent + effect.subcooling * s
    const lift = own.condensingOverF + own.condensingPerCharge * bent + effect.condensing * s
    // liquid can't leave colder than the air: what stands in the condenser beyond that takes its surface and raises the head
    const flooded = Math.max(0, rawSubcooling - (lift - 1.5))
    const subcooling = floored(rawSubcooling, 0.4)
    // gas in the liquid line starves even a valve
    const starved = Math.max(0, -rawSubcooling)
    // a small fault holds back little of it
    const follows = 1 - s * (1 - effect.follows)
    const rawSuperheat =
      target + follows * own.superheatPerCharge * bent + effect.superheat * s + (piston ? 0.4 : 1.6) * starved
    const most = this.spec.roomF - 40
    const superheat = most - floored(most - floored(rawSuperheat, 0.5), 1.5)
    // the coil's mean
    const evaporating =
      40 +
      own.evaporatingF +
      0.65 * (wetF - 63) +
      0.08 * (outdoorF - 90) +
      own.evaporatingPerCharge * bent +
      effect.evaporating * s -
      0.7 * starved
    const condensing = outdoorF + lift + flooded - 0.3 * starved
    const split = 20 + own.splitOffF - 34 * (this.spec.humidity - 0.5) + effect.split * s - 0.5 * starved
    const amps = own.ampsShare + 0.004 * (condensing - 110) + effect.amps * s + 0.1 * Math.min(0, bent)
    return { superheat, subcooling, evaporating, condensing, split, amps, target }
  }

  truth(): PlantTruth {
    const { superheat, subcooling, evaporating, condensing } = this.steady()
    const { wetF, outdoorF } = this.weather()
    const piston = this.spec.metering === 'fixedOrifice'
    return {
      superheatF: superheat,
      subcoolingF: subcooling,
      targetF: piston ? ruleF(wetF, outdoorF) : this.spec.targetSubcoolingF,
      evaporatingF: evaporating,
      condensingF: condensing,
      wetBulbF: wetF,
    }
  }

  charge(kg: number) {
    this.share += kg / this.spec.chargeKg
  }

  /** lets so many seconds pass and reads the probes */
  step(seconds: number): TraceSample {
    this.timeS += seconds
    const { spec, d } = this
    const now = this.steady()
    const near = 1 - Math.exp(-seconds / spec.lagS)
    const s = (this.shown ??= { ...now, superheat: now.superheat + 8, subcooling: Math.max(0, now.subcooling - 4) })
    for (const key of ['superheat', 'subcooling', 'evaporating', 'condensing'] as const)
      s[key] += (now[key] - s[key]) * near
    const { roomF, humidity, outdoorF } = this.weather()
    const noise = () => spec.noiseF * d.normal()
    const low = atMean(spec.refrigerant, toK(s.evaporating + 0.3 * noise()))
    const high = saturationPressurePa(spec.refrigerant, 'bubble', toK(s.condensing + 0.3 * noise()))!
    return {
      timeS: this.timeS,
      values: {
        suctionPressure: low.pa * (1 + spec.bias.low) - 101325,
        liquidPressure: high * (1 + spec.bias.high) - 101325,
        suctionLine: toK(toF(low.dewK) + s.superheat + spec.bias.suction + noise()),
        liquidLine: toK(s.condensing - s.subcooling + spec.bias.liquid + noise()),
        returnDryBulb: toK(roomF + spec.bias.room + noise()),
        returnHumidity: Math.min(1, Math.max(0.02, humidity + spec.bias.humidity)),
        supply: toK(roomF - now.split + spec.bias.supply + noise()),
        outdoor: toK(outdoorF + spec.bias.air + noise()),
        amps: now.amps * ratedAmps(spec),
      },
    }
  }

  /** standing before the start: saturation over the air around it, °F */
  restOverAmbientF(): number {
    return this.spec.effect.rest * this.spec.severity + 0.7 * this.d.normal()
  }
  drierDropF(): number {
    return this.spec.effect.drier * this.spec.severity + 0.4 * this.d.normal()
  }
}

export const ratedAmps = ({ chargeKg }: PlantSpec) => 6 + 3.2 * chargeKg
