import { weekdayText } from '@zetesis/contract'
import { addMonths } from 'date-fns/addMonths'
import { eachDayOfInterval } from 'date-fns/eachDayOfInterval'
import { endOfMonth } from 'date-fns/endOfMonth'
import { endOfWeek } from 'date-fns/endOfWeek'
import { format } from 'date-fns/format'
import { isSameMonth } from 'date-fns/isSameMonth'
import { startOfMonth } from 'date-fns/startOfMonth'
import { startOfWeek } from 'date-fns/startOfWeek'
import { useState } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { Press } from '@/ui/Press'
import { Heading, Soft } from '@/ui/Words'
import { dayOf, isoDay, type OpenVisit } from './openVisits'
import { VisitCard } from './VisitCard'

/** A month as a grid of days: what is agreed stands filled, a latest date is ringed; a tap shows the day's. */
export function Month({ visits }: { visits: readonly OpenVisit[] }) {
  const [shown, setShown] = useState(() => new Date())
  const [day, setDay] = useState<string>()
  const days = eachDayOfInterval({
    start: startOfWeek(startOfMonth(shown), { weekStartsOn: 1 }),
    end: endOfWeek(endOfMonth(shown), { weekStartsOn: 1 }),
  })
  const on = (iso: string) => visits.filter(({ visit }) => dayOf(visit) === iso)
  const today = isoDay(new Date())
  const chosen = day === undefined ? [] : on(day)
  return (
    <YStack gap="$3" testID="month">
      <XStack justifyContent="space-between" alignItems="center">
        <Press
          look="quiet"
          label="The month before"
          testID="month-before"
          onPress={() => setShown(addMonths(shown, -1))}
        >
          ‹
        </Press>
        <Heading>{format(shown, 'MMMM yyyy')}</Heading>
        <Press look="quiet" label="The next month" testID="month-next" onPress={() => setShown(addMonths(shown, 1))}>
          ›
        </Press>
      </XStack>
      <YStack gap="$1" maxWidth={720} width="100%">
        <XStack gap="$1">
          {days.slice(0, 7).map((date) => (
            <Soft key={isoDay(date)} flex={1} textAlign="center">
              {format(date, 'EEEEEE')}
            </Soft>
          ))}
        </XStack>
        {Array.from({ length: days.length / 7 }, (_, week) => (
          <XStack key={week} gap="$1">
            {days.slice(week * 7, week * 7 + 7).map((date) => {
              const iso = isoDay(date)
              return (
                <DayCell
                  key={iso}
                  date={date}
                  own={on(iso)}
                  dim={!isSameMonth(date, shown)}
                  today={iso === today}
                  chosen={iso === day}
                  onPress={() => setDay(iso)}
                />
              )
            })}
          </XStack>
        ))}
      </YStack>
      {day === undefined ? (
        <Soft>● agreed · ○ latest date. Tap a day.</Soft>
      ) : chosen.length === 0 ? (
        <Soft>{`Nothing on ${weekdayText(day)}.`}</Soft>
      ) : (
        chosen.map((visit) => <VisitCard key={visit.unitId} open={visit} />)
      )}
    </YStack>
  )
}

function DayCell({
  date,
  own,
  dim,
  today,
  chosen,
  onPress,
}: {
  date: Date
  own: readonly OpenVisit[]
  dim: boolean
  today: boolean
  chosen: boolean
  onPress: () => void
}) {
  return (
    <Button
      unstyled
      role="button"
      flex={1}
      minWidth={0}
      minHeight={56}
      padding="$1"
      borderRadius="$2"
      borderWidth={2}
      borderColor={chosen ? '$ink' : today ? '$copper' : '$rule'}
      backgroundColor={own.length > 0 ? '$card' : 'transparent'}
      opacity={dim ? 0.55 : 1}
      alignItems="center"
      justifyContent="flex-start"
      cursor="pointer"
      aria-pressed={chosen}
      aria-label={`${format(date, 'd MMMM')}${own.length > 0 ? `, ${own.map(({ tag }) => tag).join(', ')}` : ''}`}
      testID={`day-${isoDay(date)}`}
      onPress={onPress}
    >
      <Text fontFamily="$body" fontSize="$3" fontWeight={today ? '700' : '400'} color="$ink">
        {format(date, 'd')}
      </Text>
      {own.slice(0, 2).map(({ tag, visit }) => (
        <Text
          key={tag}
          fontFamily="$body"
          fontSize="$2"
          color={visit.planned ? '$verdigris' : '$brass'}
          numberOfLines={1}
        >
          {`${visit.planned ? '●' : '○'} ${tag}`}
        </Text>
      ))}
      {own.length > 2 ? <Soft>{`+${own.length - 2}`}</Soft> : null}
    </Button>
  )
}
