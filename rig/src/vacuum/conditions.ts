/** What the simulated evacuation is made of. SI throughout. */
export interface VacuumRigSpec {
  /** inside of line set and coils, m³ */
  readonly volumeM3: number
  /** inside of manifold and hoses up to the pump, m³ */
  readonly manifoldM3: number
  /** of the pump at its inlet, m³/s (1 cfm is 4.72e-4) */
  readonly pumpSpeedM3PerS: number
  readonly pumpUltimatePa: number
  /** bore and length of the hose between manifold and system */
  readonly hoseBoreM: number
  readonly hoseLengthM: number
  /** valve cores still in: so much of the hose's conductance is left */
  readonly coreShare: number
  /** air leaking into the system at one atmosphere of difference, Pa·m³/s */
  readonly leakPaM3PerS: number
  /** air leaking into manifold and hoses, Pa·m³/s */
  readonly rigLeakPaM3PerS: number
  /** liquid water lying in the pipe, kg */
  readonly waterKg: number
  /** heat from the pipe into that water, W/K: in vacuum, and with gas around it */
  readonly waterHeatWPerK: number
  readonly waterHeatGasWPerK: number
  /** moisture in the film of oil and on the walls, kg, and how fast it comes out, m³/s */
  readonly filmKg: number
  readonly filmConductanceM3PerS: number
  /** refrigerant dissolved in old oil: the pressure it would come to in the closed system, Pa, and its rate, 1/s */
  readonly oilGasPa: number
  readonly oilGasPerS: number
  readonly ambientK: number
  /** how fast the surroundings warm or cool, K/s */
  readonly driftKPerS: number
  readonly gauge: GaugeSpec
}

export interface GaugeSpec {
  /** 'far': on the system, away from the pump; 'pump': at the manifold */
  readonly place: 'far' | 'pump'
  /** standard deviation of one reading as a share of it */
  readonly noise: number
  /** steps of the display, Pa, under 133 Pa (1000 micron), under 1333 Pa, above */
  readonly stepsPa: readonly [number, number, number]
  /** shows nothing higher, Pa */
  readonly topPa: number
  /** share of readings that are lost */
  readonly dropOut: number
  /** of the sensor, s */
  readonly lagS: number
}

const MICRON = 0.133322368
const CFM = 4.719474432e-4

/** A tight and dry new system on a good pump, and what a thorough crew would use. */
export const tightRig: VacuumRigSpec = {
  volumeM3: 0.012,
  manifoldM3: 0.0008,
  pumpSpeedM3PerS: 5 * CFM,
  pumpUltimatePa: 25 * MICRON,
  hoseBoreM: 0.0095,
  hoseLengthM: 1.8,
  coreShare: 1,
  leakPaM3PerS: 0,
  rigLeakPaM3PerS: 2e-6,
  waterKg: 0,
  waterHeatWPerK: 0.6,
  waterHeatGasWPerK: 3,
  filmKg: 1.2e-6,
  filmConductanceM3PerS: 5e-6,
  oilGasPa: 0,
  oilGasPerS: 0.002,
  ambientK: 294,
  driftKPerS: 0,
  gauge: {
    place: 'far',
    noise: 0.015,
    stepsPa: [MICRON, 10 * MICRON, 100 * MICRON],
    topPa: 25_000 * MICRON,
    dropOut: 0.002,
    lagS: 1.5,
  },
}

/** Conditions worth practising on, by name. */
export const vacuumRigs = {
  tight: tightRig,
  wet: { ...tightRig, waterKg: 0.0015, filmKg: 1.2e-4, filmConductanceM3PerS: 2e-5 },
  slowLeak: { ...tightRig, leakPaM3PerS: 0.0008 },
  wetAndLeaking: { ...tightRig, filmKg: 4e-5, filmConductanceM3PerS: 2e-5, leakPaM3PerS: 0.0015 },
  coresIn: { ...tightRig, coreShare: 0.02 },
  oldOil: { ...tightRig, oilGasPa: 160, oilGasPerS: 0.004 },
  tiredPump: { ...tightRig, pumpUltimatePa: 650 * MICRON },
} as const satisfies Record<string, VacuumRigSpec>
export type VacuumRigName = keyof typeof vacuumRigs
