import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form'
import { QuantityField, type QuantityFieldProps, type QuantityText } from './QuantityField'

type Props<T extends FieldValues, O> = Omit<QuantityFieldProps, 'value' | 'onChange' | 'problem'> & {
  control: Control<T, unknown, O>
  name: Path<T>
}

/** A quantity in a form: its problem stands at the field. */
export function FormQuantity<T extends FieldValues, O>({ control, name, ...rest }: Props<T, O>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <QuantityField
          {...rest}
          testID={rest.testID ?? name}
          value={(field.value as QuantityText | undefined) ?? { text: '' }}
          onChange={field.onChange}
          problem={fieldState.error?.message}
        />
      )}
    />
  )
}
