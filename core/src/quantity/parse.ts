import { unitTable, type Dimension, type Quantity, type UnitOf } from './unit'

export type ParseProblem =
  | { code: 'empty' }
  | { code: 'notANumber'; text: string }
  | { code: 'ambiguousSeparator'; text: string; asThousands: number; asDecimal: number }
  /** a fraction that ends at its stroke, or has nothing above it */
  | { code: 'halfFraction'; text: string }
  /** sixteen ounces are a pound: 5 lb 17 oz is a slip of the thumb */
  | { code: 'ouncesOverPound'; ounces: number }
  | { code: 'unknownUnit'; unit: string; accepted: readonly string[] }

export type Parsed<D extends Dimension> = { ok: true; quantity: Quantity<D> } | { ok: false; problem: ParseProblem }

/**
 * Reads what a gloved thumb typed: "118", "8.1 bar", "8,1 bar", "1 490", "−3", "5 lb 4 oz", "5 lb 4", "3/8 in", "1 1/8". A bare number takes
 * `assumedUnit`, which the field shows. A single separator before exactly three digits ("1,490") is refused, since it
 * is 1490 in one half of the world and 1.49 in the other.
 */
export function parseQuantity<D extends Dimension>(text: string, dimension: D, assumedUnit: UnitOf<D>): Parsed<D> {
  const clean = text
    .normalize('NFKC')
    .replace(/[−–]/g, '-')
    .replace(/[\s\u202f]+/g, ' ')
    .trim()
  if (clean === '') return { ok: false, problem: { code: 'empty' } }
  const compound = dimension === 'mass' ? poundsAndOunces(clean) : undefined
  if (compound) {
    const { pounds, ounces } = compound
    if (ounces >= 16) return { ok: false, problem: { code: 'ouncesOverPound', ounces } }
    return { ok: true, quantity: { value: pounds * 16 + ounces, unit: 'oz' } as Quantity<D> }
  }
  if (/^[+-]?[\d ]*\/(?! ?\d)|^\//.test(clean)) return { ok: false, problem: { code: 'halfFraction', text: clean } }

  const match = /^([+-]?(?:\d+ )?\d+ ?\/ ?\d+|[+-]?(?:\d[\d ]*)?(?:[.,]\d+)*[.,]?)(.*)$/.exec(clean)
  const digits = match?.[1]?.trim() ?? ''
  const rest = match?.[2]?.trim() ?? ''
  if (!/\d/.test(digits)) return { ok: false, problem: { code: 'notANumber', text: clean } }

  const unit = rest === '' ? assumedUnit : findUnit(dimension, rest)
  const number = readNumber(digits)
  if (number === undefined) return { ok: false, problem: { code: 'notANumber', text: clean } }
  if (typeof number === 'object') return { ok: false, problem: { code: 'ambiguousSeparator', text: clean, ...number } }
  if (unit === undefined) {
    return { ok: false, problem: { code: 'unknownUnit', unit: rest, accepted: Object.keys(unitTable(dimension)) } }
  }
  return { ok: true, quantity: { value: number, unit: unit as UnitOf<D> } }
}

/** after pounds a bare number is ounces */
function poundsAndOunces(text: string): { pounds: number; ounces: number } | undefined {
  const match = /^(\d+) ?(?:lbs?|pounds?)\.? ?(\d+(?:[.,]\d+)?) ?(?:oz|ounces?)?\.?$/i.exec(text)
  return match ? { pounds: Number(match[1]), ounces: Number(match[2]!.replace(',', '.')) } : undefined
}

function readNumber(digits: string): number | { asThousands: number; asDecimal: number } | undefined {
  const fraction = /^([+-]?)(?:(\d+) )?(\d+) ?\/ ?(\d+)$/.exec(digits)
  if (fraction) {
    const [, sign, whole = '0', above, below] = fraction
    const size = Number(whole) + Number(above) / Number(below)
    return Number(below) === 0 ? undefined : sign === '-' ? -size : size
  }
  const spaced = /^([+-]?)(\d{1,3}(?: \d{3})+|\d+)?((?:[.,]\d+)*)[.,]?$/.exec(digits)
  if (!spaced) return undefined
  const whole = (spaced[2] ?? '').replace(/ /g, '')
  const parts = (spaced[3] ?? '').match(/[.,]\d+/g) ?? []
  if (parts.length === 0) return finite(`${spaced[1]}${whole}`)
  const comma = parts[0]!.startsWith(',')
  if (parts.length === 1) {
    const decimal = finite(`${spaced[1]}${whole || '0'}.${parts[0]!.slice(1)}`)
    // a comma before three digits is read both ways; a point before three digits is a decimal point in every market served
    if (comma && parts[0]!.length === 4 && whole !== '' && whole !== '0' && whole.length <= 3) {
      return { asThousands: Number(`${spaced[1]}${whole}${parts[0]!.slice(1)}`), asDecimal: decimal ?? 0 }
    }
    return decimal
  }
  // "1,234,567" or "1,234.5": separators of thousands, then at most one decimal mark of the other kind
  const groups = parts.slice(0, -1)
  const last = parts.at(-1)!
  if (!groups.every((g) => g.length === 4 && g[0] === parts[0]![0])) return undefined
  const thousands = whole + groups.map((g) => g.slice(1)).join('')
  if (last[0] !== parts[0]![0]) return finite(`${spaced[1]}${thousands}.${last.slice(1)}`)
  return last.length === 4 ? finite(`${spaced[1]}${thousands}${last.slice(1)}`) : undefined
}

function finite(text: string): number | undefined {
  const value = Number(text)
  return text !== '' && Number.isFinite(value) ? value : undefined
}

function findUnit(dimension: Dimension, written: string): string | undefined {
  const table = unitTable(dimension)
  if (Object.hasOwn(table, written)) return written
  const plain = (text: string) => text.normalize('NFKC').toLowerCase()
  const key = plain(written).replace(/\./g, '').trim()
  return Object.keys(table).find(
    (name) => plain(name) === key || table[name]!.aliases?.some((alias) => plain(alias) === key),
  )
}
