import { format } from 'date-fns/format'
import { isValid } from 'date-fns/isValid'
import { parse } from 'date-fns/parse'
import { subDays } from 'date-fns/subDays'
import { timeWords } from '@zetesis/contract'
import { clock } from '@/sync/clock'
import { TextField } from '@/ui/TextField'

/**
 * A clock time as the lead says it: "14:05", "1405", "14.05", with seconds if she likes; the latest such time that isn't ahead of now. A hold overnight
 * began "yesterday 17:05".
 */
export function readClock(text: string, now: Date): Date | undefined {
  const before = /^(yesterday|y)[\s,]+/i
  const clean = text
    .trim()
    .replace(before, '')
    .replace(/[.,h ]/g, ':')
  const withColon = /^\d{3,4}$/.test(clean) ? clean.replace(/^(\d{1,2})(\d{2})$/, '$1:$2') : clean
  const pattern = ['H:mm:ss', 'H:mm'].find((p) => isValid(parse(withColon, p, now)))
  if (!pattern) return undefined
  const today = parse(withColon, pattern, now)
  if (before.test(text.trim())) return subDays(today, 1)
  // a time a little ahead is a slip to be told; more than half a day ahead was meant as yesterday
  return today.getTime() > now.getTime() + 12 * 3600_000 ? subDays(today, 1) : today
}

/** When it happened: typed, or now where nothing is; undefined where what is typed is no time. */
export function momentOf(text: string): Date | undefined {
  const now = new Date(clock.now())
  return text.trim() === '' ? now : readClock(text, now)
}

export const clockText = (date: Date) => format(date, 'HH:mm:ss')

export function TimeField({
  label = timeWords.label,
  value,
  onChange,
  problem,
}: {
  label?: string
  value: string
  onChange: (text: string) => void
  problem?: string
}) {
  return (
    <TextField
      label={label}
      value={value}
      onChange={onChange}
      problem={problem}
      hint={timeWords.hint}
      placeholder={timeWords.now}
      testID="time"
    />
  )
}
