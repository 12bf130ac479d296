export const ENTRY_VERSION = 1
export interface Base<K extends string> {
  readonly v: typeof ENTRY_VERSION
  /** made on the device; it is the entry's identity, so sending twice is harmless */
  readonly id: string
  /** when it happened, ISO 8601 in UTC; may be corrected by the person */
  readonly at: string
  /** the device's clock when it was written down */
  readonly writtenAt: string
  readonly kind: K
}
export interface Author {
  readonly id: string
  readonly name: string
}
