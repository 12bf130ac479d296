/** more at once is a slip of the thumb */
export const MOST_IN_ROW = 200
/** as many letters as a unit's tag may have */
export const MOST_TAG_LETTERS = 40

export interface RowPattern {
  /** a run of `#` or `{n}` stands for the number, `{floor}` for the floor */
  readonly pattern: string
  /** the first number, of each floor where there are floors */
  readonly from: number
  /** how many, on each floor where there are floors */
  readonly count: number
  readonly floors?: { readonly from: number; readonly to: number }
}

export type RowProblem =
  | { readonly code: 'noNumber'; readonly path: 'pattern' }
  | { readonly code: 'noFloor'; readonly path: 'pattern' }
  | { readonly code: 'tooLong'; readonly path: 'pattern'; readonly tag: string; readonly most: number }
  | { readonly code: 'notWhole'; readonly path: 'from' | 'count' | 'floors' }
  | { readonly code: 'tooMany'; readonly path: 'count'; readonly count: number; readonly most: number }
  | { readonly code: 'taken'; readonly path: 'pattern'; readonly tags: readonly string[] }

export type RowTags =
  | { readonly ok: true; readonly tags: readonly string[] }
  | { readonly ok: false; readonly problem: RowProblem }

const NUMBER = /#+|\{n\}/i
const FLOOR = /\{floor\}/i

/**
 * The tags of a row of units: "K-##" from 1, four of them, gives K-01 … K-04; "House {n}" House 1 …; "{floor}.##" on floors 1 to 3 gives 1.01 … 3.04.
 * A run of `#` is filled with zeros to its length and grows where a number has more digits.
 *
 * @param taken tags that stand already, compared whatever their case
 * @returns the tags in order, all different, or what speaks against the pattern
 */
export function rowTags({ pattern, from, count, floors }: RowPattern, taken: readonly string[] = []): RowTags {
  const no = (problem: RowProblem): RowTags => ({ ok: false, problem })
  const whole = (n: number) => Number.isSafeInteger(n) && n >= 0
  if (!NUMBER.test(pattern)) return no({ code: 'noNumber', path: 'pattern' })
  if (!whole(from)) return no({ code: 'notWhole', path: 'from' })
  if (!whole(count) || count === 0) return no({ code: 'notWhole', path: 'count' })
  const hasFloor = FLOOR.test(pattern)
  if (floors && !(Number.isSafeInteger(floors.from) && Number.isSafeInteger(floors.to) && floors.to >= floors.from))
    return no({ code: 'notWhole', path: 'floors' })
  // without the floor in it, every floor would have the same tags
  if ((floors && floors.to > floors.from && !hasFloor) || (hasFloor && !floors))
    return no({ code: 'noFloor', path: 'pattern' })
  const all = count * (floors ? floors.to - floors.from + 1 : 1)
  if (all > MOST_IN_ROW) return no({ code: 'tooMany', path: 'count', count: all, most: MOST_IN_ROW })
  const tags = Array.from({ length: all }, (_, i) =>
    pattern
      .trim()
      .replace(NUMBER, (mark) => String(from + (i % count)).padStart(mark.startsWith('#') ? mark.length : 1, '0'))
      .replace(FLOOR, () => String((floors?.from ?? 0) + Math.floor(i / count))),
  )
  const long = tags.find((tag) => tag.length > MOST_TAG_LETTERS)
  if (long !== undefined) return no({ code: 'tooLong', path: 'pattern', tag: long, most: MOST_TAG_LETTERS })
  const standing = new Set(taken.map((tag) => tag.trim().toLowerCase()))
  const twice = tags.filter((tag) => standing.has(tag.toLowerCase()))
  return twice.length > 0 ? no({ code: 'taken', path: 'pattern', tags: twice }) : { ok: true, tags }
}
