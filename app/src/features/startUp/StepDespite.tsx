import { answerFor, requestsOf, type ChargeGateCode, type EntryBody } from '@zetesis/core'
import { useState } from 'react'
import { AskLead } from '@/unit/AskLead'
import type { UnitHandle } from '@/unit/useUnit'
import { drawn } from '@/ui/drawn'
import { Disclosure } from '@/ui/Disclosure'
import { StepCard } from './StepCard'

/** The lead decides otherwise than the advice: possible with a written reason, but never on readings that contradict each other. */
export const StepDespite = drawn(function StepDespite({
  unit,
  against,
  reading,
  onRig,
}: {
  unit: UnitHandle
  /** what speaks against a step */
  against: readonly ChargeGateCode[]
  reading?: () => EntryBody | undefined
  onRig: boolean
}) {
  const [open, setOpen] = useState(false)
  const granted = grantedStep(unit)
  if (!granted && unit.user && answerFor(unit.user, 'gate') !== 'yes')
    return <AskLead unit={unit} what="step" title="Ask a lead for a step all the same" />
  return (
    <Disclosure
      title="A step all the same"
      summary="with a reason that stays on the record"
      open={open}
      onToggle={() => setOpen(!open)}
      testID="despite"
    >
      <StepCard unit={unit} against={against} granted={granted} reading={reading} onRig={onRig} />
    </Disclosure>
  )
})

/** A step that a lead granted to this person and that wasn't made yet. */
const grantedStep = ({ record, user }: UnitHandle): string | undefined =>
  requestsOf(record).find(
    ({ ask, answer, used }) =>
      ask.entry.what === 'step' && ask.author.id === user?.id && answer?.entry.granted === true && !used,
  )?.ask.entry.id
