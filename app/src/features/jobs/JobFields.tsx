import { bookProblemWords, elevationStandsWords, type Job } from '@zetesis/contract'
import { showText, toSi, type JobCard, type Kept } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useEffect, useMemo, useState } from 'react'
import { Controller, useWatch } from 'react-hook-form'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { useMay } from '@/frame/MayNote'
import { jobPath } from '@/frame/routes'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { useBook } from '@/sync/useBook'
import { useCrew, useUnits } from '@/sync/useUnits'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { FormQuantity } from '@/ui/FormQuantity'
import { FormText } from '@/ui/FormText'
import { quantityInput } from '@/ui/quantityInput'
import { Several } from '@/ui/Several'
import { together } from '@/ui/fields'
import { clearDraft, moveDraftBase, readDraft, useDraftBase } from '@/ui/useDraft'
import { useKeptForm } from '@/ui/useKeptForm'
import { SavedTwice } from '@/ui/SavedTwice'
import { Body, Heading, Soft } from '@/ui/Words'
import { ElevationMoves, useElevationChange } from './ElevationMoves'
import { jobSchema, jobValues, type JobInput } from './jobForm'

/** A job's card, new or corrected. */
export function JobForm({ job, kept }: { job?: Job; kept?: Kept<JobCard> }) {
  const { system } = useSettings()
  const router = useRouter()
  const { append, book } = useBook()
  const mayPlan = useMay('plan')
  const crew = useEverybody(job)
  const sealed = useSealedBy(job)
  const draftName = `job.${job?.id ?? 'new'}`
  const opened = useDraftBase(draftName, kept?.version)
  const [followed, setFollowed] = useState<string>()
  const base = followed ?? opened
  const stands = sealed.length > 0 ? job?.elevation : undefined
  const schema = useMemo(() => jobSchema(system, { stands, crew }), [system, stands, crew])
  const { form, submit } = useKeptForm<JobInput, JobCard>({
    schema,
    empty: jobValues(job, book.company[0]?.value),
    draft: draftName,
  })
  // a card that came meanwhile stands in the form as long as nobody has typed into it
  const { isDirty } = form.formState
  const came = kept?.version
  const { reset } = form
  useEffect(() => {
    if (!came || isDirty || Object.keys(readDraft(draftName)).length > 0) return
    reset(jobValues(job, book.company[0]?.value))
    moveDraftBase(draftName, came)
    setFollowed(came)
    // oxlint-disable-next-line react/exhaustive-deps -- another version is what moves it
  }, [came, draftName, reset])
  const [refused, setRefused] = useState<string>()
  const { control } = form
  const typed = quantityInput('elevation', system).safeParse(useWatch({ control, name: 'elevation' })).data
  const change = useElevationChange(job, stands ? undefined : typed)
  const save = submit((card) => {
    const id = job?.id ?? crypto.randomUUID()
    // what goes by the old elevation gets the new one first, so that no verdict moves without a word in its log
    if (mayPlan) change?.write()
    const [first] = append({ kind: 'jobSaved', jobId: id, job: card, ...(base ? { replaces: base } : {}) })
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
      <SavedTwice over={kept?.over} />
      <Card {...together}>
        <FormText control={control} name="name" label="Name" placeholder="Kiln Street Terrace" />
        <FormText control={control} name="place" label="Address" />
        {job && stands ? (
          <YStack testID="elevation-stands">
            <Body fontWeight="600">{`Elevation ${showText('elevation', toSi('elevation', stands), system)}`}</Body>
            <Soft>{elevationStandsWords(sealed)}</Soft>
          </YStack>
        ) : (
          <FormQuantity control={control} name="elevation" label="Elevation" dimension="elevation" />
        )}
        {change ? <ElevationMoves change={change} /> : null}
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
        {crew.length > 0 ? (
          <Controller
            control={control}
            name="people"
            render={({ field }) => (
              <Several
                label="On it"
                options={crew.map(({ id, name }) => ({ value: id, label: name }))}
                values={field.value}
                onChange={field.onChange}
                testID="on-job"
              />
            )}
          />
        ) : null}
        <FormText control={control} name="notes" label="Notes" placeholder="key box, dog, roof hatch" />
      </Card>
    </YStack>
  )
}

/** The crew, and whoever is on the card and has left since. */
function useEverybody(job: Job | undefined) {
  const crew = useCrew()
  return useMemo(() => {
    const gone = (job?.people ?? []).filter((p) => !crew.some((c) => c.id === p.id))
    return [...crew, ...gone].map(({ id, name }) => ({ id, name }))
  }, [crew, job?.people])
}

/** Units that were sealed by the job's elevation, before a seal carried it. */
function useSealedBy(job: Job | undefined) {
  const { units } = useUnits()
  return units
    .filter((u) => u.jobId === job?.id && u.summary.sealed && u.summary.ownElevationM === undefined)
    .map(({ summary: { tag, sealed } }) => ({ tag, sealed }))
}
