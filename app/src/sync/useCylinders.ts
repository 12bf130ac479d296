import { CylinderList, CylinderPage, RefrigerantReport, type CylinderRow } from '@zetesis/contract'
import {
  asItIs,
  bookMovements,
  stepKg,
  type AssessmentReport,
  type BookEntry,
  type Cylinder,
  type Entry,
} from '@zetesis/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { call } from './api'
import { withKept } from './client'
import type { OutboxItem } from './outboxStore'
import { useBook } from './useBook'
import { useOutboxItems } from './useOutbox'

const EVERY_MS = 30_000

/** A cylinder with what is in it: as the server has it, and what this device wrote since. */
export interface CylinderStock {
  readonly cylinder: Cylinder
  /** undefined while the server hasn't said */
  readonly netKg?: number
  readonly standardUncertaintyKg: number
  readonly findings: CylinderRow['findings']
  readonly pending: boolean
}

/** All cylinders of the book, by name. */
export function useCylinders() {
  const { book } = useBook()
  const waiting = useOutboxItems()
  const query = useQuery({
    queryKey: ['cylinders'],
    queryFn: () => withKept(['cylinders'], () => call('/cylinders', { answer: CylinderList })),
    refetchInterval: EVERY_MS,
  })
  const rows = query.data?.cylinders
  const cylinders = useMemo(() => {
    const byId = new Map(book.cylinders.map((kept) => [kept.id, kept.value]))
    const stock = [...byId.values()].map((saved): CylinderStock => {
      const row = rows?.find((r) => r.cylinder.id === saved.id)
      const cylinder = asItIs(saved, row?.holds ?? undefined)
      const unsent = unsentKg(waiting, cylinder.id, byId)
      const known = row?.netKg ?? (rows ? 0 : undefined)
      return {
        cylinder,
        ...(known === undefined ? {} : { netKg: known + (unsent ?? 0) }),
        standardUncertaintyKg: row?.standardUncertaintyKg ?? 0,
        findings: row?.findings ?? [],
        pending: unsent !== undefined,
      }
    })
    return stock.sort((a, b) => a.cylinder.name.localeCompare(b.cylinder.name))
  }, [book, rows, waiting])
  return { cylinders, error: query.error }
}

/** What entries that aren't sent yet do to a cylinder; undefined where none does. A weighing on the scale waits for the server. */
function unsentKg(items: readonly OutboxItem[], id: string, cylinders: ReadonlyMap<string, Cylinder>) {
  const parts = items.filter((i) => !i.refused).flatMap(({ entry, author }) => ofEntry(entry, author.name))
  return parts.length === 0 ? undefined : parts.reduce((a, b) => a + b, 0)

  function ofEntry(entry: Entry | BookEntry, by: string): number[] {
    if (entry.kind === 'weighed') return entry.vessel?.id === id ? [-stepKg(entry)] : []
    if (entry.kind !== 'cylinderMoved' || entry.movement === 'weighed') return []
    return bookMovements(entry, by, cylinders).flatMap((m) => (m.cylinderId === id ? [m.kg] : []))
  }
}

export const useCylinder = (id: string) =>
  useQuery({
    queryKey: ['cylinders', id],
    queryFn: () => call(`/cylinders/${id}`, { answer: CylinderPage }),
    refetchInterval: EVERY_MS,
    retry: false,
  })

export interface ReportTerms {
  readonly from: string
  readonly to: string
  readonly assessment: AssessmentReport
}
const queryOf = (terms: ReportTerms) => new URLSearchParams({ ...terms }).toString()

export const useRefrigerantReport = (terms: ReportTerms) =>
  useQuery({
    queryKey: ['cylinders', 'report', terms],
    queryFn: () => call(`/refrigerant?${queryOf(terms)}`, { answer: RefrigerantReport }),
    retry: false,
    placeholderData: (before) => before,
  })

export const reportFile = (terms: ReportTerms, kind: 'csv' | 'pdf', units: string) =>
  `/api/refrigerant.${kind}?${queryOf(terms)}&units=${units}`

/** Findings that somebody has to look into; a difference that the scales explain is none. */
export const troubling = ({ findings }: Pick<CylinderStock, 'findings'>) =>
  findings.filter((f) => f.code !== 'unexplained' || f.beyond)
