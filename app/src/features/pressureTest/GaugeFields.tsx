import { show, showText, type PressureTestRun } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { TimeField } from '@/unit/TimeField'
import type { useEntryForm } from '@/unit/useEntryForm'
import { useSettings } from '@/settings/settings'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body, Figure, Heading, Soft } from '@/ui/Words'

export interface TestDraft {
  plate: QuantityText
  gauge: QuantityText
  ambient: QuantityText
  ambientEnd: QuantityText
  raiseTo: QuantityText
  time: string
}

export interface Live {
  readonly gaugePa?: number
  readonly ambientK?: number
}

interface Props {
  test: PressureTestRun
  form: ReturnType<typeof useEntryForm<TestDraft>>
  holding: boolean
  /** what gauge and probe say now; undefined where they are typed */
  live: Live | undefined
  onRaise: (heard: 'quiet' | 'hiss') => void
  onRaiseRig: () => void
  onHold: () => void
}

/** Gauge and probe: typed, or as they come; with the steps of raising before a hold. */
export function GaugeFields({ test, form, holding, live, onRaise, onRaiseRig, onHold }: Props) {
  const { system } = useSettings()
  const { draft, problems, change } = form
  // with nitrogen at hand a judged test may be raised again
  const raising = !holding || (live !== undefined && test.hold?.verdict !== undefined)
  const plain = (pa: number) => showText('gaugePressure', pa, system)
  return (
    <>
      <Heading>{holding ? 'Read gauge and pipe' : 'Raise, listen, hold'}</Heading>
      <Soft>
        {holding
          ? `Held since ${plain(test.hold?.startGaugePa ?? 0)}. Read both again at the end.`
          : `In steps to ${plain(test.usualPa)}; never above ${plain(test.limitPa ?? 0)}. Dry nitrogen only.`}
      </Soft>
      {live ? (
        <LiveFigures live={live} problem={problems.gauge} />
      ) : (
        <QuantityField
          label="Gauge"
          dimension="gaugePressure"
          value={draft.gauge}
          onChange={(gauge) => change({ gauge })}
          problem={problems.gauge}
          testID="test-gauge"
        />
      )}
      {live && raising ? (
        <>
          <QuantityField
            label="Raise to"
            dimension="gaugePressure"
            value={draft.raiseTo}
            onChange={(raiseTo) => change({ raiseTo })}
            problem={problems.raiseTo}
            testID="raise-to"
          />
          <Press testID="raise" onPress={onRaiseRig}>
            Let nitrogen in
          </Press>
        </>
      ) : null}
      {!raising ? null : (
        <XStack gap="$2" flexWrap="wrap">
          <Press grow testID="raise-quiet" onPress={() => onRaise('quiet')}>
            Raised, quiet
          </Press>
          <Press grow look="stop" testID="raise-hiss" onPress={() => onRaise('hiss')}>
            It hisses
          </Press>
        </XStack>
      )}
      {live ? null : (
        <>
          <QuantityField
            label="Temperature at the pipe"
            dimension="temperature"
            value={draft.ambient}
            onChange={(ambient) => change({ ambient })}
            problem={problems.ambient}
            hint="In the shade, at the line set: the gas follows it."
            testID="test-ambient"
          />
          <TimeField value={draft.time} onChange={(time) => change({ time })} problem={problems.time} />
        </>
      )}
      {holding ? (
        <Press look="quiet" testID="hold-again" onPress={onHold}>
          Begin the hold anew
        </Press>
      ) : null}
    </>
  )
}

function LiveFigures({ live, problem }: { live: Live; problem?: string }) {
  const { system } = useSettings()
  const figure = (name: string, dimension: 'gaugePressure' | 'temperature', si: number | undefined, testID: string) => {
    const { figure: value, unit } = si === undefined ? { figure: '–', unit: '' } : show(dimension, si, system)
    return (
      <YStack flex={1}>
        <Soft>{name}</Soft>
        <Figure testID={testID}>{`${value} ${unit}`}</Figure>
      </YStack>
    )
  }
  return (
    <>
      <XStack gap="$3">
        {figure('Gauge', 'gaugePressure', live.gaugePa, 'live-gauge')}
        {figure('At the pipe', 'temperature', live.ambientK, 'live-ambient')}
      </XStack>
      {problem ? <Body color="$oxide">{problem}</Body> : null}
    </>
  )
}
