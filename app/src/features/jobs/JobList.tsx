import { dayText, type Job } from '@zetesis/contract'
import { rowGroup } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMemo } from 'react'
import { useMedia, YStack } from 'tamagui'
import { Board, type BoardColumn } from '@/board/Board'
import { LongList } from '@/board/LongList'
import { jobPath } from '@/frame/routes'
import { clock } from '@/sync/clock'
import { useUnits } from '@/sync/useUnits'
import { LinkRow } from '@/ui/LinkRow'
import { Body, Figure, Heading, Soft } from '@/ui/Words'

interface Counted {
  readonly job: Job
  readonly units: number
  readonly sealed: number
  readonly asks: number
  readonly wrong: number
}

/** Jobs, a line each; on a wide page a board. */
export function JobList({ jobs }: { jobs: readonly Job[] }) {
  const router = useRouter()
  const { wide } = useMedia()
  const rows = useCounted(jobs)
  const open = useMemo(
    () =>
      ({ job }: Counted) =>
        router.navigate(jobPath(job.id) as never),
    [router],
  )
  if (jobs.length === 0) return null
  if (wide)
    return (
      <Board
        name="jobs"
        rows={rows}
        columns={columns}
        keyOf={({ job }) => job.id}
        titleOf={({ job }) => job.name}
        testIdOf={({ job }) => `job-${job.name}`}
        onOpen={open}
      />
    )
  return (
    <LongList items={rows} keyOf={({ job }) => job.id} usualHeight={77}>
      {(row) => (
        <LinkRow
          title={row.job.name}
          note={[row.job.place, row.job.customer?.name].filter(Boolean).join(' · ')}
          onPress={() => open(row)}
          testID={`job-${row.job.name}`}
          end={
            <YStack alignItems="flex-end">
              <Figure>{row.units}</Figure>
              <Soft>{`${row.units === 1 ? 'unit' : 'units'}, ${row.sealed} sealed`}</Soft>
            </YStack>
          }
        />
      )}
    </LongList>
  )
}

/** Jobs with their units counted, those that this device just wrote, too. */
function useCounted(jobs: readonly Job[]): Counted[] {
  const { units } = useUnits()
  return useMemo(() => {
    const nowMs = clock.now()
    const found = new Map<string, Omit<Counted, 'job'>>()
    for (const { jobId, summary } of units) {
      const of = found.get(jobId) ?? { units: 0, sealed: 0, asks: 0, wrong: 0 }
      const group = rowGroup(summary, nowMs)
      found.set(jobId, {
        units: of.units + 1,
        sealed: of.sealed + (group === 'sealed' ? 1 : 0),
        asks: of.asks + (group === 'asks' ? 1 : 0),
        wrong: of.wrong + (group === 'wrong' ? 1 : 0),
      })
    }
    return jobs.map((job) => ({ job, asks: 0, wrong: 0, units: job.units, sealed: job.sealed, ...found.get(job.id) }))
  }, [jobs, units])
}

const daysOf = ({ from, to }: Job) =>
  [from, to === from ? undefined : to]
    .filter((day) => day !== undefined)
    .map(dayText)
    .join(' to ')

const columns: readonly BoardColumn<Counted>[] = [
  {
    id: 'job',
    title: 'Job',
    share: 6,
    by: ({ job }) => job.name,
    cell: ({ job }) => (
      <YStack alignItems="flex-start" maxWidth="100%">
        <Heading textAlign="left">{job.name}</Heading>
        {job.place ? (
          <Soft textAlign="left" numberOfLines={1}>
            {job.place}
          </Soft>
        ) : null}
      </YStack>
    ),
  },
  {
    id: 'customer',
    title: 'Customer',
    share: 4,
    by: ({ job }) => job.customer?.name ?? '',
    cell: ({ job }) => <Body fontSize="$3">{job.customer?.name ?? '–'}</Body>,
  },
  {
    id: 'days',
    title: 'Days',
    share: 4,
    by: ({ job }) => job.from ?? '',
    cell: ({ job }) => <Body fontSize="$3">{daysOf(job) || '–'}</Body>,
  },
  {
    id: 'people',
    title: 'On it',
    share: 4,
    by: ({ job }) => job.people?.[0]?.name ?? '',
    cell: ({ job }) => <Soft>{job.people?.map((p) => p.name).join(', ') ?? '–'}</Soft>,
  },
  count('units', 'Units', ({ units }) => units),
  count('asks', 'Want a hand', ({ asks }) => asks),
  count('wrong', 'Stopped', ({ wrong }) => wrong),
  count('sealed', 'Sealed', ({ sealed }) => sealed),
]

function count(id: string, title: string, by: (row: Counted) => number): BoardColumn<Counted> {
  return { id, title, share: 2, right: true, by, cell: (row) => <Figure>{by(row)}</Figure> }
}
