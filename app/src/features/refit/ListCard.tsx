import { oilWords, refitWhyWords, refitWords } from '@zetesis/contract'
import { oils, type ConversionRun, type Oil, type RefitItem } from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { FieldProblem } from '@/ui/FieldProblem'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

/** What this pair of refrigerants and this oil ask for: each is done, or left with a reason. */
export function ListCard({ unit, conversion }: { unit: UnitHandle; conversion: ConversionRun }) {
  const { list } = conversion
  const [open, setOpen] = useState<RefitItem>()
  if (list.length === 0) return null
  const done = list.filter((l) => l.answer).length
  return (
    <Card testID="refit-list">
      <Heading>{`To be done while it is open · ${done} of ${list.length}`}</Heading>
      {list.map(({ line, answer }) => (
        <YStack
          key={line.item}
          gap="$2"
          borderTopWidth={1}
          borderColor="$rule"
          paddingTop="$2"
          testID={`refit-${line.item}`}
        >
          <Body fontWeight="700">
            {`${answer ? (answer.entry.done ? '● ' : '◆ ') : ''}${refitWords[line.item]}${answer && !answer.entry.done ? ': left' : ''}`}
          </Body>
          {answer ? (
            <Soft>
              {[
                answer.entry.oil && `Now ${oilWords[answer.entry.oil].toLowerCase()}`,
                answer.entry.words,
                answer.author.name,
              ]
                .filter(Boolean)
                .join(' · ')}
            </Soft>
          ) : (
            <Soft>{refitWhyWords[line.because]}</Soft>
          )}
          {unit.view.sealed || (answer && open !== line.item) ? null : (
            <Answer
              unit={unit}
              item={line.item}
              changesOil={line.because === 'oilChange' || line.because === 'oilResidual'}
              onDone={() => setOpen(undefined)}
            />
          )}
          {answer && open !== line.item && !unit.view.sealed ? (
            <Press look="quiet" testID={`refit-${line.item}-again`} onPress={() => setOpen(line.item)}>
              Say it anew
            </Press>
          ) : null}
        </YStack>
      ))}
    </Card>
  )
}

function Answer({
  unit,
  item,
  changesOil,
  onDone,
}: {
  unit: UnitHandle
  item: RefitItem
  changesOil: boolean
  onDone: () => void
}) {
  const { draft, problems, change, fail, log, leave } = useEntryForm<{ words: string; oil?: Oil }>(
    unit,
    `refit.${item}`,
    {
      words: '',
    },
  )
  const [writing, setWriting] = useState(draft.words !== '')
  const answer = (done: boolean) => {
    const words = draft.words.trim()
    if (!done && !writing) return setWriting(true)
    if (done && changesOil && !draft.oil) return fail({ oil: 'Say which oil is in it now.' })
    const written = log({
      kind: 'refitted',
      item,
      done,
      ...(words ? { words } : {}),
      ...(done && changesOil && draft.oil ? { oil: draft.oil } : {}),
    })
    if (written) leave(onDone)
  }
  return (
    <YStack gap="$2">
      {changesOil ? (
        <Choice
          label="Oil that is in it now"
          options={oils.map((value) => ({ value, label: oilWords[value] }))}
          value={draft.oil}
          onChange={(oil) => change(oil ? { oil } : {})}
          testID={`refit-${item}-oil`}
        />
      ) : null}
      {writing ? (
        <TextField
          label="In words"
          value={draft.words}
          onChange={(words) => change({ words })}
          hint="Needed where it is left; welcome where it was done."
          testID={`refit-${item}-words`}
        />
      ) : null}
      <FieldProblem id={`refit-${item}`} problem={problems.oil ?? problems.words ?? problems.all} />
      <XStack gap="$2" flexWrap="wrap">
        <Press grow testID={`refit-${item}-done`} onPress={() => answer(true)}>
          Done
        </Press>
        <Press grow look="quiet" testID={`refit-${item}-left`} onPress={() => answer(false)}>
          Leave it, with a reason
        </Press>
      </XStack>
    </YStack>
  )
}
