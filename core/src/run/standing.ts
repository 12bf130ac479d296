import type { UnitRecord } from '../log/fold'

/** The job that a unit stands in: the last one it was moved to, or the one it was opened in; undefined before it is opened. */
export const jobIdOf = ({ items }: UnitRecord): string | undefined =>
  items.moved.at(-1)?.entry.jobId ?? items.opened[0]?.entry.jobId

/** Whether a unit is out of the way, by the last entry that says so. */
export function isArchived({ items }: UnitRecord): boolean {
  const last = items.archived.at(-1)
  return last !== undefined && !last.entry.back
}
