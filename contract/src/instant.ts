import { z } from 'zod'

/** An instant in UTC with milliseconds, as phones write it; one form only, so that hashes don't depend on a writer's taste. */
export const instant = z.iso.datetime({ precision: 3, error: 'Give the time as 2026-07-14T16:05:00.000Z.' })
/** A day of the calendar. */
export const day = z.iso.date({ error: 'Give the date as 2026-07-14.' })
export const id = z.uuid({ error: 'An id must be a UUID.' })
