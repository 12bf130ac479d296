import type { ChargeMode } from '../label/equipment'
import {
  labelTarget,
  type ChargedBy,
  type LookupPlace,
  type LookupRefusal,
  type TargetSlopes,
  type UsedDatum,
} from '../label/labelTarget'
import type { ModelLabel } from '../label/modelLabel'
import type { UnitFacts } from '../facts/unitFacts'
import type { Habit, MethodProfile, SuperheatSource } from '../method/profile'
import { toSi } from '../quantity/unit'
import { saturationSlopeKPerPa } from '../refrigerant/saturation'
import { meteringIn, unitCircuit } from '../heatpump/circuit'
import { readableIn, type NotReadable } from '../heatpump/readable'
import { chargeMethod, type ChargeMethod } from './chargeMethod'
import type { Measured } from './measured'
import { targetSuperheat, type Caution, type TargetRefusal } from './targetSuperheat'

/** plate: read off this very unit's label; label: looked up in the model's label. */
export type TargetSource = 'plate' | SuperheatSource

export type NoTarget =
  | Extract<ChargeMethod, { ok: false }>['reason']
  | 'noLabelTarget'
  | 'noOutdoorDevice'
  | 'noHeatingTarget'
  | NotReadable
  | 'noSuperheatSource'
  | 'sourceNotAllowed'
  | 'noTypedTarget'
  | 'needsWetBulb'
  | 'needsOutdoor'
  | 'bandUnderFloor'
  | TargetRefusal
  | LookupRefusal

export type Target =
  | {
      ok: true
      deciding: ChargedBy
      because: Extract<ChargeMethod, { ok: true }>['because']
      source: TargetSource
      targetK: number
      lowK: number
      highK: number
      tolerance: Habit
      /** the floor that cut the tolerance off below, where it did */
      floor?: Habit
      cautions: Caution[]
      slopes: TargetSlopes
      used?: UsedDatum
      humidityUnknown: boolean
    }
  | { ok: false; reason: NoTarget; deciding?: ChargedBy; sheet?: number }

interface TargetQuestion {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly measured: Measured
  readonly mode: ChargeMode
  readonly asked?: ChargedBy
  readonly liquidGaugePa?: number
}

/**
 * The target for the quantity that decides, from the best source that the method allows. There is no default: without a label's
 * value an expansion valve has no target.
 *
 * Superheat: a figure typed with a reason for this unit, else the sources in the profile's order. A label's chart that can't answer here
 * refuses; the rule doesn't step in for it. Subcooling: what was read off this unit's plate, else the model's label.
 */
export function findTarget(question: TargetQuestion, profile: MethodProfile): Target {
  const { facts, asked, mode, label } = question
  const heating = mode === 'heating'
  const method = chargeMethod({ metering: meteringIn(mode, facts, label), asked })
  if (!method.ok)
    return { ok: false, reason: heating && method.reason === 'noMetering' ? 'noOutdoorDevice' : method.reason }
  const unread = notReadable(method.deciding, question)
  if (unread) return { ok: false, reason: unread, deciding: method.deciding }
  const found =
    method.deciding === 'subcooling' ? subcoolingTarget(question, profile) : superheatTarget(question, profile)
  if (!found.ok) return { ...found, deciding: method.deciding }
  return withBand(found, method, profile)
}

/** Why a port of this unit doesn't give in this mode what decides. */
function notReadable(deciding: ChargedBy, { facts, label, mode }: TargetQuestion): NotReadable | undefined {
  const readable = readableIn(mode, unitCircuit(facts, label))
  return readable[deciding]
    ? undefined
    : readable.why.find((why) => (why === 'noTrueSuction') === (deciding === 'superheat'))
}

type Found =
  | {
      ok: true
      source: TargetSource
      targetK: number
      slopes: TargetSlopes
      cautions: Caution[]
      used?: UsedDatum
      humidityUnknown: boolean
    }
  | { ok: false; reason: NoTarget; sheet?: number }

const plain = (source: TargetSource, targetK: number): Found => ({
  ok: true,
  source,
  targetK,
  slopes: {},
  cautions: [],
  humidityUnknown: false,
})

function subcoolingTarget({ facts, mode, ...rest }: TargetQuestion, profile: MethodProfile): Found {
  if (facts.targetSubcooling && mode === 'cooling') {
    return plain('plate', toSi('temperatureDifference', facts.targetSubcooling))
  }
  return (
    lookUp('subcooling', { facts, mode, ...rest }, profile) ?? {
      ok: false,
      reason: mode === 'heating' ? 'noHeatingTarget' : 'noLabelTarget',
    }
  )
}

function superheatTarget(question: TargetQuestion, profile: MethodProfile): Found {
  const { facts } = question
  // rule and typed figure are for cooling: in heating only the label speaks
  if (question.mode === 'heating')
    return lookUp('superheat', question, profile) ?? { ok: false, reason: 'noHeatingTarget' }
  const allowed = (source: SuperheatSource) => profile.superheatOrder.includes(source)
  if (facts.superheatSource === 'typed') {
    if (!allowed('typed')) return { ok: false, reason: 'sourceNotAllowed' }
    return facts.targetSuperheat
      ? plain('typed', toSi('temperatureDifference', facts.targetSuperheat))
      : { ok: false, reason: 'noTypedTarget' }
  }
  for (const source of profile.superheatOrder) {
    if (source === 'label') {
      const found = lookUp('superheat', question, profile)
      if (found) return found
    }
    if (source === 'commonRule' && facts.superheatSource === 'commonRule') return byRule(question, profile)
  }
  if (facts.superheatSource === undefined) return { ok: false, reason: 'noSuperheatSource' }
  return { ok: false, reason: 'sourceNotAllowed' }
}

function byRule({ measured: m }: TargetQuestion, profile: MethodProfile): Found {
  if (m.returnWetBulbK === undefined) return { ok: false, reason: 'needsWetBulb' }
  if (m.outdoorK === undefined) return { ok: false, reason: 'needsOutdoor' }
  const rule = targetSuperheat(
    { indoorWetBulbK: m.returnWetBulbK, outdoorDryBulbK: m.outdoorK, indoorDryBulbK: m.returnK },
    profile,
  )
  if (!rule.ok) return rule
  return {
    ok: true,
    source: 'commonRule',
    targetK: rule.targetK,
    slopes: { wetBulb: 1.5, outdoor: -0.5 },
    cautions: rule.cautions,
    humidityUnknown: false,
  }
}

function lookUp(
  quantity: ChargedBy,
  { facts, label, measured: m, mode, liquidGaugePa }: TargetQuestion,
  profile: MethodProfile,
): Found | undefined {
  if (!label) return undefined
  const slope =
    facts.refrigerant && m.liquidPressurePa !== undefined
      ? saturationSlopeKPerPa(facts.refrigerant, 'bubble', m.liquidPressurePa)
      : undefined
  const place: LookupPlace = {
    quantity,
    mode,
    orientation: facts.orientation,
    indoorModel: facts.indoorModel,
    stage: facts.stage,
    outdoorK: m.outdoorK,
    wetBulbK: m.returnWetBulbK,
    dryBulbK: m.returnK,
    humidity: m.returnHumidity,
    liquidGaugePa,
    bubble:
      m.condensingK === undefined || slope === undefined
        ? undefined
        : { temperatureK: m.condensingK, slopeKPerPa: slope },
  }
  const found = labelTarget(label, place, profile)
  return found?.ok ? { ...found, source: 'label', cautions: [] } : found
}

/** A target at or above its floor may still lose the lower part of its tolerance; one whose whole band lies under it is none. */
function withBand(
  { ok, ...found }: Extract<Found, { ok: true }>,
  { deciding, because }: Extract<ChargeMethod, { ok: true }>,
  profile: MethodProfile,
): Target {
  const superheat = deciding === 'superheat'
  const tolerance = superheat ? profile.superheatToleranceK : profile.subcoolingToleranceK
  const floorK = superheat ? profile.superheatFloorK.si : 0
  if (superheat && found.targetK < floorK - HAIR) return { ok: false, reason: 'targetBelowFloor', deciding }
  if (!superheat && found.targetK + tolerance.si <= 0) return { ok: false, reason: 'bandUnderFloor', deciding }
  const lowK = Math.max(found.targetK - tolerance.si, floorK)
  return {
    ok,
    ...found,
    deciding,
    because,
    tolerance,
    floor: superheat && lowK === floorK ? profile.superheatFloorK : undefined,
    lowK,
    highK: found.targetK + tolerance.si,
  }
}

/** 5.00 °F typed and 5 °F of limit are the same after conversion */
const HAIR = 1e-9
