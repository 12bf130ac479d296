import { isExpired } from '@zetesis/core'
import type { Letterhead } from '../workers/tasks'

/** Who did the work: the company as its card has it, and the certificates of those who logged it; one that is over on that day is said. */
export function workByLines(company: string, { card, certificates }: Letterhead, day: string): string[] {
  const reach = [card?.address?.replace(/\s*\n\s*/g, ', '), card?.phone].filter(Boolean).join(' · ')
  return [
    `Work by ${company}${reach ? `, ${reach}` : ''}.`,
    ...(card?.licences?.length ? [`Licences: ${card.licences.join(', ')}.`] : []),
    ...certificates.map(
      ({ name, certificates: list }) =>
        `${name}: ${list
          .map((each) => {
            const until = each.until ? (isExpired(each, day) ? `, expired ${each.until}` : `, until ${each.until}`) : ''
            return `${each.kind} ${each.number}${until}`
          })
          .join('; ')}.`,
    ),
  ]
}
