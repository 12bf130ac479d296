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

/** Running in heating: the outdoor coil boils, the indoor one condenses, and suction is read between reversing valve and compressor. */
export function inHeating(r: PlausibleReading, m: Margins): PlausibilityCheck[] {
  const { evaporatingK, condensingK } = circuitOf(r)
  const checks: PlausibilityCheck[] = []
  const say: Say = (code, channels, causes) => void checks.push({ code, channels, causes })
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
  sayDischarge(r, m, say)
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
  saySuperheat(r, m, say)
  sayWetBulb(r, m, say)
  return checks
}

/** It cools the house: supply under return by more than a probe, and one of the coils as it is only when the house's boils. */
function cools(
  { supplyK, returnK, outdoorK, liquidLineK, suctionLineK }: PlausibleReading,
  { evaporatingK, condensingK }: { evaporatingK?: number; condensingK?: number },
  m: Margins,
): boolean {
  if (!above(returnK, supplyK, Math.max(m.probesK, HEATS_K))) return false
  // the liquid that left an indoor coil can't be colder than the house; what left an outdoor one is
  const coldLiquid = above(returnK, liquidLineK, m.probesK)
  const warmSuction = above(suctionLineK, outdoorK, HOT_LINE_K)
  // what boils over the air outdoors boils in the house
  return coldLiquid || warmSuction || above(returnK, condensingK, m.probesK) || above(evaporatingK, outdoorK, m.probesK)
}
