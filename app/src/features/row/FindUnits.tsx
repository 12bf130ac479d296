import { rowGroupWords, stageWords } from '@zetesis/contract'
import { rowGroups, stages } from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import type { RowFilter } from '@/unit/rowFilter'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { TextField } from '@/ui/TextField'

/** Finds units along a long row: by tag or place, by the stage they stand at, by what they need. */
export function FindUnits({
  filter,
  writers,
  onChange,
}: {
  filter: RowFilter
  /** people who wrote in logs of this row */
  writers: readonly { readonly id: string; readonly name: string }[]
  onChange: (filter: RowFilter) => void
}) {
  const [open, setOpen] = useState(false)
  const { stage, group, who } = filter
  const person = writers.find((w) => w.id === who)?.name
  const chosen = [group && rowGroupWords[group].toLowerCase(), stage && stageWords[stage].toLowerCase(), person]
    .filter((words) => words !== undefined)
    .join(', ')
  return (
    <YStack gap="$2" maxWidth={728}>
      <TextField
        label="Find a unit"
        value={filter.text}
        onChange={(text) => onChange({ ...filter, text })}
        placeholder="tag or place"
        testID="filter"
      />
      <Disclosure
        title={chosen === '' ? 'All of the row' : `Only: ${chosen}`}
        summary="by stage, by what they need, by who"
        open={open}
        onToggle={() => setOpen(!open)}
        testID="narrow"
      >
        <Choice
          label="What they need"
          options={rowGroups
            .filter((value) => value !== 'archived')
            .map((value) => ({ value, label: rowGroupWords[value] }))}
          value={group}
          onChange={(value) => onChange({ ...filter, group: value })}
          testID="group"
        />
        <Choice
          label="Stage"
          options={stages.map((value) => ({ value, label: stageWords[value] }))}
          value={stage}
          onChange={(value) => onChange({ ...filter, stage: value })}
          testID="stage"
        />
        {writers.length > 1 ? (
          <Choice
            label="Who wrote in its log"
            options={writers.map(({ id, name }) => ({ value: id, label: name }))}
            value={who}
            onChange={(value) => onChange({ ...filter, who: value })}
            testID="who"
          />
        ) : null}
      </Disclosure>
    </YStack>
  )
}
