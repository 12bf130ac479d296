import { atmosphericPressurePa } from '../air/atmosphere'
import { relativeHumidity, wetBulbK } from '../air/wetBulb'
import type { Metering, ReadingValues, UnitFacts } from '../log/entry'
import { customaryProfile, type MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import { hasGlide } from '../refrigerant/refrigerants'
import { saturationTemperatureK } from '../refrigerant/saturation'
import { requiredLiquidLineK, requiredSuctionLineK } from './requiredLine'
import { targetSuperheat, type Caution, type TargetRefusal } from './targetSuperheat'

export type Deciding = 'superheat' | 'subcooling'
export type TargetSource = 'label' | 'commonRule' | 'typed'

export type Target =
  | {
      ok: true
      deciding: Deciding
      source: TargetSource
      targetK: number
      lowK: number
      highK: number
      toleranceSource: string
      cautions: Caution[]
    }
  | {
      ok: false
      reason:
        | 'noMetering'
        | 'noLabelTarget'
        | 'noSuperheatSource'
        | 'noTypedTarget'
        | 'needsWetBulb'
        | 'needsOutdoor'
        | TargetRefusal
    }

export type FindingCode =
  | 'negativeSuperheat'
  | 'negativeSubcooling'
  | 'suctionAboveLiquidPressure'
  | 'suctionLineAboveLiquidLine'
  | 'supplyAboveReturn'
  | 'condensingBelowOutdoor'
  | 'liquidLineBelowOutdoor'
  | 'superheatUnderFloor'
  | 'coilBelowFreezing'
  | 'coolOutdoors'
  | 'outdoorNotMeasured'
  | 'indoorsOutsideWindow'
  | 'highSplit'
  | 'valveSuperheatOffHabit'
  | 'coilMayFreeze'
  | 'pressureOutsideData'
  | 'bubbleAndDewDiffer'

export interface Finding {
  readonly code: FindingCode
  /**
   * stop: the readings contradict each other, no verdict may rest on them; danger: never In;
   * hold: conditions in which a charge isn't settled; note: worth knowing
   */
  readonly severity: 'stop' | 'danger' | 'hold' | 'note'
}

export interface JudgedReading {
  readonly atmosphericPa: number
  readonly suctionPressurePa?: number
  readonly liquidPressurePa?: number
  readonly evaporatingK?: number
  readonly condensingK?: number
  readonly suctionLineK?: number
  readonly liquidLineK?: number
  readonly returnK?: number
  readonly returnWetBulbK?: number
  readonly returnHumidity?: number
  readonly supplyK?: number
  readonly outdoorK?: number
  readonly superheatK?: number
  readonly subcoolingK?: number
  readonly splitK?: number
  readonly condensingOverOutdoorK?: number
  readonly requiredLineK?: number
  readonly target: Target
  readonly decidingValueK?: number
  readonly verdict: 'in' | 'out' | 'none'
  readonly findings: readonly Finding[]
}

/** Which quantity sets the charge in cooling: an orifice is charged by superheat, an expansion valve by subcooling. */
export function decidingQuantity(metering: Metering): Deciding {
  switch (metering) {
    case 'fixedOrifice':
      return 'superheat'
    case 'expansionValve':
      return 'subcooling'
  }
}

/**
 * A start-up reading in cooling, worked through: saturation at both gauges, superheat, subcooling, the target that fits the
 * metering device, the verdict, and what speaks against trusting it. Whatever can't be computed is undefined.
 *
 * Verdict In when the deciding quantity is within its tolerance (limits included); none without a target, without a
 * refrigerant, or while a finding of severity stop stands; never In while one of severity danger does. There is no default
 * target.
 *
 * @param elevationM of the site
 */
export function judgeReading(
  { facts, values, elevationM }: { facts: UnitFacts; values: ReadingValues; elevationM: number },
  profile: MethodProfile = customaryProfile,
): JudgedReading {
  const air = airSide(values, elevationM)
  const circuit = circuitSide(facts, values, air.atmosphericPa)
  const target = findTarget(facts, air, profile)
  const measured = { ...air, ...circuit }
  const decidingValueK = target.ok
    ? target.deciding === 'superheat'
      ? measured.superheatK
      : measured.subcoolingK
    : undefined
  const findings = findingsOf({ facts, measured, target, profile })
  const stopped = findings.some((f) => f.severity === 'stop')
  const danger = findings.some((f) => f.severity === 'danger')
  const judged = target.ok && decidingValueK !== undefined && !stopped
  return {
    ...measured,
    target,
    decidingValueK,
    requiredLineK: requiredLine(facts, measured, target),
    findings,
    verdict: !judged ? 'none' : within(decidingValueK, target.lowK, target.highK) && !danger ? 'in' : 'out',
  }
}

/** 5.00 °F typed and 5 °F of limit are the same after conversion */
const HAIR = 1e-9
const within = (value: number, low: number, high: number) => value >= low - HAIR && value <= high + HAIR

function airSide(values: ReadingValues, elevationM: number) {
  const atmosphericPa = atmosphericPressurePa(elevationM)
  const returnK = values.returnDryBulb && toSi('temperature', values.returnDryBulb)
  const typedWetBulbK = values.returnWetBulb && toSi('temperature', values.returnWetBulb)
  const typedHumidity = values.returnHumidity && toSi('ratio', values.returnHumidity)
  const supplyK = values.supply && toSi('temperature', values.supply)
  const returnWetBulbK =
    typedWetBulbK ??
    (returnK !== undefined && typedHumidity !== undefined
      ? wetBulbK({ dryBulbK: returnK, relativeHumidity: typedHumidity, pressurePa: atmosphericPa })
      : undefined)
  const returnHumidity =
    typedHumidity ??
    (returnK !== undefined && typedWetBulbK !== undefined
      ? relativeHumidity({ dryBulbK: returnK, wetBulbK: typedWetBulbK, pressurePa: atmosphericPa })
      : undefined)
  return {
    atmosphericPa,
    returnK,
    returnWetBulbK,
    returnHumidity,
    supplyK,
    outdoorK: values.outdoor && toSi('temperature', values.outdoor),
    splitK: returnK !== undefined && supplyK !== undefined ? returnK - supplyK : undefined,
  }
}

function circuitSide(facts: UnitFacts, values: ReadingValues, atmosphericPa: number) {
  const { refrigerant } = facts
  const suctionPressurePa = values.suctionPressure && toSi('gaugePressure', values.suctionPressure) + atmosphericPa
  const liquidPressurePa = values.liquidPressure && toSi('gaugePressure', values.liquidPressure) + atmosphericPa
  const suctionLineK = values.suctionLine && toSi('temperature', values.suctionLine)
  const liquidLineK = values.liquidLine && toSi('temperature', values.liquidLine)
  const evaporatingK =
    refrigerant && suctionPressurePa !== undefined
      ? saturationTemperatureK(refrigerant, 'dew', suctionPressurePa)
      : undefined
  const condensingK =
    refrigerant && liquidPressurePa !== undefined
      ? saturationTemperatureK(refrigerant, 'bubble', liquidPressurePa)
      : undefined
  const outdoorK = values.outdoor && toSi('temperature', values.outdoor)
  return {
    suctionPressurePa,
    liquidPressurePa,
    suctionLineK,
    liquidLineK,
    evaporatingK,
    condensingK,
    superheatK: evaporatingK !== undefined && suctionLineK !== undefined ? suctionLineK - evaporatingK : undefined,
    subcoolingK: condensingK !== undefined && liquidLineK !== undefined ? condensingK - liquidLineK : undefined,
    condensingOverOutdoorK: condensingK !== undefined && outdoorK !== undefined ? condensingK - outdoorK : undefined,
  }
}

function findTarget(facts: UnitFacts, air: ReturnType<typeof airSide>, profile: MethodProfile): Target {
  if (!facts.metering) return { ok: false, reason: 'noMetering' }
  if (facts.metering === 'expansionValve') {
    if (!facts.targetSubcooling) return { ok: false, reason: 'noLabelTarget' }
    const tolerance = facts.subcoolingTolerance && toSi('temperatureDifference', facts.subcoolingTolerance)
    return band({
      deciding: 'subcooling',
      source: 'label',
      targetK: toSi('temperatureDifference', facts.targetSubcooling),
      toleranceK: tolerance ?? profile.subcoolingToleranceK.si,
      toleranceSource: tolerance === undefined ? profile.subcoolingToleranceK.source : 'the label',
      floorK: 0,
      cautions: [],
    })
  }
  const typedTolerance = facts.superheatTolerance && toSi('temperatureDifference', facts.superheatTolerance)
  const common = {
    deciding: 'superheat' as const,
    toleranceK: typedTolerance ?? profile.superheatToleranceK.si,
    toleranceSource: typedTolerance === undefined ? profile.superheatToleranceK.source : 'set for this unit',
    floorK: profile.superheatFloorK.si,
  }
  if (!facts.superheatSource) return { ok: false, reason: 'noSuperheatSource' }
  if (facts.superheatSource === 'typed') {
    if (!facts.targetSuperheat) return { ok: false, reason: 'noTypedTarget' }
    const targetK = toSi('temperatureDifference', facts.targetSuperheat)
    if (targetK < profile.superheatFloorK.si - HAIR) return { ok: false, reason: 'targetBelowFloor' }
    return band({ ...common, source: 'typed', targetK, cautions: [] })
  }
  if (air.returnWetBulbK === undefined) return { ok: false, reason: 'needsWetBulb' }
  if (air.outdoorK === undefined) return { ok: false, reason: 'needsOutdoor' }
  const rule = targetSuperheat(
    { indoorWetBulbK: air.returnWetBulbK, outdoorDryBulbK: air.outdoorK, indoorDryBulbK: air.returnK },
    profile,
  )
  if (!rule.ok) return rule
  return band({ ...common, source: 'commonRule', targetK: rule.targetK, cautions: rule.cautions })
}

function band({
  toleranceK,
  floorK,
  ...rest
}: {
  deciding: Deciding
  source: TargetSource
  targetK: number
  toleranceK: number
  toleranceSource: string
  floorK: number
  cautions: Caution[]
}): Target {
  return { ok: true, ...rest, lowK: Math.max(rest.targetK - toleranceK, floorK), highK: rest.targetK + toleranceK }
}

function requiredLine(facts: UnitFacts, measured: ReturnType<typeof circuitSide>, target: Target): number | undefined {
  const { refrigerant } = facts
  if (!target.ok || !refrigerant) return undefined
  const { targetK } = target
  if (target.deciding === 'superheat') {
    const { suctionPressurePa } = measured
    return suctionPressurePa === undefined
      ? undefined
      : requiredSuctionLineK({ refrigerant, suctionPressurePa, targetK })
  }
  const { liquidPressurePa } = measured
  return liquidPressurePa === undefined ? undefined : requiredLiquidLineK({ refrigerant, liquidPressurePa, targetK })
}

function findingsOf({
  facts,
  measured: m,
  target,
  profile,
}: {
  facts: UnitFacts
  measured: ReturnType<typeof airSide> & ReturnType<typeof circuitSide>
  target: Target
  profile: MethodProfile
}): Finding[] {
  const found: Finding[] = []
  const when = (applies: boolean | undefined, severity: Finding['severity'], code: FindingCode) => {
    if (applies) found.push({ code, severity })
  }
  const below = (a: number | undefined, b: number | undefined) => a !== undefined && b !== undefined && a < b - HAIR
  const noSaturation = (pa: number | undefined, k: number | undefined) => pa !== undefined && k === undefined
  const valve = facts.metering === 'expansionValve'

  when(
    facts.refrigerant &&
      (noSaturation(m.suctionPressurePa, m.evaporatingK) || noSaturation(m.liquidPressurePa, m.condensingK)),
    'stop',
    'pressureOutsideData',
  )
  when(below(m.liquidPressurePa, m.suctionPressurePa), 'stop', 'suctionAboveLiquidPressure')
  when(below(m.superheatK, 0), 'stop', 'negativeSuperheat')
  when(below(m.subcoolingK, 0), 'stop', 'negativeSubcooling')
  when(below(m.liquidLineK, m.suctionLineK), 'stop', 'suctionLineAboveLiquidLine')
  when(below(m.returnK, m.supplyK), 'stop', 'supplyAboveReturn')
  when(below(m.condensingK, m.outdoorK), 'stop', 'condensingBelowOutdoor')
  when(below(m.superheatK, profile.superheatFloorK.si) && !below(m.superheatK, 0), 'danger', 'superheatUnderFloor')
  when(below(m.evaporatingK, profile.freezeK.si), 'hold', 'coilBelowFreezing')
  when(below(m.outdoorK, profile.outdoorFloorK.si), 'hold', 'coolOutdoors')
  // a field left empty must not let a cold-day reading settle the charge
  when(m.outdoorK === undefined && (m.superheatK ?? m.subcoolingK) !== undefined, 'hold', 'outdoorNotMeasured')
  when(
    below(m.returnK, profile.indoorLowK.si) || below(profile.indoorHighK.si, m.returnK),
    'note',
    'indoorsOutsideWindow',
  )
  when(
    below(m.liquidLineK, m.outdoorK === undefined ? undefined : m.outdoorK - profile.liquidUnderOutdoorK.si),
    'note',
    'liquidLineBelowOutdoor',
  )
  when(below(profile.highSplitK.si, m.splitK), 'note', 'highSplit')
  when(
    valve &&
      (below(m.superheatK, profile.valveSuperheatLowK.si) || below(profile.valveSuperheatHighK.si, m.superheatK)),
    'note',
    'valveSuperheatOffHabit',
  )
  when(target.ok && target.cautions.includes('coilMayFreeze'), 'note', 'coilMayFreeze')
  when(facts.refrigerant && hasGlide(facts.refrigerant), 'note', 'bubbleAndDewDiffer')
  return found
}
