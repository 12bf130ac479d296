import { absolutePressurePa } from '../air/atmosphere'
import type { TestHeld } from '../entry/pressureTest'
import type { UnitFacts } from '../facts/unitFacts'
import { instrumentUncertainty } from '../measurement/instrument'
import { standardUncertainty } from '../measurement/uncertainty'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import { judgePressureHold, type PressureHoldVerdict } from '../vacuum/judgePressureHold'
import { leakThatMattersPaPerS } from '../vacuum/leakSize'
import { systemVolume } from './systemVolume'

/** What a hold is judged by. */
export interface HoldTerms {
  readonly method: MethodProfile
  readonly elevationM: number
  /** of the unit: what it holds says how big a leak matters */
  readonly facts: UnitFacts
}

/** One reading during a hold, SI, so many seconds of the system's own time after its beginning. */
export interface HeldReading {
  readonly gaugePa: number
  readonly ambientK: number
  readonly durationS: number
}

/**
 * What one reading of a hold shows, typed or live.
 * @throws RangeError where a pressure, temperature or duration isn't positive
 */
export function judgeHeldReading(
  { gauge, ambient, instruments }: Pick<TestHeld, 'gauge' | 'ambient' | 'instruments'>,
  { gaugePa, ambientK, durationS }: HeldReading,
  { method, elevationM, facts }: HoldTerms,
): PressureHoldVerdict {
  const startGaugePa = toSi('gaugePressure', gauge)
  const startK = toSi('temperature', ambient)
  const ofGauge = instruments?.gauge && instrumentUncertainty(instruments.gauge, 'gaugePressure', startGaugePa)
  const ofProbe = instruments?.ambient && instrumentUncertainty(instruments.ambient, 'temperature', startK)
  const unnamed = (halfWidth: number) => standardUncertainty({ kind: 'rectangular', halfWidth })
  const volumeM3 = systemVolume(facts)?.volumeM3
  const startPa = absolutePressurePa({ gaugePa: startGaugePa, elevationM })
  const chargeKg = facts.labelCharge && toSi('mass', facts.labelCharge)
  const mattersPaPerS = leakThatMattersPaPerS({
    testPa: startPa,
    shareAYear: method.holdLeakShare.si,
    ...(facts.refrigerant ? { refrigerant: facts.refrigerant } : {}),
    ...(chargeKg === undefined ? {} : { chargeKg }),
    ...(volumeM3 === undefined ? {} : { volumeM3 }),
  })
  return judgePressureHold({
    startPa,
    startK,
    endPa: absolutePressurePa({ gaugePa, elevationM }),
    endK: ambientK,
    pressureStandardUncertaintyPa: ofGauge?.standard ?? unnamed(method.testGaugePa.si),
    temperatureStandardUncertaintyK: ofProbe?.standard ?? unnamed(method.testAmbientK.si),
    durationS,
    volumeM3,
    ...(mattersPaPerS === undefined ? {} : { mattersPaPerS }),
    mattersShareAYear: method.holdLeakShare.si,
    habits: {
      nothingLost: method.holdNothingLost.si,
      lost: method.holdLost.si,
      sure: method.holdSure.si,
      repeatShare: method.repeatShare.si,
      gasK: unnamed(method.testGasK.si),
    },
  })
}

/** What a hold can show that isn't begun yet: the smallest loss, by gauge, pressure and inside of the unit. */
export interface HoldOutlook {
  readonly durationS: number
  readonly visiblePa: number
  /** of the charge, in a year of service; as a mass where the label's charge is known */
  readonly shareAYear: number
  readonly kgAYear?: number
  readonly seesEnough: boolean
}

/**
 * What the method's hold would show with this gauge and probe at this pressure, and what one overnight would.
 * @param begun as it would be logged at its beginning
 * @throws RangeError where the pressure isn't above a vacuum
 */
export function holdOutlook(
  begun: Pick<TestHeld, 'gauge' | 'ambient' | 'instruments'>,
  terms: HoldTerms,
): readonly HoldOutlook[] {
  const { method, facts } = terms
  const reading = { gaugePa: toSi('gaugePressure', begun.gauge), ambientK: toSi('temperature', begun.ambient) }
  const chargeKg = facts.labelCharge && toSi('mass', facts.labelCharge)
  const times = [method.pressureHoldS.si, Math.max(method.pressureHoldS.si, method.holdOvernightS.si)]
  return times.map((durationS): HoldOutlook => {
    const shown = judgeHeldReading(begun, { ...reading, durationS }, terms)
    return {
      durationS,
      visiblePa: shown.smallestVisiblePa,
      shareAYear: shown.smallestVisibleShareAYear,
      ...(chargeKg === undefined ? {} : { kgAYear: shown.smallestVisibleShareAYear * chargeKg }),
      seesEnough: shown.seesEnough,
    }
  })
}
