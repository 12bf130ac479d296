import { zodResolver } from '@hookform/resolvers/zod'
import { useEffect, useState } from 'react'
import { useForm, type DefaultValues, type FieldValues, type Path, type Resolver } from 'react-hook-form'
import type { z } from 'zod'
import { ApiError, sentence } from '@/sync/api'
import { clearDraft, readDraft, saveDraft } from './useDraft'

/** What is wrong may stand above what is seen: the first of it is brought into view, with the cursor in it. */
const showFirst = () =>
  void requestAnimationFrame(() => {
    const field = document.querySelector<HTMLElement>('[aria-invalid="true"]')
    field?.scrollIntoView({ block: 'center' })
    field?.focus({ preventScroll: true })
  })

/**
 * A form read by a schema and sent to the server: problems stand at their fields, the server's too; what was typed stays there until it is taken, and on this
 * device where a draft is named, but for what is secret.
 */
export function useSchemaForm<I extends FieldValues, O>({
  schema,
  empty,
  draft,
  secret = [],
}: {
  schema: z.ZodType<O, I>
  empty: I
  draft?: string
  secret?: readonly (keyof I)[]
}) {
  const form = useForm<I, unknown, O>({
    resolver: zodResolver(schema as never) as unknown as Resolver<I, unknown, O>,
    defaultValues: { ...empty, ...(draft ? readDraft<I>(draft) : {}) } as DefaultValues<I>,
  })
  const { watch } = form
  const hidden = secret.join(' ')
  useEffect(() => {
    if (!draft) return
    const { unsubscribe } = watch((values, { type }) => {
      if (type !== 'change') return
      saveDraft(draft, Object.fromEntries(Object.entries(values).filter(([key]) => !hidden.split(' ').includes(key))))
    })
    return unsubscribe
  }, [draft, hidden, watch])
  const [refused, setRefused] = useState<string>()
  const [busy, setBusy] = useState(false)

  /** @param places where a path of the server's stands in this form, where it isn't the same name */
  const send = (act: (value: O) => Promise<unknown>, places: Readonly<Record<string, Path<I>>> = {}) =>
    form.handleSubmit(async (value) => {
      setBusy(true)
      setRefused(undefined)
      try {
        await act(value)
        if (draft) clearDraft(draft)
      } catch (error) {
        const errors = error instanceof ApiError ? (error.problem.errors ?? []) : []
        const known = errors.flatMap(({ path, detail }) => {
          const name = places[path] ?? (path in empty ? (path as Path<I>) : undefined)
          return name ? [{ name, detail }] : []
        })
        for (const { name, detail } of known) form.setError(name, { message: detail })
        if (known.length === 0) setRefused(sentence(error))
        else showFirst()
      } finally {
        setBusy(false)
      }
    }, showFirst)
  return { form, control: form.control, send, busy, refused, setRefused }
}
