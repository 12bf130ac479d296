import {
  assessLive,
  customaryProfile,
  type ChargeStep,
  type LiveAssessment,
  type LiveTerms,
  type TraceSample,
  type UnitFacts,
} from '@zetesis/core'
import { instruments, kit } from '../studyKit'
import { Plant, ratedAmps, type PlantSpec } from './plant'
import type { Dice } from './random'

const factsOf = (spec: PlantSpec): UnitFacts => ({
  refrigerant: spec.refrigerant,
  metering: spec.metering,
  work: 'new',
  ...(spec.metering === 'fixedOrifice'
    ? { superheatSource: 'commonRule' }
    : { targetSubcooling: { value: spec.targetSubcoolingF, unit: '°F' } }),
})

/** A visit to one system of the second plant: its recording, its steps, and what was seen beside it. */
export class Visit {
  readonly plant: Plant
  samples: TraceSample[] = []
  steps: ChargeStep[] = []
  sinceS = 0
  afterStart = true
  readonly restK: number
  constructor(
    readonly spec: PlantSpec,
    d: Dice,
    private readonly readWith: Pick<LiveTerms, 'kit' | 'instruments'> = { kit, instruments },
  ) {
    this.plant = new Plant(spec, d)
    this.restK = this.plant.restOverAmbientF() / 1.8
  }
  terms(beside: Partial<LiveTerms['beside']> & { deviceChecked?: boolean } = {}): LiveTerms {
    return {
      facts: factsOf(this.spec),
      label: { name: 'x', ratedAmps: { value: Number(ratedAmps(this.spec).toFixed(2)), unit: 'A' } },
      elevationM: 0,
      profile: customaryProfile,
      ...this.readWith,
      system: 'si',
      running: true,
      sinceS: this.sinceS,
      afterStart: this.afterStart,
      steps: this.steps,
      totalChargeKg: this.spec.chargeKg,
      beside: { airflowKnownGood: true, condenserClean: true, restOverAmbientK: this.restK, ...beside },
    }
  }
  /** waits as the method asks, then until it stands still */
  wait(): void {
    this.samples = []
    const minimum = this.afterStart ? 660 : 620
    for (let t = 0; t < minimum; t += 20) this.samples.push(this.plant.step(20))
    for (let t = 0; t < 220; t += 4) this.samples.push(this.plant.step(4))
  }
  look(beside: Parameters<Visit['terms']>[0] = {}): LiveAssessment {
    for (let k = 0; k < 15; k++) {
      const now = assessLive(this.samples, this.terms(beside))!
      if (now.settling.state === 'settled' || now.settling.state === 'hunting') return now
      for (let i = 0; i < 15; i++) this.samples.push(this.plant.step(4))
    }
    return assessLive(this.samples, this.terms(beside))!
  }
  step(kg: number) {
    this.plant.charge(kg)
    this.sinceS = this.plant.timeS
    this.afterStart = false
  }
}
export const pointOf = ({ judged }: LiveAssessment) => ({
  ...(judged.superheatK === undefined ? {} : { superheatK: judged.superheatK }),
  ...(judged.subcoolingK === undefined ? {} : { subcoolingK: judged.subcoolingK }),
})
export const quantile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? NaN
