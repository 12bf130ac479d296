import type { Job } from '@zetesis/contract'
import type { JobStanding } from '@zetesis/core'
import { useLocalSearchParams } from 'expo-router'
import { XStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { jobPath } from '@/frame/routes'
import { useBook } from '@/sync/useBook'
import { useJobs } from '@/sync/useUnits'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Body, Soft, Title } from '@/ui/Words'
import { JobForm } from './JobFields'

export function NewJobPage() {
  return (
    <Page
      back="/"
      head={
        <>
          <Title>New job</Title>
          <Soft>A place with units. It can be made with no signal.</Soft>
        </>
      }
    >
      <JobForm />
    </Page>
  )
}

/** A job's card: everything about it that isn't a unit. */
export function JobCardPage() {
  const { jobId = '' } = useLocalSearchParams<{ jobId: string }>()
  const { data: jobs } = useJobs()
  const { book } = useBook()
  const job = jobs?.find((j) => j.id === jobId)
  const kept = book.jobs.find((k) => k.id === jobId)
  return (
    <Page
      back={jobPath(jobId)}
      head={
        <>
          <Title>{job?.name ?? 'Job'}</Title>
          <Soft>{kept ? `Saved by ${kept.by}` : 'The job’s card'}</Soft>
        </>
      }
    >
      {job ? (
        <>
          <JobForm key={jobId} job={job} kept={kept} />
          <Standing job={job} />
        </>
      ) : (
        <Body>{jobs ? 'There is no such job, or it belongs to another company.' : 'Opening the job …'}</Body>
      )}
    </Page>
  )
}

const acts: Record<JobStanding, readonly { readonly to: JobStanding; readonly label: string }[]> = {
  open: [{ to: 'closed', label: 'Close the job' }],
  closed: [
    { to: 'open', label: 'Open it again' },
    { to: 'archived', label: 'Archive it' },
  ],
  archived: [{ to: 'open', label: 'Take it out of the archive' }],
}
const said: Record<JobStanding, string> = {
  open: 'Closed, it moves to the end of the list; everything in it stays.',
  closed: 'This job is closed. Archived, it leaves the list; nothing of it is lost.',
  archived: 'This job is archived. Everything in it is as it was.',
}

function Standing({ job }: { job: Job }) {
  const { append } = useBook()
  return (
    <Card testID={`standing-${job.standing}`}>
      <Soft>{said[job.standing]}</Soft>
      <XStack gap="$2" flexWrap="wrap">
        {acts[job.standing].map(({ to, label }) => (
          <Press
            key={to}
            testID={`stand-${to}`}
            onPress={() => append({ kind: 'jobStands', jobId: job.id, standing: to })}
          >
            {label}
          </Press>
        ))}
      </XStack>
    </Card>
  )
}
