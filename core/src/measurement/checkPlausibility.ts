import { saturationTemperatureK } from '../refrigerant/saturation'
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

/** two clamps of ±1 °F; the customary 2 °F of handbook tables; a few °F for the sun on a long line */
const usual: Required<PlausibilityMargins> = {
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

/** what a split system outdoors can have: nothing colder, hotter or tighter is a reading */
const temperatures: readonly PlausibilityChannel[] = [
  'suctionLineK',
  'liquidLineK',
  'dischargeK',
  'returnK',
  'returnWetBulbK',
  'supplyK',
  'outdoorK',
]
const COLDEST_K = 228
const HOTTEST_K = 423
const HIGHEST_PA = 5.5e6
/** no compressor in cooling runs at so little between its sides; what lies well below the air outdoors is being pumped */
const LEVEL_RATIO = 1.2
const WELL_BELOW_K = 12
/** with air in it a standing system lies above the air outdoors by this at most */
const STANDING_K = 8
/** a unit that heats warms its supply by more than a duct in the sun does, and its vapour line over both airs by more than a clamp in the sun */
const HEATS_K = 2
const HOT_LINE_K = 10
const HOT_SATURATION_K = 4
const HOT_SUPPLY_K = 5

/**
 * What can't be true together, running in cooling (or standing): each failed check with the channels it is about and its probable causes,
 * likeliest first. An empty list says only that nothing contradicts itself. Never a charge fault.
 *
 * @param reading SI, pressures absolute; a channel that is missing takes its checks with it
 * @param margins what accuracy and habit allow
 * Source: order of temperatures round a vapour-compression circuit (ASHRAE Handbook Fundamentals ch. 2); saturation data for the rest.
 */
export function checkPlausibility(reading: PlausibleReading, margins: PlausibilityMargins = {}): PlausibilityCheck[] {
  const absurd = absurdChannels(reading)
  const checks: PlausibilityCheck[] = absurd.map((channel) => ({
    code: 'absurd',
    channels: [channel],
    causes: ['probeLost', 'wrongUnit'],
  }))
  const sound = absurd.length === 0 ? reading : without(reading, absurd)
  const m = { ...usual, ...defined(margins) }
  if (sound.running === false) return [...checks, ...atRest(sound, m)]
  return [...checks, ...(sound.mode === 'heating' ? inHeating(sound, m) : inCooling(sound, m))]
}

const defined = (margins: PlausibilityMargins) =>
  Object.fromEntries(Object.entries(margins).filter(([, v]) => v !== undefined)) as PlausibilityMargins

function absurdChannels(reading: PlausibleReading): PlausibilityChannel[] {
  const hot = temperatures.filter((c) => {
    const k = reading[c]
    return k !== undefined && !((k as number) > COLDEST_K && (k as number) < HOTTEST_K)
  })
  const tight = (['suctionPressurePa', 'liquidPressurePa'] as const).filter((c) => {
    const pa = reading[c]
    return pa !== undefined && !(pa > 0 && pa < HIGHEST_PA)
  })
  return [...tight, ...hot]
}

const without = (reading: PlausibleReading, channels: readonly PlausibilityChannel[]): PlausibleReading =>
  Object.fromEntries(Object.entries(reading).filter(([key]) => !channels.includes(key as PlausibilityChannel)))

/** Whether a is above b by more than a margin; not where either is missing. */
const above = (a: number | undefined, b: number | undefined, margin = 0) =>
  a !== undefined && b !== undefined && a > b + margin

function inCooling(r: PlausibleReading, m: Required<PlausibilityMargins>): PlausibilityCheck[] {
  const { evaporatingK, condensingK } = circuitOf(r)
  const checks: PlausibilityCheck[] = []
  const say = (code: PlausibilityCode, channels: PlausibilityChannel[], causes: PlausibilityCause[]) =>
    checks.push({ code, channels, causes })
  if (heats(r, evaporatingK, m)) {
    say('heatsInsteadOfCooling', ['supplyK', 'returnK', 'suctionLineK'], ['reversed', 'airProbesSwapped'])
    return checks
  }
  const level = levelled(r, evaporatingK)
  if (level) {
    say(
      level,
      ['suctionPressurePa', 'liquidPressurePa'],
      level === 'notRunning'
        ? ['thermostatSatisfied', 'notRunning', 'highSideShut']
        : ['highSideShut', 'hosesSwapped', 'notRunning'],
    )
    return checks
  }
  if (
    r.suctionPressurePa !== undefined &&
    r.liquidPressurePa !== undefined &&
    r.suctionPressurePa >= r.liquidPressurePa
  )
    say('suctionNotBelowLiquid', ['suctionPressurePa', 'liquidPressurePa'], ['hosesSwapped', 'notRunning', 'reversed'])
  if (above(r.suctionLineK, r.liquidLineK, m.probesK) && !coldLiquid(r, m))
    say(
      'suctionLineNotCooler',
      ['suctionLineK', 'liquidLineK'],
      ['clampsSwapped', 'clampLoose', 'notRunning', 'reversed'],
    )
  const hottest = Math.max(r.suctionLineK ?? 0, r.liquidLineK ?? 0)
  if (above(hottest, r.dischargeK, m.probesK))
    say(
      'dischargeNotHottest',
      ['dischargeK', 'liquidLineK', 'suctionLineK'],
      ['clampsSwapped', 'clampLoose', 'notRunning'],
    )
  if (above(r.supplyK, r.returnK, m.probesK))
    say('supplyNotBelowReturn', ['supplyK', 'returnK'], ['airProbesSwapped', 'probeOnGrille', 'notRunning', 'reversed'])
  if (above(r.outdoorK, r.liquidLineK, m.liquidUnderOutdoorK))
    say(
      'liquidBelowOutdoor',
      ['liquidLineK', 'outdoorK'],
      ['probeInSun', 'probeInDischargeAir', 'clampLoose', 'clampsSwapped', 'restrictionBeforeClamp'],
    )
  if (above(r.liquidLineK, condensingK, m.subcoolingK))
    say(
      'negativeSubcooling',
      ['liquidLineK', 'liquidPressurePa'],
      ['wrongRefrigerant', 'clampInSun', 'clampNearJoint', 'gaugeNotZeroed', 'clampsSwapped', 'nearlyEmpty'],
    )
  if (above(evaporatingK, r.suctionLineK, m.superheatK))
    say(
      'negativeSuperheat',
      ['suctionLineK', 'suctionPressurePa'],
      ['wrongRefrigerant', 'gaugeNotZeroed', 'clampLoose', 'hosesSwapped', 'flooding'],
    )
  if (above(r.outdoorK, condensingK, m.probesK))
    say(
      'condensingNotOverOutdoor',
      ['liquidPressurePa', 'outdoorK'],
      ['wrongRefrigerant', 'probeInSun', 'hosesSwapped', 'notRunning'],
    )
  if (above(evaporatingK, r.supplyK, m.probesK))
    say(
      'evaporatingNotBelowSupply',
      ['suctionPressurePa', 'supplyK'],
      ['wrongRefrigerant', 'airProbesSwapped', 'hosesSwapped', 'notRunning'],
    )
  if (above(r.returnWetBulbK, r.returnK, m.probesK))
    say('wetBulbOverDryBulb', ['returnWetBulbK', 'returnK'], ['airProbesSwapped', 'wetWick'])
  if (above(r.suctionLineK, r.returnK, m.suctionOverReturnK))
    say('suctionLineOverReturn', ['suctionLineK', 'returnK'], ['clampsSwapped', 'clampInSun', 'clampLoose'])
  return checks
}

/** Running in heating: the outdoor coil boils, the indoor one condenses, and suction is read between reversing valve and compressor. */
function inHeating(r: PlausibleReading, m: Required<PlausibilityMargins>): PlausibilityCheck[] {
  const { evaporatingK, condensingK } = circuitOf(r)
  const checks: PlausibilityCheck[] = []
  const say = (code: PlausibilityCode, channels: PlausibilityChannel[], causes: PlausibilityCause[]) =>
    checks.push({ code, channels, causes })
  if (cools(r, { evaporatingK, condensingK }, m)) {
    say(
      'coolsInsteadOfHeating',
      ['supplyK', 'returnK', 'liquidPressurePa'],
      ['defrosting', 'reversed', 'airProbesSwapped'],
    )
    return checks
  }
  const { suctionPressurePa: low, liquidPressurePa: high } = r
  if (low !== undefined && high !== undefined && high < LEVEL_RATIO * low) {
    if (low > LEVEL_RATIO * high)
      say(
        'suctionNotBelowLiquid',
        ['suctionPressurePa', 'liquidPressurePa'],
        ['hosesSwapped', 'reversed', 'notRunning'],
      )
    else
      say('notRunning', ['suctionPressurePa', 'liquidPressurePa'], ['thermostatSatisfied', 'notRunning', 'defrosting'])
    return checks
  }
  if (above(r.suctionLineK, r.liquidLineK, m.probesK))
    say(
      'suctionLineNotCooler',
      ['suctionLineK', 'liquidLineK'],
      ['clampsSwapped', 'clampAtReversingValve', 'clampLoose', 'notRunning'],
    )
  const hottest = Math.max(r.suctionLineK ?? 0, r.liquidLineK ?? 0)
  if (above(hottest, r.dischargeK, m.probesK))
    say(
      'dischargeNotHottest',
      ['dischargeK', 'liquidLineK', 'suctionLineK'],
      ['clampsSwapped', 'clampLoose', 'notRunning'],
    )
  if (above(r.returnK, r.supplyK, m.probesK))
    say('supplyNotOverReturn', ['supplyK', 'returnK'], ['airProbesSwapped', 'defrosting', 'notRunning', 'reversed'])
  if (above(evaporatingK, r.outdoorK, m.probesK))
    say(
      'evaporatingNotUnderOutdoor',
      ['suctionPressurePa', 'outdoorK'],
      ['wrongRefrigerant', 'defrosting', 'hosesSwapped', 'gaugeNotZeroed', 'notRunning'],
    )
  if (above(r.returnK, condensingK, m.probesK))
    say(
      'condensingNotOverReturn',
      ['liquidPressurePa', 'returnK'],
      ['wrongRefrigerant', 'hosesSwapped', 'defrosting', 'gaugeNotZeroed', 'notRunning'],
    )
  if (above(r.suctionLineK, r.outdoorK, m.suctionOverOutdoorK))
    say(
      'suctionLineOverOutdoor',
      ['suctionLineK', 'outdoorK'],
      ['clampAtReversingValve', 'clampLoose', 'clampInSun', 'clampsSwapped'],
    )
  if (above(r.liquidLineK, condensingK, m.subcoolingK))
    say(
      'negativeSubcooling',
      ['liquidLineK', 'liquidPressurePa'],
      ['wrongRefrigerant', 'clampNearJoint', 'gaugeNotZeroed', 'clampsSwapped', 'nearlyEmpty'],
    )
  if (above(evaporatingK, r.suctionLineK, m.superheatK))
    say(
      'negativeSuperheat',
      ['suctionLineK', 'suctionPressurePa'],
      ['wrongRefrigerant', 'gaugeNotZeroed', 'clampLoose', 'hosesSwapped', 'flooding'],
    )
  if (above(r.returnWetBulbK, r.returnK, m.probesK))
    say('wetBulbOverDryBulb', ['returnWetBulbK', 'returnK'], ['airProbesSwapped', 'wetWick'])
  return checks
}

/** It cools the house: supply under return by more than a probe, and one of the coils as it is only when the house's boils. */
function cools(
  { supplyK, returnK, outdoorK, liquidLineK, suctionLineK }: PlausibleReading,
  { evaporatingK, condensingK }: { evaporatingK?: number; condensingK?: number },
  m: Required<PlausibilityMargins>,
): boolean {
  if (!above(returnK, supplyK, Math.max(m.probesK, HEATS_K))) return false
  // the liquid that left an indoor coil can't be colder than the house; what left an outdoor one is
  const coldLiquid = above(returnK, liquidLineK, m.probesK)
  const warmSuction = above(suctionLineK, outdoorK, HOT_LINE_K)
  // what boils over the air outdoors boils in the house
  return coldLiquid || warmSuction || above(returnK, condensingK, m.probesK) || above(evaporatingK, outdoorK, m.probesK)
}

/**
 * It heats the house: supply over return, and the vapour line as hot as discharge gas, or its pressure that of a condenser. On a warm day both
 * sides are nearly level then, so this is asked before whether it runs at all.
 */
function heats(
  { supplyK, returnK, suctionLineK, outdoorK, suctionPressurePa: low, liquidPressurePa: high }: PlausibleReading,
  evaporatingK: number | undefined,
  m: Required<PlausibilityMargins>,
): boolean {
  if (!above(supplyK, returnK, m.probesK)) return false
  const level = low !== undefined && high !== undefined && Math.max(low, high) < LEVEL_RATIO * Math.min(low, high)
  const plainlyLevel = level || low === undefined || high === undefined
  const warmest = Math.max(returnK ?? 0, plainlyLevel ? (outdoorK ?? 0) : 0)
  if (plainlyLevel && !above(supplyK, returnK, HEATS_K)) return false
  // wherever the low hose hangs: nothing but a coil that condenses warms the supply over the house and the air outdoors
  if (outdoorK !== undefined && above(supplyK, Math.max(returnK ?? 0, outdoorK), HOT_SUPPLY_K)) return true
  return above(suctionLineK, warmest, HOT_LINE_K) || above(evaporatingK, warmest, HOT_SATURATION_K)
}

/**
 * In cold weather the liquid leaves the condenser near a cold outdoors, and suction gas may truly be warmer than it: nothing contradicts itself while
 * the liquid line isn't colder than its air and the suction line not warmer than its own.
 */
function coldLiquid(
  { suctionLineK, liquidLineK, returnK, outdoorK }: PlausibleReading,
  m: Required<PlausibilityMargins>,
) {
  if (returnK === undefined || outdoorK === undefined || outdoorK >= returnK) return false
  return !above(outdoorK, liquidLineK, m.liquidUnderOutdoorK) && !above(suctionLineK, returnK, m.probesK)
}

/**
 * Both gauges read nearly the same: the compressor stands and the circuit has levelled out near the air around it, or it runs and the high
 * side's hose is shut off and drawn down.
 */
function levelled(
  { suctionPressurePa: low, liquidPressurePa: high, outdoorK }: PlausibleReading,
  evaporatingK: number | undefined,
): 'notRunning' | 'highSideShut' | undefined {
  if (low === undefined || high === undefined || high > LEVEL_RATIO * low || low > LEVEL_RATIO * high) return undefined
  if (evaporatingK === undefined || outdoorK === undefined) return 'notRunning'
  if (evaporatingK < outdoorK - WELL_BELOW_K) return 'highSideShut'
  return evaporatingK < outdoorK + STANDING_K ? 'notRunning' : undefined
}

/** Standing: both lines alike, and the pressure that of liquid lying between the temperatures around its two coils. */
function atRest(r: PlausibleReading, m: Required<PlausibilityMargins>): PlausibilityCheck[] {
  const checks: PlausibilityCheck[] = []
  if (
    r.suctionLineK !== undefined &&
    r.liquidLineK !== undefined &&
    Math.abs(r.suctionLineK - r.liquidLineK) > m.probesK
  )
    checks.push({
      code: 'linesDisagreeAtRest',
      channels: ['suctionLineK', 'liquidLineK'],
      causes: ['notYetLevel', 'clampInSun', 'clampLoose', 'probeLost'],
    })
  const around = surroundings(r, m)
  const standing = restSaturationK(r)
  if (standing === undefined || around === undefined) return checks
  const channels: PlausibilityChannel[] =
    r.returnK === undefined ? ['liquidPressurePa', 'outdoorK'] : ['liquidPressurePa', 'outdoorK', 'returnK']
  if (standing > around.highK + m.restK)
    checks.push({
      code: 'restPressureHigh',
      channels,
      causes: ['notYetLevel', 'nonCondensable', 'wrongRefrigerant', 'gaugeNotZeroed'],
    })
  if (standing < around.lowK - m.restK)
    checks.push({
      code: 'restPressureLow',
      channels,
      causes: ['wrongRefrigerant', 'emptySystem', 'notYetLevel', 'probeInSun', 'gaugeNotZeroed'],
    })
  return checks
}

/** Between what a standing system's saturation lies: outdoor air and the house, the latter as it may be where nobody measured it. */
function surroundings({ outdoorK, returnK }: PlausibleReading, m: Required<PlausibilityMargins>) {
  if (outdoorK === undefined) return undefined
  return {
    lowK: Math.min(outdoorK, returnK ?? m.indoorLowK),
    highK: Math.max(outdoorK, returnK ?? m.indoorHighK),
  }
}

/** where liquid gathers: this far from the colder towards the warmer surroundings, and how uncertain that is, as shares of the way */
const TOWARDS_WARM = 0.2
const ALONG_SPREAD = 0.25
const REST_PROBES_K = 0.7

/**
 * How a standing system's saturation differs from where it should lie: near the colder of its coils' surroundings, where the liquid gathers.
 *
 * @param reading standing, pressures absolute; `returnK` is the air of the house
 * @returns K, with its standard uncertainty; undefined without a pressure in the refrigerant's data or without outdoor air
 */
export function restDeviation(
  reading: PlausibleReading,
  margins: PlausibilityMargins = {},
): { readonly offK: number; readonly standardK: number } | undefined {
  const m = { ...usual, ...defined(margins) }
  const around = surroundings(reading, m)
  const standingK = restSaturationK(reading)
  if (!around || standingK === undefined) return undefined
  const width = around.highK - around.lowK
  return {
    offK: standingK - (around.lowK + TOWARDS_WARM * width),
    standardK: Math.hypot(REST_PROBES_K, ALONG_SPREAD * width),
  }
}

/** What a standing system's pressure says its temperature is, by the gauge that reads higher; K. */
export function restSaturationK({
  refrigerant,
  suctionPressurePa,
  liquidPressurePa,
}: PlausibleReading): number | undefined {
  const pa = Math.max(suctionPressurePa ?? 0, liquidPressurePa ?? 0)
  return refrigerant && pa > 0 ? saturationTemperatureK(refrigerant, 'bubble', pa) : undefined
}
