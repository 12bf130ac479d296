import { isValid } from 'date-fns/isValid'
import { parseISO } from 'date-fns/parseISO'

/** Whether a text is a day of the calendar, written as 2026-07-14. */
export const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text))
