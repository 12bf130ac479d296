import { auxiliaryWords, entryProblemWords, modeWords, wayToChangeWords } from '@zetesis/contract'
import { auxiliaryHeats, waysToChange, type AuxiliaryHeat, type ChargeMode, type WayToChange } from '@zetesis/core'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

interface Draft {
  how: WayToChange | ''
  seen: 'yes' | 'no' | ''
  auxiliary: AuxiliaryHeat | ''
  words: string
  stage: string
}
const empty: Draft = { how: '', seen: '', auxiliary: '', words: '', stage: '' }
const ways = waysToChange.map((value) => ({ value, label: wayToChangeWords[value] }))
const auxiliaries = auxiliaryHeats.map((value) => ({ value, label: auxiliaryWords[value] }))

/** Which way round it runs from here on, how it was brought to it, and what auxiliary heat does meanwhile. */
export function ChangeOverCard({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { heatPump, sealed, startedMs } = unit.view
  const to: ChargeMode = heatPump.mode === 'cooling' ? 'heating' : 'cooling'
  const [open, setOpen] = useState(false)
  const [stopped, setStopped] = useState<string>()
  const form = useEntryForm<Draft>(unit, 'changeOver', empty)
  const { draft, problems } = form
  const change = (part: Partial<Draft>) => {
    setStopped(undefined)
    form.change(part)
  }
  if (sealed) return null
  const running = startedMs !== undefined
  const log = () => {
    if (draft.how === '')
      return form.fail({ how: 'Say how it was brought to it: whoever reads the record wants to know.' })
    if (running && draft.seen === '') return form.fail({ seen: 'Say whether you saw it change over.' })
    const { auxiliary } = draft
    if (to === 'heating' && auxiliary === '')
      return form.fail({ auxiliary: 'Say what auxiliary heat does: it hides what the heat pump does.' })
    const [words, stage] = [draft.words.trim(), draft.stage.trim()]
    const [first] = unit.append({
      kind: 'modeChanged',
      mode: to,
      how: draft.how,
      seen: running && draft.seen === 'yes',
      ...(to === 'heating' && auxiliary !== '' ? { auxiliary } : {}),
      ...(words ? { words } : {}),
      ...(stage ? { stage } : {}),
    })
    setStopped(first && entryProblemWords(first, system))
    if (first) return
    form.done()
    setOpen(false)
  }
  return (
    <Card testID="change-over">
      <Disclosure
        title={running ? `Change over to ${to}` : `It will be started in ${to}`}
        summary={`${running ? 'runs' : 'stands, to be started'} in ${modeWords[heatPump.mode].toLowerCase()}`}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="change-over-open"
      >
        <Choice
          label="How"
          options={ways}
          value={draft.how || undefined}
          onChange={(how) => change({ how: how ?? '' })}
          testID="change-how"
        />
        {problems.how ? <Body color="$oxide">{problems.how}</Body> : null}
        {running ? (
          <Choice
            label="Change-over"
            options={[
              { value: 'yes', label: 'Heard and seen' },
              { value: 'no', label: 'Not seen' },
            ]}
            value={draft.seen || undefined}
            onChange={(seen) => change({ seen: seen ?? '' })}
            testID="change-seen"
          />
        ) : null}
        {problems.seen ? <Body color="$oxide">{problems.seen}</Body> : null}
        {to === 'heating' ? (
          <Choice
            label="Auxiliary heat"
            options={auxiliaries}
            value={draft.auxiliary || undefined}
            onChange={(auxiliary) => change({ auxiliary: auxiliary ?? '' })}
            testID="change-auxiliary"
          />
        ) : null}
        {problems.auxiliary ? <Body color="$oxide">{problems.auxiliary}</Body> : null}
        <TextField
          label={draft.auxiliary === 'heldOff' ? 'How it was held off' : 'In words'}
          value={draft.words}
          onChange={(words) => change({ words })}
          placeholder="breaker off, outdoor lock-out …"
          testID="change-words"
        />
        <TextField
          label="Stage"
          value={draft.stage}
          onChange={(stage) => change({ stage })}
          placeholder="single speed: leave it empty"
          testID="change-stage"
        />
        {stopped ? (
          <Banner metal="out" word="Not yet" testID="change-stopped">
            {stopped}
          </Banner>
        ) : null}
        <Press testID="change-log" onPress={log}>
          {running ? `It runs in ${to} now` : `Start it in ${to}`}
        </Press>
        <Soft>Log it before you turn it: what hangs on it is checked against what comes.</Soft>
      </Disclosure>
    </Card>
  )
}
