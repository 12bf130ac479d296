import type { Job } from '@zetesis/contract'
import { itemAir, type VisitItem } from '@zetesis/core'
import { format } from 'date-fns/format'
import { parseISO } from 'date-fns/parseISO'
import { startOfWeek } from 'date-fns/startOfWeek'
import { useState } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { useCompanyMethod } from '@/sync/useBook'
import { useProposals } from '@/unit/visit/useProposals'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { saveFile } from '@/ui/files'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft, Title } from '@/ui/Words'
import { calendarFile } from './calendarFile'
import { ForecastCard } from './ForecastCard'
import { Month } from './Month'
import { dayOf, isoDay, useOpenVisits, type OpenVisit } from './openVisits'
import { VisitCard } from './VisitCard'

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
