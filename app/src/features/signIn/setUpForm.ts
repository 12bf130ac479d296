import { Email, NewPassword as Password } from '@zetesis/contract'
import { customarySpec, isTimeZone, type UnitSystem } from '@zetesis/core'
import { z } from 'zod'
import { quantityInput, quantityText } from '@/ui/quantityInput'

const line = (most: number, empty: string) => z.string().trim().min(1, empty).max(most, `At most ${most} letters.`)

/** What a company begins with, as it is typed; the elevation in the units of measure that are chosen above it. */
export const setUpSchema = (system: UnitSystem) =>
  z.object({
    company: line(80, 'Give the company a name: it stands on every paper.'),
    units: z.enum(['ip', 'si']),
    timeZone: z
      .string()
      .trim()
      .refine(isTimeZone, 'No time zone has this name. Write it as America/Denver or Europe/Vienna.'),
    elevation: quantityInput('elevation', system),
    method: z.string().min(1, 'Choose how you judge; it can be changed later.'),
    name: line(80, 'Type your name: your entries are signed with it.'),
    login: Email,
    password: Password,
  })
export type SetUpInput = z.input<ReturnType<typeof setUpSchema>>

export const emptySetUp = (): SetUpInput => ({
  company: '',
  units: 'ip',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  elevation: quantityText(undefined),
  method: customarySpec.id,
  name: '',
  login: '',
  password: '',
})
