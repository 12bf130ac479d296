import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'
import { expectedSplitK } from '../air/expectedSplit'
import type { Target } from './chargeTarget'
import type { Deviation, DiagnosticFindings } from './diagnose'
import { typicalUncertainty, type Symptom } from './faultSignatures'
import type { Measured } from './measured'

/** What was seen before and beside the running reading. */
export interface Beside {
  /** standing, saturation over the air around it, K */
  readonly restOverAmbientK?: number
  readonly drierDropK?: number
  readonly ratedAmpsA?: number
  readonly airflowKnownGood?: boolean
  readonly condenserClean?: boolean
  /** of superheat and subcooling by the instruments, K */
  readonly standardK?: number
}

/** evaporating temperature that a sound system of the day runs at: middle of the habit at this air, K per K beside it */
const AT_WET_BULB_K = (64 - 32) / 1.8 + 273.15
const AT_OUTDOOR_K = (86 - 32) / 1.8 + 273.15
const PER_WET_BULB = 0.6
const PER_OUTDOOR = 0.1
/** the rig's systems evaporate this much over the middle of the customary 35–45 °F at that air */
const OVER_MIDDLE_K = 0.8
/** current grows with head: per kelvin of outdoor air over 95 °F */
const AMPS_PER_K = 0.0216
const RATED_OUTDOOR_K = 308.15
/** even split (rectangular) over a customary range */
const SPREAD = Math.sqrt(12)
const SPLIT_BIAS_K = -0.5

/**
 * How a reading deviates from what a sound system would show here and now, for `diagnose`; what wasn't measured is left out.
 *
 * Expected: the target for what decides; for the other one the profile's customary range. Evaporating after the wet bulb, condensing over outdoor
 * after the habit, split after the air, current after the plate and the weather.
 * Source: docs/methods/diagnosis.md; slopes from the system rig.
 */
export function deviationsOf(
  { measured: m, target, metering }: { measured: Measured; target: Target; metering: Metering },
  profile: MethodProfile,
  beside: Beside = {},
): DiagnosticFindings {
  const instrument = beside.standardK ?? typicalUncertainty.superheat
  const deviations: { [S in Symptom]?: Deviation } = {}
  const put = (symptom: Symptom, value: number | undefined, expected: number | undefined, standard: number) => {
    if (value !== undefined && expected !== undefined) deviations[symptom] = { deviation: value - expected, standard }
  }
  const middle = (low: number, high: number) => ({ at: (low + high) / 2, standard: (high - low) / SPREAD })
  const own = target.ok ? target : undefined
  const valve = middle(profile.valveSuperheatLowK.si, profile.valveSuperheatHighK.si)
  const usual = middle(profile.usualSubcoolingLowK.si, profile.usualSubcoolingHighK.si)
  const bySuperheat = metering === 'fixedOrifice'
  const superheat = bySuperheat ? own?.targetK : valve.at
  put('superheat', m.superheatK, superheat, bySuperheat ? instrument : Math.hypot(instrument, valve.standard))
  const subcooling = bySuperheat ? usual.at : own?.targetK
  put('subcooling', m.subcoolingK, subcooling, bySuperheat ? Math.hypot(instrument, usual.standard) : instrument)
  const evaporating = middle(profile.evaporatingLowK.si, profile.evaporatingHighK.si)
  if (m.returnWetBulbK !== undefined && m.outdoorK !== undefined) {
    const here = PER_WET_BULB * (m.returnWetBulbK - AT_WET_BULB_K) + PER_OUTDOOR * (m.outdoorK - AT_OUTDOOR_K)
    put('evaporating', m.evaporatingK, evaporating.at + OVER_MIDDLE_K + here, typicalUncertainty.evaporating)
  }
  const over = middle(profile.condensingOverOutdoorLowK.si, profile.condensingOverOutdoorHighK.si)
  put('condensingOver', m.condensingOverOutdoorK, over.at + OVER_MIDDLE_K, over.standard)
  const split =
    m.expectedSplitK ??
    (m.returnK !== undefined && m.returnWetBulbK !== undefined
      ? expectedSplitK({ returnDryBulbK: m.returnK, returnWetBulbK: m.returnWetBulbK, pressurePa: m.atmosphericPa })
      : undefined)
  put('split', m.splitK, split === undefined ? undefined : split + SPLIT_BIAS_K, typicalUncertainty.split)
  if (m.ampsA !== undefined && beside.ratedAmpsA !== undefined && m.outdoorK !== undefined) {
    const expected = beside.ratedAmpsA * (1 + AMPS_PER_K * (m.outdoorK - RATED_OUTDOOR_K))
    put('amps', (100 * m.ampsA) / expected, 100, typicalUncertainty.amps)
  }
  put('restPressure', beside.restOverAmbientK, 0, typicalUncertainty.restPressure)
  put('drierDrop', beside.drierDropK, 0, typicalUncertainty.drierDrop)
  const tooCold = m.outdoorK !== undefined && m.outdoorK < profile.outdoorFloorK.si
  return {
    metering,
    deviations,
    ...(beside.airflowKnownGood === undefined ? {} : { airflowKnownGood: beside.airflowKnownGood }),
    ...(beside.condenserClean === undefined ? {} : { condenserClean: beside.condenserClean }),
    ...(tooCold ? { outdoorTooCold: true } : {}),
  }
}
