import { zodResolver } from '@hookform/resolvers/zod'
import { bookProblemWords, elevationStandsWords, type Job } from '@zetesis/contract'
import { showText, toSi, type JobCard, type JobStanding, type Kept } from '@zetesis/core'
import { useLocalSearchParams, useRouter } from 'expo-router'
import { useMemo, useState } from 'react'
import { useForm } from 'react-hook-form'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { Page } from '@/frame/Page'
import { jobPath } from '@/frame/routes'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { useBook } from '@/sync/useBook'
import { useJobs, useUnits } from '@/sync/useUnits'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { FormQuantity } from '@/ui/FormQuantity'
import { FormText } from '@/ui/FormText'
import { Press } from '@/ui/Press'
import { together } from '@/ui/fields'
import { clearDraft, readDraft, useDraft, useDraftBase } from '@/ui/useDraft'
import { Body, Heading, Soft, Title } from '@/ui/Words'
import { jobSchema, jobValues, type JobInput } from './jobForm'

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
        <JobForm key={jobId} job={job} kept={kept} />
      ) : (
        <Body>{jobs ? 'There is no such job, or it belongs to another company.' : 'Opening the job …'}</Body>
      )}
    </Page>
  )
}

function JobForm({ job, kept }: { job?: Job; kept?: Kept<JobCard> }) {
  const { system } = useSettings()
  const router = useRouter()
  const { append, book } = useBook()
  const { units } = useUnits()
  const draftName = `job.${job?.id ?? 'new'}`
  const base = useDraftBase(draftName, kept?.version)
  const settled = job !== undefined && units.some((u) => u.jobId === job.id)
  const schema = useMemo(
    () => jobSchema(system, settled ? job.elevation : undefined),
    [system, settled, job?.elevation],
  )
  const form = useForm<JobInput, unknown, JobCard>({
    resolver: zodResolver(schema),
    defaultValues: { ...jobValues(job, book.company[0]?.value), ...readDraft<JobInput>(draftName) },
  })
  useDraft(draftName, form)
  const [refused, setRefused] = useState<string>()
  const { control, handleSubmit } = form
  const save = handleSubmit((card) => {
    const id = job?.id ?? crypto.randomUUID()
    const [first] = append({
      kind: 'jobSaved',
      jobId: id,
      job: card,
      ...(base ? { replaces: base } : {}),
    })
    setRefused(first && bookProblemWords(first))
    if (first) return
    whenSafe(() => {
      clearDraft(draftName)
      router.navigate(jobPath(id) as never)
    })
  })
  useBarAction(job ? 'Save the card' : 'Make the job', () => void save())
  return (
    <YStack gap="$4">
      {refused ? (
        <Banner metal="out" word="Not saved">
          {refused}
        </Banner>
      ) : null}
      {kept?.over ? (
        <Banner metal="tooClose" word="Saved twice" testID="saved-twice">
          {`${kept.over} had saved another version just before. Both are in the book; compare with them.`}
        </Banner>
      ) : null}
      <Card {...together}>
        <FormText control={control} name="name" label="Name" placeholder="Kiln Street Terrace" />
        <FormText control={control} name="place" label="Address" />
        {settled ? (
          <YStack testID="elevation-stands">
            <Body fontWeight="600">{`Elevation ${showText('elevation', toSi('elevation', job.elevation), system)}`}</Body>
            <Soft>{elevationStandsWords}</Soft>
          </YStack>
        ) : (
          <FormQuantity control={control} name="elevation" label="Elevation" dimension="elevation" />
        )}
        <FormText control={control} name="timeZone" label="Time zone" placeholder="Europe/Madrid" />
      </Card>
      <Card {...together}>
        <Heading>Customer</Heading>
        <FormText control={control} name="customerName" label="Name" testID="customerName" />
        <FormText control={control} name="contact" label="How to reach them" />
        <FormText control={control} name="papersFor" label="Papers for" placeholder="the customer, where empty" />
      </Card>
      <Card>
        <XStack gap="$3" flexWrap="wrap">
          <YStack flexGrow={1} flexBasis={140}>
            <FormText control={control} name="from" label="First day" placeholder="2026-07-14" />
          </YStack>
          <YStack flexGrow={1} flexBasis={140}>
            <FormText control={control} name="to" label="Last day" placeholder="2026-07-16" />
          </YStack>
        </XStack>
        <FormText control={control} name="notes" label="Notes" placeholder="key box, dog, roof hatch" />
      </Card>
      {job ? <Standing job={job} /> : null}
    </YStack>
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
