import { absolutePressurePa, stepKg, toSi, type EntryBody, type UnitRecord, type UnitView } from '@zetesis/core'
import type { RigChange, RigChoice } from '@zetesis/rig'
import { rigRunner } from './rigRunner'

type Followed = { readonly record: UnitRecord; readonly view: Pick<UnitView, 'elevationM' | 'method' | 'startedMs'> }

/**
 * What an entry does to the system that a rig stands in for: whoever logs "pump on" has switched it on. Entries that only tell what was read do nothing.
 *
 * @param kind of the rig that runs
 * @param before the record before the entry, with what it says
 */
export function rigChanges(kind: RigChoice['kind'], body: EntryBody, before: Followed): RigChange[] {
  if (kind === 'evacuation') return onEvacuation(body, before)
  return kind === 'system' ? onSystem(body, before) : []
}

function onEvacuation(body: EntryBody, { view: { elevationM, method } }: Followed): RigChange[] {
  switch (body.kind) {
    case 'pumpOn':
      return [
        { kind: 'valve', open: true },
        { kind: 'pump', on: true },
      ]
    case 'valvedOff':
      return [{ kind: 'valve', open: false }]
    case 'nitrogenBreak': {
      const toPa = absolutePressurePa({ gaugePa: toSi('gaugePressure', body.to), elevationM })
      return [
        { kind: 'pump', on: false },
        { kind: 'valve', open: true },
        { kind: 'nitrogen', toPa, soakS: method.nitrogenSoakS.si },
      ]
    }
    default:
      return []
  }
}

/** what somebody covers at first: some seven tenths of the face */
const COVERED = 0.72

function onSystem(body: EntryBody, { record, view: { startedMs } }: Followed): RigChange[] {
  switch (body.kind) {
    case 'started':
      return [{ kind: 'run', on: true }]
    case 'modeChanged':
      return [{ kind: 'mode', mode: body.mode }]
    case 'hosesOn': {
      const low = body.hoses.find((h) => h.side === 'low')
      return low ? [{ kind: 'lowHose', at: low.port === 'trueSuction' ? 'trueSuction' : 'vapour' }] : []
    }
    case 'covered':
      return [{ kind: 'faults', faults: { blockedCondenser: body.on ? COVERED : 0 } }]
    case 'pumpedDown':
      return [{ kind: 'run', on: false }]
    case 'deviceFitted': {
      const { was, bore } = body
      // the rig cools: what meters in heating does nothing to it
      if (body.coil) return []
      // against the bore that the machine was built with: the first that anybody found in it
      const built = record.items.deviceFitted.find(({ entry }) => !entry.coil)?.entry.was ?? was
      return built && bore ? [{ kind: 'bore', ratio: toSi('bore', bore) / toSi('bore', built) }] : []
    }
    case 'weighed':
      return startedMs === undefined ? [] : [{ kind: 'charge', kg: stepKg(body) }]
    case 'struck': {
      const taken = record.items.weighed.find((item) => item.entry.id === body.strikes)
      return taken && startedMs !== undefined ? [{ kind: 'charge', kg: -stepKg(taken.entry) }] : []
    }
    default:
      return []
  }
}

/** Plays entries that were just appended on the rig of their unit, if one runs here. */
export function followOnRig(unitId: string, bodies: readonly EntryBody[], before: Followed): void {
  const kind = rigRunner.sessions()[unitId]?.rig.kind
  if (!kind) return
  for (const body of bodies) for (const change of rigChanges(kind, body, before)) rigRunner.apply(unitId, change)
}
