import { entryProblemWords, modeWords, portWords } from '@zetesis/contract'
import {
  portsOf,
  portStates,
  showTyped,
  type ChargeMode,
  type Circuit,
  type CircuitPort,
  type EntryBody,
  type HungHose,
  type Instrument,
  type Quantity,
} from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { useInstrumentChoice } from '@/kit/choice'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body, Heading, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'

type Side = HungHose['side']
interface Draft {
  low: CircuitPort | 'none' | ''
  high: CircuitPort | 'none' | ''
  lowUpTo: QuantityText
  highUpTo: QuantityText
  next: 'same' | 'over'
}
const blank: QuantityText = { text: '' }
const empty: Draft = { low: '', high: '', lowUpTo: blank, highUpTo: blank, next: 'same' }
const slotOf: Record<Side, string> = { low: 'suctionGauge', high: 'liquidGauge' }
const other: Record<ChargeMode, ChargeMode> = { cooling: 'heating', heating: 'cooling' }

/** Which hose hangs where: what can't stand what comes there is stopped before it is on. */
export function HosesCard({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { book } = useBook()
  const [choice] = useInstrumentChoice(unit.user?.id)
  const { heatPump, sealed } = unit.view
  const { circuit, mode, hoses } = heatPump
  const form = useEntryForm<Draft>(unit, 'hoses', empty)
  const { draft, problems, change } = form
  const [stopped, setStopped] = useState<string>()
  const instruments = book.instruments.map((kept) => kept.value)
  const gauges = {
    low: instruments.find((i) => i.id === choice[slotOf.low]),
    high: instruments.find((i) => i.id === choice[slotOf.high]),
  }
  const picked: Record<Side, CircuitPort | 'none' | ''> = {
    low: draft.low || (bestPort(circuit, mode, 'low') ?? ''),
    high: draft.high || (bestPort(circuit, mode, 'high') ?? ''),
  }
  const edit = (part: Partial<Draft>) => {
    setStopped(undefined)
    change(part)
  }
  const bodyOf = (): EntryBody | undefined => {
    const hung: HungHose[] = []
    for (const side of ['low', 'high'] as const) {
      const port = picked[side]
      if (port === '' || port === 'none') continue
      const gauge = gauges[side]
      const key = side === 'low' ? 'lowUpTo' : 'highUpTo'
      const typed = draft[key].text.trim() === '' ? undefined : form.quantity(key, 'gaugePressure')
      if (draft[key].text.trim() !== '' && !typed) return undefined
      const upTo = typed ?? (gauge && fullScaleOf(gauge))
      hung.push({ port, side, ...(upTo ? { upTo } : {}), ...(gauge ? { gauge: gauge.id } : {}) })
    }
    return {
      kind: 'hosesOn',
      mode,
      ...(circuit.heatPump ? { next: draft.next === 'over' ? other[mode] : mode } : {}),
      hoses: hung,
    }
  }
  const hang = () => {
    const body = bodyOf()
    if (!body) return
    const [first] = unit.append(body)
    setStopped(first && entryProblemWords(first, system))
    if (!first) form.done({ next: draft.next })
  }
  useBarAction(sealed ? undefined : 'Hoses are on', hang)
  if (sealed) return null
  const options = [
    ...portsOf(circuit).map((value) => ({ value, label: portWords[value] })),
    { value: 'none' as const, label: 'Nowhere' },
  ]
  const fields = [
    { side: 'low', label: '▽ Low hose and gauge', upTo: 'lowUpTo' },
    { side: 'high', label: '△ High hose and gauge', upTo: 'highUpTo' },
  ] as const
  return (
    <Card testID="hoses">
      <Heading>Hoses</Heading>
      {hoses ? (
        <Body testID="hoses-now">
          {`On now: ${hoses.entry.hoses.map((h) => `${h.side === 'low' ? '▽' : '△'} ${portWords[h.port].toLowerCase()}`).join(' · ')}`}
        </Body>
      ) : null}
      {fields.map(({ side, label, upTo }) => {
        const gauge = gauges[side]
        const scale = gauge && fullScaleOf(gauge)
        return (
          <YStack key={side} gap="$2">
            <PickOne
              label={label}
              options={options}
              value={picked[side] || undefined}
              onChange={(port) => edit({ [side]: port ?? '' })}
              testID={`hose-${side}`}
            />
            {scale ? (
              <Soft>{`${gauge.name}, scale to ${showTyped(scale)}`}</Soft>
            ) : (
              <QuantityField
                label={gauge ? `${gauge.name}: its scale ends at` : 'Its scale ends at'}
                dimension="gaugePressure"
                value={draft[upTo]}
                onChange={(value) => edit({ [upTo]: value })}
                problem={problems[upTo]}
                testID={`upTo-${side}`}
              />
            )}
          </YStack>
        )
      })}
      {!circuit.heatPump ? null : mode === 'heating' ? (
        <Soft>In heating a defrost turns it round by itself: what hangs must stand both ways.</Soft>
      ) : (
        <Choice
          label="With them on, it"
          options={[
            { value: 'same', label: `stays in ${mode}` },
            { value: 'over', label: `goes over to ${other[mode]}` },
          ]}
          value={draft.next}
          onChange={(next) => edit({ next: next ?? 'same' })}
          testID="hoses-next"
        />
      )}
      {stopped ? (
        <Banner metal="out" word="Not there" testID="hoses-stopped">
          {stopped}
        </Banner>
      ) : null}
      {hoses ? (
        <Press
          testID="hoses-off"
          onPress={() => {
            const [first] = unit.append({ kind: 'hosesOn', mode, hoses: [] })
            setStopped(first && entryProblemWords(first, system))
          }}
        >
          All hoses are off
        </Press>
      ) : null}
      <Soft>{`Runs in ${modeWords[mode].toLowerCase()} now. Zero the gauges first; hand-tight fittings, eyes and hands covered.`}</Soft>
    </Card>
  )
}

/** Where the low hose reads superheat in every mode, else in this one; where the high hose reads subcooling. */
function bestPort(circuit: Circuit, mode: ChargeMode, side: Side): CircuitPort | undefined {
  const wanted = side === 'low' ? 'superheat' : 'subcooling'
  const fit = portStates(circuit, mode).filter((s) => s.valid.includes(wanted))
  return (fit.find((s) => s.port === 'trueSuction') ?? fit[0])?.port
}

function fullScaleOf(instrument: Instrument): Quantity<'gaugePressure'> | undefined {
  const scale = instrument.accuracies.find((a) => a.dimension === 'gaugePressure')?.fullScale
  return scale as Quantity<'gaugePressure'> | undefined
}
