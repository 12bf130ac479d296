import type { Refrigerant, SystemChannel } from '@zetesis/core'

/** sun: lies in it; joint: clamped beside a brazed joint; grilleFace: on the face of a grille; loose: half in air; lowBattery: comes and goes */
export type Placement = 'sun' | 'joint' | 'grilleFace' | 'loose' | 'lowBattery'

/** The probes on a system. Accuracies are half-widths: each probe is off by its own amount within them. */
export interface ProbeSpec {
  /** share of the reading, and offset where the manifold wasn't set to zero, Pa */
  readonly pressureShare: number
  readonly zeroOffsetPa: number
  readonly lineK: number
  readonly airK: number
  readonly humidity: number
  /** standard deviation of one reading against the next, as a share of the accuracy */
  readonly noise: number
  readonly lagS: number
  /** slow drift of every temperature probe, K/s */
  readonly driftKPerS: number
  /** share of the readings that are lost */
  readonly dropOut: number
  readonly placed: { readonly [C in SystemChannel]?: Placement }
  /** what the manifold is set to, where that isn't what is in the system */
  readonly manifoldRefrigerant?: Refrigerant
  /** channels that hang on one another's place */
  readonly swapped: readonly (readonly [SystemChannel, SystemChannel])[]
}

/** Digital probes with fresh batteries, where they belong. */
export const goodProbes: ProbeSpec = {
  pressureShare: 0.005,
  zeroOffsetPa: 0,
  lineK: 0.4,
  airK: 0.4,
  humidity: 0.02,
  noise: 0.12,
  lagS: 8,
  driftKPerS: 0,
  dropOut: 0.002,
  placed: {},
  swapped: [],
}
