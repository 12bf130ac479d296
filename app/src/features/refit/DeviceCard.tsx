import { deviceByWords, deviceWords, valveAnswerWords } from '@zetesis/contract'
import {
  atmosphericPressurePa,
  capillaryLengthRatio,
  formatNumber,
  machineOrifice,
  orificeThousandths,
  showText,
  toSi,
  unitRefrigerants,
  usualConditions,
  usualHeatingConditions,
  valveSuperheat,
  type ConversionRun,
  type DeviceFitted,
  type EntryBody,
  type MethodProfile,
  type Refrigerant,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import { Body, Heading, Soft } from '@/ui/Words'
import { useBarAction } from '@/frame/barAction'
import { useSettings } from '@/settings/settings'
import { WorkingLines } from '@/verdict/WorkingLines'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useLanding } from './useLanding'

interface Draft {
  device: DeviceFitted['device'] | ''
  by: DeviceFitted['by'] | ''
  was: QuantityText
  bore: QuantityText
  lengthWas: QuantityText
  length: QuantityText
  bulb: Refrigerant | ''
}

const devices = (['piston', 'capillary', 'valve'] as const).map((value) => ({ value, label: deviceWords[value] }))
const bys = (['reckoned', 'maker', 'kept'] as const).map((value) => ({ value, label: deviceByWords[value] }))
const blank: QuantityText = { text: '' }

/** The metering device for the new refrigerant: what it should be, with its working, and what was fitted. */
export function DeviceCard({
  unit,
  conversion,
  outdoor = false,
}: {
  unit: UnitHandle
  conversion: ConversionRun
  /** of a heat pump: what meters in heating, at the outdoor coil */
  outdoor?: boolean
}) {
  const { view } = unit
  const { facts, method } = view
  const fitted = (outdoor ? conversion.outdoorDevice : conversion.device)?.entry
  const before = fitted?.bore ?? (outdoor ? undefined : facts.oldBore)
  const form = useEntryForm<Draft>(unit, outdoor ? 'outdoorDevice' : 'device', {
    device: facts.metering === 'expansionValve' ? 'valve' : 'piston',
    by: '',
    was: quantityText(before),
    bore: blank,
    lengthWas: blank,
    length: blank,
    bulb: '',
  })
  const { draft, problems, change } = form
  const [again, setAgain] = useState(false)
  const { oldRefrigerant: from, refrigerant: to } = facts
  const log = () => {
    const { device, by } = draft
    if (device === '') return form.fail({ device: 'Say which device is in it.' })
    if (by === '') return form.fail({ by: 'Say where its size comes from.' })
    const size = sizeOf(form, device)
    if (!size) return
    const metering = device === 'valve' ? 'expansionValve' : 'fixedOrifice'
    const bodies: EntryBody[] = [
      { kind: 'deviceFitted', device, ...(outdoor ? { coil: 'outdoor' as const } : {}), by, ...size },
      ...(outdoor || facts.metering === metering ? [] : [{ kind: 'facts', facts: { metering } } as const]),
    ]
    if (!form.log(bodies, 'device')) return
    form.done({ device, was: size.bore ? quantityText(size.bore) : blank })
    setAgain(false)
  }
  const open = !view.sealed && (!fitted || again)
  const typed = draft.bore.text !== '' || draft.length.text !== '' || draft.bulb !== ''
  useBarAction(open && from && to && typed ? 'Log what is fitted' : undefined, log)
  if (!from || !to) return null
  return (
    <Card testID={outdoor ? 'outdoor-device' : 'device'}>
      <Heading>{outdoor ? 'Orifice or valve at the outdoor coil, in heating' : 'Orifice or valve'}</Heading>
      {open ? (
        <Choice
          label={outdoor ? 'What meters at the outdoor coil' : 'What meters at the indoor coil'}
          options={devices}
          value={draft.device || undefined}
          onChange={(device) => change({ device: device ?? '' })}
          testID={outdoor ? 'outdoor-kind' : 'device-kind'}
        />
      ) : null}
      {problems.device ? <Body color="$oxide">{problems.device}</Body> : null}
      {draft.device === 'piston' ? (
        <PistonSizes unit={unit} from={from} to={to} was={draft.was} outdoor={outdoor} />
      ) : null}
      {draft.device === 'capillary' ? <CapillaryLength from={from} to={to} unit={unit} /> : null}
      {draft.device === 'valve' ? <ValveAnswer from={from} to={to} bulb={draft.bulb || from} method={method} /> : null}
      {fitted && !again ? (
        <>
          <Body fontWeight="700" testID={outdoor ? 'outdoor-fitted' : 'device-fitted'}>
            {`${deviceWords[fitted.device]}${sizeText(fitted)}, ${deviceByWords[fitted.by]}`}
          </Body>
          {view.sealed ? null : (
            <Press look="quiet" testID={outdoor ? 'outdoor-again' : 'device-again'} onPress={() => setAgain(true)}>
              Fit another
            </Press>
          )}
        </>
      ) : null}
      {open ? (
        <>
          {draft.device === 'piston' ? (
            <>
              <QuantityField
                label="Bore that was in it"
                dimension="bore"
                value={draft.was}
                onChange={(was) => change({ was })}
                problem={problems.was}
                testID={`${outdoor ? 'outdoor-' : ''}was`}
              />
              <QuantityField
                label="Bore that is in it now"
                dimension="bore"
                value={draft.bore}
                onChange={(bore) => change({ bore })}
                problem={problems.bore}
                testID={`${outdoor ? 'outdoor-' : ''}bore`}
              />
            </>
          ) : null}
          {draft.device === 'capillary' ? (
            <>
              <QuantityField
                label="Length that was in it"
                dimension="length"
                value={draft.lengthWas}
                onChange={(lengthWas) => change({ lengthWas })}
                problem={problems.lengthWas}
                testID={`${outdoor ? 'outdoor-' : ''}lengthWas`}
              />
              <QuantityField
                label="Length that is in it now"
                dimension="length"
                value={draft.length}
                onChange={(length) => change({ length })}
                problem={problems.length}
                testID={`${outdoor ? 'outdoor-' : ''}length`}
              />
            </>
          ) : null}
          {draft.device === 'valve' ? (
            <PickOne
              label="Refrigerant that its bulb is made for"
              options={unitRefrigerants.map((value) => ({ value, label: value }))}
              value={draft.bulb || undefined}
              onChange={(bulb) => change({ bulb: bulb ?? '' })}
              testID={`${outdoor ? 'outdoor-' : ''}bulb`}
            />
          ) : null}
          {problems.bulb ? <Body color="$oxide">{problems.bulb}</Body> : null}
          <Choice
            label="Its size is"
            options={bys}
            value={draft.by || undefined}
            onChange={(by) => change({ by: by ?? '' })}
            testID={outdoor ? 'outdoor-by' : 'device-by'}
          />
          {problems.by ? <Body color="$oxide">{problems.by}</Body> : null}
          {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
          <Press testID={outdoor ? 'outdoor-log' : 'device-log'} onPress={log}>
            Log what is fitted
          </Press>
        </>
      ) : null}
      <Soft>The maker’s table wins over anything reckoned here.</Soft>
    </Card>
  )
}

type Form = ReturnType<typeof useEntryForm<Draft>>

/** The sizes of one device; undefined, with the sentence at its field, where one can't be read. */
function sizeOf(form: Form, device: DeviceFitted['device']): Partial<DeviceFitted> | undefined {
  const { draft } = form
  if (device === 'valve') return draft.bulb ? { bulb: draft.bulb } : {}
  const [first, second] = device === 'piston' ? (['was', 'bore'] as const) : (['lengthWas', 'length'] as const)
  const dimension = device === 'piston' ? 'bore' : 'length'
  const was = draft[first].text.trim() === '' ? undefined : form.quantity(first, dimension)
  if (draft[first].text.trim() !== '' && !was) return undefined
  const now = form.quantity(second, dimension)
  return now && { ...(was ? { [first]: was } : {}), [second]: now }
}

const sizeText = ({ bore, length, bulb }: DeviceFitted) =>
  bore
    ? ` ${bore.value} ${bore.unit}`
    : length
      ? ` ${length.value} ${length.unit}`
      : bulb
        ? ` with a bulb for ${bulb}`
        : ''

/** The bore that is wanted, its working, and the real sizes beside it with where they would land. */
function PistonSizes({
  unit,
  from,
  to,
  was,
  outdoor,
}: {
  unit: UnitHandle
  from: Refrigerant
  to: Refrigerant
  was: QuantityText
  outdoor: boolean
}) {
  const { system } = useSettings()
  const { method, conversion, facts } = unit.view
  const conditions = useMemo(
    () => (outdoor ? usualHeatingConditions(method) : usualConditions(method)),
    [method, outdoor],
  )
  const found = useMemo(
    () => machineOrifice({ oldRefrigerant: from, newRefrigerant: to, ...conditions }),
    [from, to, conditions],
  )
  // against what the machine was built with, not against a first try
  const first = unit.record.items.deviceFitted.find(({ entry }) => (entry.coil === 'outdoor') === outdoor)?.entry.was
  const typed = first ?? quantityInput('bore', system).safeParse(was).data
  const old = typed && orificeThousandths(toSi('bore', typed))
  const wanted = old && found && old * found.machineRatio
  const sizes = wanted ? [...new Set([Math.floor(wanted), Math.ceil(wanted)])] : []
  const stays = conversion?.list.some((l) => l.line.because === 'oilChange' && !l.answer?.entry.done) ?? false
  const landing = useLanding({
    from: facts.builtFor ?? from,
    to,
    built: old,
    // the rig cools only
    sizes: outdoor ? [] : sizes,
    oily: stays,
  })
  const [open, setOpen] = useState(false)
  if (!found)
    return (
      <Banner metal="tooClose" word="Not reckoned">
        One of the two has no data at the usual temperatures: go by the maker’s table.
      </Banner>
    )
  const { working } = found
  const p = (pa: number) => showText('gaugePressure', pa - atmosphericPressurePa(unit.view.elevationM), system)
  const both = (show: (s: typeof working.old) => string) => `${show(working.old)} → ${show(working.new)}`
  return (
    <>
      <Body testID="orifice-wanted">
        {wanted
          ? `Wanted: ${formatNumber(wanted, 1)} thousandths, ${formatNumber((found.machineRatio - 1) * 100, 1)} % ${found.machineRatio >= 1 ? 'wider' : 'narrower'} than the ${formatNumber(old, 0)} that was in it.`
          : `The bore should be ${formatNumber(found.machineRatio, 3)} times the old one. Type what was in it.`}
      </Body>
      {sizes.length > 0 && !outdoor ? (
        <WorkingLines
          lines={sizes.map((n) => ({
            name: `${n} thousandths, simulated`,
            value:
              landing[n] === undefined ? '…' : `superheat ${showText('temperatureDifference', landing[n]!, system)}`,
          }))}
        />
      ) : null}
      <Press look="quiet" testID="orifice-working" onPress={() => setOpen(!open)}>
        {open ? 'Hide the working' : 'How it is reckoned'}
      </Press>
      {open ? (
        <>
          <WorkingLines
            lines={[
              { name: 'evaporating pressure', value: both((s) => p(s.evaporatingPa)) },
              { name: 'condensing pressure', value: both((s) => p(s.condensingPa)) },
              { name: 'a kilogram takes up, kJ', value: both((s) => formatNumber(s.effectJPerKg / 1000, 1)) },
              { name: 'liquid density', value: both((s) => showText('density', s.liquidKgPerM3, system)) },
              { name: 'mass flow, same capacity', value: `× ${formatNumber(found.massFlowRatio, 3)}` },
              { name: 'bore, same capacity', value: `× ${formatNumber(found.diameterRatio, 3)}` },
              { name: 'what this compressor moves', value: `× ${formatNumber(found.capacityRatio, 3)}` },
              { name: 'bore for this machine', value: `× ${formatNumber(found.machineRatio, 3)}`, sum: true },
            ]}
          />
          <Soft>
            Flow through a short tube goes as bore² · √(density · pressure drop), at mean coil temperatures of{' '}
            {`${showText('temperature', conditions.evaporatingK, system)} and ${showText('temperature', conditions.condensingK, system)}`}
            , the same coil and compressor. The simulated superheat is for its own design day with the design’s
            subcooling; real machines differ by several degrees, and charge takes up a size either way.
          </Soft>
        </>
      ) : null}
    </>
  )
}

function CapillaryLength({ unit, from, to }: { unit: UnitHandle; from: Refrigerant; to: Refrigerant }) {
  const found = machineOrifice({ oldRefrigerant: from, newRefrigerant: to, ...usualConditions(unit.view.method) })
  const share = found && capillaryLengthRatio(found.machineRatio)
  return (
    <Body testID="capillary-wanted">
      {share === undefined
        ? 'Not reckoned: one of the two has no data at the usual temperatures.'
        : `At the same bore ${formatNumber(share * 100, 0)} % of its length: ${share < 1 ? 'cut it in two steps, and read between them' : 'a longer one, or the next bore'}.`}
    </Body>
  )
}

function ValveAnswer({
  from,
  to,
  bulb,
  method,
}: {
  from: Refrigerant
  to: Refrigerant
  bulb: Refrigerant
  method: MethodProfile
}) {
  const { system } = useSettings()
  const usual = (method.valveSuperheatLowK.si + method.valveSuperheatHighK.si) / 2
  const { evaporatingK } = usualConditions(method)
  const answer = valveSuperheat({ bulb, newRefrigerant: to, evaporatingK, superheatK: usual })
  if (!answer) return <Body>No data at the usual temperatures: ask the valve’s maker.</Body>
  const d = (k: number) => showText('temperatureDifference', k, system)
  return (
    <Body testID="valve-answer">
      {`A valve with a bulb for ${bulb} that held ${d(usual)} on ${from} holds about ${d(answer.superheatK)} on ${to}${answer.superheatK <= 0 ? ': it lets liquid through' : ''}. ${valveAnswerWords[answer.answer]}`}
    </Body>
  )
}
