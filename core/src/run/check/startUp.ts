import type { LookedInto, Reading, StartUpEntry } from '../../entry/startUp'
import { isCheck } from '../../facts/terms'
import { isFresh } from '../carryForward'
import { baselineFacts } from '../conversionRun'
import { gatesClosed, notStarted, refused, uncovered, type Checks } from './asked'
import { positive, type EntryProblem } from './problem'
import { heats } from './heatPump'
import { checkReading } from './reading'
import { isTraceOf } from './recording'

export const startUpChecks: Checks<StartUpEntry['kind']> = {
  preStart: ({ rest }, { here }) =>
    rest ? checkReading(rest, here.facts, here.elevationM).map((p) => under('rest', p)) : [],
  valvesOpened: (_, asked) => [...refused(asked), ...gatesClosed(asked, ['vacuum'])],
  started: ({ rest, foundRunning }, asked) => [
    ...(foundRunning && !isCheck(asked.here.facts) && asked.record.visiting === undefined
      ? [{ code: 'notFoundRunning', path: '' } as const]
      : []),
    ...refused(asked),
    ...gatesClosed(asked, ['vacuum']),
    ...(rest ? checkReading(rest, asked.here.facts, asked.here.elevationM).map((p) => under('rest', p)) : []),
  ],
  reading: (entry, asked) => {
    const { values, baseline, mode } = entry
    const { here, record } = asked
    const old = staleOf(entry, here.method.carryReadingS.si)
    if (old.length > 0) return old
    if (mode === 'heating') {
      const coolsOnly = heats(asked, 'mode')
      if (coolsOnly.length > 0) return coolsOnly
    }
    if (!baseline) return checkReading(values, here.facts, here.elevationM)
    if (here.facts.work !== 'conversion') return [{ code: 'notConversion', path: '' }]
    // what runs on the new refrigerant is no baseline any more
    if (record.items.weighed.some(({ entry }) => entry.direction === 'add'))
      return [{ code: 'alreadyCharged', path: 'refrigerant' }]
    return checkReading(values, baselineFacts(here.facts), here.elevationM)
  },
  lookedInto: (entry, asked) => [...notStarted(asked), ...checkLookedInto(entry)],
  probesExchanged: ({ traceId }, { record }) =>
    isTraceOf(record, traceId) ? [] : [{ code: 'unknownTrace', path: 'traceId' }],
  disturbed: (_, asked) => notStarted(asked),
  cameOff: (_, asked) => [...notStarted(asked), ...uncovered(asked)],
}

/** Values read earlier than the method lets count beside new ones. */
function staleOf({ at, carried = {} }: Reading, mostS: number): EntryProblem[] {
  const atMs = Date.parse(at)
  return Object.entries(carried)
    .filter(([, read]) => !isFresh({ readMs: Date.parse(read), atMs, mostS }))
    .map(([channel]) => ({ code: 'carriedTooOld', path: `values.${channel}`, mostS }))
}

/** The problem of a value that stands elsewhere in the entry. */
const under = (place: string, problem: EntryProblem) =>
  ({ ...problem, path: problem.path.replace(/^values/, place) }) as EntryProblem

function checkLookedInto(entry: LookedInto): EntryProblem[] {
  const { airflowGood, condenserClean, deviceChecked, drierIn, drierOut, lineChecked, lineIn, lineOut, ratedAmps } =
    entry
  const { standingPressure, standingAir, standingIndoor } = entry
  const said = [airflowGood, condenserClean, deviceChecked, lineChecked]
  const read = [drierIn, drierOut, lineIn, lineOut, ratedAmps, standingPressure, standingAir, standingIndoor]
  const none = [...said, ...read].every((value) => value === undefined)
  const pairs = [
    ['drierIn', 'drierOut'],
    ['lineIn', 'lineOut'],
    ['standingPressure', 'standingAir'],
  ] as const
  return [
    ...(none ? [{ code: 'emptyReading', path: '' } as const] : []),
    // one side of a pair says nothing alone
    ...pairs.flatMap(([a, b]): EntryProblem[] => [
      ...(entry[a] && !entry[b] ? [{ code: 'otherSideMissing', path: b } as const] : []),
      ...(entry[b] && !entry[a] ? [{ code: 'otherSideMissing', path: a } as const] : []),
    ]),
    ...(drierIn ? positive('temperature', drierIn, 'drierIn') : []),
    ...(drierOut ? positive('temperature', drierOut, 'drierOut') : []),
    ...(lineIn ? positive('temperature', lineIn, 'lineIn') : []),
    ...(lineOut ? positive('temperature', lineOut, 'lineOut') : []),
    // the house alone says nothing: it narrows what the pressure may be
    ...(standingIndoor && !standingPressure ? [{ code: 'otherSideMissing', path: 'standingPressure' } as const] : []),
    ...(standingAir ? positive('temperature', standingAir, 'standingAir') : []),
    ...(standingIndoor ? positive('temperature', standingIndoor, 'standingIndoor') : []),
    ...(ratedAmps ? positive('current', ratedAmps, 'ratedAmps') : []),
    ...(standingPressure ? positive('gaugePressure', standingPressure, 'standingPressure') : []),
  ]
}
