import { airWords, dayText, plannedWords, visitItemLine, weekdayText, type Job } from '@zetesis/contract'
import { itemAir, type VisitItem, type VisitSummary } from '@zetesis/core'
import { addMonths } from 'date-fns/addMonths'
import { eachDayOfInterval } from 'date-fns/eachDayOfInterval'
import { endOfMonth } from 'date-fns/endOfMonth'
import { endOfWeek } from 'date-fns/endOfWeek'
import { format } from 'date-fns/format'
import { isSameMonth } from 'date-fns/isSameMonth'
import { startOfMonth } from 'date-fns/startOfMonth'
import { startOfWeek } from 'date-fns/startOfWeek'
import { parseISO } from 'date-fns/parseISO'
import { useRouter } from 'expo-router'
import { useMemo, useState } from 'react'
import { Button, Text, useMedia, XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { visitHref } from '@/frame/routes'
import { RefusedEntries } from '@/frame/SyncNote'
import { useCompanyMethod } from '@/sync/useBook'
import { useJobs, useUnits } from '@/sync/useUnits'
import { DayProposals } from '@/unit/visit/DayProposals'
import { useProposals } from '@/unit/visit/useProposals'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { saveFile } from '@/ui/files'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft, Tag, Title } from '@/ui/Words'
import { calendarFile } from './calendarFile'
import { ForecastCard } from './ForecastCard'

interface OpenVisit {
  readonly unitId: string
  readonly tag: string
  readonly visit: VisitSummary
  readonly job: Job
}

const isoDay = (date: Date) => format(date, 'yyyy-MM-dd')
/** the day that a visit stands on: agreed, or the latest */
const dayOf = ({ planned, by }: VisitSummary) => planned?.day ?? by

/** Every promised return visit of the company: by week or as a month, with the days that fit, for a calendar too. */
export function VisitsPage() {
  const visits = useOpenVisits()
  const { wide } = useMedia()
  const [look, setLook] = useState<'list' | 'month'>('list')
  const [left, setLeft] = useState<string>()
  const saveAll = () => {
    const { text, left: out } = calendarFile(visits, (unitId) => `${window.location.origin}/units/${unitId}/visit`)
    setLeft(
      out.length > 0
        ? `Not in it, for want of a day or a latest date: ${out.map(({ tag }) => tag).join(', ')}.`
        : undefined,
    )
    saveFile('return-visits.ics', 'text/calendar', text)
  }
  const calendar = (
    <YStack gap="$2">
      <XStack>
        <Press testID="visits-ics" onPress={saveAll}>
          All in a calendar file (.ics)
        </Press>
      </XStack>
      {left ? <Soft>{left}</Soft> : null}
    </YStack>
  )
  return (
    <Page
      back="/"
      broad
      head={
        <>
          <Title>Return visits</Title>
          <Soft>{visits.length === 1 ? 'one open' : `${visits.length} open`}</Soft>
        </>
      }
    >
      <RefusedEntries />
      {visits.length === 0 ? (
        <Body testID="no-visits">None is open. One is promised on a unit’s start-up page, or on its own page.</Body>
      ) : (
        <>
          {wide ? null : (
            <Choice
              label="Shown"
              tight
              options={[
                { value: 'list', label: 'By week' },
                { value: 'month', label: 'Month' },
              ]}
              value={look}
              onChange={(value) => setLook(value ?? (look === 'list' ? 'month' : 'list'))}
              testID="visits-look"
            />
          )}
          {wide ? (
            <XStack gap="$5" alignItems="flex-start">
              <YStack flex={1} minWidth={0}>
                <ByWeek visits={visits} />
              </YStack>
              <YStack width={520} gap="$4">
                <Month visits={visits} />
                {calendar}
                <Forecasts visits={visits} />
              </YStack>
            </XStack>
          ) : (
            <>
              {look === 'list' ? <ByWeek visits={visits} /> : <Month visits={visits} />}
              {calendar}
              <Forecasts visits={visits} />
            </>
          )}
        </>
      )}
    </Page>
  )
}

function useOpenVisits(): readonly OpenVisit[] {
  const { units } = useUnits()
  const jobs = useJobs().data
  return useMemo(
    () =>
      units
        .flatMap(({ id, jobId, summary }): OpenVisit[] => {
          const job = jobs?.find((j) => j.id === jobId)
          const { returnVisit: visit, tag, archived } = summary
          return visit && job && !archived ? [{ unitId: id, tag, visit, job }] : []
        })
        .sort((a, b) => (dayOf(a.visit) ?? '9').localeCompare(dayOf(b.visit) ?? '9') || a.tag.localeCompare(b.tag)),
    [units, jobs],
  )
}

function ByWeek({ visits }: { visits: readonly OpenVisit[] }) {
  const weeks = new Map<string, OpenVisit[]>()
  const today = isoDay(new Date())
  for (const visit of visits) {
    const day = dayOf(visit.visit)
    const week = !day
      ? 'Whenever it fits'
      : day < today
        ? 'Overdue'
        : `Week of ${format(startOfWeek(parseISO(day), { weekStartsOn: 1 }), 'd MMM yyyy')}`
    weeks.set(week, [...(weeks.get(week) ?? []), visit])
  }
  return (
    <YStack gap="$4">
      {[...weeks].map(([week, own]) => (
        <YStack key={week} gap="$2">
          <Heading color={week === 'Overdue' ? '$oxide' : '$ink'}>{week}</Heading>
          {own.map((visit) => (
            <VisitCard key={visit.unitId} open={visit} />
          ))}
        </YStack>
      ))}
    </YStack>
  )
}

function VisitCard({ open }: { open: OpenVisit }) {
  const router = useRouter()
  const { unitId, tag, visit, job } = open
  const { items, planned, by, contact, who, visiting } = visit
  const method = useCompanyMethod()
  const { told } = useProposals(job, items, by, method)
  const toIt = () => router.navigate(visitHref(unitId) as never)
  return (
    <Card testID={`visit-${tag}`} borderColor={planned ? '$verdigris' : '$brass'}>
      <Button
        unstyled
        role="link"
        aria-label={`Return visit of ${tag}`}
        testID={`visit-open-${tag}`}
        minHeight={52}
        width="100%"
        borderWidth={0}
        padding={0}
        alignItems="flex-start"
        backgroundColor="transparent"
        cursor="pointer"
        onPress={toIt}
      >
        <XStack gap="$3" alignItems="center" width="100%">
          <Tag>{tag}</Tag>
          <YStack flex={1} minWidth={0} alignItems="flex-start">
            <Body fontWeight="700" textAlign="left">
              {visiting ? 'Under way' : planned ? plannedWords(planned) : by ? `by ${dayText(by)}` : 'no date'}
            </Body>
            <Soft textAlign="left">
              {[job.name, who && `${who} comes`, contact && `call ${contact}`].filter(Boolean).join(' · ')}
            </Soft>
          </YStack>
          <Soft>›</Soft>
        </XStack>
      </Button>
      <YStack>
        {items.map((item, index) => (
          <Soft key={index}>{`○ ${[visitItemLine(item), airWords(item)].filter(Boolean).join(', ')}`}</Soft>
        ))}
      </YStack>
      {told && !planned && !visiting ? <DayProposals told={told} items={items} job={job} most={2} /> : null}
    </Card>
  )
}

/** A month as a grid of days: what is agreed stands filled, a latest date is ringed; a tap shows the day's. */
function Month({ visits }: { visits: readonly OpenVisit[] }) {
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

/** The forecast of each job that somebody has to come back to. */
function Forecasts({ visits }: { visits: readonly OpenVisit[] }) {
  const jobs = [...new Map(visits.map(({ job }) => [job.id, job])).values()]
  return (
    <YStack gap="$3">
      <Heading>Forecasts</Heading>
      {jobs.map((job) => (
        <JobForecastCard key={job.id} job={job} first={visits.find((v) => v.job.id === job.id)?.visit.items ?? none} />
      ))}
    </YStack>
  )
}
const none: readonly VisitItem[] = []

function JobForecastCard({ job, first }: { job: Job; first: readonly VisitItem[] }) {
  const method = useCompanyMethod()
  const { told, set } = useProposals(job, first, undefined, method)
  return (
    <Card>
      <Body fontWeight="700">{job.name}</Body>
      <ForecastCard
        job={job}
        set={set}
        air={itemAir(first[0] ?? {})}
        fair={told?.days.flatMap(({ fits }) => fits.filter(({ item }) => item === 0)) ?? []}
      />
    </Card>
  )
}
