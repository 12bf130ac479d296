import type { Quantity } from '../quantity/unit'

/** For whom the work is done. */
export interface Customer {
  readonly name?: string
  /** how to reach them: a person, a telephone, an address */
  readonly contact?: string
  /** to whom the papers go, where it isn't the customer */
  readonly papersFor?: string
}

/** A job: a place with units, as the crew finds it. */
export interface JobCard {
  readonly name: string
  /** street and town */
  readonly place?: string
  readonly customer?: Customer
  /** IANA name: papers give times as the people of the job read them off a clock */
  readonly timeZone: string
  /** what pressures and air are reckoned by, where a unit doesn't stand elsewhere */
  readonly elevation: Quantity<'elevation'>
  /** the planned days, first and last; ISO */
  readonly from?: string
  readonly to?: string
  readonly notes?: string
  /** who is on it */
  readonly people?: readonly OnJob[]
}

/** Somebody of the company, with the name they had when they were put on the job. */
export interface OnJob {
  readonly id: string
  readonly name: string
}

export const jobStandings = ['open', 'closed', 'archived'] as const
/** closed: the work is done; archived: out of the way, nothing of it is lost */
export type JobStanding = (typeof jobStandings)[number]

export type JobProblem =
  | { readonly code: 'noName'; readonly path: 'name' }
  | { readonly code: 'notAZone'; readonly path: 'timeZone' }
  | { readonly code: 'daysTurned'; readonly path: 'to' }

/** What speaks against a job's card, at its place. Ranges of quantities are the contract's. */
export function checkJob({ name, timeZone, from, to }: JobCard): JobProblem[] {
  return [
    ...(name.trim() === '' ? [{ code: 'noName', path: 'name' } as const] : []),
    ...(isTimeZone(timeZone) ? [] : [{ code: 'notAZone', path: 'timeZone' } as const]),
    ...(from !== undefined && to !== undefined && to < from ? [{ code: 'daysTurned', path: 'to' } as const] : []),
  ]
}

/** Whether a name stands in the time zone database that this machine carries (IANA), whatever its case. */
export function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== ''
  } catch {
    return false
  }
}
