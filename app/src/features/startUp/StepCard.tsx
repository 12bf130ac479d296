import {
  fromSi,
  preferredUnit,
  showText,
  toSi,
  isReason,
  type ChargeGateCode,
  type EntryBody,
  type StepAdvice,
  type Weighed,
} from '@zetesis/core'
import { scrollTop } from '@/frame/scrollTop'
import { chosenFor, slotFor, useInstrumentChoice } from '@/kit/choice'
import { fitting, netLevels, weighedBody, type How } from '@/weighing/weighing'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { useCylinders } from '@/sync/useCylinders'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { drawn } from '@/ui/drawn'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'

const ways = [
  { value: 'add', label: 'In' },
  { value: 'remove', label: 'Out' },
] as const

interface Draft {
  cylinderId?: string
  amount: QuantityText
  direction: Weighed['direction']
  reason: string
}

/**
 * A charge step: how much really went in (or came out), from which cylinder. The reading before it is logged with it. Against the advice it
 * takes a reason, which stays on the record with what spoke against it.
 */
export const StepCard = drawn(function StepCard({
  unit,
  advice,
  against,
  granted,
  reading,
  onRig,
}: {
  unit: UnitHandle
  advice?: Pick<StepAdvice, 'action' | 'amountKg'>
  /** made all the same, though these speak against it */
  against?: readonly ChargeGateCode[]
  /** the request that a lead granted for it */
  granted?: string
  /** gives the settled reading that the step starts from, where it isn't in the log yet */
  reading?: () => EntryBody | undefined
  /** the rig plays the system: what is logged goes into it */
  onRig: boolean
}) {
  const { system } = useSettings()
  const { refrigerant } = unit.view.facts
  const form = useEntryForm<Draft>(unit, against ? 'stepDespite' : 'step', {
    amount: { text: '' },
    direction: 'add',
    reason: '',
  })
  const { draft, problems, change } = form
  const direction = against ? draft.direction : advice?.action === 'remove' ? 'remove' : 'add'
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
  const advised = Number(fromSi('mass', advice?.amountKg ?? 0, unitOfMass).toFixed(system === 'ip' ? 1 : 0))
  const log = () => {
    const reason = draft.reason.trim()
    if (against && !isReason(reason))
      return void form.fail({ reason: 'Write why: it stays on the record with what speaks against it.' })
    const amount =
      !against && draft.amount.text.trim() === ''
        ? { value: advised, unit: unitOfMass }
        : form.quantity('amount', 'mass')
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
    const named = {
      vessel: stock?.cylinder,
      bookedKg: stock?.netKg,
      instrument: onRig ? undefined : chosenFor(slot, choice),
    }
    const body = {
      ...weighedBody(how, netLevels(kg, direction, stock, system), named),
      net: true as const,
      ...(against ? { despite: { against, reason, ...(granted ? { granted } : {}) } } : {}),
    }
    const before = reading?.()
    if (!form.log(before ? [before, body] : [body], 'amount')) return
    form.done({ cylinderId: draft.cylinderId })
    // what counts now is the wait, and it stands first
    scrollTop()
  }
  return (
    <Card testID={against ? 'step-despite' : 'step'}>
      <Heading>{direction === 'add' ? 'When it has gone in' : 'When it has come out'}</Heading>
      {against ? (
        <Choice
          label="Which way"
          options={ways}
          value={draft.direction}
          onChange={(v) => change({ direction: v ?? draft.direction })}
          testID="step-way"
        />
      ) : null}
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
        testID={against ? 'despite-cylinder' : 'step-cylinder'}
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
        hint={against ? undefined : `Empty: ${advised} ${unitOfMass}, as advised.`}
        testID={against ? 'despite-amount' : 'step-amount'}
      />
      {against ? (
        <TextField
          label="Why, against what speaks against it"
          value={draft.reason}
          onChange={(reason) => change({ reason })}
          problem={problems.reason}
          long
          testID="step-reason"
        />
      ) : null}
      {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
      <Press testID={against ? 'log-step-despite' : 'log-step'} look={against ? 'stop' : 'act'} onPress={log}>
        {direction === 'add' ? 'It went in: log the step' : 'It came out: log the step'}
      </Press>
    </Card>
  )
})
