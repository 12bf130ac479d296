import { useState } from 'react'
import type { FieldValues, Path } from 'react-hook-form'
import { ApiError, sentence } from '@/sync/api'
import { showFirst } from './showFirst'
import { clearDraft } from './useDraft'
import { useKeptForm, type KeptForm } from './useKeptForm'

/**
 * A form read by a schema and sent to the server: problems stand at their fields, the server's too; what was typed stays there until it is taken, and on this
 * device where a draft is named, but for what is secret.
 */
export function useSchemaForm<I extends FieldValues, O>(what: KeptForm<I, O> & { readonly empty: I }) {
  const { draft, empty } = what
  const { form, submit } = useKeptForm(what)
  const [refused, setRefused] = useState<string>()
  const [busy, setBusy] = useState(false)

  /** @param places where a path of the server's stands in this form, where it isn't the same name */
  const send = (act: (value: O) => Promise<unknown>, places: Readonly<Record<string, Path<I>>> = {}) =>
    submit(async (value) => {
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
    })
  return { form, control: form.control, send, busy, refused, setRefused }
}
