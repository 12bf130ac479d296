import { dayText, type Job } from '@zetesis/contract'
import { showText, toSi } from '@zetesis/core'
import { useLocalSearchParams, useRouter } from 'expo-router'
import { useState } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { jobCardPath } from '@/frame/routes'
import { RefusedEntries } from '@/frame/SyncNote'
import { MakeRow } from './MakeRow'
import { NewUnit } from './NewUnit'
import { RowList } from '@/unit/RowList'
import { OrderRow } from './OrderRow'
import { UnitBoard } from './UnitBoard'
import { useRow, writersOf, type RowFilter } from '@/unit/rowFilter'
import { FindUnits } from './FindUnits'
import { useSettings } from '@/settings/settings'
import { useJobs, useUnits } from '@/sync/useUnits'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft, Title } from '@/ui/Words'

export function RowPage() {
  const { jobId = '' } = useLocalSearchParams<{ jobId: string }>()
  const { system } = useSettings()
  const { data: jobs } = useJobs()
  const { units } = useUnits()
  const router = useRouter()
  const [filter, setFilter] = useState<RowFilter>({ text: '' })
  const job = jobs?.find((j) => j.id === jobId)
  const all = units.filter((u) => u.jobId === jobId)
  const here = all.filter((u) => !u.summary.archived)
  const archived = all.length - here.length
  const { wide } = useMedia()
  const mayPlan = useMay('plan')
  const rows = useRow(jobId, filter)
  const whole = useRow(jobId)
  const [ordering, setOrdering] = useState(false)
  const [showArchived, setShowArchived] = useState(false)
  const sub = job
    ? [
        `${here.length} ${here.length === 1 ? 'unit' : 'units'}`,
        job.place,
        `${showText('elevation', toSi('elevation', job.elevation), system)} up`,
      ]
        .filter(Boolean)
        .join(' · ')
    : ''
  return (
    <Page
      back="/"
      broad
      head={
        <>
          <Title>{job?.name ?? 'Job'}</Title>
          <Soft>{sub}</Soft>
        </>
      }
    >
      <RefusedEntries />
      {job ? <Noted job={job} /> : null}
      {jobs && !job ? <Body>There is no such job, or it belongs to another company.</Body> : null}
      {ordering ? (
        <OrderRow jobId={jobId} units={whole} onDone={() => setOrdering(false)} />
      ) : (
        <>
          {here.length > 6 ? <FindUnits filter={filter} writers={writersOf(here)} onChange={setFilter} /> : null}
          {wide ? <UnitBoard rows={rows} /> : <RowList jobId={jobId} filter={filter} />}
        </>
      )}
      {archived > 0 ? (
        <Disclosure
          title="Archived"
          summary={archived === 1 ? 'one unit' : `${archived} units`}
          open={showArchived}
          onToggle={() => setShowArchived(!showArchived)}
          testID="archived-units"
        >
          <RowList jobId={jobId} filter={{ text: '', group: 'archived' }} />
        </Disclosure>
      ) : null}
      {job && here.length === 0 && job.standing === 'open' ? (
        <Card testID="no-units">
          <Heading>No unit yet</Heading>
          <Body>
            Open the first one, or a whole row by a pattern of its tags. Then each goes its way from Prepare to the
            papers.
          </Body>
        </Card>
      ) : null}
      {job && job.standing !== 'open' ? (
        <Banner metal="none" word={job.standing === 'closed' ? 'Closed' : 'Archived'} testID="job-stands">
          No unit is added while it is. Open it again on the job’s card.
        </Banner>
      ) : null}
      {job && !ordering ? (
        <XStack gap="$2" flexWrap="wrap">
          {job.standing === 'open' ? (
            <>
              <NewUnit jobId={jobId} tags={here.map((u) => u.summary.tag)} />
              <MakeRow jobId={jobId} tags={here.map((u) => u.summary.tag)} />
            </>
          ) : null}
          {mayPlan && here.length > 1 ? (
            <Press testID="order-row" onPress={() => setOrdering(true)}>
              Put in another order
            </Press>
          ) : null}
          <Press testID="job-card" onPress={() => router.navigate(jobCardPath(jobId) as never)}>
            The job’s card
          </Press>
        </XStack>
      ) : null}
    </Page>
  )
}

/** For whom, when, and what to know before the door. */
function Noted({ job: { customer, from, to, notes } }: { job: Job }) {
  const whom = [customer?.name, customer?.contact].filter(Boolean).join(', ')
  const days = [from, to !== from ? to : undefined]
    .filter((day) => day !== undefined)
    .map(dayText)
    .join(' to ')
  const first = [whom, days].filter(Boolean).join(' · ')
  if (first === '' && !notes) return null
  return (
    <YStack gap="$1" testID="job-notes">
      {first ? <Body fontSize="$3">{first}</Body> : null}
      {notes ? <Soft>{notes}</Soft> : null}
    </YStack>
  )
}
