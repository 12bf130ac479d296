import { formatNumber, fromSi, showText, waterBoilingPointK, type Quantity } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Soft } from '@/ui/Words'
import { Answer } from './Answer'
import { DropInto } from './DropInto'
import { readField } from './read'
import { useKept } from './useKept'

const shown = [
  { unit: 'micron', title: 'Micron (mTorr)', digits: 0 },
  { unit: 'Pa', title: 'Pascal', digits: 1 },
  { unit: 'mbar', title: 'Millibar (hPa)', digits: 3 },
  { unit: 'Torr', title: 'Torr (mmHg)', digits: 3 },
] as const

/** One vacuum in every unit, and at what temperature water boils in it. */
export function VacuumTool() {
  const { system } = useSettings()
  const [kept, change] = useKept('vacuum', { pressure: { text: '500', unit: 'micron' } as QuantityText })
  const pressure = readField('vacuum', kept.pressure, system)
  const positive = pressure.si !== undefined && pressure.si > 0 ? pressure.si : undefined
  const boilsK = positive === undefined ? undefined : waterBoilingPointK(positive)
  const frozen = boilsK !== undefined && boilsK < 273.16
  return (
    <YStack gap="$4">
      <QuantityField
        label="Vacuum, absolute"
        dimension="vacuum"
        value={kept.pressure}
        onChange={(next) => change({ pressure: next })}
        problem={
          pressure.problem ??
          (pressure.si !== undefined && positive === undefined ? 'This must be more than zero.' : undefined)
        }
        testID="tool-vacuum"
      />
      {positive !== undefined ? (
        <XStack gap="$4" flexWrap="wrap">
          {shown.map(({ unit, title, digits }) => (
            <Answer
              key={unit}
              title={title}
              figure={formatNumber(fromSi('vacuum', positive, unit), digits)}
              unit={unit}
              testID={`vacuum-${unit}`}
            />
          ))}
        </XStack>
      ) : null}
      {boilsK !== undefined ? (
        <Answer
          title={frozen ? 'Ice turns to vapour above' : 'Water boils above'}
          figure={showText('temperature', boilsK, system).split(' ')[0]!}
          unit={showText('temperature', boilsK, system).split(' ')[1]!}
          note={
            frozen
              ? 'Under 0.01 °C water freezes in the line and leaves slowly.'
              : 'A pull-down stands still here while liquid water is in the line.'
          }
          testID="vacuum-boils"
        />
      ) : (
        <Soft>No boiling point in this range.</Soft>
      )}
      <DropInto
        body={positive === undefined ? undefined : { kind: 'micron', reading: pressure.quantity as Quantity<'vacuum'> }}
      />
    </YStack>
  )
}
