import { makeRandom } from '../random'

/** What the simulated nitrogen test is made of. SI throughout. */
export interface NitrogenRigSpec {
  /** inside of line set and coils, m³ */
  readonly volumeM3: number
  /** air that would leak into it under vacuum, at one atmosphere of difference, Pa·m³/s: the same leak as on the vacuum rig */
  readonly leakPaM3PerS: number
  readonly ambientK: number
  /** how fast the surroundings warm or cool, K/s */
  readonly driftKPerS: number
  /** the gas comes to the pipe's temperature with this time constant, s */
  readonly gasLagS: number
  readonly elevationPa: number
  readonly gauge: { readonly noisePa: number; readonly stepPa: number; readonly offsetPa: number }
  readonly probe: { readonly noiseK: number; readonly lagS: number; readonly stepK: number }
  /** share of readings that are lost */
  readonly dropOut: number
}

export type NitrogenChange =
  /** nitrogen from the cylinder through the regulator, up to a gauge pressure */
  | { kind: 'raise'; gaugePa: number }
  /** let off to the open air */
  | { kind: 'release' }
  /** a joint mended, or one that opens */
  | { kind: 'leakNow'; leakPaM3PerS: number }

export interface NitrogenReading {
  readonly timeS: number
  /** null where the reading was lost */
  readonly gaugePa: number | null
  readonly ambientK: number | null
}

export interface NitrogenRig {
  step(seconds: number): NitrogenReading
  apply(change: NitrogenChange): void
  /** what is really in there: for tests, never for the screen */
  state(): { gasPa: number; gasK: number; ambientK: number; gasMol: number }
}

const GAS = 8.314462618
const ATMOSPHERE_PA = 101_325
/** heat capacity ratio of nitrogen: gas pushed in arrives this much warmer than it was */
const GAMMA = 1.4
/** the regulator lets so much through, Pa/s of rise: about 3 psi a second */
const RAISE_PA_PER_S = 20_000
const RELEASE_PER_S = 0.25
const MAX_STEP_S = 1

/**
 * The simulated nitrogen test: gas in a closed volume, warmed by being filled, coming to the pipe's temperature, which follows a drifting
 * day; a leak that flows as a fine channel lets it, and a gauge and a probe that scatter, lag and show steps.
 *
 * `p·V = n·R·T`; filling adds gas at γ·T₀ (adiabatic filling of a volume), losses leave at T. The leak is viscous, in proportion to the
 * difference of the squares of pressure, so that a leak of a given size under vacuum is about a thousand times as large at 450 psig.
 *
 * Source: p·V = n·R·T; adiabatic filling, e.g. Moran & Shapiro, Fundamentals of Engineering Thermodynamics, ch. 4; laminar leaks, K. Jousten
 * (ed.), Handbook of Vacuum Technology, ch. 19. What it doesn't model: docs/methods/vacuum-rig.md.
 */
export function createNitrogenRig(spec: NitrogenRigSpec, seed: number): NitrogenRig {
  const random = makeRandom(seed)
  const { volumeM3, gasLagS, driftKPerS, elevationPa } = spec
  let timeS = 0
  let ambientK = spec.ambientK
  let gasK = ambientK
  let probeK = ambientK
  let gasMol = (elevationPa * volumeM3) / (GAS * gasK)
  let leak = spec.leakPaM3PerS
  let wantedPa: number | undefined
  let releasing = false

  const pressure = () => (gasMol * GAS * gasK) / volumeM3

  /** adds gas (or takes it out, below 0) that carries `ratio` times the internal energy of gas at `fromK` */
  function transfer(mol: number, fromK: number, ratio: number): void {
    const after = Math.max(gasMol + mol, 1e-9)
    gasK = (gasMol * gasK + mol * fromK * ratio) / after
    gasMol = after
  }

  function move(dt: number): void {
    ambientK += driftKPerS * dt
    if (wantedPa !== undefined) {
      const short = wantedPa - pressure()
      const addPa = Math.max(Math.min(short, RAISE_PA_PER_S * dt), 0)
      transfer((addPa * volumeM3) / (GAMMA * GAS * ambientK), ambientK, GAMMA)
      // reached: the cylinder is shut, and the gas may cool
      if (short <= RAISE_PA_PER_S * dt) wantedPa = undefined
    }
    if (releasing) {
      const over = gasMol - (elevationPa * volumeM3) / (GAS * gasK)
      transfer(-over * (1 - Math.exp(-RELEASE_PER_S * dt)), gasK, 1)
    }
    const flow = (leak * (pressure() ** 2 - elevationPa ** 2)) / ATMOSPHERE_PA ** 2
    transfer(-Math.min((flow * dt) / (GAS * gasK), 0.5 * gasMol), gasK, 1)
    gasK += (ambientK - gasK) * (1 - Math.exp(-dt / gasLagS))
    probeK += (ambientK - probeK) * (1 - Math.exp(-dt / spec.probe.lagS))
  }

  const shown = (value: number, step: number) => Math.round(value / step) * step

  return {
    step(seconds) {
      const steps = Math.max(1, Math.ceil(seconds / MAX_STEP_S))
      for (let i = 0; i < steps; i++) move(seconds / steps)
      timeS += seconds
      const lost = random.uniform() < spec.dropOut
      const gauge = pressure() - elevationPa + spec.gauge.offsetPa + spec.gauge.noisePa * random.normal()
      const probe = probeK + spec.probe.noiseK * random.normal()
      return {
        timeS,
        gaugePa: lost ? null : shown(gauge, spec.gauge.stepPa),
        ambientK: lost ? null : shown(probe, spec.probe.stepK),
      }
    },
    apply(change) {
      switch (change.kind) {
        case 'raise':
          releasing = false
          wantedPa = change.gaugePa + elevationPa
          return
        case 'release':
          wantedPa = undefined
          releasing = true
          return
        case 'leakNow':
          leak = change.leakPaM3PerS
          return
      }
    },
    state: () => ({ gasPa: pressure(), gasK, ambientK, gasMol }),
  }
}

const PSI = 6894.757293168

/** A tight system on an afternoon that stays as it is. */
export const tightNitrogen: NitrogenRigSpec = {
  volumeM3: 0.012,
  leakPaM3PerS: 0,
  ambientK: 299.8,
  driftKPerS: 0,
  gasLagS: 30,
  elevationPa: ATMOSPHERE_PA,
  gauge: { noisePa: 0.15 * PSI, stepPa: 0.1 * PSI, offsetPa: 0.2 * PSI },
  probe: { noiseK: 0.03, lagS: 20, stepK: 0.05 },
  dropOut: 0.002,
}

/** Conditions worth practising on, by name. */
export const nitrogenRigs = {
  tightEvening: { ...tightNitrogen, driftKPerS: -2 / 900 },
  tight: tightNitrogen,
  slowLeak: { ...tightNitrogen, leakPaM3PerS: 4e-4 },
  looseFlare: { ...tightNitrogen, leakPaM3PerS: 0.002, driftKPerS: 1 / 1800 },
} as const satisfies Record<string, NitrogenRigSpec>
export type NitrogenRigName = keyof typeof nitrogenRigs
