/**
 * The units of a job in the order that somebody put them in; those that the order doesn't name come after, by their tags as people count ("K-2" before
 * "K-10"). Names of units that are gone change nothing.
 *
 * @param order ids, as the book keeps them; none: all by their tags
 */
export function inRowOrder<T extends { readonly id: string; readonly summary: { readonly tag: string } }>(
  units: readonly T[],
  order: readonly string[] = [],
): T[] {
  const place = new Map(order.map((id, index) => [id, index]))
  const at = (unit: T) => place.get(unit.id) ?? Infinity
  return [...units].sort((a, b) => {
    const [x, y] = [at(a), at(b)]
    return x === y ? byTag(a, b) : x < y ? -1 : 1
  })
}

const collator = new Intl.Collator(undefined, { numeric: true })
const byTag = (a: { summary: { tag: string } }, b: { summary: { tag: string } }) =>
  collator.compare(a.summary.tag, b.summary.tag)

/**
 * The order after one unit was moved to where another stands, all named.
 * @returns the same ids, each once; unchanged where either isn't among them
 */
export function moveInRow(ids: readonly string[], id: string, to: string): string[] {
  const [from, target] = [ids.indexOf(id), ids.indexOf(to)]
  if (from < 0 || target < 0) return [...ids]
  const without = ids.filter((_, index) => index !== from)
  return [...without.slice(0, target), id, ...without.slice(target)]
}
