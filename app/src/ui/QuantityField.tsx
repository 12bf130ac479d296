import { preferredUnit, unitTable, type Dimension } from '@zetesis/core'
import { useId } from 'react'
import { Button, Input, Text } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { FieldFrame } from './FieldFrame'
import { toNextField } from './fields'

/** A field's content: the text as typed, and the unit that a bare number is taken in. */
export interface QuantityText {
  readonly text: string
  readonly unit?: string
}

export interface QuantityFieldProps {
  label: string
  dimension: Dimension
  value: QuantityText
  onChange: (value: QuantityText) => void
  problem?: string
  hint?: string
  testID?: string
  mark?: string
  placeholder?: string
}

/**
 * A reading typed with one thumb: "118", "8.1 bar". The unit beside it is the one assumed for a bare number; a tap takes the
 * next. While the field is empty it follows the units of measure in use, what is typed keeps its own.
 */
export function QuantityField({
  label,
  dimension,
  value,
  onChange,
  problem,
  hint,
  testID,
  mark,
  placeholder,
}: QuantityFieldProps) {
  const id = useId()
  const { system } = useSettings()
  const unit = assumedUnit(dimension, value, system)
  const units = Object.keys(unitTable(dimension))
  const next = units[(units.indexOf(unit) + 1) % units.length]!
  return (
    <FieldFrame id={id} label={mark ? `${mark} ${label}` : label} problem={problem} hint={hint}>
      <Input
        unstyled
        id={id}
        value={value.text}
        onChangeText={(text: string) => onChange({ text, unit })}
        inputMode="decimal"
        enterKeyHint="next"
        blurOnSubmit={false}
        onSubmitEditing={() => toNextField(id)}
        autoComplete="off"
        placeholder={placeholder}
        placeholderTextColor="$hint"
        testID={testID}
        flex={1}
        width="100%"
        minWidth={0}
        minHeight={52}
        paddingHorizontal="$2"
        borderWidth={0}
        backgroundColor="transparent"
        fontFamily="$figure"
        fontWeight="600"
        fontSize="$6"
        color="$ink"
        aria-invalid={problem ? true : undefined}
        aria-describedby={problem ? `${id}-problem` : undefined}
      />
      <Button
        unstyled
        role="button"
        minWidth={52}
        paddingHorizontal="$1"
        alignItems="center"
        justifyContent="center"
        backgroundColor="$pane"
        hoverStyle={{ backgroundColor: '$hold' }}
        cursor="pointer"
        aria-label={`${label}: unit ${unit}, change to ${next}`}
        testID={testID ? `${testID}-unit` : undefined}
        onPress={() => onChange({ text: value.text, unit: next })}
      >
        <Text fontFamily="$figure" fontWeight="600" fontSize="$4" color="$ink">
          {unit}
        </Text>
      </Button>
    </FieldFrame>
  )
}

export function assumedUnit(dimension: Dimension, value: QuantityText, system: 'ip' | 'si'): string {
  return value.unit !== undefined && value.text !== '' ? value.unit : preferredUnit(dimension, system)
}
