import { returnVisitLine } from '@zetesis/contract'
import {
  fromSi,
  preferredUnit,
  showText,
  type EntryBody,
  type MethodProfile,
  type UnitSystem,
  conditionsWindow,
} from '@zetesis/core'
import { isValid } from 'date-fns/isValid'
import { parseISO } from 'date-fns/parseISO'
import { useState } from 'react'
import { AskLead } from '@/unit/AskLead'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'

interface Draft {
  reason: string
  outdoorLow: QuantityText
  outdoorHigh: QuantityText
  by: string
}

/** Today can't decide: the weighed charge stays, and somebody comes back in the weather that the method asks for. */
export function ReturnVisitCard({ unit, outdoorK, urged }: { unit: UnitHandle; outdoorK?: number; urged: boolean }) {
  const { view } = unit
  const { system } = useSettings()
  const [opened, setOpened] = useState<boolean>()
  const open = opened ?? (urged && !view.returnVisit)
  const form = useEntryForm<Draft>(unit, 'returnVisit', {
    reason: '',
    outdoorLow: { text: '' },
    outdoorHigh: { text: '' },
    by: '',
  })
  const { draft, problems, change } = form
  const customary = {
    outdoorLow: inUnits(view.method.outdoorFloorK.si, system),
    outdoorHigh: inUnits(view.method.outdoorCeilingK.si, system),
  }
  const reason = draft.reason.trim() || reasonFor(outdoorK, view.method, system)
  const log = () => {
    const by = draft.by.trim()
    if (by !== '' && !(/^\d{4}-\d{2}-\d{2}$/.test(by) && isValid(parseISO(by))))
      return void form.fail({ by: 'Type the date as 2026-07-14, or leave it empty.' })
    const window: Record<string, unknown> = {}
    for (const name of ['outdoorLow', 'outdoorHigh'] as const) {
      const parsed = quantityInput('temperature', system).safeParse(draft[name])
      if (!parsed.success) return void form.fail({ [name]: parsed.error.issues[0]?.message })
      window[name] = parsed.data ?? customary[name]
    }
    if (reason.length < 3) return void form.fail({ reason: 'Write why: it stays on the record and in the papers.' })
    const body = { kind: 'returnVisit', reason, ...window, ...(by ? { by } : {}) } as EntryBody
    if (!form.log(body, 'reason')) return
    form.done()
    setOpened(false)
  }
  if (view.sealed && !view.returnVisit) return null
  return (
    <Card testID="return-visit" borderColor={view.returnVisit ? '$brass' : undefined}>
      {view.returnVisit ? (
        <>
          <Body fontWeight="700">Return visit open</Body>
          <Body testID="return-visit-open">{returnVisitLine(view.returnVisit.entry)}</Body>
        </>
      ) : null}
      {view.sealed ? null : !unit.may({ kind: 'returnVisit', reason: '' }).may ? (
        <AskLead unit={unit} what="decision" title="Ask a lead for a return visit" />
      ) : (
        <Disclosure
          title={view.returnVisit ? 'Promise another' : 'Come back another day'}
          summary="weighed charge stays, the fine reading waits for its weather"
          open={open}
          onToggle={() => setOpened(!open)}
          testID="return-visit-form"
        >
          <TextField
            label="Why"
            value={draft.reason}
            onChange={(value) => change({ reason: value })}
            problem={problems.reason}
            hint={reason ? `Empty: ${reason}` : undefined}
            long
            testID="visit-reason"
          />
          {(
            [
              ['outdoorLow', 'Outdoors from'],
              ['outdoorHigh', 'Outdoors up to'],
            ] as const
          ).map(([name, label]) => (
            <QuantityField
              key={name}
              label={label}
              dimension="temperature"
              value={draft[name]}
              onChange={(value) => change({ [name]: value })}
              problem={problems[name]}
              hint={`Empty: ${customary[name].value} ${customary[name].unit}, the method’s.`}
              testID={`visit-${name}`}
            />
          ))}
          <TextField
            label="By, a date"
            value={draft.by}
            onChange={(by) => change({ by })}
            problem={problems.by}
            placeholder="2026-07-14"
            testID="visit-by"
          />
          <Soft>It passes start-up, and stays open until a settled reading comes out In.</Soft>
          {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
          <Press testID="log-visit" onPress={log}>
            Leave the weighed charge and come back
          </Press>
        </Disclosure>
      )}
    </Card>
  )
}

function inUnits(k: number, system: UnitSystem) {
  const unit = preferredUnit('temperature', system)
  return { value: Math.round(fromSi('temperature', k, unit) * 10) / 10, unit }
}

/** Where the weather itself is the reason it is written for her. */
function reasonFor(outdoorK: number | undefined, method: MethodProfile, system: UnitSystem): string {
  if (outdoorK === undefined) return ''
  const t = showText('temperature', outdoorK, system)
  const { outdoor } = conditionsWindow({ outdoorK }, method)
  if (outdoor === 'tooCold') return `${t} outdoors: too cold to judge the charge. Weighed in only.`
  return outdoor === 'tooHot' ? `${t} outdoors: too hot to judge the charge. Weighed in only.` : ''
}
