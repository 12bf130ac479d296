import type { Control, FieldValues, Path } from 'react-hook-form'
import { FormText } from './FormText'

/** The password that somebody has, typed once more. */
export function OwnPassword<T extends FieldValues & { password: string }, O>({
  control,
  hint,
  testID,
}: {
  control: Control<T, unknown, O>
  hint?: string
  testID: string
}) {
  return (
    <FormText
      control={control}
      name={'password' as Path<T>}
      label="Your password"
      secure
      autoComplete="current-password"
      hint={hint}
      testID={testID}
    />
  )
}
