import { logoProblem, type LogoProblem } from './logo'
import type { Quantity } from '../quantity/unit'

/** A company as its papers and its top bar show it. */
export interface CompanyCard {
  readonly name: string
  readonly address?: string
  readonly phone?: string
  /** as they stand on papers: kind and number */
  readonly licences?: readonly string[]
  /** a PNG in base64; see `logoProblem` */
  readonly logo?: string
  /** where new jobs begin */
  readonly timeZone?: string
  readonly elevation?: Quantity<'elevation'>
}

export type CompanyProblem =
  | { readonly code: 'noName'; readonly path: 'name' }
  | { readonly code: 'badLogo'; readonly path: 'logo'; readonly problem: LogoProblem }

/** What speaks against a company's card. */
export function checkCompany({ name, logo }: CompanyCard): CompanyProblem[] {
  const problem = logo === undefined ? undefined : logoProblem(logo)
  return [
    ...(name.trim() === '' ? [{ code: 'noName', path: 'name' } as const] : []),
    ...(problem ? [{ code: 'badLogo', path: 'logo', problem } as const] : []),
  ]
}
