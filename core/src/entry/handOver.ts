import type { Quantity } from '../quantity/unit'
import type { Base } from './base'

/** Strokes of a signature: each a list of x, y, x, y … in a box 1000 wide and 400 high. */
export type SignatureStrokes = readonly (readonly number[])[]
export interface Sealed extends Base<'sealed'> {
  readonly name: string
  readonly signature: SignatureStrokes
  readonly remarks?: string
  /** what the verdict was reckoned by, where it is the job's: it stands whatever becomes of the job's card */
  readonly elevation?: Quantity<'elevation'>
}
export interface Amendment extends Base<'amendment'> {
  readonly text: string
  /** the return visit that ends with it: who was there signs, and the record is closed again */
  readonly visitId?: string
  readonly name?: string
  readonly signature?: SignatureStrokes
}

/** The kinds of entry that belong here, for the union of them all. */
export type HandOverEntry = Sealed | Amendment
