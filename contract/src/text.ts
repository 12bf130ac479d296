import { z } from 'zod'

/** Text that a person typed: trimmed, bounded, without characters that no store or paper takes. */
export const text = (max: number, min = 0) =>
  z
    .string()
    .trim()
    .min(min, min === 1 ? 'Write something here.' : `At least ${min} letters.`)
    .max(max, `At most ${max} letters.`)
    .regex(/^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\ud800-\udfff]*$/u, 'Leave out control characters.')

/** Why somebody did what needs a reason. */
export const reason = text(600, 3)
