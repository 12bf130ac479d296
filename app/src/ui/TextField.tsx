import { useId } from 'react'
import { Input, TextArea } from 'tamagui'
import { FieldFrame } from './FieldFrame'

export interface TextFieldProps {
  label: string
  value: string
  onChange: (value: string) => void
  problem?: string
  hint?: string
  testID?: string
  placeholder?: string
  secure?: boolean
  long?: boolean
  autoComplete?: 'username' | 'current-password' | 'new-password' | 'one-time-code' | 'email' | 'name' | 'off'
  onSubmit?: () => void
}

export function TextField({
  label,
  value,
  onChange,
  problem,
  hint,
  testID,
  placeholder,
  secure,
  long,
  autoComplete = 'off',
  onSubmit,
}: TextFieldProps) {
  const id = useId()
  const common = {
    id,
    value,
    onChangeText: onChange,
    placeholder,
    testID,
    placeholderTextColor: '$hint',
    'aria-invalid': problem ? true : undefined,
    'aria-describedby': problem ? `${id}-problem` : undefined,
  } as const
  const look = {
    unstyled: true,
    flex: 1,
    fontSize: '$4',
    fontFamily: '$body',
    color: '$ink',
    borderWidth: 0,
    backgroundColor: 'transparent',
    width: '100%',
    paddingHorizontal: '$3',
  } as const
  return (
    <FieldFrame id={id} label={label} problem={problem} hint={hint}>
      {long ? (
        <TextArea {...common} {...look} minHeight={84} paddingVertical="$2" />
      ) : (
        <Input
          {...common}
          {...look}
          minHeight={48}
          // on the web the input knows this one alone
          {...(secure ? { type: 'password', secureTextEntry: true } : {})}
          autoComplete={autoComplete}
          autoCapitalize="none"
          onSubmitEditing={onSubmit}
        />
      )}
    </FieldFrame>
  )
}
