import { useReason } from '@/unit/useReason'
import { groupWords, habitWords, originWords, reasonWords } from '@zetesis/contract'
import {
  completeSpec,
  habitKeys,
  habitSpecs,
  showTyped,
  unitOverrides,
  type Book,
  type HabitGroup,
  type HabitKey,
} from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'

/** Which method judges this unit, and the values changed for it alone; each change is an entry with its reason. */
export function MethodCard({ unit, book }: { unit: UnitHandle; book: Book }) {
  const { view } = unit
  const overrides = unitOverrides(unit.record)
  const may = unit.may({ kind: 'override', habit: habitKeys[0]!, reason: '' }).may
  return (
    <Card>
      <Heading>Method</Heading>
      <Body testID="unit-method">{`Judged by “${view.profile.name}”`}</Body>
      {overrides.map(({ entry }) => (
        <YStack key={entry.habit} testID={`override-${entry.habit}`}>
          <Body fontSize="$3">{`${habitWords[entry.habit]}: ${showTyped(entry.quantity!)}`}</Body>
          <Soft>{`${originWords.override}: ${entry.reason}`}</Soft>
          {view.sealed || !may ? null : (
            <XStack>
              <Press
                look="quiet"
                onPress={() => unit.append({ kind: 'override', habit: entry.habit, reason: 'back to the method' })}
              >
                Back to the method
              </Press>
            </XStack>
          )}
        </YStack>
      ))}
      {view.sealed ? null : !may ? (
        <Soft testID="lead-method">A lead chooses the method and its values.</Soft>
      ) : (
        <>
          <ChooseMethod unit={unit} book={book} />
          <OverrideValue unit={unit} />
        </>
      )}
    </Card>
  )
}

function ChooseMethod({ unit, book }: { unit: UnitHandle; book: Book }) {
  const [open, setOpen] = useState(false)
  const [id, setId] = useState<string>()
  const reason = useReason(unit, 'method', reasonWords.method)
  const use = () => {
    const profile = book.profiles.find((kept) => kept.id === id)?.value
    if (!profile) return reason.fail(reasonWords.methodFirst)
    const isGiven = reason.give((words) =>
      unit.append({ kind: 'method', profile: completeSpec(profile), reason: words }),
    )
    if (isGiven) whenSafe(() => setOpen(false))
  }
  return (
    <Disclosure title="Another method for this unit" open={open} onToggle={() => setOpen(!open)} testID="method-other">
      <PickOne
        label="Method"
        options={book.profiles.map((kept) => ({ value: kept.id, label: kept.value.name }))}
        value={id}
        onChange={setId}
        testID="method"
      />
      <TextField label={reasonWords.label} {...reason.field} testID="method-reason" />
      <Press onPress={use} testID="method-use">
        Judge this unit by it
      </Press>
    </Disclosure>
  )
}

const groups = [...new Set(habitKeys.map((key) => habitSpecs[key].group))].map((value: HabitGroup) => ({
  value,
  label: groupWords[value],
}))

function OverrideValue({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const [open, setOpen] = useState(false)
  const [group, setGroup] = useState<HabitGroup>()
  const [habit, setHabit] = useState<HabitKey>()
  const [value, setValue] = useState<QuantityText>({ text: '' })
  const [problem, setProblem] = useState<string>()
  const reason = useReason(unit, 'override', reasonWords.gate)
  const now = habit && unit.view.method[habit]
  const set = () => {
    if (!habit) return
    const read = quantityInput(habitSpecs[habit].dimension, system, { required: true }).safeParse(value)
    setProblem(read.success ? undefined : read.error.issues[0]!.message)
    if (!read.success) return
    const isGiven = reason.give((words) => unit.append({ kind: 'override', habit, quantity: read.data, reason: words }))
    if (isGiven)
      whenSafe(() => {
        setOpen(false)
        setHabit(undefined)
      })
  }
  return (
    <Disclosure title="One value for this unit" open={open} onToggle={() => setOpen(!open)} testID="override-open">
      <PickOne label="About" options={groups} value={group} onChange={setGroup} testID="override-group" />
      {group ? (
        <PickOne
          label="Value"
          options={habitKeys
            .filter((key) => habitSpecs[key].group === group)
            .map((key) => ({ value: key, label: habitWords[key] }))}
          value={habit}
          onChange={(key) => {
            setHabit(key)
            setValue(key ? quantityText(unit.view.method[key].quantity) : { text: '' })
          }}
          testID="override-habit"
        />
      ) : null}
      {habit && now ? (
        <>
          <QuantityField
            label={habitWords[habit]}
            dimension={habitSpecs[habit].dimension}
            value={value}
            onChange={setValue}
            problem={problem}
            hint={`Now ${showTyped(now.quantity)}, ${originWords[now.origin]}: ${now.source}.`}
            testID="override-value"
          />
          <TextField label={reasonWords.label} {...reason.field} testID="override-reason" />
          <Press onPress={set} testID="override-set">
            Set it for this unit
          </Press>
        </>
      ) : null}
    </Disclosure>
  )
}
