import { heaterWords } from '@zetesis/contract'
import { heaterStates, type HeaterState } from '@zetesis/core'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

interface FormProps {
  unit: UnitHandle
  onLogged: () => void
}
const blank: QuantityText = { text: '' }
const isTyped = ({ text }: QuantityText) => text.trim() !== ''

/** Both sides of the reversing valve, read while it cools. */
export function LeakForm({ unit, onLogged }: FormProps) {
  const form = useEntryForm(unit, 'leakThrough', { vapourLine: blank, trueSuction: blank })
  const { draft, problems, change } = form
  const log = () => {
    const vapourLine = form.quantity('vapourLine', 'temperature')
    const trueSuction = form.quantity('trueSuction', 'temperature')
    if (!vapourLine || !trueSuction) return
    if (!form.log({ kind: 'reversingValveRead', vapourLine, trueSuction }, 'vapourLine')) return
    form.done()
    onLogged()
  }
  return (
    <>
      <QuantityField
        label="Vapour line, before the valve"
        dimension="temperature"
        value={draft.vapourLine}
        onChange={(vapourLine) => change({ vapourLine })}
        problem={problems.vapourLine}
        testID="leak-vapour"
      />
      <QuantityField
        label="True suction, behind it"
        dimension="temperature"
        value={draft.trueSuction}
        onChange={(trueSuction) => change({ trueSuction })}
        problem={problems.trueSuction}
        testID="leak-suction"
      />
      {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
      <Press testID="leak-log" onPress={log}>
        Log both
      </Press>
    </>
  )
}

interface DefrostDraft {
  how: 'byItself' | 'provoked' | ''
  lasted: QuantityText
  coil: QuantityText
}

/** A defrost that somebody watched; one that is in the samples logs itself with a tap. */
export function DefrostForm({ unit, onLogged }: FormProps) {
  const form = useEntryForm<DefrostDraft>(unit, 'defrostSeen', { how: '', lasted: blank, coil: blank })
  const { draft, problems, change } = form
  const log = () => {
    if (draft.how === '') return void form.fail({ how: 'Say whether it came by itself or was provoked.' })
    const lasted = isTyped(draft.lasted) ? form.quantity('lasted', 'duration') : undefined
    const coil = isTyped(draft.coil) ? form.quantity('coil', 'temperature') : undefined
    if ((isTyped(draft.lasted) && !lasted) || (isTyped(draft.coil) && !coil)) return
    const body = {
      kind: 'defrostSeen',
      how: draft.how,
      ...(lasted ? { lasted } : {}),
      ...(coil ? { coil } : {}),
    } as const
    if (!form.log(body, 'lasted')) return
    form.done()
    onLogged()
  }
  return (
    <>
      <Choice
        label="It came"
        options={[
          { value: 'byItself', label: 'by itself' },
          { value: 'provoked', label: 'provoked' },
        ]}
        value={draft.how || undefined}
        onChange={(how) => change({ how: how ?? '' })}
        testID="defrost-how"
      />
      {problems.how ? <Body color="$oxide">{problems.how}</Body> : null}
      <QuantityField
        label="It lasted"
        dimension="duration"
        value={draft.lasted}
        onChange={(lasted) => change({ lasted })}
        problem={problems.lasted}
        testID="defrost-lasted"
      />
      <QuantityField
        label="Outdoor coil at its end"
        dimension="temperature"
        value={draft.coil}
        onChange={(coil) => change({ coil })}
        problem={problems.coil}
        testID="defrost-coil"
      />
      {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
      <Press testID="defrost-log" onPress={log}>
        Log the defrost
      </Press>
    </>
  )
}

const heaters = heaterStates.map((value) => ({ value, label: heaterWords[value] }))
interface HeatersDraft {
  crankcase: HeaterState | ''
  sump: HeaterState | ''
}

/** Whether crankcase and sump are kept warm. */
export function HeatersForm({ unit, onLogged }: FormProps) {
  const form = useEntryForm<HeatersDraft>(unit, 'heatersNoted', { crankcase: '', sump: '' })
  const { draft, problems, change } = form
  const log = () => {
    const { crankcase, sump } = draft
    if (crankcase === '' || sump === '') return void form.fail({ crankcase: 'Answer both: warm, cold or none there.' })
    if (!form.log({ kind: 'heatersNoted', crankcase, sump })) return
    form.done()
    onLogged()
  }
  return (
    <>
      <Choice
        label="Crankcase heater"
        options={heaters}
        value={draft.crankcase || undefined}
        onChange={(crankcase) => change({ crankcase: crankcase ?? '' })}
        testID="heater-crankcase"
      />
      <Choice
        label="Sump heater"
        options={heaters}
        value={draft.sump || undefined}
        onChange={(sump) => change({ sump: sump ?? '' })}
        testID="heater-sump"
      />
      {problems.crankcase ? <Body color="$oxide">{problems.crankcase}</Body> : null}
      {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
      <Press testID="heaters-log" onPress={log}>
        Log the heaters
      </Press>
    </>
  )
}
