import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form'
import { TextField, type TextFieldProps } from './TextField'

type Props<T extends FieldValues, O> = Omit<TextFieldProps, 'value' | 'onChange' | 'problem'> & {
  control: Control<T, unknown, O>
  name: Path<T>
}

/** A line of text in a form: its problem stands at the field. */
export function FormText<T extends FieldValues, O>({ control, name, ...rest }: Props<T, O>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...rest}
          testID={rest.testID ?? name}
          value={(field.value as string | undefined) ?? ''}
          onChange={field.onChange}
          problem={fieldState.error?.message}
        />
      )}
    />
  )
}
