import type { MailRow } from '../people'
import type { AskedFor, PassableStage, Right, RightAnswer, Role } from '@zetesis/core'
import { stageWords } from './stages'

export const roleWords: Record<Role, string> = {
  lead: 'Lead',
  installer: 'Installer',
  office: 'Office',
  viewer: 'Viewer',
}

/** What each role is for, to choose by. */
export const roleNotes: Record<Role, string> = {
  lead: 'Does everything, decides and seals',
  installer: 'Logs the work, asks a lead for what needs one',
  office: 'Makes jobs, keeps labels, kit and cylinders',
  viewer: 'Reads, takes papers and exports',
}

export const rightWords: Record<Right, string> = {
  log: 'Log readings, weighings and holds',
  note: 'Leave notes',
  plan: 'Make jobs and rows',
  stock: 'Labels, kit and cylinders',
  gate: 'Pass a gate with a reason',
  decide: 'Seal, amend, strike another’s entry, return visits',
  company: 'Methods, people, company',
}

export const rightAnswerWords: Record<RightAnswer, string> = { yes: 'yes', asks: 'asks a lead', no: 'no' }

/** What a person may not do, as the end of a sentence. */
const denied: Record<Right, string> = {
  log: 'log work on units',
  note: 'leave notes',
  plan: 'make or change jobs and rows',
  stock: 'change labels, kit and cylinders',
  gate: 'pass a gate or charge against the advice alone',
  decide: 'seal, amend, strike another’s entry or promise a return visit',
  company: 'change methods, people and the company',
}

/** Why an entry isn't taken from this person, and who can help. */
export const mayNotWords = ({
  role,
  right,
  answer,
}: {
  role: Role
  right: Right
  answer: Exclude<RightAnswer, 'yes'>
}): string =>
  `${roleWords[role]}s may not ${denied[right]}. ${answer === 'asks' ? 'Ask a lead on the unit’s page.' : 'A lead can do it.'}`

/** What a lead is asked for. */
export function requestWords({ what, stage }: { what: AskedFor; stage?: PassableStage }): string {
  if (what === 'gate') return `A lead was asked to pass ${stage ? stageWords[stage].toLowerCase() : 'a gate'}`
  return what === 'step' ? 'A lead was asked for a step against the advice' : 'A lead was asked'
}

/** The same as a board says it to a lead. */
export function wantedWords({ what, stage }: { what: AskedFor; stage?: PassableStage }): string {
  if (what === 'gate') return `Pass ${stage ? stageWords[stage].toLowerCase() : 'a gate'}`
  return what === 'step' ? 'A step against the advice' : 'A decision'
}

const audited: Readonly<Record<string, (about: string) => string>> = {
  setUp: (about) => `Set up: ${about}`,
  invited: (about) => `Invited ${about}`,
  invitationWithdrawn: (about) => `Took the invitation of ${about} back`,
  joined: (about) => `Joined: ${about}`,
  roleChanged: (about) => `Changed a role: ${about}`,
  removed: (about) => `Took ${about} out of the company`,
  broughtBack: (about) => `Took back in: ${about}`,
  passwordChanged: (about) => `Changed the password of ${about}`,
  passwordReset: (about) => `Set a new password by a link: ${about}`,
  resetAsked: (about) => `A link for a new password was asked for: ${about}`,
  sessionEnded: (about) => `Ended a session: ${about}`,
  sessionsEnded: (about) => `Ended all sessions of ${about}`,
  secondFactorOn: (about) => `Second factor on: ${about}`,
  secondFactorOff: (about) => `Second factor off: ${about}`,
  passkeyAdded: (about) => `Added a passkey: ${about}`,
  passkeyEnded: (about) => `Took a passkey away: ${about}`,
  heldTaken: (about) => `Took into the log what a device still held: ${about}`,
  exported: (about) => `Exported the company: ${about}`,
  imported: (about) => `Brought the company here from its export of ${about.slice(0, 10)}`,
  deletionAsked: (about) => `Asked for the company to be deleted on ${about.slice(0, 10)}`,
  deletionTakenBack: () => 'Kept the company after all',
  heldPutAway: (about) => `Put away what a device still held: ${about}`,
}

/** One line of what was done to people and accounts. */
export const auditWords = (what: string, about: string): string => audited[what]?.(about) ?? `${what}: ${about}`

/** Where a mail stands that isn't out yet; nothing for one that is. */
export const mailStateWords: Record<MailRow['state'], string | undefined> = {
  sent: undefined,
  waiting: 'not out yet: tried again by itself',
  failed: 'never went out: the mail server didn’t take it for a day',
}
