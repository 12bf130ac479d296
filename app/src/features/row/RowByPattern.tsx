import { rowProblemWords } from '@zetesis/contract'
import { rowTags, type Kept, type ModelLabel, type RowPattern } from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Disclosure } from '@/ui/Disclosure'
import { FieldProblem } from '@/ui/FieldProblem'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { TextField } from '@/ui/TextField'
import { together } from '@/ui/fields'
import { Soft } from '@/ui/Words'
import type { NewUnitOf } from '@/unit/openUnit'

export interface PatternDraft {
  pattern: string
  from: string
  count: string
  floors: { from: string; to: string }
  modelId?: string
  /** of each tag, where it was typed */
  lengths: Record<string, QuantityText>
}
export const emptyPattern: PatternDraft = {
  pattern: '',
  from: '1',
  count: '',
  floors: { from: '', to: '' },
  lengths: {},
}
const blank: QuantityText = { text: '' }

/** Tags by a pattern, one model for all, each one’s line length down a column. */
export function RowByPattern({
  draft,
  onChange,
  taken,
  models,
  onMake,
}: {
  draft: PatternDraft
  onChange: (draft: PatternDraft) => void
  taken: readonly string[]
  models: readonly Kept<ModelLabel>[]
  onMake: (units: readonly NewUnitOf[]) => void
}) {
  const [lengths, setLengths] = useState(false)
  const [said, setSaid] = useState<{ field: string; words: string }>()
  const { system } = useSettings()
  const change = (part: Partial<PatternDraft>) => {
    setSaid(undefined)
    onChange({ ...draft, ...part })
  }
  const made = rowTags(patternOf(draft), taken)
  const typed = draft.pattern.trim() !== '' && draft.count.trim() !== ''
  const problem = (field: string) => (said?.field === field ? said.words : undefined)
  const make = () => {
    if (!made.ok) return setSaid({ field: made.problem.path, words: rowProblemWords(made.problem) })
    const model = models.find((m) => m.id === draft.modelId)
    const units: NewUnitOf[] = []
    for (const tag of made.tags) {
      const length = quantityInput('length', system).safeParse(draft.lengths[tag] ?? blank)
      if (!length.success) {
        setLengths(true)
        return setSaid({ field: `length-${tag}`, words: length.error.issues[0]!.message })
      }
      units.push({ tag, model, ...(length.data ? { facts: { lineLength: length.data } } : {}) })
    }
    onMake(units)
  }
  return (
    <>
      <YStack gap="$3" {...together}>
        <TextField
          label="Tags"
          value={draft.pattern}
          onChange={(pattern) => change({ pattern })}
          problem={problem('pattern')}
          placeholder="K-##, House {n}, {floor}.##"
          hint="# or {n} is the number, {floor} the floor."
          testID="row-pattern"
        />
        <XStack gap="$3">
          <Whole
            label="First number"
            value={draft.from}
            onChange={(from) => change({ from })}
            problem={problem('from')}
            testID="row-from"
          />
          <Whole
            label="How many"
            value={draft.count}
            onChange={(count) => change({ count })}
            problem={problem('count')}
            testID="row-count"
          />
        </XStack>
        {/\{floor\}/i.test(draft.pattern) ? (
          <XStack gap="$3">
            <Whole
              label="First floor"
              value={draft.floors.from}
              onChange={(from) => change({ floors: { ...draft.floors, from } })}
              problem={problem('floors')}
              testID="row-floor-from"
            />
            <Whole
              label="Last floor"
              value={draft.floors.to}
              onChange={(to) => change({ floors: { ...draft.floors, to } })}
              testID="row-floor-to"
            />
          </XStack>
        ) : null}
      </YStack>
      {models.length > 0 ? (
        <PickOne
          label="Model, for all"
          options={models.map((m) => ({ value: m.id, label: m.value.name }))}
          value={draft.modelId}
          onChange={(modelId) => change({ modelId })}
          testID="row-model"
        />
      ) : null}
      {!typed ? null : made.ok ? (
        <>
          <Soft testID="row-preview">{previewOf(made.tags)}</Soft>
          <Disclosure
            title="Line lengths"
            summary="one a unit; Enter goes to the next"
            open={lengths}
            onToggle={() => setLengths(!lengths)}
            testID="row-lengths"
          >
            {made.tags.map((tag) => (
              <QuantityField
                key={tag}
                label={tag}
                dimension="length"
                value={draft.lengths[tag] ?? blank}
                onChange={(length) => change({ lengths: { ...draft.lengths, [tag]: length } })}
                problem={problem(`length-${tag}`)}
                testID={`row-length-${tag}`}
              />
            ))}
          </Disclosure>
        </>
      ) : said ? null : (
        <FieldProblem id="row" problem={rowProblemWords(made.problem)} />
      )}
      <Press look="act" testID="row-open" onPress={make}>
        {made.ok && typed ? `Open ${countOf(made.tags.length)}` : 'Open the units'}
      </Press>
    </>
  )
}

export const countOf = (units: number) => (units === 1 ? 'one unit' : `${units} units`)

function Whole({
  label,
  value,
  onChange,
  problem,
  testID,
}: {
  label: string
  value: string
  onChange: (text: string) => void
  problem?: string
  testID: string
}) {
  return (
    <YStack flex={1}>
      <TextField label={label} value={value} onChange={onChange} problem={problem} testID={testID} />
    </YStack>
  )
}

const whole = (text: string) => (/^\s*-?\d{1,6}\s*$/.test(text) ? Number(text) : NaN)

function patternOf({ pattern, from, count, floors }: PatternDraft): RowPattern {
  return {
    pattern,
    from: whole(from),
    count: whole(count),
    ...(/\{floor\}/i.test(pattern) ? { floors: { from: whole(floors.from), to: whole(floors.to) } } : {}),
  }
}

const SHOWN = 3
export const previewOf = (tags: readonly string[]) =>
  tags.length > SHOWN + 1
    ? `${tags.slice(0, SHOWN).join(', ')} … ${tags.at(-1)}: ${tags.length} units`
    : `${tags.join(', ')}: ${countOf(tags.length)}`
