import {
  atmosphericPressurePa,
  isBlend,
  saturationTemperatureK,
  showText,
  type Refrigerant,
  type SlideRow,
} from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { PickOne } from '@/ui/PickOne'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body } from '@/ui/Words'
import { DropInto } from './DropInto'
import { fieldText, refrigerantOptions } from './PressureTemperature'
import { readField } from './read'
import { SlideScale } from './SlideScale'
import { useKept } from './useKept'

/** Two refrigerants on one pressure axis: what each one's coil is at, at the same gauge. */
export function CompareTool({ elevationM }: { elevationM: number }) {
  const { system } = useSettings()
  const [kept, change] = useKept('compare', {
    a: 'R-22' as Refrigerant,
    b: 'R-422D' as Refrigerant,
    pressure: { text: '200', unit: 'psig' } as QuantityText,
  })
  const atmosphericPa = atmosphericPressurePa(elevationM)
  const pressure = readField('gaugePressure', kept.pressure, system)
  const absolutePa = pressure.si === undefined ? undefined : pressure.si + atmosphericPa
  const rowsOf = (refrigerant: Refrigerant): SlideRow[] =>
    isBlend(refrigerant)
      ? [
          { title: `${refrigerant} bubble`, refrigerant, curve: 'bubble' },
          { title: `${refrigerant} dew`, refrigerant, curve: 'dew' },
        ]
      : [{ title: refrigerant, refrigerant, curve: 'dew' }]
  const rows = [...rowsOf(kept.a), ...rowsOf(kept.b)]
  const temperatures = (refrigerant: Refrigerant) => {
    if (absolutePa === undefined) return undefined
    const [bubbleK, dewK] = (['bubble', 'dew'] as const).map((curve) =>
      saturationTemperatureK(refrigerant, curve, absolutePa),
    )
    return bubbleK === undefined || dewK === undefined ? undefined : { bubbleK, dewK }
  }
  const line = (refrigerant: Refrigerant) => {
    const found = temperatures(refrigerant)
    if (!found) return `${refrigerant}: its data don’t reach that far`
    const dew = showText('temperature', found.dewK, system)
    return isBlend(refrigerant)
      ? `${refrigerant}: bubble ${showText('temperature', found.bubbleK, system)}, dew ${dew}`
      : `${refrigerant}: ${dew}`
  }
  const known = absolutePa !== undefined && temperatures(kept.a) !== undefined && temperatures(kept.b) !== undefined
  const at = showText('gaugePressure', pressure.si ?? 0, system)
  return (
    <YStack gap="$4">
      <XStack gap="$3" flexWrap="wrap">
        {(['a', 'b'] as const).map((side) => (
          <YStack key={side} flexGrow={1} flexBasis={150}>
            <PickOne
              label={side === 'a' ? 'This one' : 'against'}
              options={refrigerantOptions}
              value={kept[side]}
              onChange={(next) => next && change({ [side]: next })}
              testID={`compare-${side}`}
            />
          </YStack>
        ))}
      </XStack>
      <QuantityField
        label="Gauge pressure"
        dimension="gaugePressure"
        value={kept.pressure}
        onChange={(next) => change({ pressure: next })}
        problem={pressure.problem}
        testID="tool-pressure"
      />
      <YStack gap="$1" testID="compare-lines">
        <Body>{line(kept.a)}</Body>
        <Body>{line(kept.b)}</Body>
      </YStack>
      {absolutePa !== undefined && known ? (
        <SlideScale
          centrePa={absolutePa}
          rows={rows}
          atmosphericPa={atmosphericPa}
          onSlide={(pa) => change({ pressure: fieldText('gaugePressure', pa - atmosphericPa, system) })}
          valueText={`${at}. ${line(kept.a)}. ${line(kept.b)}.`}
        />
      ) : null}
      <DropInto body={known ? { kind: 'note', text: `At ${at}: ${line(kept.a)}; ${line(kept.b)}.` } : undefined} />
    </YStack>
  )
}
