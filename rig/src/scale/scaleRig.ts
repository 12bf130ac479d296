import { makeRandom } from '../random'

/** What the simulated scale is made of, with the cylinder on it. SI throughout. */
export interface ScaleRigSpec {
  readonly tareKg: number
  readonly contentKg: number
  /** through an open valve from a full cylinder, kg/s */
  readonly flowKgPerS: number
  /** what a second cylinder would bring */
  readonly nextContentKg: number
  /** steps of the display, and the most it carries */
  readonly stepKg: number
  readonly topKg: number
  /** standard deviation of one reading at rest; more while a compressor shakes the ground */
  readonly noiseKg: number
  readonly shakeKg: number
  /** gusts of wind on the plate: how hard, and how often a second */
  readonly gustKg: number
  readonly gustsPerS: number
  /** of the cell as it warms in the sun, kg/s */
  readonly driftKgPerS: number
  /** a hose that pulls while it is moved */
  readonly tugKg: number
}

export type ScaleChange =
  /** the valve to the system: out of the cylinder, into it (recovery), or shut */
  | { kind: 'flow'; way: 'out' | 'in' | 'shut' }
  | { kind: 'knock' }
  /** lifted off for so many seconds and put back */
  | { kind: 'lift'; seconds: number }
  | { kind: 'tug'; seconds: number }
  /** somebody leans on the plate: more than it can carry */
  | { kind: 'lean'; seconds: number }
  /** another cylinder in its place */
  | { kind: 'swap'; tareKg?: number; contentKg?: number }
  /** the scale was switched off and on: it begins at zero with the cylinder on it */
  | { kind: 'tareLost' }

export interface ScaleRig {
  /** null where it shows nothing: overloaded */
  step(seconds: number): { timeS: number; kg: number | null }
  apply(change: ScaleChange): void
  /** what is really there: for tests, never for the screen */
  state(): { contentKg: number; passedKg: number; flowKgPerS: number }
}

/** A valve opened by hand comes to its flow within about so long, s. */
const VALVE_LAG_S = 1.5
/** Recovery machines are slower than gravity and pressure. */
const RECOVERY_SHARE = 0.4
const SWAP_S = 15
/** an empty cylinder that takes recovered refrigerant was never full */
const LEAST_FULL_KG = 1
const MAX_STEP_S = 0.25

/**
 * The simulated scale: a cylinder that gives or takes refrigerant through a valve, on a cell that drifts, shakes, is knocked, lifted, pulled
 * at, overloaded, and forgets its tare. `passedKg` is what really went through the hose, out of any cylinder.
 *
 * Flow falls with what is left (`√(content/first content)`), and stops when nothing is. What it doesn't model: docs/methods/scale.md.
 */
export function createScaleRig(spec: ScaleRigSpec, seed: number): ScaleRig {
  const random = makeRandom(seed)
  let timeS = 0
  let contentKg = spec.contentKg
  let fullKg = Math.max(spec.contentKg, LEAST_FULL_KG)
  let flow = 0
  let wanted: 'out' | 'in' | 'shut' = 'shut'
  let passedKg = 0
  let offsetKg = 0
  let liftedUntil = 0
  let tuggedUntil = 0
  let leantUntil = 0
  let knockKg = 0
  let gustKg = 0
  let swapping: Extract<ScaleChange, { kind: 'swap' }> | undefined
  let tareKg = spec.tareKg

  function move(dt: number): void {
    timeS += dt
    offsetKg += spec.driftKgPerS * dt
    knockKg *= Math.exp(-dt / 0.3)
    gustKg *= Math.exp(-dt / 1.2)
    if (random.uniform() < spec.gustsPerS * dt) gustKg += spec.gustKg * random.normal()
    const lifted = timeS < liftedUntil
    if (!lifted && swapping) {
      contentKg = swapping.contentKg ?? spec.nextContentKg
      tareKg = swapping.tareKg ?? spec.tareKg
      fullKg = Math.max(contentKg, LEAST_FULL_KG)
      swapping = undefined
    }
    const share = wanted === 'out' ? Math.sqrt(Math.max(contentKg, 0) / fullKg) : RECOVERY_SHARE
    const target = wanted === 'shut' || lifted ? 0 : (wanted === 'out' ? 1 : -1) * spec.flowKgPerS * share
    flow += (target - flow) * (1 - Math.exp(-dt / VALVE_LAG_S))
    if (wanted === 'shut' && Math.abs(flow) < 1e-5) flow = 0
    const moved = Math.min(flow * dt, contentKg)
    contentKg -= moved
    passedKg += moved
  }

  return {
    step(seconds) {
      const steps = Math.max(1, Math.ceil(seconds / MAX_STEP_S))
      for (let i = 0; i < steps; i++) move(seconds / steps)
      const onPlate = timeS < liftedUntil ? 0 : tareKg + contentKg
      const pulled = (timeS < tuggedUntil ? spec.tugKg : 0) + (timeS < leantUntil ? spec.topKg : 0)
      const shaken = spec.noiseKg + (flow === 0 ? 0 : spec.shakeKg)
      const shown = onPlate + pulled + offsetKg + knockKg + gustKg + shaken * random.normal()
      return { timeS, kg: shown > spec.topKg ? null : Math.round(shown / spec.stepKg) * spec.stepKg }
    },
    apply(change) {
      switch (change.kind) {
        case 'flow':
          wanted = change.way
          return
        case 'knock':
          knockKg += 1.5 + random.uniform()
          return
        case 'lift':
          liftedUntil = timeS + change.seconds
          return
        case 'tug':
          tuggedUntil = timeS + change.seconds
          return
        case 'lean':
          leantUntil = timeS + change.seconds
          return
        case 'swap':
          wanted = 'shut'
          flow = 0
          swapping = change
          liftedUntil = timeS + SWAP_S
          return
        case 'tareLost':
          offsetKg = -(tareKg + contentKg)
          return
      }
    },
    state: () => ({ contentKg, passedKg, flowKgPerS: flow }),
  }
}

const OUNCE = 0.028349523125

/** A quiet yard, a full cylinder. */
export const calmScale: ScaleRigSpec = {
  tareKg: 5.2,
  contentKg: 8.4,
  flowKgPerS: 0.012,
  nextContentKg: 11.3,
  stepKg: 0.005,
  topKg: 50,
  noiseKg: 0.0015,
  shakeKg: 0.002,
  gustKg: 0,
  gustsPerS: 0,
  driftKgPerS: 2e-6,
  tugKg: 0.35,
}

/** Conditions worth practising on, by name. */
export const scaleRigs = {
  calm: calmScale,
  windy: { ...calmScale, gustKg: 0.03, gustsPerS: 0.15, noiseKg: 0.003 },
  nearlyEmpty: { ...calmScale, contentKg: 5 * OUNCE },
  recovery: { ...calmScale, tareKg: 11.8, contentKg: 12.9, flowKgPerS: 0.03, shakeKg: 0.004 },
} as const satisfies Record<string, ScaleRigSpec>
export type ScaleRigName = keyof typeof scaleRigs
