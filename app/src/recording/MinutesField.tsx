import { formatNumber } from '@zetesis/core'
import { useState } from 'react'
import { TextField } from '@/ui/TextField'

/** A moment of a recording in minutes from its first row: what was found stands there until another is typed. */
export function MinutesField({
  label,
  foundS,
  none,
  hint,
  onSay,
  testID,
}: {
  label: string
  foundS?: number
  /** what stands there where nothing was found */
  none: string
  hint: string
  onSay: (seconds: number | undefined) => void
  testID: string
}) {
  const [text, setText] = useState('')
  const said = Number(text.replace(',', '.'))
  const unreadable = text.trim() !== '' && !Number.isFinite(said)
  const change = (next: string) => {
    setText(next)
    const minutes = Number(next.replace(',', '.'))
    if (next.trim() === '') onSay(undefined)
    else if (Number.isFinite(minutes)) onSay(minutes * 60)
  }
  return (
    <TextField
      label={label}
      value={text}
      onChange={change}
      placeholder={foundS === undefined ? none : formatNumber(foundS / 60, 1)}
      problem={unreadable ? 'Type minutes as a number: 12.5.' : undefined}
      hint={hint}
      testID={testID}
    />
  )
}
