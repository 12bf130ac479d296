import { allowanceFor, sameName, showTyped, toSi, type LabelItem } from '@zetesis/core'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'

interface Draft {
  length: QuantityText
  liquidLine: QuantityText
  vapourLine: QuantityText
  allowance: QuantityText
  item: string
  itemMass: QuantityText
  lift: QuantityText
}
const blank: QuantityText = { text: '' }

/** What a run has beyond one plain length: further sections of other sizes, items of the label, the height between the units. */
export function LineSetCard({ unit }: { unit: UnitHandle }) {
  const { facts, charge } = unit.view
  const { system } = useSettings()
  const sections = facts.sections ?? []
  const items = facts.labelItems ?? []
  const label = unit.record.items.label.at(-1)?.entry.label
  const offered = (label?.items ?? []).filter((item) => !items.some((i) => sameName(i.name, item.name)))
  const [open, setOpen] = useState(false)
  const form = useEntryForm<Draft>(unit, 'lineSet', {
    length: blank,
    liquidLine: blank,
    vapourLine: blank,
    allowance: blank,
    item: '',
    itemMass: blank,
    lift: quantityText(facts.lift),
  })
  const { draft, problems, change } = form
  const optional = <D extends 'tube' | 'massPerLength'>(key: 'vapourLine' | 'allowance', dimension: D) => {
    const parsed = quantityInput(dimension, system).safeParse(draft[key])
    if (!parsed.success) form.fail({ [key]: parsed.error.issues[0]?.message })
    return parsed
  }
  const addSection = () => {
    const length = form.quantity('length', 'length')
    const liquidLine = length && form.quantity('liquidLine', 'tube')
    if (!length || !liquidLine) return
    if (length.value < 0) return void form.fail({ length: 'A length can’t be negative.' })
    const vapourLine = optional('vapourLine', 'tube')
    const allowance = optional('allowance', 'massPerLength')
    if (!vapourLine.success || !allowance.success) return
    const perLength = allowance.data ?? (label && allowanceFor(label, toSi('tube', liquidLine)))
    const section = {
      length,
      liquidLine,
      ...(vapourLine.data ? { vapourLine: vapourLine.data } : {}),
      ...(perLength ? { allowance: perLength } : {}),
    }
    if (form.log({ kind: 'facts', facts: { sections: [...sections, section] } }, 'length'))
      form.done({ lift: draft.lift, item: draft.item, itemMass: draft.itemMass })
  }
  const addItem = () => {
    const name = draft.item.trim()
    if (name === '') return void form.fail({ item: 'Say what it is: “indoor coil”.' })
    const mass = form.quantity('itemMass', 'mass')
    if (mass && form.log({ kind: 'facts', facts: { labelItems: [...items, { name, mass }] } }, 'itemMass'))
      change({ item: '', itemMass: blank })
  }
  const takeItem = ({ name, mass }: LabelItem) =>
    form.log({ kind: 'facts', facts: { labelItems: [...items, { name, mass }] } }, 'itemMass')
  const setLift = () => {
    const lift = form.quantity('lift', 'length')
    if (lift) form.log({ kind: 'facts', facts: { lift } }, 'lift')
  }
  const field = (
    key: Exclude<keyof Draft, 'item'>,
    label: string,
    dimension: 'length' | 'tube' | 'massPerLength' | 'mass',
    hint?: string,
  ) => (
    <QuantityField
      label={label}
      dimension={dimension}
      value={draft[key]}
      onChange={(value) => change({ [key]: value })}
      problem={problems[key]}
      hint={hint}
      testID={`lineset-${key}`}
    />
  )
  return (
    <Card>
      <Disclosure
        title="More of the line set"
        summary={
          [
            sections.length > 0 ? `${sections.length + 1} sections` : undefined,
            ...items.map((i) => `${i.name} ${showTyped(i.mass)}`),
            facts.lift ? `${showTyped(facts.lift)} high` : undefined,
          ]
            .filter(Boolean)
            .join(' · ') || 'Further sections, coil, drier, height'
        }
        open={open}
        onToggle={() => setOpen(!open)}
        testID="line-set"
      >
        {sections.map((s, i) => (
          <Body key={i}>
            {`Section ${i + 2}: ${showTyped(s.length)} of ${showTyped(s.liquidLine)}${s.allowance ? ` at ${showTyped(s.allowance)}` : ''}`}
          </Body>
        ))}
        <Heading>Another section</Heading>
        {field('length', 'Length', 'length')}
        {field('liquidLine', 'Liquid line, outside', 'tube')}
        {field('vapourLine', 'Vapour line, outside', 'tube')}
        {field(
          'allowance',
          'Allowance on the label',
          'massPerLength',
          'Empty: the label’s for this size, else computed from the tube.',
        )}
        <XStack gap="$2" flexWrap="wrap">
          <Press grow testID="add-section" onPress={addSection}>
            Add the section
          </Press>
          {sections.length > 0 ? (
            <Press
              look="quiet"
              testID="drop-section"
              onPress={() => form.log({ kind: 'facts', facts: { sections: sections.slice(0, -1) } }, 'length')}
            >
              Take the last one off
            </Press>
          ) : null}
        </XStack>
        <Heading>Item of the label</Heading>
        {offered.map((item) => (
          <Press key={item.name} testID={`label-item-${item.name}`} onPress={() => takeItem(item)}>
            {`The label’s ${item.name}, ${showTyped(item.mass)}`}
          </Press>
        ))}
        <TextField
          label="What"
          value={draft.item}
          onChange={(item) => change({ item })}
          problem={problems.item}
          placeholder="indoor coil"
          testID="lineset-item"
        />
        {field('itemMass', 'Adds', 'mass', 'Below zero where the label takes off.')}
        <XStack gap="$2" flexWrap="wrap">
          <Press grow testID="add-item" onPress={addItem}>
            Add the item
          </Press>
          {items.length > 0 ? (
            <Press
              look="quiet"
              onPress={() => form.log({ kind: 'facts', facts: { labelItems: items.slice(0, -1) } }, 'itemMass')}
            >
              Take the last one off
            </Press>
          ) : null}
        </XStack>
        {field('lift', 'Height between the units', 'length')}
        <Press testID="log-lift" onPress={setLift}>
          Log the height
        </Press>
        {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
        {charge.due.ok ? null : <Soft>What is due isn’t known yet: Prepare needs more.</Soft>}
      </Disclosure>
    </Card>
  )
}
