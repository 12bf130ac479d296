/** Cells by which loggers say that there is no reading. */
const nothing = /^(|-+|—|–|nan|null|none|n\/?a|ol|o\.?l\.?|over(load|range)?|err(or)?|#n\/a)$/i

export const isNothing = (cell: string) => nothing.test(cell.trim())

/** A number as written with this decimal mark, thousands apart and a unit behind it allowed: "1 234,5 micron". */
export function readNumber(cell: string, decimal: '.' | ','): number | undefined {
  const clean = cell.replace(/[\s\u00a0\u202f']/g, '')
  const match = /^([+-−]?[\d.,]+(?:[eE][+-]?\d+)?)([^\d]*)$/.exec(clean)
  if (!match) return undefined
  const digits = match[1]!.replace('−', '-')
  const plain =
    decimal === ','
      ? digits.replace(/\.(?=\d{3}(\D|$))/g, '').replace(',', '.')
      : digits.replace(/,(?=\d{3}(\D|$))/g, '')
  const value = Number(plain)
  return Number.isFinite(value) ? value : undefined
}

const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d+))?)?\s*([ap]m)?$/i

/** Seconds of the day; "2:05:30 PM", "14:05", "14:05:30,250". */
export function readClockS(cell: string): number | undefined {
  const match = CLOCK.exec(cell.trim())
  if (!match) return undefined
  const [, h, m, s = '0', fraction = '0', half] = match
  const hours = half ? (Number(h) % 12) + (/p/i.test(half) ? 12 : 0) : Number(h)
  if (hours > 24 || Number(m) > 59 || Number(s) > 60) return undefined
  return hours * 3600 + Number(m) * 60 + Number(s) + Number(`0.${fraction}`)
}

const ISO = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/
const LOCAL = /^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})(?:[ ,T]+(.+))?$/

/** Milliseconds since 1970 of a date, with its time behind it or given apart; without a zone it is this device's. */
export function readDateMs(
  cell: string,
  { dayFirst, clock }: { dayFirst: boolean; clock?: string },
): number | undefined {
  const text = cell.trim()
  if (ISO.test(text)) {
    const ms = Date.parse(text.replace(' ', 'T').replace(/,(\d+)/, '.$1'))
    return Number.isNaN(ms) ? undefined : ms
  }
  const parts = readDateParts(text, { dayFirst, clock })
  return parts && new Date(parts.year, parts.month - 1, parts.day).getTime() + parts.seconds * 1000
}

/** A date and the second of its day, as they stand there, whatever the zone. */
export function readDateParts(
  cell: string,
  { dayFirst, clock }: { dayFirst: boolean; clock?: string },
): { year: number; month: number; day: number; seconds: number } | undefined {
  const match = LOCAL.exec(cell.trim())
  if (!match) return undefined
  const [, a, b, c, rest] = match
  const [year, month, day] =
    a!.length === 4
      ? [Number(a), Number(b), Number(c)]
      : dayFirst
        ? [fullYear(c!), Number(b), Number(a)]
        : [fullYear(c!), Number(a), Number(b)]
  const seconds = readClockS(rest ?? clock ?? '0:00')
  if (seconds === undefined || month < 1 || month > 12 || day < 1 || day > 31) return undefined
  return { year, month, day, seconds }
}

const fullYear = (text: string) => (text.length <= 2 ? 2000 + Number(text) : Number(text))
