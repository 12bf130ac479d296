import { isReason } from '@zetesis/core'
import { airWords, visitItemHow, visitItemLine } from '@zetesis/contract'
import type { VisitItemView, VisitRun } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

/** What a visit was promised for, each with what closes it. */
export function VisitItems({ unit, visit }: { unit: UnitHandle; visit: VisitRun }) {
  return (
    <Card>
      <Heading>What is left to do</Heading>
      <YStack role="list" gap="$3">
        {visit.items.map((item) => (
          <Item key={item.index} unit={unit} visit={visit} view={item} />
        ))}
      </YStack>
    </Card>
  )
}

const marks = { open: '○', done: '●', notNeeded: '–' } as const
interface Draft {
  words: string
}

function Item({ unit, visit, view }: { unit: UnitHandle; visit: VisitRun; view: VisitItemView }) {
  const { item, index, state, by } = view
  const [open, setOpen] = useState(false)
  const form = useEntryForm<Draft>(unit, `visitItem.${visit.promise.entry.id}.${index}`, { words: '' })
  const visitId = visit.promise.entry.id
  const close = (how: 'done' | 'notNeeded') => {
    const words = form.draft.words.trim()
    if (how === 'notNeeded' && !isReason(words)) return form.fail({ words: 'Write why it isn’t needed.' })
    if (!form.log({ kind: 'visitItemClosed', visitId, item: index, how, ...(words ? { words } : {}) }, 'words')) return
    form.done()
    setOpen(false)
  }
  const may = unit.may({ kind: 'visitItemClosed', visitId, item: index, how: 'done' }).may
  return (
    <YStack role="listitem" gap="$2" testID={`visit-todo-${index}`}>
      <Body fontWeight="700" color={state === 'open' ? '$ink' : '$soft'}>
        {`${marks[state]} ${visitItemLine(item)}`}
      </Body>
      {state === 'open' ? (
        <Soft>{[airWords(item) ?? 'in any weather', visitItemHow[item.what]].join(' · ')}</Soft>
      ) : (
        <Soft>
          {`${state === 'done' ? 'Done' : 'Not needed'}${by ? ` ${format(new Date(by.entry.at), 'd MMM yyyy')}, ${by.author.name}` : ''}${by?.entry.kind === 'visitItemClosed' && by.entry.words ? `: ${by.entry.words}` : ''}`}
        </Soft>
      )}
      {state === 'open' && may ? (
        <>
          {item.what === 'other' ? (
            <XStack>
              <Press testID={`visit-done-${index}`} onPress={() => close('done')}>
                Done
              </Press>
            </XStack>
          ) : null}
          <Disclosure
            title="Not needed any more"
            summary="with a reason that stays"
            open={open}
            onToggle={() => setOpen(!open)}
            testID={`visit-not-${index}`}
          >
            <TextField
              label="Why"
              value={form.draft.words}
              onChange={(words) => form.change({ words })}
              problem={form.problems.words ?? form.problems.all}
              testID={`visit-why-${index}`}
            />
            <XStack>
              <Press look="stop" testID={`visit-drop-${index}`} onPress={() => close('notNeeded')}>
                Close it as not needed
              </Press>
            </XStack>
          </Disclosure>
        </>
      ) : null}
    </YStack>
  )
}
