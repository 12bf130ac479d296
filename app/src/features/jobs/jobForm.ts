import { jobProblemWords } from '@zetesis/contract'
import { checkJob, isTimeZone, type CompanyCard, type JobCard, type OnJob, type UnitSystem } from '@zetesis/core'
import { z } from 'zod'
import type { QuantityText } from '@/ui/QuantityField'
import { quantityInput, quantityText } from '@/ui/quantityInput'

const line = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `At most ${most} letters.`)
    .transform((text) => (text === '' ? undefined : text))
const FIRST_DAY = '2000-01-01'
const LAST_DAY = '2100-12-31'
const day = z
  .string()
  .trim()
  .refine(
    (text) => text === '' || (z.iso.date().safeParse(text).success && text >= FIRST_DAY && text <= LAST_DAY),
    'Type the day as 2026-07-14, or leave it empty.',
  )
  .transform((text) => (text === '' ? undefined : text))

/**
 * A job's card as it is typed; out comes what the book keeps, without what was left empty.
 * @param crew names of the people who can be on it, by their ids; one that isn't among them any more keeps the name on the card
 * @param stands the elevation that can't be changed any more: then the field isn't there, and what an old draft says of it doesn't count
 */
export function jobSchema(
  system: UnitSystem,
  { stands, crew = [] }: { stands?: JobCard['elevation']; crew?: readonly OnJob[] } = {},
) {
  return z
    .object({
      name: z
        .string()
        .trim()
        .max(80, 'At most 80 letters.')
        .min(1, jobProblemWords({ code: 'noName', path: 'name' })),
      place: line(200),
      customerName: line(120),
      contact: line(200),
      papersFor: line(200),
      timeZone: z
        .string()
        .trim()
        .refine(isTimeZone, jobProblemWords({ code: 'notAZone', path: 'timeZone' })),
      elevation: stands
        ? z.custom<QuantityText>().transform(() => stands)
        : quantityInput('elevation', system, { required: true }),
      from: day,
      to: day,
      notes: line(2000),
      people: z.array(z.string()),
    })
    .transform(({ customerName, contact, papersFor, elevation, people, ...rest }, context): JobCard => {
      const customer = stripped({ name: customerName, contact, papersFor })
      const card = stripped({
        ...rest,
        elevation: elevation!,
        customer: Object.keys(customer).length > 0 ? customer : undefined,
        people: people.length > 0 ? people.map((id) => named(id, crew)) : undefined,
      }) as JobCard
      for (const problem of checkJob(card))
        context.addIssue({ code: 'custom', path: [problem.path], message: jobProblemWords(problem) })
      return card
    })
}
export type JobInput = z.input<ReturnType<typeof jobSchema>>

function named(id: string, crew: readonly OnJob[]): OnJob {
  return { id, name: crew.find((p) => p.id === id)?.name ?? 'somebody' }
}

const stripped = <T extends object>(value: T) =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as Partial<T>

/** The form filled with a card; a new one with the company's zone and elevation, or else the zone that this device is in. */
export function jobValues(card?: JobCard, company?: CompanyCard): JobInput {
  return {
    name: card?.name ?? '',
    place: card?.place ?? '',
    customerName: card?.customer?.name ?? '',
    contact: card?.customer?.contact ?? '',
    papersFor: card?.customer?.papersFor ?? '',
    timeZone: card?.timeZone ?? company?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
    elevation: quantityText(card?.elevation ?? company?.elevation),
    from: card?.from ?? '',
    to: card?.to ?? '',
    notes: card?.notes ?? '',
    people: (card?.people ?? []).map((p) => p.id),
  }
}
