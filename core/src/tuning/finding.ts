import type { UnitFacts } from '../facts/unitFacts'
import type { NotReadable } from '../heatpump/readable'
import type { ChargeMode } from '../label/equipment'
import type { ModelLabel } from '../label/modelLabel'
import type { PlausibilityCheck } from '../measurement/plausibility'
import type { InstrumentWarning } from '../measurement/instrument'
import type { InstrumentClass } from '../measurement/instrumentClass'
import type { CountedClass } from './countedClass'
import type { HabitKey } from '../method/habits'
import type { MethodProfile } from '../method/profile'
import { bounded } from '../quantity/bounded'
import type { Dimension } from '../quantity/unit'
import type { Target } from './chargeTarget'
import type { Measured } from './measured'

export type FindingCode =
  | 'impossible'
  | 'pressureOutsideData'
  | 'negativeSuperheat'
  | 'negativeSubcooling'
  | 'suctionAboveLiquidPressure'
  | 'suctionLineAboveLiquidLine'
  | 'supplyAboveReturn'
  | 'supplyBelowReturn'
  | 'condensingBelowOutdoor'
  | 'superheatUnderFloor'
  | 'superheatNearFloor'
  | 'heatsInsteadOfCooling'
  | 'coilBelowFreezing'
  | 'coilInletFreezes'
  | 'coolOutdoors'
  | 'hotOutdoors'
  | 'outdoorNotMeasured'
  | 'heatingIsACheck'
  | 'coolsInsteadOfHeating'
  | 'evaporatingAboveOutdoor'
  | 'condensingBelowReturn'
  | 'suctionLineAboveOutdoor'
  | 'outdoorCoilFarUnder'
  | 'condensingFarOverReturn'
  | `notRead.${NotReadable}`
  | 'indoorsOutsideWindow'
  | 'liquidLineBelowOutdoor'
  | 'evaporatingOffHabit'
  | 'condensingNearOutdoor'
  | 'condensingFarOverOutdoor'
  | 'highSplit'
  | 'lowSplit'
  | 'valveSuperheatOffHabit'
  | 'coilMayFreeze'
  | 'bubbleAndDewDiffer'
  | 'humidityUnknownOnChart'
  | 'suctionOffLabel'
  | 'liquidOffLabel'
  | 'staticOverLabel'
  | 'ampsOverRated'
  | 'voltageOff'
  | 'capacitorOff'
  | CoilsCode
  | `instrument.${InstrumentWarning}`
  | 'instrumentUnknown'
  | 'lineByInfrared'

/** What both coils say together, handbook of charging in one word each. */
export type CoilsCode =
  | 'coilsSayShort'
  | 'coilsSayStarved'
  | 'coilsSayOver'
  | 'coilsSayOverfed'
  | 'coilsSayAirflow'
  | 'coilsSayHighHead'

export type Severity = 'stop' | 'danger' | 'hold' | 'note'

/** stop: no verdict; danger: never In; hold: it doesn't settle the charge today; note: look at it before you charge. */
export type Consequence = 'noVerdict' | 'neverIn' | 'notSettled' | 'lookFirst'
const consequences: Record<Severity, Consequence> = {
  stop: 'noVerdict',
  danger: 'neverIn',
  hold: 'notSettled',
  note: 'lookFirst',
}

/** What a finding was measured by. */
export type FindingValueName =
  | 'superheat'
  | 'subcooling'
  | 'suctionLine'
  | 'liquidLine'
  | 'supply'
  | 'return'
  | 'condensing'
  | 'outdoor'
  | 'evaporating'
  | 'coilMean'
  | 'coilInlet'
  | 'approach'
  | 'condensingOverOutdoor'
  | 'condensingOverReturn'
  | 'evaporatingUnderOutdoor'
  | 'split'
  | 'expectedSplit'
  | 'measured'
  | 'expected'
  | 'rated'

export interface FindingValue {
  readonly name: FindingValueName
  readonly dimension: Dimension
  readonly si: number
}

export interface Finding {
  readonly code: FindingCode
  readonly severity: Severity
  readonly consequence: Consequence
  /** what was measured, in the order of the sentence */
  readonly values: readonly FindingValue[]
  /** the habits it was judged by */
  readonly habits: readonly HabitKey[]
  /** the instrument it is about */
  readonly instrument?: string
  /** class that unnamed instruments count as */
  readonly assumed?: InstrumentClass
  /** and why that one */
  readonly because?: CountedClass['because']
  /** how sure, where the instruments leave a doubt: 0 to 1 */
  readonly probability?: number
}

/** What a reading is looked at by. */
export interface Circumstances {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly measured: Measured
  readonly target: Target
  readonly mode: ChargeMode
  readonly profile: MethodProfile
  readonly checks: readonly PlausibilityCheck[]
  readonly standard: { readonly superheatK?: number; readonly subcoolingK?: number }
}

/** What a finding was measured by; what wasn't measured is left out of it. */
export type Value = readonly [name: FindingValueName, dimension: Dimension, si: number | undefined]
/** a value typed in another unit meets a limit within rounding */
export const HAIR = 1e-9
/** under a limit by more than a margin; what isn't known is under nothing */
export const below = (a = NaN, b = NaN, margin = HAIR): boolean => a < b - margin

/** Notes a finding where it applies. */
export type When = (
  applies: boolean | undefined,
  severity: Severity,
  code: FindingCode,
  values?: readonly Value[],
  habits?: readonly HabitKey[],
  probability?: number,
) => void

/** A finding with its consequence and with what was measured of it. */
export function makeFinding(
  code: FindingCode,
  severity: Severity,
  more: {
    values?: readonly Value[]
    habits?: readonly HabitKey[]
    instrument?: string
    assumed?: InstrumentClass
    because?: CountedClass['because']
    probability?: number
  } = {},
): Finding {
  const { values = [], habits = [], instrument, assumed, because, probability } = more
  const known = values.flatMap(([name, dimension, si]) =>
    si === undefined || !Number.isFinite(si) ? [] : [{ name, dimension, si: bounded(si) }],
  )
  return {
    code,
    severity,
    consequence: consequences[severity],
    values: known,
    habits,
    ...(instrument ? { instrument } : {}),
    ...(assumed ? { assumed } : {}),
    ...(because ? { because } : {}),
    ...(probability === undefined ? {} : { probability }),
  }
}
