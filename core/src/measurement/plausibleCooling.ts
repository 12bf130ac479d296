import { circuitOf } from '../reading/systemState'
import {
  above,
  HEATS_K,
  HOT_LINE_K,
  LEVEL_RATIO,
  sayDischarge,
  saySuperheat,
  sayWetBulb,
  type Margins,
  type PlausibilityCheck,
  type PlausibleReading,
  type Say,
} from './plausibility'

/** what lies well below the air outdoors is being pumped */
const WELL_BELOW_K = 12
/** with air in it a standing system lies above the air outdoors by this at most */
const STANDING_K = 8
const HOT_SATURATION_K = 4
const HOT_SUPPLY_K = 5

/** Running in cooling: the house's coil boils, the outdoor one condenses. */
export function inCooling(r: PlausibleReading, m: Margins): PlausibilityCheck[] {
  const { evaporatingK, condensingK } = circuitOf(r)
  const checks: PlausibilityCheck[] = []
  const say: Say = (code, channels, causes) => void checks.push({ code, channels, causes })
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
      ['clampsSwapped', 'clampLoose', 'notRunning', 'reversed', 'nearlyEmpty'],
    )
  sayDischarge(r, m, say)
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
  saySuperheat(r, m, say)
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
  sayWetBulb(r, m, say)
  if (above(r.suctionLineK, r.returnK, m.suctionOverReturnK))
    say(
      'suctionLineOverReturn',
      ['suctionLineK', 'returnK'],
      ['clampsSwapped', 'clampInSun', 'clampLoose', 'nearlyEmpty'],
    )
  return checks
}

/**
 * It heats the house: supply over return, and the vapour line as hot as discharge gas, or its pressure that of a condenser. On a warm day both
 * sides are nearly level then, so this is asked before whether it runs at all.
 */
function heats(
  { supplyK, returnK, suctionLineK, outdoorK, suctionPressurePa: low, liquidPressurePa: high }: PlausibleReading,
  evaporatingK: number | undefined,
  m: Margins,
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
function coldLiquid({ suctionLineK, liquidLineK, returnK, outdoorK }: PlausibleReading, m: Margins) {
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
