import { waterVapourPressurePa } from '@zetesis/core'
import { makeRandom } from '../random'
import { makeGauge } from './gauge'
import type { VacuumRigSpec } from './conditions'

export type VacuumChange =
  | { kind: 'pump'; on: boolean }
  /** the valve between manifold and system */
  | { kind: 'valve'; open: boolean }
  /** dry nitrogen up to a pressure (absolute), left to stand, then let off to atmosphere: a break */
  | { kind: 'nitrogen'; toPa: number; soakS: number }
  | { kind: 'leak'; leakPaM3PerS: number }
  | { kind: 'ambient'; temperatureK: number }

export interface VacuumReading {
  /** seconds since the rig was set up */
  readonly timeS: number
  /** what the gauge shows; null where it lost the reading */
  readonly pressurePa: number | null
  readonly ambientK: number
}

export interface VacuumRig {
  /** moves on by so many seconds and reads the gauge once */
  step(seconds: number): VacuumReading
  apply(change: VacuumChange): void
  /** what is really in there: for tests, never for the screen */
  state(): VacuumRigState
}

export interface VacuumRigState {
  /** of the system and of the manifold: air, water vapour; Pa */
  readonly systemPa: readonly [number, number]
  readonly manifoldPa: readonly [number, number]
  readonly waterKg: number
  readonly waterK: number
  readonly filmKg: number
  readonly oilGasPa: number
}

const GAS = 8.314462618
const WATER_MOLAR = 0.018015
/** evaporation of water and sublimation of ice, J/kg (CRC Handbook) */
const EVAPORATION = 2.48e6
const SUBLIMATION = 2.84e6
const WATER_HEAT = 4190
const FREEZING_K = 273.16
const ATMOSPHERE_PA = 101_325
/** viscosity of air at 20 °C, Pa·s, and its mean thermal speed, m/s */
const AIR_VISCOSITY = 1.82e-5
const AIR_SPEED = 463
const MAX_STEP_S = 0.5
/** open water gives off vapour about this freely, m³/s: never what holds it back; heat is */
const WATER_CONDUCTANCE = 2e-3
/** nitrogen blowing through carries a film's moisture off so many times faster than a still vacuum draws it */
const SWEEP = 12
/** a nitrogen break comes to pressure and goes down to atmosphere in about so long, s */
const BREAK_FILL_S = 20

/**
 * The simulated evacuation: a system and a manifold joined by a hose, a pump that slows towards its ultimate pressure, air leaking in,
 * water that boils as fast as heat reaches it (and freezes), moisture leaving a film, gas leaving old oil.
 *
 * Two volumes, two gases (air, water vapour), each flow linear in the pressures of the moment; stepped implicitly, so that any step is
 * stable. Equations, sources and what isn't modelled: docs/methods/vacuum-rig.md.
 */
export function createVacuumRig(spec: VacuumRigSpec, seed: number): VacuumRig {
  const gauge = makeGauge(spec.gauge, makeRandom(seed))
  let timeS = 0
  let system: [number, number] = [ATMOSPHERE_PA, 0]
  let manifold: [number, number] = [ATMOSPHERE_PA, 0]
  let ambientK = spec.ambientK
  let leak = spec.leakPaM3PerS
  let { waterKg, filmKg, oilGasPa } = spec
  let waterK = ambientK
  let pumpOn = false
  let valveOpen = true
  let breakLeft = 0
  const filmFullKg = Math.max(spec.filmKg, LEAST_FILM_KG)
  if (waterKg > 0) system[1] = vapourPressure(waterK)

  function move(dt: number): void {
    ambientK += spec.driftKPerS * dt
    if (breakLeft > 0) return soak(dt)
    const hose = valveOpen ? hoseConductance(spec, (sum(system) + sum(manifold)) / 2) : 0
    const [water, film] = vapourSources(dt)
    const pumping = pumpOn ? spec.pumpSpeedM3PerS : 0
    const before = sum(system)
    // air: leaks in from outside and comes out of old oil; the pump can't take the last of it
    const air = exchange({
      volumes: [spec.volumeM3, spec.manifoldM3],
      now: [system[0], manifold[0]],
      hose,
      pumping,
      floor: spec.pumpUltimatePa,
      gains: [
        (leak * Math.max(ATMOSPHERE_PA - before, 0)) / ATMOSPHERE_PA + spec.volumeM3 * spec.oilGasPerS * oilGasPa,
        (spec.rigLeakPaM3PerS * Math.max(ATMOSPHERE_PA - sum(manifold), 0)) / ATMOSPHERE_PA,
      ],
      losses: [0, 0],
      dt,
    })
    const vapour = exchange({
      volumes: [spec.volumeM3, spec.manifoldM3],
      now: [system[1], manifold[1]],
      hose,
      pumping,
      floor: 0,
      gains: [water.conductance * water.pressurePa + film.conductance * film.pressurePa, 0],
      losses: [water.conductance + film.conductance, 0],
      dt,
    })
    oilGasPa *= Math.exp(-spec.oilGasPerS * dt)
    system = [air[0], vapour[0]]
    manifold = [air[1], vapour[1]]
    dry(dt, water, film)
  }

  function vapourSources(dt: number) {
    // moisture bound in a film stands under a pressure in proportion to how much is left (Henry's law)
    const film = {
      conductance: spec.filmKg > LEAST_FILM_KG ? spec.filmConductanceM3PerS : 0,
      pressurePa: vapourPressure(ambientK) * Math.min(filmKg / filmFullKg, 1),
    }
    return [waterSource(dt), film] as const
  }

  /**
   * Water gives off vapour as fast as heat reaches it. Within a step its temperature follows what evaporates, so the vapour pressure is taken
   * as it will be at the step's end (linear in temperature), and what holds the evaporation back is the heat, not the opening.
   */
  function waterSource(dt: number) {
    if (waterKg <= 0) return { conductance: 0, pressurePa: 0 }
    const pressurePa = vapourPressure(waterK)
    const slope = (vapourPressure(waterK + 0.05) - vapourPressure(waterK - 0.05)) / 0.1
    const perPaM3 = WATER_MOLAR / (GAS * ambientK)
    const cooling = WATER_CONDUCTANCE * perPaM3 * dt * slope * (latent() / heatCapacity())
    return {
      conductance: WATER_CONDUCTANCE / (1 + cooling),
      pressurePa: pressurePa + (slope * heatFlow() * dt) / heatCapacity(),
    }
  }

  const latent = () => (waterK < FREEZING_K ? SUBLIMATION : EVAPORATION)
  /** the copper around it shares the cold: three times the water's own heat capacity, and that of half a gram at the least */
  const heatCapacity = () => Math.max(waterKg, 0.0005) * WATER_HEAT * 3
  const heatFlow = () => {
    const gasShare = Math.min(sum(system) / ATMOSPHERE_PA, 1)
    const perK = spec.waterHeatWPerK + (spec.waterHeatGasWPerK - spec.waterHeatWPerK) * gasShare
    return perK * (ambientK - waterK)
  }

  interface Vapour {
    readonly conductance: number
    readonly pressurePa: number
  }

  /** What evaporated is taken from water and film, and its heat from the water. */
  function dry(dt: number, water: Vapour, film: Vapour): void {
    const perPaM3 = WATER_MOLAR / (GAS * ambientK)
    if (waterKg > 0) {
      const boiled = water.conductance * (water.pressurePa - system[1]) * dt * perPaM3
      waterK = Math.min(Math.max(waterK + (heatFlow() * dt - boiled * latent()) / heatCapacity(), COLDEST_K), ambientK)
      waterKg = Math.max(waterKg - boiled, 0)
    }
    filmKg = Math.max(filmKg - film.conductance * (film.pressurePa - system[1]) * dt * perPaM3, 0)
  }

  /** Nitrogen stands in the system: water warms up, the film gives off into dry gas that is then let go. */
  function soak(dt: number): void {
    breakLeft -= dt
    const warming = (spec.waterHeatGasWPerK * dt) / heatCapacity()
    waterK += (ambientK - waterK) * -Math.expm1(-warming)
    const swept = filmKg * (1 - Math.exp(-filmRate() * SWEEP * dt))
    filmKg -= swept
    oilGasPa *= Math.exp(-spec.oilGasPerS * 3 * dt)
    if (breakLeft > 0) return
    system = [ATMOSPHERE_PA, 0]
    manifold = [ATMOSPHERE_PA, 0]
  }

  /** 1/s: how fast the film would empty into a perfect vacuum */
  function filmRate(): number {
    const perPaM3 = WATER_MOLAR / (GAS * ambientK)
    return (spec.filmConductanceM3PerS * vapourPressure(ambientK) * perPaM3) / filmFullKg
  }

  return {
    step(seconds) {
      let left = seconds
      while (left > 1e-9) {
        const dt = Math.min(MAX_STEP_S, left)
        move(dt)
        left -= dt
      }
      timeS += seconds
      const seen = spec.gauge.place === 'far' ? sum(system) : sum(manifold)
      return { timeS, pressurePa: gauge.read(seen, seconds), ambientK }
    },
    apply(change) {
      switch (change.kind) {
        case 'pump':
          pumpOn = change.on
          return
        case 'valve':
          valveOpen = change.open
          return
        case 'nitrogen':
          breakLeft = change.soakS + BREAK_FILL_S
          system = [change.toPa, 0]
          manifold = [change.toPa, 0]
          return
        case 'leak':
          leak = change.leakPaM3PerS
          return
        case 'ambient':
          ambientK = change.temperatureK
          return
      }
    },
    state: () => ({ systemPa: system, manifoldPa: manifold, waterKg, waterK, filmKg, oilGasPa }),
  }
}

/** less moisture than a gauge could tell: there is no film */
const LEAST_FILM_KG = 1e-9
/** water colder than this gives off nothing that a gauge would see */
const COLDEST_K = 200
/** within what water can be here */
const vapourPressure = (temperatureK: number) => waterVapourPressurePa(Math.min(Math.max(temperatureK, 180), 400))!

const sum = ([a, b]: readonly [number, number]) => a + b

/**
 * Conductance of the hose, m³/s: laminar flow at high pressure, free molecules at low.
 * Source: long tube, Poiseuille π·d⁴·p/(128·η·L) and Knudsen π·v·d³/(12·L); their sum is within a quarter in between
 * (K. Jousten (ed.), Handbook of Vacuum Technology, ch. 4).
 */
export function hoseConductance(
  { hoseBoreM, hoseLengthM, coreShare }: Pick<VacuumRigSpec, 'hoseBoreM' | 'hoseLengthM' | 'coreShare'>,
  meanPa: number,
): number {
  const laminar = (Math.PI * hoseBoreM ** 4 * meanPa) / (128 * AIR_VISCOSITY * hoseLengthM)
  const molecular = (Math.PI * AIR_SPEED * hoseBoreM ** 3) / (12 * hoseLengthM)
  // wide open, no hose passes more than the sound of its mouth allows: 200 m/s
  const choked = (Math.PI / 4) * hoseBoreM ** 2 * 200
  return coreShare * Math.min(laminar + molecular, choked)
}

interface Exchange {
  /** system, manifold */
  readonly volumes: readonly [number, number]
  readonly now: readonly [number, number]
  readonly hose: number
  readonly pumping: number
  /** pressure under which the pump takes nothing */
  readonly floor: number
  readonly gains: readonly [number, number]
  readonly losses: readonly [number, number]
  readonly dt: number
}

/** One implicit Euler step of V·dp/dt = gains − losses·p ± hose·(p₂ − p₁) − pump·(p − floor), both volumes at once. */
function exchange({ volumes, now, hose, pumping, floor, gains, losses, dt }: Exchange): [number, number] {
  const a11 = volumes[0] / dt + hose + losses[0]
  const a22 = volumes[1] / dt + hose + losses[1] + pumping
  const b1 = (volumes[0] / dt) * now[0] + gains[0]
  const b2 = (volumes[1] / dt) * now[1] + gains[1] + pumping * floor
  const determinant = a11 * a22 - hose * hose
  return [(b1 * a22 + b2 * hose) / determinant, (a11 * b2 + b1 * hose) / determinant]
}
