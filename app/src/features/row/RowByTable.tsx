import { readRowTable } from '@zetesis/contract'
import type { FactsPatch, Kept, ModelLabel } from '@zetesis/core'
import { useDeferredValue, useMemo, useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { readTextFile } from '@/ui/files'
import { Body, Soft } from '@/ui/Words'
import type { NewUnitOf } from '@/unit/openUnit'
import { countOf, previewOf } from './RowByPattern'

/** a whole screen of reasons is enough to see what is wrong with a file */
const SHOWN_LINES = 12

/** Units from a spreadsheet: pasted, or from a CSV file; what can’t be taken is said line by line. */
export function RowByTable({
  text,
  onChange,
  taken,
  models,
  onMake,
}: {
  text: string
  onChange: (text: string) => void
  taken: readonly string[]
  models: readonly Kept<ModelLabel>[]
  onMake: (units: readonly NewUnitOf[]) => void
}) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const shown = useDeferredValue(text)
  const reading = useMemo(() => ({ taken, models: models.map((m) => m.value.name), system }), [taken, models, system])
  const table = useMemo(() => readRowTable(shown, reading), [shown, reading])
  const type = (next: string) => {
    setProblem(undefined)
    onChange(next)
  }
  const readFile = async () => {
    const file = await readTextFile('.csv,.tsv,.txt')
    if (file !== undefined) type(file)
  }
  const make = () => {
    const read = readRowTable(text, reading)
    if (!read.ok) return setProblem(read.why)
    if (read.units.length === 0) return setProblem('No line of it can be taken.')
    onMake(
      read.units.map(({ tag, model: name, lineLength, place, serial }): NewUnitOf => {
        const facts: FactsPatch = {
          ...(lineLength ? { lineLength } : {}),
          ...(place ? { place } : {}),
          ...(serial ? { serial } : {}),
        }
        return { tag, facts, model: models.find((m) => m.value.name === name) }
      }),
    )
  }
  const some = text.trim() !== ''
  return (
    <>
      <TextField
        label="Paste from a spreadsheet"
        value={text}
        onChange={type}
        problem={problem ?? (some && !table.ok ? table.why : undefined)}
        long
        hint="First line: tag, and any of model, line length, place, serial. Or tags alone, one a line."
        testID="row-table"
      />
      <XStack>
        <Press testID="row-csv" onPress={() => void readFile()}>
          Read a CSV file
        </Press>
      </XStack>
      {some && table.ok && table.units.length > 0 ? (
        <Soft testID="row-preview">{previewOf(table.units.map((u) => u.tag))}</Soft>
      ) : null}
      {some && table.ok && table.refused.length > 0 ? (
        <YStack gap="$1" testID="row-refused">
          <Body fontWeight="700">
            {table.refused.length === 1 ? 'One line isn’t taken' : `${table.refused.length} lines aren’t taken`}
          </Body>
          {table.refused.slice(0, SHOWN_LINES).map(({ line, why }) => (
            <Soft key={line}>{`Line ${line}: ${why}`}</Soft>
          ))}
          {table.refused.length > SHOWN_LINES ? <Soft>{`And ${table.refused.length - SHOWN_LINES} more.`}</Soft> : null}
        </YStack>
      ) : null}
      <Press look="act" testID="row-open" onPress={make}>
        {some && table.ok && table.units.length > 0 ? `Open ${countOf(table.units.length)}` : 'Open the units'}
      </Press>
    </>
  )
}
