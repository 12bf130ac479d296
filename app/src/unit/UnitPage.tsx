import { stageWords } from '@zetesis/contract'
import { isArchived, jobIdOf } from '@zetesis/core'
import { useLocalSearchParams } from 'expo-router'
import { useEffect, type ReactNode } from 'react'
import { Spinner } from 'tamagui'
import { RowList } from './RowList'
import { LogList } from './LogList'
import { Page } from '@/frame/Page'
import { MayNote } from '@/frame/MayNote'
import { RefusedEntries } from '@/frame/SyncNote'
import { unitPath } from '@/frame/routes'
import { sentence } from '@/sync/api'
import { Banner } from '@/ui/Banner'
import { Body, Heading } from '@/ui/Words'
import { CoverNote } from './CoverNote'
import { UnitHead } from './UnitHead'
import { RequestsCard } from './RequestsCard'
import { setLastUnit } from './lastUnit'
import { useUnit, type UnitHandle } from './useUnit'
import { VisitingNote } from './visit/VisitingNote'

/** the page that the note leads to */
export const VISIT = 'Return visit'

/** A page about one unit: loading, missing and wide-screen panes are the same for all of them. */
export function UnitPage({
  title: named,
  render,
  aside,
  home,
}: {
  title: string | ((unit: UnitHandle) => string)
  render: (unit: UnitHandle) => ReactNode
  aside?: (unit: UnitHandle) => ReactNode
  home?: boolean
}) {
  const { unitId = '' } = useLocalSearchParams<{ unitId: string }>()
  const unit = useUnit(unitId)
  useEffect(() => setLastUnit(unitId), [unitId])
  const title = typeof named === 'string' ? named : named(unit)
  const jobId = jobIdOf(unit.record)
  const back = home ? (jobId ? `/jobs/${jobId}` : '/') : unitPath(unitId)
  if (unit.loading || unit.notFound || unit.record.items.opened.length === 0) {
    const waiting = unit.loading && !unit.notFound
    const reason = unit.notFound
      ? 'It doesn’t exist, or belongs to another company.'
      : unit.error
        ? sentence(unit.error)
        : 'Its log is on its way.'
    return (
      <Page back="/" head={<Heading>{unit.notFound ? 'There is no such unit' : 'Unit'}</Heading>}>
        {waiting && !unit.error ? <Spinner color="$copper" aria-label="Loading" /> : <Body>{reason}</Body>}
      </Page>
    )
  }
  return (
    <Page
      back={back}
      head={<UnitHead view={unit.view} title={home ? '' : title} jobName={unit.job?.name} />}
      left={jobId ? <RowList jobId={jobId} current={unitId} compact /> : null}
      right={
        <>
          {aside?.(unit)}
          <Heading>{`Log of ${unit.view.facts.tag ?? 'this unit'}`}</Heading>
          <LogList unit={unit} />
        </>
      }
    >
      {unit.view.sealed && !home && title !== stageWords.handOver ? (
        <Banner metal="in" word="Sealed">
          Nothing here changes any more; amendments are written under Hand over.
        </Banner>
      ) : null}
      {isArchived(unit.record) ? (
        <Banner metal="none" word="Archived" testID="is-archived">
          Nothing is logged here until it is taken out of the archive, on its own page.
        </Banner>
      ) : null}
      <RefusedEntries unitId={unitId} />
      <MayNote right="log" />
      <CoverNote unit={unit} />
      {title === VISIT ? null : <VisitingNote unit={unit} />}
      <RequestsCard unit={unit} />
      {render(unit)}
    </Page>
  )
}
