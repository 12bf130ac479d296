import { showText } from '@zetesis/core'
import { useState } from 'react'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body, Soft } from '@/ui/Words'
import { useSettings } from '@/settings/settings'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

interface Draft {
  pressure: QuantityText
  valves: 'hold' | 'leak' | ''
}
const empty: Draft = { pressure: { text: '' }, valves: '' }

/** The charge into the outdoor unit, so that the orifice can be changed without a recovery. */
export function PumpDownCard({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { conversion, sealed } = unit.view
  const done = conversion?.pumpedDown?.entry
  const [open, setOpen] = useState(false)
  const form = useEntryForm(unit, 'pumpDown', empty)
  const { draft, problems, change } = form
  if (sealed) return null
  const log = () => {
    const suctionPressure = form.quantity('pressure', 'gaugePressure')
    if (!suctionPressure) return
    if (draft.valves === '') return form.fail({ valves: 'Say whether the valves hold.' })
    if (form.log({ kind: 'pumpedDown', suctionPressure, valvesHold: draft.valves === 'hold' }, 'pressure')) {
      form.done()
      setOpen(false)
    }
  }
  return (
    <Card testID="pump-down">
      <Disclosure
        title="Pump down to change the orifice"
        summary={
          done
            ? `Pumped down to ${done.suctionPressure.value} ${done.suctionPressure.unit}, valves ${done.valvesHold ? 'hold' : 'don’t hold'}`
            : 'the charge stays in the outdoor unit'
        }
        open={open}
        onToggle={() => setOpen(!open)}
        testID="pump-down-open"
      >
        <Body>
          Liquid valve shut, running, until the suction gauge is near{' '}
          {showText('gaugePressure', unit.view.method.pumpDownPa.si, system)}; then the suction valve, and off at once.
          Both valves must hold and the compressor must be sound; with an accumulator it takes several tries. Never
          below zero.
        </Body>
        <QuantityField
          label="Suction pressure when it stopped"
          dimension="gaugePressure"
          value={draft.pressure}
          onChange={(pressure) => change({ pressure })}
          problem={problems.pressure}
          testID="pump-pressure"
        />
        <Choice
          label="After five minutes the pressure"
          options={[
            { value: 'hold', label: 'stays: they hold' },
            { value: 'leak', label: 'rises: they don’t' },
          ]}
          value={draft.valves || undefined}
          onChange={(valves) => change({ valves: valves ?? '' })}
          testID="valves-hold"
        />
        {problems.valves ? <Body color="$oxide">{problems.valves}</Body> : null}
        {draft.valves === 'leak' ? (
          <Banner metal="out" word="Recover instead">
            Valves that leak fill what you open: take the charge out onto the scale under Recovery, and weigh it in
            again.
          </Banner>
        ) : null}
        <Press testID="pump-log" onPress={log}>
          Log the pump-down
        </Press>
        <Soft>Then change the orifice, log it below, evacuate the low side, and start it again.</Soft>
      </Disclosure>
    </Card>
  )
}
