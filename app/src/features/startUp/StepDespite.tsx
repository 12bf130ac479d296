import type { ChargeGateCode, EntryBody } from '@zetesis/core'
import { useState } from 'react'
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
  return (
    <Disclosure
      title="A step all the same"
      summary="with a reason that stays on the record"
      open={open}
      onToggle={() => setOpen(!open)}
      testID="despite"
    >
      <StepCard unit={unit} against={against} reading={reading} onRig={onRig} />
    </Disclosure>
  )
})
