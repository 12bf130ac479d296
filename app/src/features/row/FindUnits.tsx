import { rowGroupWords, stageWords } from '@zetesis/contract'
import { rowGroups, stages } from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import type { RowFilter } from '@/unit/RowList'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { TextField } from '@/ui/TextField'

/** Finds units along a long row: by tag or place, by the stage they stand at, by what they need. */
export function FindUnits({ filter, onChange }: { filter: RowFilter; onChange: (filter: RowFilter) => void }) {
  const [open, setOpen] = useState(false)
  const { stage, group } = filter
  const chosen = [group && rowGroupWords[group], stage && stageWords[stage]]
    .filter((words) => words !== undefined)
    .join(', ')
    .toLowerCase()
  return (
    <YStack gap="$2">
      <TextField
        label="Find a unit"
        value={filter.text}
        onChange={(text) => onChange({ ...filter, text })}
        placeholder="tag or place"
        testID="filter"
      />
      <Disclosure
        title={chosen === '' ? 'All of the row' : `Only: ${chosen}`}
        summary="by stage, by what they need"
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
      </Disclosure>
    </YStack>
  )
}
