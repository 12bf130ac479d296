/** keys in one order, as a database gives them back in another */
export function plain(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(plain)
  if (typeof value !== 'object' || value === null || value instanceof Date) return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, plain(v)]),
  )
}
