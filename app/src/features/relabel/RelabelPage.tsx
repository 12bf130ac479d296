import { beforeAfterWords, oilWords } from '@zetesis/contract'
import {
  co2eKg,
  EXPECTED_TO_K,
  expectationsOf,
  formatNumber,
  oils,
  showText,
  type ConversionRun,
  type Oil,
} from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import { quantityText } from '@/ui/quantityInput'
import { Gate } from '@/unit/Gate'
import { useEntryForm } from '@/unit/useEntryForm'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { WorkingLines } from '@/verdict/WorkingLines'
import { BeforeAfter } from '@/verdict/BeforeAfter'

/** What is in it now, for whoever comes next: the label on the case, the pressures to expect, what became of it. */
export function RelabelPage() {
  return <UnitPage title="New label" render={(unit) => <Relabel key={unit.unitId} unit={unit} />} />
}

function Relabel({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  const { conversion, reading, facts } = view
  if (!conversion)
    return (
      <Banner metal="none" word="No conversion">
        This unit isn’t converted. The kind of work stands under Prepare.
      </Banner>
    )
  return (
    <YStack gap="$4">
      <LabelCard unit={unit} conversion={conversion} />
      <Expectations unit={unit} />
      {conversion.baseline && reading ? (
        <BeforeAfter
          title={beforeAfterWords.title}
          before={conversion.baseline.judged}
          after={reading.judged}
          refrigerant={facts.oldRefrigerant}
          metering={facts.metering}
          heads={[beforeAfterWords.asFound(facts.oldRefrigerant ?? ''), beforeAfterWords.now(facts.refrigerant ?? '')]}
        />
      ) : null}
      <Ledger unit={unit} conversion={conversion} />
      <Gate
        unit={unit}
        stage="relabel"
        why="Whoever comes next tops up with what the old label says. Write why there is none."
      />
    </YStack>
  )
}

interface Draft {
  name: string
  oil: Oil | ''
  charge: QuantityText
  crossed: boolean
}

/** oil as the list left it, else as it was */
const oilNow = ({ list, oil }: ConversionRun): Oil => list.find((l) => l.line.item === 'oil')?.answer?.entry.oil ?? oil

function LabelCard({ unit, conversion }: { unit: UnitHandle; conversion: ConversionRun }) {
  const { view } = unit
  const { system } = useSettings()
  const form = useEntryForm<Draft>(unit, 'relabel', {
    name: unit.user?.name ?? '',
    oil: oilNow(conversion),
    charge:
      view.charge.weighedKg > 0 ? { text: showText('mass', view.charge.weighedKg, system) } : quantityText(undefined),
    crossed: false,
  })
  const { draft, problems, change } = form
  const label = conversion.label?.entry
  const log = () => {
    const charge = form.quantity('charge', 'mass')
    if (!charge || !draft.oil) return
    form.log(
      { kind: 'relabelled', name: draft.name.trim(), oil: draft.oil, charge, oldCrossedOut: draft.crossed },
      'crossed',
    )
  }
  useBarAction(view.sealed || label ? undefined : `Log the label of ${view.facts.tag ?? ''}`.trim(), log)
  const get = (size: 'large' | 'small' | 'owner') => {
    const link = document.createElement('a')
    link.href = `/api/units/${unit.unitId}/${size === 'owner' ? 'owner' : 'label'}.pdf?units=${system}${size === 'owner' ? '' : `&size=${size}`}`
    link.download = ''
    link.click()
  }
  const unsent = unit.pending.length > 0
  return (
    <Card testID="label">
      <Heading>{`${view.facts.refrigerant ?? 'New refrigerant'} is in it now`}</Heading>
      {label ? (
        <>
          <Body fontWeight="700">{`${label.charge.value} ${label.charge.unit} · ${oilWords[label.oil]} · ${label.name}`}</Body>
          {unsent ? <Soft>Not all of it is sent yet: the label is made from what the server has.</Soft> : null}
          <XStack gap="$2" flexWrap="wrap">
            <Press grow testID="label-large" disabled={unsent} onPress={() => get('large')}>
              Label, 100 × 70 mm
            </Press>
            <Press grow testID="label-small" disabled={unsent} onPress={() => get('small')}>
              Label, 62 × 40 mm
            </Press>
            <Press grow look="quiet" testID="owner-page" disabled={unsent} onPress={() => get('owner')}>
              Page for the owner
            </Press>
          </XStack>
        </>
      ) : view.sealed ? null : (
        <>
          <TextField
            label="Name on it"
            value={draft.name}
            onChange={(name) => change({ name })}
            problem={problems.name}
            testID="label-name"
          />
          <QuantityField
            label="Amount in it"
            dimension="mass"
            value={draft.charge}
            onChange={(charge) => change({ charge })}
            problem={problems.charge}
            testID="label-charge"
          />
          <Soft>{`By the scale ${showText('mass', view.charge.weighedKg, system)} went in.`}</Soft>
          <Choice
            label="Oil in it"
            options={oils.map((value) => ({ value, label: oilWords[value] }))}
            value={draft.oil || undefined}
            onChange={(oil) => change({ oil: oil ?? '' })}
            testID="label-oil"
          />
          <Choice
            label="The old label"
            options={[{ value: 'crossed', label: 'is crossed out' }]}
            value={draft.crossed ? 'crossed' : undefined}
            onChange={(v) => change({ crossed: v === 'crossed' })}
            testID="crossed"
          />
          {problems.crossed ? <Body color="$oxide">{problems.crossed}</Body> : null}
          {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
          <Soft>Logged, it can be printed in two sizes, with a code that leads to this record.</Soft>
        </>
      )}
    </Card>
  )
}

/** What its gauges should show on other days, from the last settled reading. */
function Expectations({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { reading, facts } = unit.view
  const lines = expectationsOf(facts.refrigerant, reading?.judged ?? {})
  if (lines.length === 0) return null
  return (
    <Card testID="expectations">
      <Heading>Pressures to expect now</Heading>
      <WorkingLines
        lines={lines.map((l) => ({
          name: `outdoors ${showText('temperature', l.outdoorK, system)}`,
          value: `${showText('gaugePressure', l.suctionPa, system)} · ${showText('gaugePressure', l.liquidPa, system)}`,
        }))}
      />
      <Soft>
        {`Suction and head: condensing as far over the outdoor air as at the last reading, the coil following a tenth of the weather, the same house. Good to ±${showText('temperatureDifference', EXPECTED_TO_K, system)} of condensing; nothing is charged by these.`}
      </Soft>
    </Card>
  )
}

/** What came out, what went in, and what both would warm. */
function Ledger({ unit, conversion }: { unit: UnitHandle; conversion: ConversionRun }) {
  const { system } = useSettings()
  const { facts, charge } = unit.view
  const { oldRefrigerant, refrigerant } = facts
  if (!oldRefrigerant || !refrigerant) return null
  const t = (r: typeof refrigerant, kg: number) =>
    `${formatNumber((co2eKg(r, kg, 'AR4') ?? 0) / 1000, 2)} t, ${formatNumber((co2eKg(r, kg, 'AR5') ?? 0) / 1000, 2)} t`
  const out = conversion.recovered.kg
  return (
    <Card testID="ledger">
      <Heading>Out and in</Heading>
      <WorkingLines
        lines={[
          { name: `${oldRefrigerant} recovered`, value: showText('mass', out, system) },
          { name: 'its warming, CO₂ (AR4, AR5)', value: t(oldRefrigerant, out) },
          { name: `${refrigerant} in it`, value: showText('mass', charge.weighedKg, system) },
          { name: 'its warming, CO₂ (AR4, AR5)\u00a0', value: t(refrigerant, charge.weighedKg) },
        ]}
      />
      <Soft>Where the recovered goes, reclaimed or destroyed, stands in the cylinder’s book.</Soft>
    </Card>
  )
}
