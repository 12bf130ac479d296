import type { UnitRow } from '@zetesis/contract'
import { inRowOrder, rowGroup, type RowGroup, type Stage } from '@zetesis/core'
import { useMemo } from 'react'
import { useClock } from '@/settings/useNow'
import { clock } from '@/sync/clock'
import { useBook } from '@/sync/useBook'
import { useUnits } from '@/sync/useUnits'

/** What is looked for along a row; nothing named: all of it. */
export interface RowFilter {
  readonly text: string
  readonly stage?: Stage
  readonly group?: RowGroup
  /** id of somebody who wrote in the unit's log */
  readonly who?: string
}
export const everything: RowFilter = { text: '' }
export const isNarrowed = ({ text, stage, group, who }: RowFilter) => text.trim() !== '' || !!stage || !!group || !!who

/** A job's units in the order of its row, those that are looked for. */
export function useRow(jobId: string, filter: RowFilter = everything): readonly UnitRow[] {
  const { units } = useUnits()
  const { orders } = useBook().book
  const order = orders[jobId]
  // a wait that ends moves a unit to another group
  const over = useClock((now) => units.reduce((n, u) => n + u.summary.waits.filter((w) => w.endsMs <= now).length, 0))
  const here = useMemo(
    () =>
      inRowOrder(
        units.filter((u) => u.jobId === jobId),
        order,
      ),
    [units, jobId, order],
  )
  return useMemo(
    () => here.filter((unit) => isWanted(unit, filter, clock.now())),
    // oxlint-disable-next-line react/exhaustive-deps -- a wait that ended is what moves the clock here
    [here, filter, over],
  )
}

function isWanted({ summary }: UnitRow, { text, stage, group, who }: RowFilter, nowMs: number): boolean {
  const wanted = text.trim().toLowerCase()
  if (!`${summary.tag} ${summary.place ?? ''}`.toLowerCase().includes(wanted)) return false
  if (stage && (summary.sealed || summary.current !== stage)) return false
  if (who && !summary.who?.some((w) => w.id === who)) return false
  return group ? rowGroup(summary, nowMs) === group : !summary.archived
}

/** People who wrote in the logs of units, by name. */
export function writersOf(units: readonly UnitRow[]): { readonly id: string; readonly name: string }[] {
  const found = new Map(units.flatMap((u) => (u.summary.who ?? []).map((w) => [w.id, w] as const)))
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name))
}
