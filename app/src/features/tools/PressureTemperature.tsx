import {
  atmosphericPressurePa,
  formatNumber,
  fromSi,
  isBlend,
  offeredRefrigerants,
  preferredUnit,
  refrigerantInfo,
  saturationPressurePa,
  saturationTemperatureK,
  show,
  showText,
  type Refrigerant,
  type SaturationCurve,
  type UnitSystem,
} from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { PickOne } from '@/ui/PickOne'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Body, Soft } from '@/ui/Words'
import { Answer } from './Answer'
import { DropInto } from './DropInto'
import { readField } from './read'
import { SlideScale } from './SlideScale'
import { useKept } from './useKept'

export const refrigerantOptions = offeredRefrigerants.map((r) => ({ value: r, label: r as string }))

interface Kept {
  refrigerant: Refrigerant
  pressure: QuantityText
  temperature: QuantityText
  last: 'pressure' | 'temperature'
}

/** Text for a field from an SI value, in the units in use, with the digits a gauge shows. */
export function fieldText(dimension: 'gaugePressure' | 'temperature', si: number, system: UnitSystem): QuantityText {
  const unit = preferredUnit(dimension, system)
  const digits = unit === 'bar' ? 2 : 1
  return { text: formatNumber(fromSi(dimension, si, unit), digits).replace(/\u202f/g, ''), unit }
}

/** Pressure to temperature and back, bubble and dew side by side; typed or slid. */
export function PressureTemperature({ elevation, elevationM }: { elevation: QuantityText; elevationM: number }) {
  const { system } = useSettings()
  const [kept, change] = useKept<Kept>('pressureTemperature', {
    refrigerant: 'R-410A',
    pressure: { text: '118', unit: 'psig' },
    temperature: { text: '' },
    last: 'pressure',
  })
  const { refrigerant } = kept
  const atmosphericPa = atmosphericPressurePa(elevationM)
  const pressure = readField('gaugePressure', kept.pressure, system)
  const temperature = readField('temperature', kept.temperature, system)
  const blend = isBlend(refrigerant)
  const absolutePa =
    kept.last === 'pressure'
      ? pressure.si === undefined
        ? undefined
        : pressure.si + atmosphericPa
      : temperature.si === undefined
        ? undefined
        : saturationPressurePa(refrigerant, 'dew', temperature.si)
  const at = (curve: SaturationCurve) =>
    absolutePa === undefined ? undefined : saturationTemperatureK(refrigerant, curve, absolutePa)
  const [bubbleK, dewK] = [at('bubble'), at('dew')]
  const outside =
    absolutePa !== undefined && bubbleK === undefined && dewK === undefined
      ? `${refrigerant} data don’t reach that far.`
      : undefined
  const slide = (pa: number) =>
    change({
      pressure: fieldText('gaugePressure', pa - atmosphericPa, system),
      temperature: { text: '' },
      last: 'pressure',
    })
  const noted =
    absolutePa !== undefined && dewK !== undefined && bubbleK !== undefined
      ? `${refrigerant} at ${showText('gaugePressure', absolutePa - atmosphericPa, system)}: bubble ${showText('temperature', bubbleK, system)}, dew ${showText('temperature', dewK, system)} (site ${elevation.text || '0'} ${elevation.unit ?? ''}).`
      : undefined
  const pressuresAt = (curve: SaturationCurve) => {
    if (kept.last !== 'temperature' || temperature.si === undefined) return undefined
    const pa = saturationPressurePa(refrigerant, curve, temperature.si)
    return pa === undefined ? undefined : showText('gaugePressure', pa - atmosphericPa, system)
  }
  return (
    <YStack gap="$4">
      <PickOne
        label="Refrigerant"
        options={refrigerantOptions}
        value={refrigerant}
        onChange={(next) => next && change({ refrigerant: next })}
        testID="tool-refrigerant"
      />
      <XStack gap="$3">
        <YStack flex={1}>
          <QuantityField
            label="Gauge pressure"
            dimension="gaugePressure"
            value={kept.pressure}
            onChange={(next) => change({ pressure: next, temperature: { text: '' }, last: 'pressure' })}
            problem={pressure.problem ?? (kept.last === 'pressure' ? outside : undefined)}
            testID="tool-pressure"
          />
        </YStack>
        <YStack flex={1}>
          <QuantityField
            label="or temperature"
            dimension="temperature"
            value={kept.temperature}
            onChange={(next) => change({ temperature: next, pressure: { text: '' }, last: 'temperature' })}
            problem={
              temperature.problem ??
              (kept.last === 'temperature' && temperature.si !== undefined && absolutePa === undefined
                ? `${refrigerant} data don’t reach that far.`
                : undefined)
            }
            testID="tool-temperature"
          />
        </YStack>
      </XStack>
      {kept.last === 'temperature' && pressuresAt('dew') ? (
        <XStack gap="$4" flexWrap="wrap">
          <Answer title="Bubble, for subcooling" {...split(pressuresAt('bubble'))} testID="bubble-pressure" />
          <Answer title="Dew, for superheat" {...split(pressuresAt('dew'))} testID="dew-pressure" />
        </XStack>
      ) : bubbleK !== undefined && dewK !== undefined ? (
        <XStack gap="$4" flexWrap="wrap">
          <Answer title="Bubble, for subcooling" {...show('temperature', bubbleK, system)} testID="bubble" />
          <Answer title="Dew, for superheat" {...show('temperature', dewK, system)} testID="dew" />
        </XStack>
      ) : null}
      {bubbleK !== undefined && dewK !== undefined ? (
        <Soft testID="glide">
          {blend
            ? `Glide ${showText('temperatureDifference', dewK - bubbleK, system)}: take dew for superheat, bubble for subcooling.`
            : 'A single substance: bubble and dew are one.'}
        </Soft>
      ) : null}
      {absolutePa !== undefined && !outside ? (
        <SlideScale
          centrePa={absolutePa}
          rows={
            blend
              ? [
                  { title: `${refrigerant} bubble`, refrigerant, curve: 'bubble' },
                  { title: 'dew', refrigerant, curve: 'dew' },
                ]
              : [{ title: refrigerant, refrigerant, curve: 'dew' }]
          }
          atmosphericPa={atmosphericPa}
          onSlide={slide}
          valueText={noted ?? ''}
        />
      ) : (
        <Body>Type a pressure or a temperature.</Body>
      )}
      <Soft>{`Data good to about ±${showText('temperatureDifference', (refrigerantInfo(refrigerant)!.estimatedErrorF * 5) / 9, system)}.`}</Soft>
      <DropInto body={noted ? { kind: 'note', text: noted } : undefined} />
    </YStack>
  )
}

function split(text: string | undefined): { figure: string; unit: string } {
  const [figure = '', unit = ''] = (text ?? '').split(' ')
  return { figure, unit }
}
