import type { HeatPumpEntry } from '../../entry/heatPump'
import type { ChargeMode } from '../../label/equipment'
import { highestPressurePa } from '../../heatpump/expectedSides'
import { hoseStops, modesAhead, type HungHose } from '../../heatpump/hoses'
import { heatPumpRun } from '../heatPumpRun'
import { notStarted, type Asked, type Checks } from './asked'
import { positive, type EntryProblem } from './problem'

export const heatPumpChecks: Checks<HeatPumpEntry['kind']> = {
  hosesOn: ({ mode, next, hoses }, asked) => [
    ...(mode === 'heating' || next === 'heating' ? heats(asked, mode === 'heating' ? 'mode' : 'next') : []),
    ...hoses.flatMap(({ upTo }, i) => (upTo ? positive('gaugePressure', upTo, `hoses.${i}.upTo`) : [])),
    ...twiceOnOne(hoses),
    ...stops(hoses, modesAhead(mode, next), asked),
  ],
  reversingValveRead: ({ vapourLine, trueSuction }, asked) => [
    ...heats(asked, ''),
    ...notStarted(asked),
    ...positive('temperature', vapourLine, 'vapourLine'),
    ...positive('temperature', trueSuction, 'trueSuction'),
    ...(heatPumpRun(asked.record, asked.here).mode === 'heating'
      ? [{ code: 'onlyInCooling' as const, path: 'vapourLine' }]
      : []),
  ],
  defrostSeen: ({ lasted, coil }, asked) => [
    ...heats(asked, ''),
    ...notStarted(asked),
    ...(lasted ? positive('duration', lasted, 'lasted') : []),
    ...(coil ? positive('temperature', coil, 'coil') : []),
  ],
  heatersNoted: (_, asked) => heats(asked, ''),
  // what hangs there now must stand what comes
  modeChanged: ({ mode }, asked) => {
    const { hoses } = heatPumpRun(asked.record, asked.here)
    return [...heats(asked, 'mode'), ...(hoses ? stops(hoses.entry.hoses, modesAhead(mode), asked) : [])]
  },
}

/** What cools only doesn't change over. */
export const heats = ({ here }: Asked, path: string): EntryProblem[] =>
  here.facts.mode === 'heatPump' ? [] : [{ code: 'coolsOnly', path }]

function stops(hoses: readonly HungHose[], modes: readonly ChargeMode[], { record, here }: Asked): EntryProblem[] {
  const { circuit } = heatPumpRun(record, here)
  const highestPa = highestPressurePa(here.facts, here.label, here.method)
  return hoseStops(hoses, { circuit, modes, highestPa }).map((stop) => ({ ...stop, path: 'hoses' }))
}

const twiceOnOne = (hoses: readonly HungHose[]): EntryProblem[] =>
  new Set(hoses.map((h) => h.port)).size < hoses.length ? [{ code: 'twoHoses', path: 'hoses' }] : []
