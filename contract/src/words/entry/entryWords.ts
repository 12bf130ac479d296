import type { Entry, EntryOf } from '@zetesis/core'

/** What the log says of an entry, in a line, with values exactly as they were typed: one for each kind of a stage. */
export type EntryWords<E extends Entry> = { readonly [K in E['kind']]: (entry: EntryOf<K>) => string }
