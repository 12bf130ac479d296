import type { UnitFacts } from '../facts/unitFacts'
import { meteringIn, unitCircuit } from '../heatpump/circuit'
import { readableIn, type NotReadable } from '../heatpump/readable'
import type { ChargeMode } from '../label/equipment'
import { labelTarget } from '../label/labelTarget'
import type { ModelLabel } from '../label/modelLabel'
import { coldSchools, type ColdSchool, type MethodProfile } from '../method/profile'
import { conditionsWindow } from '../tuning/conditionsWindow'

/** Why a way of judging the charge in the cold doesn't fit here. */
export type ColdReason =
  | 'notAllowed'
  | 'coolsOnly'
  | 'runsInCooling'
  | 'runsInHeating'
  | 'labelHasNone'
  | 'labelOnlyChecks'
  | 'valveHolds'
  | 'outdoorDeviceUnknown'
  | 'outdoorUnknown'
  | 'warmEnough'
  | 'indoorsTooCool'
  | 'indoorsUnknown'
  | NotReadable

export interface ColdWay {
  readonly school: ColdSchool
  /** empty: it fits */
  readonly why: readonly ColdReason[]
}

/** What decides which ways there are. */
export interface ColdPlace {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly mode: ChargeMode
  readonly outdoorK?: number
  readonly returnK?: number
}

/**
 * The ways to come to a charge when it is too cold to judge it by cooling, each with why it doesn't fit this device, mode and weather. Weighing in alone always does; the others
 * give a provisional result.
 */
export function coldWays(place: ColdPlace, method: MethodProfile): ColdWay[] {
  const why: Record<ColdSchool, readonly ColdReason[]> = {
    weighInOnly: [],
    labelHeating: heatingReasons(place, method),
    discharge: dischargeReasons(place, method),
    restrictedCondenser: coverReasons(place, method),
  }
  return coldSchools.map((school) => ({
    school,
    why: school === 'weighInOnly' || method.coldSchools.includes(school) ? why[school] : ['notAllowed', ...why[school]],
  }))
}

/** Too cold to judge by cooling, as far as anybody measured; in heating it is taken for that, until somebody measured that it isn't. */
function tooWarm({ outdoorK, mode }: ColdPlace, method: MethodProfile): ColdReason[] {
  const { outdoor } = conditionsWindow(outdoorK === undefined ? {} : { outdoorK }, method)
  if (outdoor === 'unknown') return mode === 'cooling' ? ['outdoorUnknown'] : []
  return outdoor === 'tooCold' ? [] : ['warmEnough']
}

const heats = ({ facts, mode }: ColdPlace): ColdReason[] =>
  facts.mode !== 'heatPump' ? ['coolsOnly'] : mode === 'cooling' ? ['runsInCooling'] : []

function heatingReasons(place: ColdPlace, method: MethodProfile): ColdReason[] {
  const { facts, label } = place
  const metering = meteringIn('heating', facts, label)
  const quantity = metering === 'fixedOrifice' ? 'superheat' : 'subcooling'
  const { orientation, indoorModel, stage } = facts
  const found = label && labelTarget(label, { quantity, mode: 'heating', orientation, indoorModel, stage }, method)
  const readable = readableIn('heating', unitCircuit(facts, label))
  return [
    ...heats(place),
    ...(facts.mode === 'heatPump' && !metering ? (['outdoorDeviceUnknown'] as const) : []),
    ...(found === undefined ? (['labelHasNone'] as const) : label?.heatingSets ? [] : (['labelOnlyChecks'] as const)),
    ...(metering && !readable[quantity]
      ? readable.why.filter((w) => (w === 'noTrueSuction') === (quantity === 'superheat'))
      : []),
    ...tooWarm(place, method),
  ]
}

function dischargeReasons(place: ColdPlace, method: MethodProfile): ColdReason[] {
  const metering = meteringIn('heating', place.facts, place.label)
  return [
    ...heats(place),
    // behind a valve the gas leaves as hot as the head makes it, whatever the charge
    ...(metering === 'expansionValve' ? (['valveHolds'] as const) : []),
    ...(place.facts.mode === 'heatPump' && !metering ? (['outdoorDeviceUnknown'] as const) : []),
    ...tooWarm(place, method),
  ]
}

/** Behind a piston superheat is read, behind a valve subcooling: both only as good as the head that a cover makes. */
function coverReasons(place: ColdPlace, method: MethodProfile): ColdReason[] {
  const { mode, returnK } = place
  return [
    ...(mode === 'heating' ? (['runsInHeating'] as const) : []),
    ...(returnK === undefined
      ? (['indoorsUnknown'] as const)
      : returnK < method.indoorLowK.si - 1e-9
        ? (['indoorsTooCool'] as const)
        : []),
    ...tooWarm(place, method),
  ]
}
