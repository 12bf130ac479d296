import { conversionCauseWords, refusalWords, tightnessWords } from '@zetesis/contract'
import { conversionCauses, tightnesses, type ConversionCause, type Tightness } from '@zetesis/core'
import { useState } from 'react'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

interface Draft {
  cause: ConversionCause | ''
  tightness: Tightness | ''
  words: string
}
const empty: Draft = { cause: '', tightness: '', words: '' }
const causes = conversionCauses.map((value) => ({ value, label: conversionCauseWords[value] }))
const tight = tightnesses.map((value) => ({ value, label: tightnessWords[value] }))

/** Why the refrigerant is changed, and whether the system can be made tight: without that there is no conversion. */
export function WhyCard({ unit }: { unit: UnitHandle }) {
  const { conversion, sealed } = unit.view
  const why = conversion?.why?.entry
  const [again, setAgain] = useState(false)
  const form = useEntryForm(unit, 'why', empty)
  const { draft, problems, change } = form
  const log = () => {
    const { cause, tightness } = draft
    const words = draft.words.trim()
    if (cause === '') return form.fail({ cause: 'Choose why it is converted.' })
    if (tightness === '') return form.fail({ tightness: 'Say what is known of its tightness.' })
    if (!form.log({ kind: 'conversionWhy', cause, tightness, ...(words ? { words } : {}) }, 'words')) return
    form.done()
    setAgain(false)
  }
  if (why && !again)
    return (
      <Card testID="why">
        <Heading>Why it is converted</Heading>
        <Body>{`${conversionCauseWords[why.cause]}. ${tightnessWords[why.tightness]}.`}</Body>
        {why.words ? <Body>{why.words}</Body> : null}
        {why.tightness === 'cantBeMadeTight' ? (
          <Banner metal="out" word="Stop" testID="refusal">
            {refusalWords.cantBeMadeTight}
          </Banner>
        ) : null}
        {sealed ? null : (
          <Press look="quiet" testID="why-again" onPress={() => setAgain(true)}>
            Say it anew
          </Press>
        )}
      </Card>
    )
  if (sealed) return null
  return (
    <Card testID="why">
      <Heading>Why it is converted</Heading>
      <Choice
        label="Why"
        options={causes}
        value={draft.cause || undefined}
        onChange={(cause) => change({ cause: cause ?? '' })}
        testID="cause"
      />
      {problems.cause ? <Body color="$oxide">{problems.cause}</Body> : null}
      <Choice
        label="Under pressure"
        options={tight}
        value={draft.tightness || undefined}
        onChange={(tightness) => change({ tightness: tightness ?? '' })}
        testID="tightness"
      />
      {problems.tightness ? <Body color="$oxide">{problems.tightness}</Body> : null}
      <TextField
        label="In words"
        value={draft.words}
        onChange={(words) => change({ words })}
        problem={problems.words}
        hint="Where the leak was, who asked for it: the owner reads it, too."
        long
        testID="why-words"
      />
      {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
      <Press testID="why-log" onPress={log}>
        Log why
      </Press>
      <Soft>A system that runs well on what is in it, and is tight, is best left as it is.</Soft>
    </Card>
  )
}
