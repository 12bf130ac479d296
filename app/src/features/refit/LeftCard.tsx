import { entryProblemWords, leftWithWords } from '@zetesis/contract'
import { leftWith, type ConversionRun, type LeftWith } from '@zetesis/core'
import { useState } from 'react'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

interface Draft {
  holds: LeftWith | ''
  reason: string
  back: string
}
const empty: Draft = { holds: '', reason: '', back: '' }

/** Given up, or turned back: what stands in the machine is said to whoever comes next. */
export function LeftCard({ unit, conversion, head }: { unit: UnitHandle; conversion: ConversionRun; head?: boolean }) {
  const { view } = unit
  const { left, candidate, round } = conversion
  const [open, setOpen] = useState(false)
  const form = useEntryForm(unit, 'left', empty)
  const { draft, problems, change } = form
  const { oldRefrigerant, refrigerant, builtFor } = view.facts
  if (head)
    return left ? (
      <Banner metal="out" word="Given up" testID="left">
        {`In it now: ${leftWithWords[left.entry.holds]}. ${left.entry.reason} Whatever is logged next takes it up again.`}
      </Banner>
    ) : round > 1 ? (
      <Banner metal="none" word="Turned back" testID="turned-back">
        {`This is round ${round}: ${oldRefrigerant} goes out, ${refrigerant} comes in. Recovery, nitrogen, vacuum and charge are done anew; what was done before stands in the log.`}
      </Banner>
    ) : null
  if (view.sealed || left) return null
  const giveUp = () => {
    const { holds } = draft
    if (holds === '') return form.fail({ holds: 'Say what stands in it now.' })
    if (form.log({ kind: 'conversionLeft', holds, reason: draft.reason.trim() }, 'reason')) form.done()
  }
  const turnBack = () => {
    if (!oldRefrigerant || !refrigerant) return
    const reason = draft.back.trim()
    const [first] = unit.appendAll([
      { body: { kind: 'turnedBack', reason } },
      {
        body: {
          kind: 'facts',
          facts: { oldRefrigerant: refrigerant, refrigerant: oldRefrigerant, builtFor: builtFor ?? oldRefrigerant },
        },
      },
    ])
    if (first) return form.fail({ back: entryProblemWords(first) })
    form.done()
  }
  return (
    <Card>
      <Disclosure
        title="It stops here"
        summary="given up half-way, or back to the old refrigerant"
        open={open}
        onToggle={() => setOpen(!open)}
        testID="stops-here"
      >
        <PickOne
          label="What stands in it now"
          options={leftWith.map((value) => ({ value, label: leftWithWords[value] }))}
          value={draft.holds || undefined}
          onChange={(holds) => change({ holds: holds ?? '' })}
          testID="holds"
        />
        {problems.holds ? <Body color="$oxide">{problems.holds}</Body> : null}
        <TextField
          label="Why it is given up"
          value={draft.reason}
          onChange={(reason) => change({ reason })}
          problem={problems.reason}
          testID="left-reason"
        />
        <Press look="stop" testID="give-up" onPress={giveUp}>
          Give the conversion up
        </Press>
        <Soft>Row and papers then say what is in it.</Soft>
        {candidate && oldRefrigerant && refrigerant ? (
          <>
            <TextField
              label={`Why back to ${oldRefrigerant}`}
              value={draft.back}
              onChange={(back) => change({ back })}
              problem={problems.back}
              testID="back-reason"
            />
            <Press look="quiet" testID="turn-back" onPress={turnBack}>
              {`Turn back to ${oldRefrigerant}`}
            </Press>
          </>
        ) : null}
      </Disclosure>
    </Card>
  )
}
