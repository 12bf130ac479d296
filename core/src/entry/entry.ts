import type { Author } from './base'
import type { AnyStageEntry } from './anyStage'
import type { ColdEntry } from './cold'
import type { ConversionEntry } from './conversion'
import type { HandOverEntry } from './handOver'
import type { HeatPumpEntry } from './heatPump'
import type { PrepareEntry } from './prepare'
import type { PressureTestEntry } from './pressureTest'
import type { RecordingEntry } from './recording'
import type { StartUpEntry } from './startUp'
import type { VacuumEntry } from './vacuum'
import type { VisitEntry } from './visit'
import type { WeighInEntry } from './weighIn'

export type Entry =
  | PrepareEntry
  | PressureTestEntry
  | VacuumEntry
  | RecordingEntry
  | WeighInEntry
  | StartUpEntry
  | ConversionEntry
  | HeatPumpEntry
  | ColdEntry
  | VisitEntry
  | AnyStageEntry
  | HandOverEntry

/** What a person decides about an entry; version, id and times come with the writing. */
export type EntryBody = Entry extends infer E
  ? E extends Entry
    ? Omit<E, 'v' | 'id' | 'at' | 'writtenAt'>
    : never
  : never

export type EntryKind = Entry['kind']

export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>

/** An entry with who wrote it; seq is null while it waits on the phone. */
export interface LogItem<E extends Entry = Entry> {
  readonly seq: number | null
  readonly author: Author
  readonly entry: E
}
