import { reasonWords, rightWords } from '@zetesis/contract'
import { answerFor, rightAsked, requestsOf, type AskedFor, type PassableStage } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { whenSafe } from '@/sync/client'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { useReason } from './useReason'
import type { UnitHandle } from './useUnit'

/** What the person may not do alone: a lead is asked with a reason, and the answer stands here when it comes. */
export function AskLead({
  unit,
  what,
  stage,
  title,
  why,
}: {
  unit: UnitHandle
  what: AskedFor
  stage?: PassableStage
  /** of the button that opens it */
  title: string
  why?: string
}) {
  const reason = useReason(unit, `ask.${what}.${stage ?? ''}`, reasonWords.ask)
  const [open, setOpen] = useState(reason.text !== '')
  const right = rightAsked(what)
  if (unit.view.sealed || !unit.user) return null
  if (answerFor(unit.user, right) === 'no')
    return <Soft testID={`lead-${right}`}>{`${rightWords[right]}: a lead does this.`}</Soft>
  const before = requestsOf(unit.record)
    .filter((r) => r.ask.entry.what === what && r.ask.entry.stage === stage && !r.used)
    .at(-1)
  if (before && !before.answer) {
    const { ask } = before
    return (
      <Card borderColor="$brass" testID="asked">
        <Body fontWeight="700">{`◐ A lead is asked, since ${format(new Date(ask.entry.at), 'HH:mm')}`}</Body>
        <Body>{ask.entry.reason}</Body>
        <Soft>The answer shows here by itself. Other work goes on meanwhile.</Soft>
        {ask.author.id === unit.user.id ? (
          <Press
            look="quiet"
            testID="withdraw"
            onPress={() => unit.append({ kind: 'struck', strikes: ask.entry.id, reason: 'not needed any more' })}
          >
            Take it back
          </Press>
        ) : null}
      </Card>
    )
  }
  const refused =
    before?.answer && !before.answer.entry.granted ? (
      <Card borderColor="$oxide" testID="ask-refused">
        <Body fontWeight="700">{`◆ Refused by ${before.answer.author.name}`}</Body>
        {before.answer.entry.words ? <Body>{before.answer.entry.words}</Body> : null}
      </Card>
    ) : null
  if (!open)
    return (
      <>
        {refused}
        <Press look="quiet" testID="ask-open" onPress={() => setOpen(true)}>
          {title}
        </Press>
      </>
    )
  const ask = () => {
    const isGiven = reason.give((words) =>
      unit.append({ kind: 'asked', what, ...(stage ? { stage } : {}), reason: words }),
    )
    if (isGiven) whenSafe(() => setOpen(false))
  }
  return (
    <Card borderColor="$copper">
      {why ? <Soft>{why}</Soft> : null}
      <TextField label={reasonWords.label} {...reason.field} long testID="ask-reason" />
      <Press look="plain" testID="ask-lead" onPress={ask}>
        Ask a lead
      </Press>
      <Press look="quiet" onPress={() => setOpen(false)}>
        Leave it
      </Press>
    </Card>
  )
}
