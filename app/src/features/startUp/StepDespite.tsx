import type { EntryBody } from '@zetesis/core'
import { useState } from 'react'
import type { UnitHandle } from '@/unit/useUnit'
import { Disclosure } from '@/ui/Disclosure'
import { mayStep, type Tuned } from './AdviceCard'
import { StepCard } from './StepCard'

/** The lead decides otherwise than the advice: possible with a written reason, but never on readings that contradict each other. */
export function StepDespite({
  unit,
  tuned,
  reading,
  onRig,
}: {
  unit: UnitHandle
  tuned: Tuned
  reading: EntryBody | undefined
  onRig: boolean
}) {
  const [open, setOpen] = useState(false)
  if (mayStep(tuned) || tuned.checks.length > 0 || unit.view.sealed) return null
  return (
    <Disclosure
      title="A step all the same"
      summary="with a reason that stays on the record"
      open={open}
      onToggle={() => setOpen(!open)}
      testID="despite"
    >
      <StepCard unit={unit} against={tuned.gates.map((g) => g.code)} reading={reading} onRig={onRig} />
    </Disclosure>
  )
}
