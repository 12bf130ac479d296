import { elevationLimitsM } from '../../air/atmosphere'
import { isCheck } from '../../facts/terms'
import { checkReading } from './reading'
import { orificeThousandths } from '../../conversion/orifice'
import type { PrepareEntry } from '../../entry/prepare'
import type { FactsPatch } from '../../facts/unitFacts'
import { checkCircuit } from '../../label/circuitFacts'
import { checkLabel } from '../../label/modelLabel'
import { checkHabit, checkProfile } from '../../method/checkProfile'
import { toSi } from '../../quantity/unit'
import type { UnitRecord } from '../../log/fold'
import { isArchived, jobIdOf } from '../standing'
import type { Checks } from './asked'
import { positive, type EntryProblem } from './problem'

export const prepareChecks: Checks<PrepareEntry['kind']> = {
  moved: ({ jobId }, { record }) => (jobIdOf(record) === jobId ? [{ code: 'sameJob', path: 'jobId' }] : []),
  archived: ({ back }, { record }) =>
    (back ?? false) === isArchived(record) ? [] : [{ code: 'archivedSo', path: '' }],
  opened: (_, { record }) => (record.items.opened.length > 0 ? [{ code: 'alreadyOpened', path: '' }] : []),
  handedOver: ({ values }, asked) => [
    ...(isCheck(asked.here.facts) ? [] : [{ code: 'notACheck', path: '' } as const]),
    ...checkReading(values, asked.here.facts, asked.here.elevationM),
  ],
  facts: ({ facts }, { here, record }) => [
    ...checkFacts(facts),
    ...(facts.work === 'check' && !isCheck(here.facts) && wasOpened(record)
      ? [{ code: 'alreadyBegun', path: 'facts.work' } as const]
      : []),
    ...(facts.circuit
      ? checkCircuit(facts.circuit, {
          metering: (facts.metering === null ? undefined : facts.metering) ?? here.facts.metering,
          mode: (facts.mode === null ? undefined : facts.mode) ?? here.facts.mode,
        }).map((problem): EntryProblem => ({ code: 'badCircuit', path: `facts.circuit.${problem.path}`, problem }))
      : []),
  ],
  label: ({ label }) =>
    checkLabel(label).map((problem) => ({ code: 'badLabel', path: `label.${problem.path}`, problem })),
  method: ({ profile }) =>
    checkProfile(profile).map((problem) => ({ code: 'badProfile', path: `profile.${problem.path}`, problem })),
  override({ habit, quantity }) {
    const problem = quantity && checkHabit(habit, quantity)
    return problem ? [{ code: 'badHabit', path: 'quantity', problem }] : []
  },
}

/** Nitrogen, vacuum, standing charge: a machine that was put to work here goes its whole way, and no gate of it is left out by calling it a check. */
const wasOpened = ({ items }: UnitRecord): boolean =>
  opening.some((kind) => items[kind].length > 0) || items.weighed.some(({ entry }) => entry.running !== true)
const opening = [
  'testRaised',
  'testHeld',
  'pumpOn',
  'valvedOff',
  'micron',
  'nitrogenBreak',
  'valvesOpened',
  'pumpedDown',
  'refitted',
] as const

function checkFacts(facts: FactsPatch): EntryProblem[] {
  const problems: EntryProblem[] = []
  const notNegative = [
    'recovered',
    'labelCharge',
    'includedLength',
    'allowance',
    'lineLength',
    'subcoolingTolerance',
    'superheatTolerance',
  ] as const
  for (const [i, { length, liquidLine }] of (facts.sections ?? []).entries()) {
    if (length.value < 0) problems.push({ code: 'negative', path: `facts.sections.${i}.length` })
    problems.push(...positive('tube', liquidLine, `facts.sections.${i}.liquidLine`))
  }
  for (const key of notNegative)
    if ((facts[key]?.value ?? 0) < 0) problems.push({ code: 'negative', path: `facts.${key}` })
  const mustBePositive = [
    'liquidLine',
    'vapourLine',
    'testPressure',
    'highSideDesign',
    'decayLimit',
    'decayHold',
    'targetSubcooling',
    'targetSuperheat',
  ] as const
  for (const key of mustBePositive) {
    if ((facts[key]?.value ?? 1) <= 0) problems.push({ code: 'notPositive', path: `facts.${key}` })
  }
  if (facts.oldBore && orificeThousandths(toSi('bore', facts.oldBore)) === undefined)
    problems.push({ code: 'notAnOrifice', path: 'facts.oldBore' })
  if (facts.elevation) {
    const elevationM = toSi('elevation', facts.elevation)
    const inside = elevationM >= elevationLimitsM.low && elevationM <= elevationLimitsM.high
    if (!inside) problems.push({ code: 'elevationOutside', path: 'facts.elevation' })
  }
  return problems
}
