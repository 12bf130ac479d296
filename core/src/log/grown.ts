/**
 * What is worked out of a list that only grows: of a list that another grew from, only what is new is looked at. Lists of a record are that: their entries never
 * change, they are added at the end, and one that is struck out is left out, which moves all after it.
 *
 * @param make from what was made of the list before, and what came since; undefined and all of it the first time. It must leave what was made before as it is.
 */
export function grown<T extends object, R>(
  make: (before: R | undefined, added: readonly T[]) => R,
): (list: readonly T[]) => R {
  const kept = new WeakMap<T, { readonly list: readonly T[]; readonly made: R }>()
  return (list) => {
    const [first] = list
    if (first === undefined) return make(undefined, list)
    const before = kept.get(first)
    if (before?.list === list) return before.made
    const count = before?.list.length ?? 0
    const isGrown = before !== undefined && count <= list.length && list[count - 1] === before.list[count - 1]
    const made = isGrown ? make(before.made, list.slice(count)) : make(undefined, list)
    kept.set(first, { list, made })
    return made
  }
}
