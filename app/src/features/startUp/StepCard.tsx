import { fromSi, preferredUnit, showText, toSi, type EntryBody, type StepAdvice } from '@zetesis/core'
import { chosenFor, slotFor, useInstrumentChoice } from '@/features/kit/choice'
import { fitting, weighedBody, type How } from '@/features/weighIn/weighing'
import { useEntryForm } from '@/features/unit/useEntryForm'
import type { UnitHandle } from '@/features/unit/useUnit'
import { rigRunner } from '@/instruments/rigRunner'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { useCylinders } from '@/sync/useCylinders'
import { Card } from '@/ui/Card'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body, Heading, Soft } from '@/ui/Words'

interface Draft {
  cylinderId?: string
  amount: QuantityText
}

/** A charge step: how much really went in (or came out), from which cylinder. The reading before it is logged with it. */
export function StepCard({
  unit,
  advice,
  reading,
  onRig,
}: {
  unit: UnitHandle
  advice: StepAdvice
  /** the settled reading that the step starts from, where it isn't in the log yet */
  reading: EntryBody | undefined
  /** the rig plays the system: what is logged goes into it */
  onRig: boolean
}) {
  const { system } = useSettings()
  const { refrigerant } = unit.view.facts
  const direction = advice.action === 'remove' ? 'remove' : 'add'
  const form = useEntryForm<Draft>(unit, 'step', { amount: { text: '' } })
  const { draft, problems, change } = form
  const { cylinders } = useCylinders()
  const { book } = useBook()
  const [choice] = useInstrumentChoice(unit.user?.id)
  const slot = slotFor(
    'scale',
    'Scale',
    ['scale'],
    book.instruments.map((kept) => kept.value),
  )
  const stock = cylinders.find((c) => c.cylinder.id === draft.cylinderId)
  const wanted = fitting(cylinders, direction, refrigerant)
  const unitOfMass = preferredUnit('mass', system)
  const advised = Number(fromSi('mass', advice.amountKg ?? 0, unitOfMass).toFixed(system === 'ip' ? 1 : 0))
  const log = () => {
    const amount =
      draft.amount.text.trim() === '' ? { value: advised, unit: unitOfMass } : form.quantity('amount', 'mass')
    if (!amount) return
    const kg = toSi('mass', amount as never)
    if (!(kg > 0)) return void form.fail({ amount: 'Type how much it was, more than zero.' })
    const how: How = {
      direction,
      cylinderId: draft.cylinderId,
      cylinder: '',
      side: 'suction',
      phase: 'liquid',
      running: true,
    }
    const tareKg = stock ? toSi('mass', stock.cylinder.tare) : 0
    const grossKg = tareKg + Math.max(stock?.netKg ?? kg, direction === 'add' ? kg : 0)
    const at = (massKg: number) => ({
      value: Number(fromSi('mass', massKg, unitOfMass).toFixed(system === 'ip' ? 2 : 0)),
      unit: unitOfMass,
    })
    const before = at(stock ? grossKg : direction === 'add' ? kg : 0)
    const moved = Number(fromSi('mass', kg, unitOfMass).toFixed(system === 'ip' ? 2 : 0))
    const after = { ...before, value: Number((before.value + (direction === 'add' ? -moved : moved)).toFixed(2)) }
    const named = { vessel: stock?.cylinder, instrument: onRig ? undefined : chosenFor(slot, choice) }
    const body = weighedBody(how, { before, after }, named)
    if (!form.log(reading ? [reading, body] : [body], 'amount')) return
    if (onRig) rigRunner.apply(unit.unitId, { kind: 'charge', kg: direction === 'add' ? kg : -kg })
    form.done({ cylinderId: draft.cylinderId })
  }
  return (
    <Card testID="step">
      <Heading>{direction === 'add' ? 'When it has gone in' : 'When it has come out'}</Heading>
      <Body>
        {direction === 'add'
          ? 'Throttled into the suction side, as liquid, a little at a time; then wait until it settles.'
          : 'With the recovery machine into a cylinder that holds this refrigerant; then wait until it settles.'}
      </Body>
      <PickOne
        label="Cylinder"
        options={wanted.map((c) => ({ value: c.cylinder.id, label: c.cylinder.name }))}
        value={draft.cylinderId}
        onChange={(cylinderId) => change({ cylinderId })}
        testID="step-cylinder"
      />
      {stock && stock.netKg !== undefined ? (
        <Soft>{`${showText('mass', stock.netKg, system)} in it by the book.`}</Soft>
      ) : null}
      <QuantityField
        label={direction === 'add' ? 'Went in, by the scale' : 'Came out, by the scale'}
        dimension="mass"
        value={draft.amount}
        onChange={(amount) => change({ amount })}
        problem={problems.amount}
        hint={`Empty: ${advised} ${unitOfMass}, as advised.`}
        testID="step-amount"
      />
      {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
      <Press testID="log-step" look="act" onPress={log}>
        {direction === 'add' ? 'It went in: log the step' : 'It came out: log the step'}
      </Press>
    </Card>
  )
}
