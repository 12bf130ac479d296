import { evacuationMethods, type EvacuationMethod } from '@zetesis/core'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Body } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

const yesNo = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const
type YesNo = (typeof yesNo)[number]['value']

const methodWords: Record<EvacuationMethod, string> = { single: 'One deep pull', triple: 'Triple, with nitrogen' }

interface Draft {
  method: EvacuationMethod
  coresOut?: YesNo
  gaugeFar?: YesNo
  oilChanged?: YesNo
  hose: QuantityText
  blankOff: QuantityText
}

/** What decides whether a pull-down gets anywhere, asked once before the pump runs; none of it holds anybody up. */
export function BeforeCard({ unit }: { unit: UnitHandle }) {
  const { vacuum } = unit.view
  const [open, setOpen] = useState(vacuum.phase === 'idle' && !vacuum.ready)
  const { system } = useSettings()
  const empty: Draft = { method: vacuum.plan, hose: { text: '' }, blankOff: { text: '' } }
  const { draft, problems, change, fail, log: append, done } = useEntryForm(unit, 'vacuumReady', empty)
  const log = () => {
    const { method, coresOut, gaugeFar, oilChanged } = draft
    const hose = quantityInput('tube', system).safeParse(draft.hose)
    const blankOff = quantityInput('vacuum', system).safeParse(draft.blankOff)
    const found = {
      ...(coresOut ? {} : { coresOut: 'Yes or no?' }),
      ...(gaugeFar ? {} : { gaugeFar: 'Yes or no?' }),
      ...(oilChanged ? {} : { oilChanged: 'Yes or no?' }),
      ...(hose.success ? {} : { hose: hose.error.issues[0]!.message }),
      ...(blankOff.success ? {} : { blankOff: blankOff.error.issues[0]!.message }),
    }
    if (Object.keys(found).length > 0 || !hose.success || !blankOff.success) return fail(found)
    const logged = append({
      kind: 'vacuumReady',
      method,
      coresOut: coresOut === 'yes',
      gaugeFar: gaugeFar === 'yes',
      oilChanged: oilChanged === 'yes',
      ...(hose.data ? { hose: hose.data } : {}),
      ...(blankOff.data ? { blankOff: blankOff.data } : {}),
    })
    if (!logged) return
    done()
    setOpen(false)
  }
  const ask = (label: string, key: 'coresOut' | 'gaugeFar' | 'oilChanged') => (
    <>
      <Choice label={label} options={yesNo} value={draft[key]} onChange={(v) => change({ [key]: v })} testID={key} />
      {problems[key] ? <Body color="$oxide">{problems[key]}</Body> : null}
    </>
  )
  return (
    <Card>
      <Disclosure
        title="Before the pump"
        summary={
          vacuum.ready
            ? `${methodWords[vacuum.plan]} · cores ${vacuum.ready.coresOut ? 'out' : 'in'} · gauge ${vacuum.ready.gaugeFar ? 'far' : 'at the pump'}`
            : 'Cores, hoses, gauge, oil, method'
        }
        open={open}
        onToggle={() => setOpen(!open)}
        testID="before"
      >
        <Choice
          label="Method"
          options={evacuationMethods.map((value) => ({ value, label: methodWords[value] }))}
          value={draft.method}
          onChange={(method) => change({ method: method ?? draft.method })}
          hint="Triple for wet or long-open systems: two nitrogen breaks, then deep."
          testID="method"
        />
        {ask('Valve cores out?', 'coresOut')}
        {ask('Gauge on the system, far from the pump?', 'gaugeFar')}
        {ask('Pump oil changed?', 'oilChanged')}
        <QuantityField
          label="Hose, inside width"
          dimension="tube"
          value={draft.hose}
          onChange={(hose) => change({ hose })}
          problem={problems.hose}
          testID="hose"
        />
        <QuantityField
          label="Blanked off, the rig alone reaches"
          dimension="vacuum"
          value={draft.blankOff}
          onChange={(blankOff) => change({ blankOff })}
          problem={problems.blankOff}
          hint="Pump, hoses and gauge shut off from the system."
          testID="blank-off"
        />
        {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
        <Press testID="log-before" onPress={log}>
          Log it
        </Press>
      </Disclosure>
    </Card>
  )
}
