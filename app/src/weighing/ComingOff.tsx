import { cameOffLine, comingOffWords, entryProblemWords } from '@zetesis/contract'
import { showText, toSi, type Quantity, type ReadingValues } from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { HoseCard } from './HoseCard'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useRigConsole } from '@/recording/useRigConsole'
import { useSettings } from '@/settings/settings'
import { useClock } from '@/settings/useNow'
import { clock } from '@/sync/clock'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Body, Figure, Soft } from '@/ui/Words'

interface Draft {
  low: QuantityText
  high: QuantityText
  running: boolean
  suctionCore: 'tight' | 'leaks' | ''
  liquidCore: 'tight' | 'leaks' | ''
  caps: 'on' | 'missing' | ''
  bubblesAtMs: number
}
const core = [
  { value: 'tight', label: 'Tight' },
  { value: 'leaks', label: 'Bubbles' },
] as const
const blank: QuantityText = { text: '' }
/** Gauges off without losing charge: high side shut, hoses drawn down by the running system, cores under bubbles for a minute, caps. */
export function ComingOff({
  unit,
  gauges,
  onRig,
  open,
  onToggle,
}: {
  unit: UnitHandle
  /** live: what they read, where they are watched */
  gauges?: Pick<ReadingValues, 'suctionPressure' | 'liquidPressure'>
  onRig: boolean
  open: boolean
  onToggle: () => void
}) {
  const atRig = useRigConsole(unit.unitId)
  const { method } = unit.view
  const { cameOff } = unit.view.tuning
  const waitMs = method.bubbleWaitS.si * 1000
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const form = useEntryForm<Draft>(unit, 'comingOff', {
    low: blank,
    high: blank,
    running: true,
    suctionCore: '',
    liquidCore: '',
    caps: '',
    bubblesAtMs: 0,
  })
  const { draft, change } = form
  const typed = (text: QuantityText): Quantity<'gaugePressure'> | undefined =>
    quantityInput('gaugePressure', system).safeParse(text).data
  const low = gauges?.suctionPressure ?? typed(draft.low)
  const high = gauges?.liquidPressure ?? typed(draft.high)
  const apartPa = low && high ? toSi('gaugePressure', high) - toSi('gaugePressure', low) : undefined
  const agree = apartPa !== undefined && Math.abs(apartPa) < method.hosesAgreePa.si
  const log = () => {
    const { suctionCore, liquidCore, caps } = draft
    if (!suctionCore || !liquidCore || !caps) return setProblem('Say of both cores and of the caps how they are.')
    const [first] = unit.append({
      kind: 'cameOff',
      ...(low && high ? { suctionPressure: low, liquidPressure: high } : {}),
      running: draft.running,
      suctionCore,
      liquidCore,
      capsTight: caps === 'on',
    })
    setProblem(first && entryProblemWords(first, system))
    if (!first) form.done()
  }
  return (
    <Card>
      <Disclosure
        title="Coming off"
        summary={cameOff ? cameOffLine(cameOff) : 'hoses drawn down, cores, caps'}
        open={open}
        onToggle={onToggle}
        testID="coming-off"
      >
        {cameOff ? (
          <Body fontWeight="700" testID="came-off">
            {cameOffLine(cameOff)}
          </Body>
        ) : null}
        <Body>{comingOffWords.shut}</Body>
        <Body>{comingOffWords.draw}</Body>
        <Body fontWeight="700">{comingOffWords.slug}</Body>
        {onRig ? (
          <Press testID="draw-down" onPress={() => atRig({ kind: 'drawDown', on: true })}>
            {comingOffWords.drawDown}
          </Press>
        ) : null}
        {gauges ? null : (
          <>
            <QuantityField
              label="▽ Suction gauge"
              dimension="gaugePressure"
              value={draft.low}
              onChange={(v) => change({ low: v })}
              testID="off-low"
            />
            <QuantityField
              label="△ Liquid gauge"
              dimension="gaugePressure"
              value={draft.high}
              onChange={(v) => change({ high: v })}
              testID="off-high"
            />
          </>
        )}
        {apartPa === undefined ? null : (
          <Banner
            metal={agree ? 'in' : 'none'}
            word={agree ? 'Drawn down' : 'Wait'}
            figure={<Figure>{`${showText('pressureDifference', Math.abs(apartPa), system)} apart`}</Figure>}
            testID="drawn-down"
          >
            {agree ? comingOffWords.drawnDown : comingOffWords.wait}
          </Banner>
        )}
        <Body>{comingOffWords.soap}</Body>
        {draft.bubblesAtMs === 0 ? (
          <Press testID="soap-on" onPress={() => change({ bubblesAtMs: clock.now() })}>
            Soap is on: start the wait
          </Press>
        ) : (
          <SoapMinute endsMs={draft.bubblesAtMs + waitMs} />
        )}
        <YStack gap="$3">
          <Choice
            label="Suction core"
            options={core}
            value={draft.suctionCore || undefined}
            onChange={(v) => change({ suctionCore: v ?? '' })}
            testID="suction-core"
          />
          <Choice
            label="Liquid core"
            options={core}
            value={draft.liquidCore || undefined}
            onChange={(v) => change({ liquidCore: v ?? '' })}
            testID="liquid-core"
          />
          <Choice
            label="Caps"
            options={[
              { value: 'on', label: 'Tight' },
              { value: 'missing', label: 'Missing' },
            ]}
            value={draft.caps || undefined}
            onChange={(v) => change({ caps: v ?? '' })}
            testID="caps"
          />
        </YStack>
        {problem ? <Body color="$oxide">{problem}</Body> : null}
        <Press testID="log-off" onPress={log}>
          Log the gauges off
        </Press>
        <HoseCard unit={unit} />
      </Disclosure>
    </Card>
  )
}

function SoapMinute({ endsMs }: { endsMs: number }) {
  const left = useClock((now) => Math.max(Math.ceil((endsMs - now) / 1000), 0))
  return <Soft testID="soap-minute">{left === 0 ? 'Time is up: look.' : `${left} s left.`}</Soft>
}
