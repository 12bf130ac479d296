import type { StateChannel } from '../reading/channels'
import { circuitOf, type SystemState } from '../reading/systemState'

/** A system's state with how it runs. */
export type PlausibleReading = SystemState & {
  readonly mode?: 'cooling' | 'heating'
  /** false: standing, before the start */
  readonly running?: boolean
}

export type PlausibilityChannel = StateChannel

export type PlausibilityCode =
  | 'absurd'
  | 'suctionNotBelowLiquid'
  | 'suctionLineNotCooler'
  | 'dischargeNotHottest'
  | 'supplyNotBelowReturn'
  | 'liquidBelowOutdoor'
  | 'negativeSubcooling'
  | 'negativeSuperheat'
  | 'condensingNotOverOutdoor'
  | 'evaporatingNotBelowSupply'
  | 'wetBulbOverDryBulb'
  | 'suctionLineOverReturn'
  | 'heatsInsteadOfCooling'
  | 'coolsInsteadOfHeating'
  | 'supplyNotOverReturn'
  | 'evaporatingNotUnderOutdoor'
  | 'condensingNotOverReturn'
  | 'suctionLineOverOutdoor'
  | 'linesDisagreeAtRest'
  | 'restPressureLow'
  | 'restPressureHigh'
  | 'notRunning'
  | 'highSideShut'

export type PlausibilityCause =
  | 'probeLost'
  | 'wrongUnit'
  | 'clampsSwapped'
  | 'hosesSwapped'
  | 'airProbesSwapped'
  | 'clampLoose'
  | 'clampInSun'
  | 'clampNearJoint'
  | 'probeInSun'
  | 'probeInDischargeAir'
  | 'probeOnGrille'
  | 'gaugeNotZeroed'
  | 'wrongRefrigerant'
  | 'nonCondensable'
  | 'notRunning'
  | 'thermostatSatisfied'
  | 'highSideShut'
  | 'reversed'
  | 'defrosting'
  | 'clampAtReversingValve'
  | 'notYetLevel'
  | 'wetWick'
  | 'emptySystem'
  | 'flooding'
  | 'nearlyEmpty'
  | 'restrictionBeforeClamp'

export interface PlausibilityCheck {
  readonly code: PlausibilityCode
  readonly channels: readonly PlausibilityChannel[]
  /** likeliest first */
  readonly causes: readonly PlausibilityCause[]
}

export interface PlausibilityMargins {
  /** what two temperatures may be apart by the probes' accuracy alone, K */
  readonly probesK?: number
  /** liquid line under outdoor air, K */
  readonly liquidUnderOutdoorK?: number
  /** suction line over return air, K */
  readonly suctionOverReturnK?: number
  /** heating: suction line over outdoor air, K */
  readonly suctionOverOutdoorK?: number
  /** standing: saturation outside what lies between the surroundings of the two coils, K */
  readonly restK?: number
  /** how far superheat and subcooling may read under zero by their own uncertainty, K */
  readonly superheatK?: number
  readonly subcoolingK?: number
  /** standing, where nobody measured the house: what it may be, K */
  readonly indoorLowK?: number
  readonly indoorHighK?: number
}

export type Margins = Required<PlausibilityMargins>

/** two clamps of ±1 °F; the customary 2 °F of handbook tables; a few °F for the sun on a long line */
const usual: Margins = {
  probesK: 0.8,
  liquidUnderOutdoorK: 2 / 1.8,
  suctionOverReturnK: 5 / 1.8,
  suctionOverOutdoorK: 3 / 1.8,
  restK: 3 / 1.8,
  superheatK: 0.8,
  subcoolingK: 0.8,
  // 70 to 80 °F
  indoorLowK: 294.26,
  indoorHighK: 299.82,
}

/** What was said of the margins, the usual for the rest. */
export const marginsOf = (margins: PlausibilityMargins): Margins => ({
  ...usual,
  ...(Object.fromEntries(Object.entries(margins).filter(([, v]) => v !== undefined)) as PlausibilityMargins),
})

/** no compressor in cooling runs at so little between its sides */
export const LEVEL_RATIO = 1.2
/** a unit that heats warms its supply by more than a duct in the sun does, and its vapour line over both airs by more than a clamp in the sun */
export const HEATS_K = 2
export const HOT_LINE_K = 10

/** Whether a is above b by more than a margin; not where either is missing. */
export const above = (a: number | undefined, b: number | undefined, margin = 0) =>
  a !== undefined && b !== undefined && a > b + margin

/** Notes a check that failed. */
export type Say = (code: PlausibilityCode, channels: PlausibilityChannel[], causes: PlausibilityCause[]) => void

/** In both modes the discharge line is the hottest. */
export function sayDischarge(r: PlausibleReading, m: Margins, say: Say): void {
  const hottest = Math.max(r.suctionLineK ?? 0, r.liquidLineK ?? 0)
  if (above(hottest, r.dischargeK, m.probesK))
    say(
      'dischargeNotHottest',
      ['dischargeK', 'liquidLineK', 'suctionLineK'],
      ['clampsSwapped', 'clampLoose', 'notRunning'],
    )
}

/** In both modes gas on its way to the compressor isn't colder than it boils. */
export function saySuperheat(r: PlausibleReading, m: Margins, say: Say): void {
  const { evaporatingK } = circuitOf(r)
  if (above(evaporatingK, r.suctionLineK, m.superheatK))
    say(
      'negativeSuperheat',
      ['suctionLineK', 'suctionPressurePa'],
      ['wrongRefrigerant', 'gaugeNotZeroed', 'clampLoose', 'hosesSwapped', 'flooding'],
    )
}

/** Whatever runs: a wet wick isn't warmer than a dry one. */
export function sayWetBulb(r: PlausibleReading, m: Margins, say: Say): void {
  if (above(r.returnWetBulbK, r.returnK, m.probesK))
    say('wetBulbOverDryBulb', ['returnWetBulbK', 'returnK'], ['airProbesSwapped', 'wetWick'])
}
