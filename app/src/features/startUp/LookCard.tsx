import { lookedIntoLine } from '@zetesis/contract'
import {
  starvingCauses,
  type ChargeGateCode,
  type Dimension,
  type EntryBody,
  type FaultCause,
  type ReadingValues,
  type Symptom,
} from '@zetesis/core'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useRigConsole } from '@/recording/useRigConsole'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { drawn } from '@/ui/drawn'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Body, Soft } from '@/ui/Words'

const fields = [
  { name: 'drierIn', label: 'Liquid line before the drier', dimension: 'temperature', answers: 'drierDrop' },
  { name: 'drierOut', label: 'Liquid line after the drier', dimension: 'temperature', answers: 'drierDrop' },
  { name: 'lineIn', label: 'Liquid line at the outdoor unit', dimension: 'temperature', answers: 'lineDrop' },
  { name: 'lineOut', label: 'Liquid line before the device', dimension: 'temperature', answers: 'lineDrop' },
  { name: 'ratedAmps', label: 'Rated current, off the compressor’s plate', dimension: 'current', answers: 'amps' },
  {
    name: 'standingPressure',
    label: 'Stopped and level: pressure',
    dimension: 'gaugePressure',
    answers: 'restPressure',
  },
  { name: 'standingAir', label: 'Outdoor air then', dimension: 'temperature', answers: 'restPressure' },
  { name: 'standingIndoor', label: 'Air in the house then', dimension: 'temperature', answers: 'restPressure' },
] as const satisfies readonly { name: string; label: string; dimension: Dimension; answers: Symptom }[]
type Name = (typeof fields)[number]['name']
const blank: QuantityText = { text: '' }

/** What the app asks to be looked at, answered: air and coils with a tap, further readings typed; the diagnosis follows at once. */
export const LookCard = drawn(function LookCard({
  unit,
  asked,
  gates,
  causes,
  probes,
}: {
  unit: UnitHandle
  /** the reading that would part the two likeliest causes */
  asked?: Symptom
  gates: readonly ChargeGateCode[]
  /** the likeliest causes */
  causes: readonly FaultCause[]
  /** on the rig: gives what its probes say now */
  probes?: () => ReadingValues | undefined
}) {
  const atRig = useRigConsole(unit.unitId)
  const { system } = useSettings()
  const { beside } = unit.view.tuning
  const [opened, setOpened] = useState<boolean>()
  const [all, setAll] = useState(false)
  // what was measured along the line isn't asked for again: a hand follows it
  const measured = asked === 'lineDrop' && beside.lineDropK !== undefined
  const asking = measured ? [] : fields.filter((f) => f.answers === asked)
  const open = opened ?? asking.length > 0
  const form = useEntryForm<Record<Name, QuantityText>>(unit, 'lookedInto', {
    drierIn: blank,
    drierOut: blank,
    lineIn: blank,
    lineOut: blank,
    ratedAmps: blank,
    standingPressure: blank,
    standingAir: blank,
    standingIndoor: blank,
  })
  const { draft, problems, change } = form
  // a problem is never hidden with its field
  const hidden = fields.some((f) => problems[f.name] && !asking.some((a) => a.name === f.name))
  const shown = all || hidden || asking.length === 0 ? fields : asking
  const say = (part: Partial<Extract<EntryBody, { kind: 'lookedInto' }>>) => form.log({ kind: 'lookedInto', ...part })
  const log = () => {
    const typed: Record<string, unknown> = {}
    for (const { name, dimension } of fields) {
      const parsed = quantityInput(dimension, system).safeParse(draft[name])
      if (!parsed.success) return void form.fail({ [name]: parsed.error.issues[0]?.message })
      if (parsed.data) typed[name] = parsed.data
    }
    if (say(typed)) form.done()
  }
  const fromProbes = () => {
    const { liquidPressure, outdoor, returnDryBulb } = probes?.() ?? {}
    const text = (q: { value: number; unit: string } | undefined) => (q ? { text: `${q.value} ${q.unit}` } : blank)
    change({
      standingPressure: text(liquidPressure),
      standingAir: text(outdoor),
      standingIndoor: text(returnDryBulb),
    })
  }
  const wantsAir = !beside.airflowKnownGood && (gates.includes('airflowNotKnownGood') || causes.includes('lowAirflow'))
  const wantsCondenser =
    !beside.condenserClean && (gates.includes('condenserNotKnownClean') || causes.includes('dirtyCondenser'))
  const device = causes.some((c) => c === 'overfeeding' || starvingCauses.includes(c))
  const wantsDevice =
    !beside.deviceChecked && (gates.includes('deviceNotCompared') || (gates.includes('otherCauseLeads') && device))
  const wantsLine = !beside.lineChecked && asked === 'lineDrop'
  const last = unit.record.items.lookedInto.at(-1)?.entry
  return (
    <Card testID="look">
      <Disclosure
        title="Looked into"
        summary={
          last
            ? lookedIntoLine(last)
            : 'airflow, condenser, metering device, drier, line, rated current, standing pressure'
        }
        open={open}
        onToggle={() => setOpened(!open)}
        testID="look-open"
      >
        {last ? <Soft>{lookedIntoLine(last)}</Soft> : null}
        {probes && asked === 'drierDrop' ? (
          <Press testID="fit-after-drier" onPress={() => atRig({ kind: 'fitAfterDrier' })}>
            Put a clamp behind the drier
          </Press>
        ) : null}
        {probes && asked === 'lineDrop' && !measured ? (
          <Press testID="fit-before-device" onPress={() => atRig({ kind: 'fitBeforeDevice' })}>
            Put a clamp before the device
          </Press>
        ) : null}
        {shown.map(({ name, label, dimension }) => (
          <QuantityField
            key={name}
            label={label}
            dimension={dimension}
            value={draft[name]}
            onChange={(value) => change({ [name]: value })}
            problem={problems[name]}
            testID={`look-${name}`}
          />
        ))}
        {probes && shown.some((f) => f.answers === 'restPressure') ? (
          <Press look="quiet" testID="look-from-probes" onPress={fromProbes}>
            Standing pressure and air from the probes
          </Press>
        ) : null}
        {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
        <Press testID="log-look" onPress={log}>
          Log what you found
        </Press>
        {shown.length < fields.length ? (
          <Press look="quiet" testID="look-more" onPress={() => setAll(true)}>
            Other readings
          </Press>
        ) : null}
      </Disclosure>
      {wantsAir || wantsCondenser || wantsDevice || wantsLine ? (
        <XStack gap="$2" flexWrap="wrap">
          {wantsAir ? (
            <Press testID="air-good" onPress={() => void say({ airflowGood: true })}>
              Filter, coil, airflow are good
            </Press>
          ) : null}
          {wantsCondenser ? (
            <Press testID="condenser-good" onPress={() => void say({ condenserClean: true })}>
              Condenser is clean, fan free
            </Press>
          ) : null}
          {wantsLine ? (
            <Press testID="line-good" onPress={() => void say({ lineChecked: true })}>
              Valves open, no kink, no cold spot
            </Press>
          ) : null}
          {wantsDevice ? (
            <Press testID="device-good" onPress={() => void say({ deviceChecked: true })}>
              {unit.view.facts.metering === 'fixedOrifice'
                ? 'Piston is the label’s size'
                : 'Valve is the label’s, bulb tight'}
            </Press>
          ) : null}
        </XStack>
      ) : null}
    </Card>
  )
})
