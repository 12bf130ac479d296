import type { BookEntry } from '../book/entry'
import type { AskedFor } from '../entry/anyStage'
import type { Entry, LogItem } from '../entry/entry'
import { allItems, type UnitRecord } from '../log/fold'
import { rightsTable, type Right, type RightAnswer, type RightsTable, type Role } from '../people/rights'
import { requestsOf } from '../run/requests'

/** Who wants to append. */
export interface Actor {
  readonly id: string
  readonly role: Role
  /** the company's table; without it, the one that it comes with */
  readonly rights?: RightsTable
}

/** asks: not alone, but a lead can be asked for it */
export type May =
  | { readonly may: true }
  | { readonly may: false; readonly right: Right; readonly answer: Exclude<RightAnswer, 'yes'> }

const YES: May = { may: true }

/**
 * Whether a person may append an entry, to a unit's log or to the company's book. One function for phone and server: the page says with it what a person may
 * not do, the server refuses by it.
 *
 * @param record the unit's record, which tells whose entry is struck and what a lead granted; without it another's is supposed
 */
export function mayAppend(actor: Actor, entry: Entry | BookEntry, record?: UnitRecord): May {
  const row = (actor.rights ?? rightsTable())[actor.role]
  for (const right of needed(actor, entry, record)) {
    const answer = row[right]
    if (answer !== 'yes') return { may: false, right, answer }
  }
  if (entry.kind === 'asked') return mayAsk(row, entry.what)
  return YES
}

/** The same as a problem that forms show: none where the entry may be appended. */
export function mayNotProblems(actor: Actor, entry: Entry | BookEntry, record?: UnitRecord) {
  const may = mayAppend(actor, entry, record)
  if (may.may) return []
  return [{ code: 'mayNot', path: '', role: actor.role, right: may.right, answer: may.answer } as const]
}

/** What a person may do with a right, without an entry at hand. */
export const answerFor = ({ role, rights }: Actor, right: Right): RightAnswer => (rights ?? rightsTable())[role][right]

/** The right that a request is about. */
export const rightAsked = (what: AskedFor): Right => (what === 'decision' ? 'decide' : 'gate')

function mayAsk(row: RightsTable[Role], what: AskedFor): May {
  const right = rightAsked(what)
  return row[right] === 'no' ? { may: false, right, answer: 'no' } : YES
}

function needed(actor: Actor, entry: Entry | BookEntry, record: UnitRecord | undefined): readonly Right[] {
  switch (entry.kind) {
    case 'note':
      return ['note']
    case 'opened':
    case 'handedOver':
    case 'moved':
    case 'archived':
      return ['plan']
    case 'facts':
    case 'label':
      return ['stock']
    case 'method':
      // the one that a unit starts with comes with its opening
      return (record?.items.method.length ?? 0) === 0 ? ['plan'] : ['company']
    case 'override':
      return ['company']
    case 'gatePassed':
      return ['gate']
    case 'weighed':
      return entry.despite && !isGranted(actor, entry.despite.granted, record) ? ['log', 'gate'] : ['log']
    case 'struck': {
      const target = record && findItem(record, entry.strikes)
      if (!target || target.author.id !== actor.id) return ['decide']
      // one's own, as long as one may write such a thing at all
      return needed(actor, target.entry, record).filter((right) => right !== 'gate')
    }
    case 'asked':
      return []
    case 'answered': {
      const request = record && requestsOf(record).find((r) => r.ask.entry.id === entry.asks)
      return [request ? rightAsked(request.ask.entry.what) : 'decide']
    }
    case 'returnVisit':
    case 'visitItemClosed':
    case 'sealed':
    case 'amendment':
      return ['decide']
    case 'modelSaved':
    case 'instrumentSaved':
    case 'cylinderSaved':
    case 'cylinderMoved':
    case 'movementStruck':
    case 'zeroed':
      return ['stock']
    case 'retired':
      return [entry.what === 'profile' ? 'company' : 'stock']
    case 'jobSaved':
    case 'jobStands':
    case 'rowOrdered':
      return ['plan']
    case 'certificatesSaved':
      return entry.personId === actor.id ? [] : ['company']
    case 'profileSaved':
    case 'profileChosen':
    case 'companySaved':
    case 'rightsSet':
      return ['company']
    default:
      return ['log']
  }
}

const findItem = (record: UnitRecord, id: string): LogItem | undefined =>
  allItems(record).find((item) => item.entry.id === id)

/** A grant counts for one step of whoever asked. */
function isGranted(actor: Actor, id: string | undefined, record: UnitRecord | undefined): boolean {
  if (id === undefined || !record) return false
  const request = requestsOf(record).find((r) => r.ask.entry.id === id)
  if (!request || request.used || request.ask.author.id !== actor.id) return false
  return request.ask.entry.what === 'step' && request.answer?.entry.granted === true
}
