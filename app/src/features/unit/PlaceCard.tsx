import { entryProblemWords, reasonWords } from '@zetesis/contract'
import { isArchived, showText, toSi } from '@zetesis/core'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { useJobs } from '@/sync/useUnits'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { PickOne } from '@/ui/PickOne'
import { useReason } from '@/unit/useReason'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

/** Where the unit stands: in which job, or out of the way; both are entries, nothing of it vanishes. Its tag is changed under Prepare. */
export function PlaceCard({ unit }: { unit: UnitHandle }) {
  const [open, setOpen] = useState(false)
  const archived = isArchived(unit.record)
  if (unit.view.sealed || !unit.may({ kind: 'archived', reason: '' }).may) return null
  return (
    <Card>
      <Disclosure
        title={archived ? 'Archived' : 'Move or archive'}
        summary={archived ? 'take it back' : 'another job, or out of the way'}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="place"
      >
        {archived ? null : <Move unit={unit} />}
        <Archive unit={unit} archived={archived} />
      </Disclosure>
    </Card>
  )
}

function Move({ unit }: { unit: UnitHandle }) {
  const { data: jobs } = useJobs()
  const { system } = useSettings()
  const [jobId, setJobId] = useState<string>()
  const [problem, setProblem] = useState<string>()
  const others = (jobs ?? []).filter((j) => j.standing === 'open' && j.id !== unit.job?.id)
  const there = others.find((j) => j.id === jobId)
  if (others.length === 0) return null
  const height = (job: { elevation: { value: number; unit: string } }) => toSi('elevation', job.elevation as never)
  const other = there && unit.job && Math.abs(height(there) - height(unit.job)) > 1
  const move = () => {
    if (!jobId) return setProblem('Choose the job first.')
    const [first] = unit.append({ kind: 'moved', jobId })
    setProblem(first && entryProblemWords(first, system))
    if (!first) whenSafe(() => setJobId(undefined))
  }
  return (
    <>
      <PickOne
        label="Into another job"
        options={others.map((j) => ({ value: j.id, label: j.name }))}
        value={jobId}
        onChange={setJobId}
        testID="move-to"
      />
      {other && unit.view.facts.elevation === undefined ? (
        <Body color="$brass" testID="move-elevation">
          {`It lies at ${showText('elevation', height(there), system)}, this one at ${showText('elevation', height(unit.job!), system)}: pressures and verdicts are reckoned anew by that, unless the unit has an elevation of its own under Prepare.`}
        </Body>
      ) : null}
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <Press testID="move" onPress={move}>
        Move it there
      </Press>
    </>
  )
}

function Archive({ unit, archived }: { unit: UnitHandle; archived: boolean }) {
  const reason = useReason(unit, 'archive', reasonWords.archive)
  const log = () =>
    reason.give((words) =>
      unit.append({ kind: 'archived', reason: words, ...(archived ? { back: true as const } : {}) }),
    )
  return (
    <>
      <TextField
        label={archived ? 'Back, because' : 'Out of the way, because'}
        {...reason.field}
        testID="archive-reason"
      />
      {archived ? null : <Soft>It leaves row and wait bar; its log stays, and it can be taken back.</Soft>}
      <Press look={archived ? 'plain' : 'stop'} testID="archive" onPress={log}>
        {archived ? 'Take it out of the archive' : 'Archive it'}
      </Press>
    </>
  )
}
