import { showText, toSi } from '@zetesis/core'
import { useLocalSearchParams } from 'expo-router'
import { useState } from 'react'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { NewUnit } from './NewUnit'
import { RowList } from '@/unit/RowList'
import { useSettings } from '@/settings/settings'
import { useJobs, useUnits } from '@/sync/useUnits'
import { TextField } from '@/ui/TextField'
import { Body, Soft, Title } from '@/ui/Words'

export function RowPage() {
  const { jobId = '' } = useLocalSearchParams<{ jobId: string }>()
  const { system } = useSettings()
  const { data: jobs } = useJobs()
  const { units } = useUnits()
  const [filter, setFilter] = useState('')
  const job = jobs?.find((j) => j.id === jobId)
  const here = units.filter((u) => u.jobId === jobId)
  const sub = job
    ? `${here.length} units · ${job.place} · ${showText('elevation', toSi('elevation', job.elevation), system)} up`
    : ''
  return (
    <Page
      back="/"
      head={
        <>
          <Title>{job?.name ?? 'Job'}</Title>
          <Soft>{sub}</Soft>
        </>
      }
    >
      <RefusedEntries />
      {jobs && !job ? <Body>There is no such job, or it belongs to another company.</Body> : null}
      {here.length > 6 ? (
        <TextField label="Find a unit" value={filter} onChange={setFilter} placeholder="tag or place" testID="filter" />
      ) : null}
      <RowList jobId={jobId} filter={filter} />
      {job ? <NewUnit jobId={jobId} tags={here.map((u) => u.summary.tag)} /> : null}
    </Page>
  )
}
