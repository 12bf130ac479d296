import type { LogMapping, LogRefusal } from '@zetesis/contract'
import { useCallback, useEffect, useRef, useState } from 'react'
import { pickFile } from '@/ui/pickFile'
import type { ImportAnswer, ImportCommand, ImportPreview, ImportSaid, ImportTerms } from '@/workers/import.worker'

export type ImportState =
  | { step: 'none' }
  | { step: 'reading'; name: string; share: number }
  | { step: 'refused'; name: string; refusal: LogRefusal }
  | { step: 'preview'; name: string; preview: ImportPreview }

export type Encoded = Extract<ImportAnswer, { kind: 'encoded' }>

export type LogImport = ReturnType<typeof useImport>

/** A log file read in a worker: opened, guessed at, corrected, and only then handed over; until then nothing is kept. */
export function useImport(terms: ImportTerms) {
  const [state, setState] = useState<ImportState>({ step: 'none' })
  const worker = useRef<Worker>(undefined)
  const waiting = useRef<(encoded: Encoded) => void>(undefined)
  const name = useRef('')
  const said = useRef<ImportSaid>({})
  const read = useRef<LogMapping>(undefined)
  useEffect(() => () => worker.current?.terminate(), [])

  const post = (command: ImportCommand) => worker.current?.postMessage(command)
  const open = useCallback(async (): Promise<void> => {
    const file = await pickFile('.csv,.txt,.tsv,.log,text/csv,text/plain')
    if (!file) return
    worker.current?.terminate()
    const next = new Worker(new URL('../workers/import.worker.ts', window.location.href))
    worker.current = next
    name.current = file.name
    said.current = {}
    setState({ step: 'reading', name: file.name, share: 0 })
    next.onmessage = ({ data }: MessageEvent<ImportAnswer>) => {
      switch (data.kind) {
        case 'refused':
          return setState({ step: 'refused', name: file.name, refusal: data.refusal })
        case 'reading':
          return setState({ step: 'reading', name: file.name, share: data.share })
        case 'preview':
          read.current = data.preview.mapping
          return setState({ step: 'preview', name: file.name, preview: data.preview })
        case 'encoded':
          return waiting.current?.(data)
      }
    }
    next.onerror = () => setState({ step: 'refused', name: file.name, refusal: { code: 'notATable' } })
    next.postMessage({ kind: 'open', file, terms } satisfies ImportCommand)
  }, [terms])

  return {
    state,
    open: () => void open(),
    map: (mapping: LogMapping) => post({ kind: 'map', mapping, terms, said: said.current }),
    /** where it began or ended, in the person's words; what was said before stays */
    say: (part: ImportSaid) => {
      said.current = { ...said.current, ...part }
      if (read.current) post({ kind: 'map', mapping: read.current, terms, said: said.current })
    },
    encode: () =>
      new Promise<Encoded>((resolve) => {
        waiting.current = resolve
        post({ kind: 'encode' })
      }),
    leave: () => {
      worker.current?.terminate()
      setState({ step: 'none' })
    },
  }
}
