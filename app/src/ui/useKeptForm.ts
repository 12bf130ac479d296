import { zodResolver } from '@hookform/resolvers/zod'
import { useEffect } from 'react'
import { useForm, type DefaultValues, type FieldValues, type Resolver } from 'react-hook-form'
import type { z } from 'zod'
import { showFirst } from './showFirst'
import { readDraft, saveDraft } from './useDraft'

export interface KeptForm<I extends FieldValues, O> {
  /** without one the form reads itself what was typed */
  readonly schema?: z.ZodType<O, I>
  /** what it begins with where nothing was typed before */
  readonly empty: I
  /** its name on this device */
  readonly draft?: string
  /** what is never kept */
  readonly secret?: readonly (keyof I)[]
}

/**
 * A form read by a schema: what is typed is kept on this device at every keystroke where a draft is named, a reload half-way loses nothing, and what is wrong
 * is said at its field, the first one with the cursor in it.
 */
export function useKeptForm<I extends FieldValues, O>({ schema, empty, draft, secret = [] }: KeptForm<I, O>) {
  const form = useForm<I, unknown, O>({
    ...(schema ? { resolver: zodResolver(schema as never) as unknown as Resolver<I, unknown, O> } : {}),
    defaultValues: { ...empty, ...(draft ? readDraft<I>(draft) : {}) } as DefaultValues<I>,
  })
  const { watch } = form
  const hidden = secret.join(' ')
  useEffect(() => {
    if (!draft) return
    const { unsubscribe } = watch((values, { type }) => {
      // only what a person typed, not a reset after saving
      if (type !== 'change') return
      saveDraft(draft, Object.fromEntries(Object.entries(values).filter(([key]) => !hidden.split(' ').includes(key))))
    })
    return unsubscribe
  }, [draft, hidden, watch])
  const submit = (act: (value: O) => unknown) => form.handleSubmit((value) => act(value), showFirst)
  return { form, submit }
}
