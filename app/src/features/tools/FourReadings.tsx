import { keepCheckWords } from '@zetesis/contract'
import {
  atmosphericPressurePa,
  judgeCharge,
  show,
  subcoolingK,
  superheatK,
  type Metering,
  type Quantity,
  type ReadingValues,
  type Refrigerant,
  type UnitFacts,
} from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { useCompanyMethod } from '@/sync/useBook'
import { Choice } from '@/ui/Choice'
import { PickOne } from '@/ui/PickOne'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Soft } from '@/ui/Words'
import { Verdict } from '@/verdict/Verdict'
import { Answer } from './Answer'
import { DropInto } from './DropInto'
import { refrigerantOptions } from './PressureTemperature'
import { KeepCheck } from './KeepCheck'
import { readField } from './read'
import { useKept } from './useKept'

const fields = [
  { name: 'suctionPressure', label: '▽ Suction pressure', dimension: 'gaugePressure' },
  { name: 'suctionLine', label: '▽ Suction line', dimension: 'temperature' },
  { name: 'liquidPressure', label: '△ Liquid pressure', dimension: 'gaugePressure' },
  { name: 'liquidLine', label: '△ Liquid line', dimension: 'temperature' },
] as const
/** what the target goes by, besides the device */
const airFields = [
  { name: 'outdoor', label: 'Outdoors', dimension: 'temperature' },
  { name: 'returnWetBulb', label: 'Return wet bulb', dimension: 'temperature' },
] as const
type FieldName = (typeof fields)[number]['name'] | (typeof airFields)[number]['name']
type Kept = { refrigerant: Refrigerant; metering?: Metering; targetSubcooling: QuantityText } & {
  [F in FieldName]: QuantityText
}

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
    outdoor: empty,
    returnWetBulb: empty,
    targetSubcooling: empty,
  })
  const { refrigerant, metering } = kept
  const profile = useCompanyMethod()
  const atmosphericPa = atmosphericPressurePa(elevationM)
  const read = Object.fromEntries(
    [...fields, ...airFields].map(({ name, dimension }) => [name, readField(dimension, kept[name], system)]),
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
    [...fields, ...airFields].flatMap(({ name }) => (read[name].quantity ? [[name, read[name].quantity]] : [])),
  ) as ReadingValues
  const figure = (k: number | undefined) =>
    k === undefined ? { figure: '–', unit: '' } : show('temperatureDifference', k, system)
  const negative = (superheat ?? 0) < 0 || (subcooling ?? 0) < 0
  const target = readField('temperatureDifference', kept.targetSubcooling, system)
  const facts: UnitFacts = {
    refrigerant,
    ...(metering ? { metering } : {}),
    superheatSource: 'commonRule',
    ...(target.quantity ? { targetSubcooling: target.quantity as Quantity<'temperatureDifference'> } : {}),
    elevation: { value: Math.round(elevationM * 10) / 10, unit: 'm' },
  }
  const isWhole = fields.every(({ name }) => read[name].quantity)
  const judged =
    metering && isWhole ? judgeCharge({ facts, elevationM }, { mode: 'cooling', values }, [], profile) : undefined
  const inputs = (list: typeof fields | typeof airFields) =>
    list.map(({ name, label, dimension }) => (
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
    ))
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
        {inputs(fields)}
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
      <Choice
        label="Metering device"
        options={[
          { value: 'fixedOrifice', label: 'Piston' },
          { value: 'expansionValve', label: 'Expansion valve' },
        ]}
        value={metering}
        onChange={(next) => change({ metering: next })}
        testID="tool-device"
      />
      {metering === 'expansionValve' ? (
        <QuantityField
          label={keepCheckWords.target}
          dimension="temperatureDifference"
          value={kept.targetSubcooling}
          onChange={(next) => change({ targetSubcooling: next })}
          problem={target.problem}
          testID="tool-targetSubcooling"
        />
      ) : metering ? (
        <XStack flexWrap="wrap" gap="$3">
          {inputs(airFields)}
        </XStack>
      ) : (
        <Soft>{keepCheckWords.judge}</Soft>
      )}
      {judged ? <Verdict judged={judged} /> : null}
      {judged ? <KeepCheck facts={facts} values={values} /> : null}
      <DropInto body={isWhole ? { kind: 'reading', mode: 'cooling', values } : undefined} />
    </YStack>
  )
}
