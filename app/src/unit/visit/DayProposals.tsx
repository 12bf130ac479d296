import {
  likelyWords,
  stretchWords,
  visitItemLine,
  weekdayText,
  zonedClock,
  zonedDay,
  type Job,
} from '@zetesis/contract'
import { asksForWeather, showText, type DayProposal, type Proposals, type VisitItem } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'

/** Days that a forecast proposes, best first; where none fits, how near one comes. */
export function DayProposals({
  told,
  items,
  job,
  most,
  onPlan,
}: {
  told: Proposals
  items: readonly VisitItem[]
  job: Pick<Job, 'timeZone'>
  most: number
  onPlan?: (day: { day: string; from: string; to: string }) => void
}) {
  const { system } = useSettings()
  const { timeZone } = job
  const shown = told.days.slice(0, most)
  return (
    <YStack gap="$2" testID="proposals">
      {shown.map((proposal) => {
        const hours = hoursOf(proposal, items, timeZone)
        return (
          <YStack key={proposal.day} gap="$1" testID={`proposal-${proposal.day}`}>
            <XStack justifyContent="space-between" alignItems="center" gap="$3">
              <YStack flex={1} minWidth={0}>
                <Body fontWeight="700">{`${weekdayText(proposal.day)}, ${hours.from}–${hours.to}`}</Body>
                {onPlan ? (
                  proposal.fits.map((fit) => (
                    <Soft key={fit.item}>
                      {items.length > 1 ? `${visitItemLine(items[fit.item]!)}: ` : ''}
                      {stretchWords(fit, items[fit.item]!, timeZone, system)}
                    </Soft>
                  ))
                ) : (
                  <Soft>{shortly(proposal, items)}</Soft>
                )}
                {proposal.late ? <Soft>◐ After the latest date.</Soft> : null}
                {proposal.gaps ? <Soft>Some of its hours aren’t in the forecast.</Soft> : null}
              </YStack>
              {onPlan ? (
                <Press testID={`plan-${proposal.day}`} onPress={() => onPlan({ day: proposal.day, ...hours })}>
                  Plan it
                </Press>
              ) : null}
            </XStack>
          </YStack>
        )
      })}
      {told.never.map(({ item, nearest }) => (
        <Body key={item} fontSize="$3" lineHeight="$3" testID={`never-${item}`}>
          {`◆ ${visitItemLine(items[item]!)}: no day of this forecast fits. ${
            nearest
              ? `Nearest: ${showText('temperature', nearest.outdoorK, system)} on ${weekdayText(zonedDay(nearest.atMs, timeZone))} at ${zonedClock(nearest.atMs, timeZone)}, ${showText('temperatureDifference', nearest.shortK, system)} short.`
              : 'It has no working hour left: bring a newer one.'
          }`}
        </Body>
      ))}
    </YStack>
  )
}

/** From the first hour that something fits to the last; what asks for no weather comes along. */
function hoursOf({ fits }: DayProposal, items: readonly VisitItem[], timeZone: string): { from: string; to: string } {
  const asking = fits.filter(({ item }) => asksForWeather(items[item]!))
  const counted = asking.length > 0 ? asking : fits
  const from = Math.min(...counted.map((f) => f.fromMs))
  const to = Math.max(...counted.map((f) => f.toMs))
  return { from: zonedClock(from, timeZone), to: zonedClock(to, timeZone) }
}

/** For a list of many: what can be done that day, and how likely. */
const shortly = ({ fits }: DayProposal, items: readonly VisitItem[]) =>
  fits
    .map(({ item, chance }) => {
      const what = visitItemLine(items[item]!)
      return asksForWeather(items[item]!) ? `${what} ${likelyWords(chance)}` : what
    })
    .join(' · ')
