import { reasonWords, stageWords } from '@zetesis/contract'
import type { PassableStage } from '@zetesis/core'
import { useState } from 'react'
import { whenSafe } from '@/sync/client'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { AskLead } from './AskLead'
import { useReason } from './useReason'
import type { UnitHandle } from './useUnit'

/** Passing a stage without its evidence: possible, with a reason that stays on the record and in the papers. */
export function Gate({ unit, stage, why }: { unit: UnitHandle; stage: PassableStage; why: string }) {
  const reason = useReason(unit, `gate.${stage}`, reasonWords.gate)
  const [open, setOpen] = useState(reason.text !== '')
  const view = unit.view.stages.find((s) => s.stage === stage)
  if (unit.view.sealed || view?.state === 'done') return null
  // a promised return visit stands on a card of its own
  if (view?.pass?.entry.kind === 'returnVisit') return null
  if (view?.state === 'bypassed' && view.pass) {
    return (
      <Card borderColor="$copper">
        <Body fontWeight="700">{`Passed with a reason by ${view.pass.author.name}`}</Body>
        <Body>{view.pass.entry.reason}</Body>
      </Card>
    )
  }
  if (!unit.may({ kind: 'gatePassed', stage, reason: reason.text }).may)
    return (
      <AskLead
        unit={unit}
        what="gate"
        stage={stage}
        title={`Ask a lead to pass ${stageWords[stage].toLowerCase()}`}
        why={why}
      />
    )
  if (!open) {
    return (
      <Press look="quiet" testID="gate-open" onPress={() => setOpen(true)}>
        {`Pass ${stageWords[stage].toLowerCase()} with a reason`}
      </Press>
    )
  }
  const pass = () => {
    const isGiven = reason.give((words) => unit.append({ kind: 'gatePassed', stage, reason: words }))
    if (isGiven) whenSafe(() => setOpen(false))
  }
  return (
    <Card borderColor="$copper">
      <Soft>{why}</Soft>
      <TextField label={reasonWords.label} {...reason.field} long testID="gate-reason" />
      <Press look="plain" testID="gate-pass" onPress={pass}>
        {`Pass ${stageWords[stage].toLowerCase()}`}
      </Press>
      <Press look="quiet" onPress={() => setOpen(false)}>
        Leave it
      </Press>
    </Card>
  )
}
