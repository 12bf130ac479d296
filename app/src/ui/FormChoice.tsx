import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form'
import { Choice, type Option } from './Choice'
import { PickOne } from './PickOne'

interface Props<T extends FieldValues, O, V extends string> {
  control: Control<T, unknown, O>
  name: Path<T>
  label: string
  options: readonly Option<V>[]
  hint?: string
  testID?: string
  /** shut until pressed, for more options than fit in a row */
  many?: boolean
  /** one of them always: pressed again it stays */
  required?: boolean
}

/** One of some options in a form. */
export function FormChoice<T extends FieldValues, O, V extends string>({
  control,
  name,
  many,
  required,
  testID = name,
  ...rest
}: Props<T, O, V>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => {
        const onChange = (value: V | undefined) => {
          if (value !== undefined || !required) field.onChange(value)
        }
        const common = { ...rest, testID, value: field.value as V | undefined, onChange }
        return many ? <PickOne {...common} /> : <Choice {...common} />
      }}
    />
  )
}
