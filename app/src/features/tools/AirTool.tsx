import { atmosphericPressurePa, expectedSplitK, relativeHumidity, show, showText, wetBulbK } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Soft } from '@/ui/Words'
import { Answer } from './Answer'
import { DropInto } from './DropInto'
import { readField } from './read'
import { useKept } from './useKept'

const empty: QuantityText = { text: '' }

/** Wet bulb from dry bulb and humidity, and back; and the split that this air should give. */
export function AirTool({ elevationM }: { elevationM: number }) {
  const { system } = useSettings()
  const [kept, change] = useKept('air', {
    dryBulb: empty,
    humidity: empty,
    wetBulb: empty,
    last: 'humidity' as 'humidity' | 'wetBulb',
  })
  const pressurePa = atmosphericPressurePa(elevationM)
  const dry = readField('temperature', kept.dryBulb, system)
  const typedWet = readField('temperature', kept.wetBulb, system)
  const typedHumidity = readField('ratio', kept.humidity, system)
  const fromHumidity = kept.last === 'humidity'
  const wetK = !fromHumidity
    ? typedWet.si
    : dry.si !== undefined && typedHumidity.si !== undefined
      ? wetBulbK({ dryBulbK: dry.si, relativeHumidity: typedHumidity.si, pressurePa })
      : undefined
  const moist = fromHumidity
    ? typedHumidity.si
    : dry.si !== undefined && typedWet.si !== undefined
      ? relativeHumidity({ dryBulbK: dry.si, wetBulbK: typedWet.si, pressurePa })
      : undefined
  const split =
    dry.si !== undefined && wetK !== undefined
      ? expectedSplitK({ returnDryBulbK: dry.si, returnWetBulbK: wetK, pressurePa })
      : undefined
  const impossible =
    dry.si !== undefined &&
    ((!fromHumidity && typedWet.si !== undefined && moist === undefined) ||
      (fromHumidity && typedHumidity.si !== undefined && wetK === undefined))
  const noted =
    dry.si !== undefined && wetK !== undefined && moist !== undefined
      ? `Air at ${showText('temperature', dry.si, system)} dry bulb, ${showText('ratio', moist, system)} humidity: wet bulb ${showText('temperature', wetK, system)}${split === undefined ? '' : `, expected split ${showText('temperatureDifference', split, system)}`}.`
      : undefined
  const field = (name: 'dryBulb' | 'humidity' | 'wetBulb', label: string, problem?: string) => (
    <YStack flexGrow={1} flexBasis={130}>
      <QuantityField
        label={label}
        dimension={name === 'humidity' ? 'ratio' : 'temperature'}
        value={kept[name]}
        onChange={(next) =>
          change(
            name === 'dryBulb'
              ? { dryBulb: next }
              : name === 'humidity'
                ? { humidity: next, wetBulb: empty, last: 'humidity' }
                : { wetBulb: next, humidity: empty, last: 'wetBulb' },
          )
        }
        problem={problem}
        testID={`tool-${name}`}
      />
    </YStack>
  )
  return (
    <YStack gap="$4">
      <XStack flexWrap="wrap" gap="$3">
        {field('dryBulb', 'Dry bulb', dry.problem)}
        {field('humidity', 'Humidity', typedHumidity.problem)}
        {field('wetBulb', 'or wet bulb', typedWet.problem)}
      </XStack>
      {impossible ? (
        <Soft color="$oxide" role="alert" testID="air-impossible">
          Such air doesn’t exist: wet bulb lies at or under dry bulb, humidity between 0 and 100 %.
        </Soft>
      ) : null}
      <XStack gap="$4" flexWrap="wrap">
        {wetK !== undefined && fromHumidity ? (
          <Answer title="Wet bulb" {...show('temperature', wetK, system)} testID="tool-wet" />
        ) : null}
        {moist !== undefined && !fromHumidity ? (
          <Answer title="Humidity" {...show('ratio', moist, system)} testID="tool-moist" />
        ) : null}
        {split !== undefined ? (
          <Answer
            title="Split this air should give"
            {...show('temperatureDifference', split, system)}
            note="At nominal airflow, cooling."
            testID="tool-split"
          />
        ) : null}
      </XStack>
      <DropInto body={noted ? { kind: 'note', text: noted } : undefined} />
    </YStack>
  )
}
