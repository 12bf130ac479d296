import { entryProblemWords, factWords } from '@zetesis/contract'
import {
  checkEntry,
  copyFacts,
  mayNotProblems,
  unitFacts,
  type EntryBody,
  type EntryProblem,
  type FactGroup,
  type UnitRecord,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { outbox } from '@/sync/client'
import { clock } from '@/sync/clock'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { Several } from '@/ui/Several'
import { Body, Soft } from '@/ui/Words'
import { useRow } from '@/unit/rowFilter'
import { useRecords } from '@/unit/useRecords'
import { makeEntry, type UnitHandle } from '@/unit/useUnit'

const groups: readonly { readonly value: FactGroup; readonly label: string }[] = [
  { value: 'label', label: 'Model and label' },
  { value: 'line', label: 'Line set' },
  { value: 'work', label: 'New or old' },
  { value: 'site', label: 'Limits and elevation' },
]

/** What is known of this unit, given to others of the row: what they had otherwise is named before it is replaced. */
export function CopyFacts({ unit }: { unit: UnitHandle }) {
  const [open, setOpen] = useState(false)
  const jobId = unit.job?.id
  if (!jobId || !unit.may({ kind: 'facts', facts: {} }).may) return null
  return (
    <Card>
      <Disclosure
        title="Copy to other units"
        summary="model, line set, limits: as they are saved here"
        open={open}
        onToggle={() => setOpen(!open)}
        testID="copy-facts"
      >
        {open ? <Chooser unit={unit} jobId={jobId} /> : null}
      </Disclosure>
    </Card>
  )
}

function Chooser({ unit, jobId }: { unit: UnitHandle; jobId: string }) {
  const { system } = useSettings()
  const row = useRow(jobId)
  const others = useMemo(() => row.filter((u) => u.id !== unit.unitId && !u.summary.sealed), [row, unit.unitId])
  const [chosen, setChosen] = useState<FactGroup[]>(['label'])
  const [to, setTo] = useState<string[]>([])
  const [done, setDone] = useState<string>()
  const records = useRecords(to)
  const plans = to.flatMap((id) => {
    const record = records.get(id)
    const tag = others.find((u) => u.id === id)?.summary.tag ?? ''
    return record ? [{ id, tag, ...planFor(unit, record, chosen) }] : []
  })
  const unseen = to.length - plans.length
  if (others.length === 0) return <Soft>No other unit of this job is open.</Soft>
  const copy = () => {
    const given = plans.filter((p) => p.bodies.length > 0 && p.problems.length === 0)
    if (unit.user)
      for (const { id, bodies } of given)
        void outbox.add(
          id,
          { id: unit.user.id, name: unit.user.name },
          bodies.map((body) => makeEntry(body)),
        )
    setDone(given.length === 0 ? 'Nothing was copied.' : `Copied to ${given.map((p) => p.tag).join(', ')}.`)
    setTo([])
  }
  return (
    <YStack gap="$3">
      <Several label="What" options={groups} values={chosen} onChange={setChosen} testID="copy-what" />
      <Several
        label="To"
        options={others.map((u) => ({ value: u.id, label: u.summary.tag }))}
        values={to}
        onChange={(ids) => {
          setTo(ids)
          setDone(undefined)
        }}
        testID="copy-to"
      />
      {others.length > 1 ? (
        <Press
          look="quiet"
          testID="copy-all"
          onPress={() => setTo(to.length === others.length ? [] : others.map((u) => u.id))}
        >
          {to.length === others.length ? 'None of them' : 'All of them'}
        </Press>
      ) : null}
      <YStack gap="$1" testID="copy-plan">
        {plans.map(({ id, tag, replaces, problems, bodies }) => (
          <Soft key={id}>
            {`${tag}: ${
              problems[0]
                ? `nothing. ${entryProblemWords(problems[0], system)}`
                : bodies.length === 0
                  ? 'says the same already'
                  : replaces.length > 0
                    ? `replaces ${replaces.map((key) => factWords[key]).join(', ')}`
                    : 'adds what it doesn’t say yet'
            }`}
          </Soft>
        ))}
        {unseen > 0 ? <Soft>{`${unseen} can’t be looked at without a signal, and get nothing.`}</Soft> : null}
      </YStack>
      {done ? <Body testID="copied">{done}</Body> : null}
      {to.length > 0 ? (
        <Press look="act" testID="copy" onPress={copy}>
          Copy
        </Press>
      ) : null}
    </YStack>
  )
}

/** What another unit is given, and what speaks against it. */
function planFor(unit: UnitHandle, record: UnitRecord, chosen: readonly FactGroup[]) {
  const { patch, replaces } = copyFacts(unit.view.facts, unitFacts(record), chosen)
  const taken = unit.record.items.label.at(-1)?.entry
  const theirs = record.items.label.at(-1)?.entry
  const bodies: EntryBody[] = []
  if (chosen.includes('label') && taken && taken.version !== theirs?.version) {
    const { modelId, version, label } = taken
    bodies.push({ kind: 'label', modelId, version, label })
  }
  if (Object.keys(patch).length > 0) bodies.push({ kind: 'facts', facts: patch })
  const problems: EntryProblem[] = bodies.flatMap((body) => {
    const entry = makeEntry(body)
    return [
      ...(unit.user ? mayNotProblems(unit.user, entry, record) : []),
      ...checkEntry(record, entry, { nowMs: clock.now(), jobElevationM: unit.jobElevationM }),
    ]
  })
  return { bodies, replaces, problems }
}
