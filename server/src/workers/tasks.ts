import type { MovementLine, RecordFile, RefrigerantReport, TraceState } from '@zetesis/contract'
import type { LabelSize } from '../papers/label'
import type { Certificate, CompanyCard, UnitSystem } from '@zetesis/core'

/** What is made in a worker thread, since it grows with a log, a recording or a period. */
export type Task =
  | {
      readonly kind: 'papers'
      readonly file: RecordFile
      readonly system: UnitSystem
      readonly recordings: readonly Recording[]
      readonly traces: readonly TraceState[]
      /** IANA name of the job's */
      readonly timeZone: string
      readonly letterhead: Letterhead
    }
  | {
      readonly kind: 'label' | 'owner'
      readonly file: RecordFile
      readonly size: LabelSize
      /** what the code on the label says */
      readonly link: string
      readonly timeZone: string
    }
  | {
      readonly kind: 'trace'
      readonly chunks: readonly Uint8Array[]
      readonly startMs: number
      readonly speed: number
      readonly system: UnitSystem
    }
  | { readonly kind: 'movements'; readonly lines: readonly MovementLine[]; readonly system: UnitSystem }
  | {
      readonly kind: 'refrigerant'
      readonly report: RefrigerantReport
      readonly lines: readonly MovementLine[]
      readonly company: string
      readonly system: UnitSystem
    }

/** What papers say of who did the work, as it is when they are made: the record itself doesn't hold it. */
export interface Letterhead {
  readonly card?: CompanyCard
  /** of those who wrote in the log */
  readonly certificates: readonly { readonly name: string; readonly certificates: readonly Certificate[] }[]
}

/** A recording of a unit's vacuum, for the papers' curve. */
export interface Recording {
  readonly traceId: string
  readonly begunMs: number
  readonly chunks: readonly Uint8Array[]
}
