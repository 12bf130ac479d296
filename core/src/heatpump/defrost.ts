/** A defrost as a recording of a heating system shows it, on the recording's clock. */
export interface Defrost {
  readonly beginS: number
  /** undefined while it goes on */
  readonly endS?: number
  /** condensing pressure at its end (gauge, Pa): the outdoor coil condenses then, and is as warm as that */
  readonly endPa?: number
  /** coldest supply air meanwhile, K; undefined where heaters or a fan that stands hide it, and the high side alone tells */
  readonly supplyK?: number
}
