import {
  atmosphericPressurePa,
  show,
  subcoolingK,
  superheatK,
  type ReadingValues,
  type Refrigerant,
} from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { PickOne } from '@/ui/PickOne'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Soft } from '@/ui/Words'
import { Answer } from './Answer'
import { DropInto } from './DropInto'
import { refrigerantOptions } from './PressureTemperature'
import { readField } from './read'
import { useKept } from './useKept'

const fields = [
  { name: 'suctionPressure', label: '▽ Suction pressure', dimension: 'gaugePressure' },
  { name: 'suctionLine', label: '▽ Suction line', dimension: 'temperature' },
  { name: 'liquidPressure', label: '△ Liquid pressure', dimension: 'gaugePressure' },
  { name: 'liquidLine', label: '△ Liquid line', dimension: 'temperature' },
] as const
type FieldName = (typeof fields)[number]['name']
type Kept = { refrigerant: Refrigerant } & { [F in FieldName]: QuantityText }

const empty: QuantityText = { text: '' }

/** Superheat and subcooling from two pressures and two line temperatures. */
export function FourReadings({ elevationM }: { elevationM: number }) {
  const { system } = useSettings()
  const [kept, change] = useKept<Kept>('fourReadings', {
    refrigerant: 'R-410A',
    suctionPressure: empty,
    suctionLine: empty,
    liquidPressure: empty,
    liquidLine: empty,
  })
  const { refrigerant } = kept
  const atmosphericPa = atmosphericPressurePa(elevationM)
  const read = Object.fromEntries(
    fields.map(({ name, dimension }) => [name, readField(dimension, kept[name], system)]),
  ) as Record<FieldName, ReturnType<typeof readField>>
  const absolute = (name: FieldName) => (read[name].si === undefined ? NaN : read[name].si + atmosphericPa)
  const superheat = superheatK({
    refrigerant,
    suctionPressurePa: absolute('suctionPressure'),
    suctionLineK: read.suctionLine.si ?? NaN,
  })
  const subcooling = subcoolingK({
    refrigerant,
    liquidPressurePa: absolute('liquidPressure'),
    liquidLineK: read.liquidLine.si ?? NaN,
  })
  const values = Object.fromEntries(
    fields.flatMap(({ name }) => (read[name].quantity ? [[name, read[name].quantity]] : [])),
  ) as ReadingValues
  const figure = (k: number | undefined) =>
    k === undefined ? { figure: '–', unit: '' } : show('temperatureDifference', k, system)
  const negative = (superheat ?? 0) < 0 || (subcooling ?? 0) < 0
  return (
    <YStack gap="$4">
      <PickOne
        label="Refrigerant"
        options={refrigerantOptions}
        value={refrigerant}
        onChange={(next) => next && change({ refrigerant: next })}
        testID="tool-refrigerant"
      />
      <XStack flexWrap="wrap" gap="$3">
        {fields.map(({ name, label, dimension }) => (
          <YStack key={name} flexGrow={1} flexBasis={130}>
            <QuantityField
              label={label}
              dimension={dimension}
              value={kept[name]}
              onChange={(next) => change({ [name]: next })}
              problem={read[name].problem}
              testID={`tool-${name}`}
            />
          </YStack>
        ))}
      </XStack>
      <XStack gap="$4" flexWrap="wrap">
        <Answer title="Superheat, from dew" {...figure(superheat)} testID="tool-superheat" />
        <Answer title="Subcooling, from bubble" {...figure(subcooling)} testID="tool-subcooling" />
      </XStack>
      {negative ? (
        <Soft color="$oxide" role="alert">
          Below zero can’t be: wrong refrigerant, a swapped or loose clamp, or a gauge not zeroed.
        </Soft>
      ) : null}
      <DropInto
        body={Object.keys(values).length === fields.length ? { kind: 'reading', mode: 'cooling', values } : undefined}
      />
    </YStack>
  )
}
