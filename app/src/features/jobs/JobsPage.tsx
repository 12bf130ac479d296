import type { Job } from '@zetesis/contract'
import { answerFor } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useState } from 'react'
import { Spinner, XStack, YStack } from 'tamagui'
import { EndsNote } from '@/frame/EndsNote'
import { useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { visitsPath } from '@/frame/routes'
import { RefusedEntries } from '@/frame/SyncNote'
import { sentence } from '@/sync/api'
import { endSession, useSession } from '@/sync/useSession'
import { useBook } from '@/sync/useBook'
import { useJobs, useUnits } from '@/sync/useUnits'
import { AskedOfYou } from './AskedOfYou'
import { JobList } from './JobList'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Logo } from '@/ui/Logo'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft, Title } from '@/ui/Words'

/** more are looked for, not looked through */
const FEW = 8

export function JobsPage() {
  const { data: jobs, error, asking } = useJobs()
  const { user } = useSession()
  const router = useRouter()
  const mayPlan = useMay('plan')
  const { units, asking: asksForUnits } = useUnits()
  const coming = units.filter(({ summary }) => summary.returnVisit && !summary.archived).length
  // where the page leads stands under what comes: it shows once that is there, and doesn't move from under a thumb
  const { book, asking: asksForBook } = useBook()
  const stands = !asking && !asksForUnits && !asksForBook
  const logo = book.company[0]?.value.logo
  const [wanted, setWanted] = useState('')
  const [mine, setMine] = useState(false)
  const [archive, setArchive] = useState(false)
  const isOn = (job: Job) => job.people?.some((p) => p.id === user?.id) ?? false
  const found = (jobs ?? [])
    .filter((j) => !mine || isOn(j))
    .filter((j) =>
      `${j.name} ${j.place ?? ''} ${j.customer?.name ?? ''}`.toLowerCase().includes(wanted.trim().toLowerCase()),
    )
  const of = (standing: Job['standing']) => found.filter((j) => j.standing === standing)
  const [closed, archived] = [of('closed'), of('archived')]
  return (
    <Page
      broad
      head={
        <>
          {logo ? <Logo png={logo} name={user?.company ?? ''} /> : null}
          <Title>Jobs</Title>
          <Soft testID="whose">{user ? `${user.company} · ${user.name}` : ''}</Soft>
        </>
      }
    >
      <RefusedEntries />
      <EndsNote />
      <AskedOfYou />
      {error && !jobs ? <Body>{sentence(error)}</Body> : null}
      {stands || jobs ? null : <Spinner color="$copper" aria-label="Loading" />}
      {jobs && jobs.length === 0 ? (
        <Card testID="no-jobs">
          <Heading>No job yet</Heading>
          <Body>
            {mayPlan
              ? 'Make the first one: a name, where it is and how high. Then its units, one by one or a row at once.'
              : 'Whoever plans the work makes the first one; it shows here by itself.'}
          </Body>
        </Card>
      ) : null}
      {(jobs ?? []).length > FEW ? (
        <TextField
          label="Find a job"
          value={wanted}
          onChange={setWanted}
          placeholder="name, place or customer"
          testID="find-job"
        />
      ) : null}
      {(jobs ?? []).some(isOn) ? (
        <Choice
          label="Whose jobs"
          tight
          options={[
            { value: 'all', label: 'All jobs' },
            { value: 'mine', label: 'Those I’m on' },
          ]}
          value={mine ? 'mine' : 'all'}
          onChange={(value) => setMine(value === undefined ? !mine : value === 'mine')}
          testID="whose-jobs"
        />
      ) : null}
      <JobList jobs={of('open')} />
      {mine && found.length === 0 ? <Soft>You are on none of them.</Soft> : null}
      {jobs && mayPlan ? (
        <XStack>
          <Press
            look={jobs.length === 0 ? 'act' : 'plain'}
            testID="new-job"
            onPress={() => router.navigate('/jobs/new' as never)}
          >
            New job
          </Press>
        </XStack>
      ) : null}
      {closed.length > 0 ? (
        <YStack gap="$2" testID="closed-jobs">
          <Heading>Closed</Heading>
          <JobList jobs={closed} />
        </YStack>
      ) : null}
      {archived.length > 0 ? (
        <Disclosure
          title="Archive"
          summary={archived.length === 1 ? 'one job' : `${archived.length} jobs`}
          open={archive}
          onToggle={() => setArchive(!archive)}
          testID="archive"
        >
          <JobList jobs={archived} />
        </Disclosure>
      ) : null}
      {stands ? (
        <XStack gap="$2" flexWrap="wrap">
          <Press testID="visits" onPress={() => router.navigate(visitsPath as never)}>
            {coming > 0 ? `Return visits (${coming})` : 'Return visits'}
          </Press>
          <Press testID="library" onPress={() => router.navigate('/library' as never)}>
            Library
          </Press>
          <Press testID="tools-link" onPress={() => router.navigate('/tools' as never)}>
            Pocket tools
          </Press>
          {user && answerFor(user, 'company') === 'yes' ? (
            <Press testID="company" onPress={() => router.navigate('/company' as never)}>
              Company
            </Press>
          ) : null}
          <Press testID="account" onPress={() => router.navigate('/account' as never)}>
            Account
          </Press>
          <Press look="quiet" testID="sign-out" onPress={() => void endSession()}>
            Sign out
          </Press>
        </XStack>
      ) : null}
    </Page>
  )
}
