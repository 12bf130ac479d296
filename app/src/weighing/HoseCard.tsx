import { fateWords, hoseLine } from '@zetesis/contract'
import { fromSi, hoseContentKg, preferredUnit, showText, toSi, type HoseLeft } from '@zetesis/core'
import { useState } from 'react'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Body, Soft } from '@/ui/Words'

interface Draft {
  bore: QuantityText
  length: QuantityText
  temperature: QuantityText
  phase: HoseLeft['phase']
  fate: HoseLeft['fate']
}

/** What the hoses held when they came off: it left the cylinder, and not all of it came into the system. */
export function HoseCard({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { charge, facts } = unit.view
  const [open, setOpen] = useState(false)
  const form = useEntryForm<Draft>(unit, 'hose', {
    bore: { text: '' },
    length: { text: '' },
    temperature: { text: '' },
    phase: 'liquid',
    fate: 'drawn',
  })
  const { draft, problems, change } = form
  const content = (phase: HoseLeft['phase']) => {
    const bore = quantityInput('tube', system).safeParse(draft.bore).data
    const length = quantityInput('length', system).safeParse(draft.length).data
    const temperature = quantityInput('temperature', system).safeParse(draft.temperature).data
    if (!bore || !length || !temperature || !facts.refrigerant) return undefined
    return hoseContentKg({
      boreM: toSi('tube', bore),
      lengthM: toSi('length', length),
      temperatureK: toSi('temperature', temperature),
      phase,
      refrigerant: facts.refrigerant,
    })
  }
  const held = content(draft.phase)
  const vapour = content('vapour')
  const log = () => {
    const bore = form.quantity('bore', 'tube')
    const length = bore && form.quantity('length', 'length')
    const temperature = length && form.quantity('temperature', 'temperature')
    if (!bore || !length || !temperature) return
    if (held === undefined)
      return void form.fail({
        temperature: 'The refrigerant’s data don’t reach this temperature, or a size is negative.',
      })
    const unitOfMass = preferredUnit('mass', system)
    const mass = { value: Math.round(fromSi('mass', held, unitOfMass) * 100) / 100, unit: unitOfMass }
    const { phase, fate } = draft
    if (form.log({ kind: 'hoseLeft', bore, length, temperature, phase, fate, mass }, 'bore'))
      form.done({ bore: draft.bore, length: draft.length, temperature: draft.temperature, phase, fate })
  }
  const field = (
    key: 'bore' | 'length' | 'temperature',
    label: string,
    dimension: 'tube' | 'length' | 'temperature',
  ) => (
    <QuantityField
      label={label}
      dimension={dimension}
      value={draft[key]}
      onChange={(value) => change({ [key]: value })}
      problem={problems[key]}
      testID={`hose-${key}`}
    />
  )
  return (
    <Card>
      <Disclosure
        title="Hoses"
        summary={charge.hoses.length === 0 ? 'What they kept or lost' : `${charge.hoses.length} logged`}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="hoses"
      >
        {charge.hoses.map(({ entry }) => (
          <Body key={entry.id}>{hoseLine(entry)}</Body>
        ))}
        {field('bore', 'Bore', 'tube')}
        {field('length', 'Length', 'length')}
        {field('temperature', 'Its temperature', 'temperature')}
        <Choice
          label="Full of"
          options={[
            { value: 'liquid', label: 'Liquid' },
            { value: 'vapour', label: 'Vapour' },
          ]}
          value={draft.phase}
          onChange={(phase) => change({ phase: phase ?? draft.phase })}
          testID="hose-phase"
        />
        <Choice
          label="What became of it"
          options={(['drawn', 'kept', 'lost'] as const).map((value) => ({ value, label: fateWords[value] }))}
          value={draft.fate}
          onChange={(fate) => change({ fate: fate ?? draft.fate })}
          testID="hose-fate"
        />
        {held === undefined ? (
          <Soft>A liquid hose holds tens of grams a metre.</Soft>
        ) : (
          <Body testID="hose-content">
            {`Holds ${showText('mass', held, system)}.${draft.phase === 'liquid' && vapour !== undefined ? ` Drawn empty through the running system it keeps ${showText('mass', vapour, system)}.` : ''}`}
          </Body>
        )}
        {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
        <Press testID="log-hose" onPress={log}>
          Log the hose
        </Press>
      </Disclosure>
    </Card>
  )
}
