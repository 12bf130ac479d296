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

/** A code of their second factor beside it. */
export function OwnCode<T extends FieldValues & { code: string }, O>({
  control,
  testID,
}: {
  control: Control<T, unknown, O>
  testID: string
}) {
  return (
    <FormText
      control={control}
      name={'code' as Path<T>}
      label="Code"
      autoComplete="one-time-code"
      hint="Six digits off your authenticator, or a recovery code."
      testID={testID}
    />
  )
}
