import { preferredUnit, showTyped, unitTable, type Dimension } from '@zetesis/core'
import { useId } from 'react'
import { Button, Input, Text } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { FieldFrame } from './FieldFrame'
import { toNextField } from './fields'
import { useOnPad, usePadOn } from './padField'
import { Ticking } from './Ticking'

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
  /** a value read a moment ago, which counts while the field is empty, and its age */
  carried?: { readonly value: number; readonly unit: string; readonly ageText: (nowMs: number) => string }
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
  carried,
}: QuantityFieldProps) {
  const id = useId()
  const { system } = useSettings()
  const unit = assumedUnit(dimension, value, system)
  const units = Object.keys(unitTable(dimension))
  const next = units[(units.indexOf(unit) + 1) % units.length]!
  const nextUnit = () => onChange({ text: value.text, unit: next })
  const before = value.text === '' ? carried : undefined
  const same = before && (() => onChange(quantityAsText(before)))
  useOnPad({ id, label, dimension, unit, nextUnit, same })
  const isPadOn = usePadOn()
  return (
    <FieldFrame
      id={id}
      label={mark ? `${mark} ${label}` : label}
      problem={problem}
      hint={hint}
      aside={
        before && same ? (
          <Age of={label} text={before.ageText} onRenew={same} {...(testID ? { testID: `${testID}-age` } : {})} />
        ) : null
      }
    >
      <Input
        unstyled
        id={id}
        value={value.text}
        onChangeText={(text: string) => onChange({ text, unit })}
        inputMode={isPadOn ? 'none' : 'decimal'}
        enterKeyHint="next"
        blurOnSubmit={false}
        onSubmitEditing={() => toNextField(id)}
        autoComplete="off"
        placeholder={before ? carriedText(before, unit) : placeholder}
        placeholderTextColor={before ? '$soft' : '$hint'}
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
        onPress={nextUnit}
      >
        <Text fontFamily="$figure" fontWeight="600" fontSize="$4" color="$ink">
          {unit}
        </Text>
      </Button>
    </FieldFrame>
  )
}

const carriedText = ({ value, unit }: { value: number; unit: string }, assumed: string) =>
  unit === assumed ? String(value).replace('-', '−') : showTyped({ value, unit })

const quantityAsText = ({ value, unit }: { value: number; unit: string }): QuantityText => ({
  text: String(value).replace('-', '−'),
  unit,
})

/** How old the value is that counts while nothing is typed; a tap takes it as read now. */
function Age({
  of,
  text,
  onRenew,
  testID,
}: {
  of: string
  text: (nowMs: number) => string
  onRenew: () => void
  testID?: string
}) {
  return (
    <Button
      unstyled
      role="button"
      aria-label={`${of}: the same, read now`}
      testID={testID}
      minHeight={44}
      marginVertical={-12}
      paddingLeft="$3"
      justifyContent="center"
      backgroundColor="transparent"
      borderWidth={0}
      cursor="pointer"
      onPress={onRenew}
    >
      <Ticking text={text} fontSize="$3" lineHeight="$3" fontWeight="500" color="$soft" />
    </Button>
  )
}

export function assumedUnit(dimension: Dimension, value: QuantityText, system: 'ip' | 'si'): string {
  return value.unit !== undefined && value.text !== '' ? value.unit : preferredUnit(dimension, system)
}
