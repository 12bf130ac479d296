import type { FittedOrifice } from './wrongOrifice'
import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'
import { expectedSplitK } from '../air/expectedSplit'
import { bounded } from '../quantity/bounded'
import { minus } from '../reading/systemState'
import type { Refrigerant } from '../refrigerant/refrigerants'
import type { Target } from './chargeTarget'
import type { Deviation, DiagnosticFindings } from './diagnose'
import { typicalUncertainty, type Symptom } from './faultSignatures'
import type { Measured } from './measured'
import { coldExplains, orificeFeed } from './orificeFeed'

/** What was seen before and beside the running reading. */
export interface Beside {
  /** standing, saturation over where it should lie between the air around both coils, K, and how uncertain that is */
  readonly restOverAmbientK?: number
  readonly restStandardK?: number
  readonly drierDropK?: number
  /** along the whole liquid line, from the outdoor unit to right before the metering device */
  readonly lineDropK?: number
  /** line and service valves were followed by hand: open, no kink, no cold spot */
  readonly lineChecked?: boolean
  readonly ratedAmpsA?: number
  /** what is in it by label, line set and scale over what is right, as a share of that, and how well that is known */
  readonly weighedOffShare?: number
  readonly weighedStandardShare?: number
  readonly airflowKnownGood?: boolean
  readonly condenserClean?: boolean
  /** its condenser may run as far over outdoors as old ones do */
  readonly oldMachine?: boolean
  /** the metering device was compared with the label */
  readonly deviceChecked?: boolean
  /** of a converted machine on a piston */
  readonly orifice?: FittedOrifice
  /** of superheat and subcooling by the instruments, K */
  readonly standardK?: number
}

/** even split (rectangular) over a range; and a range that most lie in taken for one standard deviation either way */
const SPREAD = Math.sqrt(12)
const MOST = 2
/** no compressor is rated for less */
const LEAST_AMPS = 0.05
/** no deviation is larger, K or % */
const ABSURD = 1e6

/**
 * How a reading deviates from what a sound system would show here and now, for `diagnose`; what wasn't measured is left out.
 *
 * Expected: the target for what decides; for the other one the profile's customary range, which behind a piston is wide. The coil's mean after wet
 * bulb and weather, condensing over outdoor after the habit, split after the air, current as a share of the rated load by condensing temperature.
 * Each with how far sound machines differ in it, so that a habit of the trade is never evidence against a make.
 * Source: docs/methods/diagnosis.md; profile for the figures.
 */
export function deviationsOf(
  {
    measured: m,
    target,
    metering,
    refrigerant,
    standard = {},
  }: {
    measured: Measured
    target: Target
    metering: Metering
    refrigerant?: Refrigerant
    /** of superheat and subcooling by their own instruments, K */
    standard?: { readonly superheatK?: number; readonly subcoolingK?: number }
  },
  profile: MethodProfile,
  beside: Beside = {},
): DiagnosticFindings {
  const deviations: { [S in Symptom]?: Deviation } = {}
  const put = (symptom: Symptom, value: number | undefined, expected: number | undefined, standard: number) => {
    if (value === undefined || expected === undefined) return
    deviations[symptom] = {
      deviation: bounded(value - expected, ABSURD),
      standard: Math.min(Math.max(standard, 0), ABSURD),
    }
  }
  const middle = (low: number, high: number) => ({ at: (low + high) / 2, standard: (high - low) / SPREAD })
  const own = target.ok ? target : undefined
  const piston = metering === 'fixedOrifice'
  const deciding = (u: number | undefined) => beside.standardK ?? u ?? typicalUncertainty.superheat
  const other = (u: number | undefined, standard: number) => Math.hypot(u ?? typicalUncertainty.superheat, standard)

  const valve = middle(profile.valveSuperheatLowK.si, profile.valveSuperheatHighK.si)
  const behind = behindPiston(minus(m.condensingK, m.outdoorK), profile)
  put(
    'superheat',
    m.superheatK,
    piston ? own?.targetK : valve.at,
    piston ? deciding(standard.superheatK) : other(standard.superheatK, valve.standard),
  )
  put(
    'subcooling',
    m.subcoolingK,
    piston ? behind.at : own?.targetK,
    piston ? other(standard.subcoolingK, behind.standard) : deciding(standard.subcoolingK),
  )
  const evaporating = middle(profile.evaporatingLowK.si, profile.evaporatingHighK.si)
  if (m.returnWetBulbK !== undefined && m.outdoorK !== undefined) {
    const here =
      profile.evaporatingPerWetBulb.si * (m.returnWetBulbK - profile.normalWetBulbK.si) +
      profile.evaporatingPerOutdoor.si * (m.outdoorK - profile.normalOutdoorK.si)
    put('evaporating', m.coilK, evaporating.at + here, Math.hypot(evaporating.standard, 0.5))
  }
  const most = beside.oldMachine ? profile.condensingOverOutdoorOldK : profile.condensingOverOutdoorHighK
  const lift = [profile.condensingOverOutdoorLowK.si, most.si] as const
  put('condensingOver', m.condensingOverOutdoorK, (lift[0] + lift[1]) / 2, (lift[1] - lift[0]) / MOST)
  const split =
    m.expectedSplitK ??
    (m.returnK !== undefined && m.returnWetBulbK !== undefined
      ? expectedSplitK({ returnDryBulbK: m.returnK, returnWetBulbK: m.returnWetBulbK, pressurePa: m.atmosphericPa })
      : undefined)
  put('split', m.splitK, split, Math.hypot(profile.splitToleranceK.si / Math.sqrt(3), 0.8))
  if (
    m.ampsA !== undefined &&
    beside.ratedAmpsA !== undefined &&
    beside.ratedAmpsA > LEAST_AMPS &&
    m.condenserK !== undefined
  ) {
    const [low, high] = [profile.runningAmpsLow.si, profile.runningAmpsHigh.si]
    const [from, to] = [profile.ampsLowCondensingK.si, profile.ampsHighCondensingK.si]
    const along = to > from ? Math.min(Math.max((m.condenserK - from) / (to - from), -0.3), 1.3) : 0.5
    const expected = low + along * (high - low)
    // machines differ by about a quarter of the range at one condensing temperature, plates by as much again
    const standard = (100 * (high - low)) / 2 / expected
    put('amps', (100 * m.ampsA) / beside.ratedAmpsA / expected, 100, Math.max(standard, 5))
  }
  put('restPressure', beside.restOverAmbientK, 0, beside.restStandardK ?? typicalUncertainty.restPressure)
  put('drierDrop', beside.drierDropK, 0, typicalUncertainty.drierDrop)
  put('lineDrop', beside.lineDropK, 0, typicalUncertainty.lineDrop)
  put(
    'weighed',
    beside.weighedOffShare === undefined ? undefined : 100 * beside.weighedOffShare,
    0,
    beside.weighedStandardShare === undefined ? typicalUncertainty.weighed : 100 * beside.weighedStandardShare,
  )
  const cold = piston ? coldOf(m, refrigerant) : undefined
  const tolerance = own ? { superheat: undefined, subcooling: undefined, [own.deciding]: own.tolerance.si } : {}
  return {
    metering,
    deviations,
    soundShare: profile.soundShare.si,
    ...(m.subcoolingK === undefined
      ? {}
      : {
          subcooling: {
            deviation: bounded(m.subcoolingK, ABSURD),
            standard: standard.subcoolingK ?? typicalUncertainty.subcooling,
          },
        }),
    toleranceK: (piston ? tolerance.superheat : tolerance.subcooling) ?? profile.subcoolingToleranceK.si,
    ...(beside.airflowKnownGood === undefined ? {} : { airflowKnownGood: beside.airflowKnownGood }),
    ...(beside.condenserClean === undefined ? {} : { condenserClean: beside.condenserClean }),
    ...(beside.deviceChecked === undefined ? {} : { deviceChecked: beside.deviceChecked }),
    ...(beside.lineChecked === undefined ? {} : { lineChecked: beside.lineChecked }),
    ...(cold === undefined ? {} : { coldExplains: cold }),
  }
}

/** of the way from condensing down to outdoor air, what sound condensers cool their liquid, and how much they differ in that */
const LIQUID_SECTION = 0.55
const LIQUID_SECTION_SPREAD = 0.2

/**
 * Subcooling that a sound system shows behind a piston, as far as anybody knows beforehand: within its wide customary range, and liquid can't get colder
 * than the air, so a condenser close over its air shows less than one far over it.
 * Source: effectiveness of the condenser's liquid section, e.g. ASHRAE Handbook HVAC Systems and Equipment, condensers; customary range.
 */
function behindPiston(
  /** bubble point over outdoor air: what the liquid has to fall through */
  liftK: number | undefined,
  { pistonSubcoolingLowK: low, pistonSubcoolingHighK: high }: MethodProfile,
) {
  const whole = { at: (low.si + high.si) / 2, standard: (high.si - low.si) / SPREAD }
  if (liftK === undefined || !(liftK > 0)) return whole
  return {
    at: Math.min(Math.max(LIQUID_SECTION * liftK, low.si), high.si),
    standard: Math.min(whole.standard, Math.max(LIQUID_SECTION_SPREAD * liftK, 1)),
  }
}

/** How far the cold explains a high superheat behind a piston, by this reading's head and weather; 0 to 1. */
export function coldOf(
  {
    suctionPressurePa,
    liquidPressurePa,
    outdoorK,
  }: Pick<Measured, 'suctionPressurePa' | 'liquidPressurePa' | 'outdoorK'>,
  refrigerant: Refrigerant | undefined,
): number {
  const feed = refrigerant && orificeFeed({ refrigerant, suctionPressurePa, liquidPressurePa, outdoorK })
  return coldExplains({ feed, outdoorK })
}
