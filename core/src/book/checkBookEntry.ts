import { checkCylinder, type CylinderProblem } from '../charge/cylinder'
import { checkLabel, type LabelProblem } from '../label/modelLabel'
import { CLOCK_SLACK_MS } from '../run/check/checkEntry'
import { checkInstrument, type InstrumentProblem } from '../measurement/instrument'
import { toSi } from '../quantity/unit'
import { checkProfile, type ProfileProblem } from '../method/checkProfile'
import { checkCompany } from '../people/company'
import type { LogoProblem } from '../people/logo'
import { rightsOutside, type Right, type Role } from '../people/rights'
import type { BookEntry } from './entry'
import { checkJob, type JobProblem } from './job'
import { isReadyProfile } from './fold'

export type BookProblem =
  | { code: 'future'; path: 'at' }
  | { code: 'readyProfile'; path: 'profile.id' }
  | { code: 'badLabel'; path: string; problem: LabelProblem }
  | { code: 'badInstrument'; path: string; problem: InstrumentProblem }
  | { code: 'badProfile'; path: string; problem: ProfileProblem }
  | { code: 'badCylinder'; path: string; problem: CylinderProblem }
  | { code: 'notPositive'; path: 'mass' }
  | { code: 'toItself'; path: 'toCylinderId' }
  | { code: 'noTarget'; path: 'toCylinderId' }
  | { code: 'noReason'; path: 'reason' }
  | { code: 'mayNot'; path: ''; role: Role; right: Right; answer: 'asks' | 'no' }
  | { code: 'noName'; path: string }
  | { code: 'badLogo'; path: string; problem: LogoProblem }
  | { code: 'rightsOutside'; path: string; role: Role; right: Right }
  | { code: 'badJob'; path: string; problem: JobProblem }

/** What speaks against an entry of the company's book; the phone asks before it writes, the server before it stores. */
export function checkBookEntry(entry: BookEntry, { nowMs }: { nowMs: number }): BookProblem[] {
  const future: BookProblem[] = Date.parse(entry.at) > nowMs + CLOCK_SLACK_MS ? [{ code: 'future', path: 'at' }] : []
  return [...future, ...ofKind(entry)]
}

function ofKind(entry: BookEntry): BookProblem[] {
  switch (entry.kind) {
    case 'modelSaved':
      return checkLabel(entry.label).map((problem) => ({ code: 'badLabel', path: `label.${problem.path}`, problem }))
    case 'instrumentSaved':
      return checkInstrument(entry.instrument).map((problem) => ({
        code: 'badInstrument',
        path: `instrument.${problem.path}`,
        problem,
      }))
    case 'profileSaved': {
      if (isReadyProfile(entry.profile.id)) return [{ code: 'readyProfile', path: 'profile.id' }]
      return checkProfile(entry.profile).map((problem) => ({
        code: 'badProfile',
        path: `profile.${problem.path}`,
        problem,
      }))
    }
    case 'cylinderSaved':
      return checkCylinder(entry.cylinder).map((problem) => ({
        code: 'badCylinder',
        path: `cylinder.${problem.path}`,
        problem,
      }))
    case 'cylinderMoved': {
      const scale = entry.scale ? checkInstrument(entry.scale) : []
      const problems: BookProblem[] = [
        ...(toSi('mass', entry.mass) > 0 ? [] : [{ code: 'notPositive', path: 'mass' } as const]),
        ...scale.map((problem): BookProblem => ({ code: 'badInstrument', path: `scale.${problem.path}`, problem })),
      ]
      if (entry.movement !== 'transferred') return problems
      if (!entry.toCylinderId) return [...problems, { code: 'noTarget', path: 'toCylinderId' }]
      const same = entry.toCylinderId === entry.cylinderId
      return same ? [...problems, { code: 'toItself', path: 'toCylinderId' }] : problems
    }
    case 'movementStruck':
      return entry.reason.trim() === '' ? [{ code: 'noReason', path: 'reason' }] : []
    case 'jobSaved':
      return checkJob(entry.job).map((problem) => ({ code: 'badJob', path: `job.${problem.path}`, problem }))
    case 'companySaved':
      return checkCompany(entry.company).map((problem) => ({ ...problem, path: `company.${problem.path}` }))
    case 'rightsSet':
      return rightsOutside(entry.rights).map(({ role, right }) => ({
        code: 'rightsOutside',
        path: `rights.${role}.${right}`,
        role,
        right,
      }))
    case 'certificatesSaved':
    case 'jobStands':
    case 'rowOrdered':
    case 'forecastSet':
    case 'zeroed':
    case 'retired':
    case 'profileChosen':
      return []
  }
}
