import { entryProblemWords, logRefusalWords, unreadWords, type LogRead } from '@zetesis/contract'
import { CLOCK_SLACK_MS, formatNumber, type EntryBody, type TraceChannel } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useState, type ReactNode } from 'react'
import { XStack, YStack } from 'tamagui'
import { readClock } from '@/unit/TimeField'
import type { UnitHandle } from '@/unit/useUnit'
import { record } from '@/instruments/record'
import { fileSource } from '@/instruments/source'
import { useSettings } from '@/settings/settings'
import { clock } from '@/sync/clock'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import type { ImportPreview, ImportTerms } from '@/workers/import.worker'
import { FilePreview } from './FilePreview'
import { MappingForm } from './MappingForm'
import { useImport, type LogImport } from './useImport'

/** What a recording that is taken in says in the log, by seconds of the recording; or why it can't be taken in yet. */
export type ImportedEntries =
  | readonly { readonly body: EntryBody; readonly atS: number }[]
  | { readonly problem: string }

export interface ImportUse {
  readonly terms: ImportTerms
  readonly channels: readonly [TraceChannel, ...TraceChannel[]]
  readonly hint: string
  /** what is asked and said about this file beyond how it is read */
  readonly about: (preview: ImportPreview, file: LogImport) => ReactNode
  readonly usable: (preview: ImportPreview) => boolean
  readonly entries: (preview: ImportPreview, traceId: string) => ImportedEntries
}

/** A logger's file brought in: what was guessed is shown and corrected, what can't be read is listed, and nothing is kept before. */
export function ImportCard({ unit, use }: { unit: UnitHandle; use: ImportUse }) {
  const file = useImport(use.terms)
  const { state } = file
  if (state.step === 'reading')
    return <Body testID="import-reading">{`Reading ${state.name}: ${formatNumber(state.share * 100, 0)} %`}</Body>
  if (state.step === 'preview')
    return <Preview key={state.name} unit={unit} use={use} name={state.name} preview={state.preview} file={file} />
  return (
    <YStack gap="$3">
      {state.step === 'refused' ? (
        <Banner metal="out" word="Not a log" testID="import-refused">
          {logRefusalWords(state.refusal, state.name)}
        </Banner>
      ) : (
        <Soft>{use.hint}</Soft>
      )}
      <Press testID="import-open" onPress={file.open}>
        Choose a log file
      </Press>
    </YStack>
  )
}

interface PreviewProps {
  unit: UnitHandle
  use: ImportUse
  name: string
  preview: ImportPreview
  file: LogImport
}

function Preview({ unit, use, name, preview, file }: PreviewProps) {
  const { system } = useSettings()
  const [began, setBegan] = useState('')
  const [problem, setProblem] = useState<string>()
  const { mapping, read, spanS, count } = preview
  const usable = mapping.channels[use.channels[0]] !== undefined && count >= 3 && use.usable(preview)
  /** the time typed, the file's own date, or as if its last row were of now */
  const startOf = (): number | undefined => {
    if (began.trim() !== '') return readClock(began, new Date(clock.now()))?.getTime()
    return read.startMs ?? clock.now() - spanS * 1000
  }
  const clockOff = read.startMs === undefined ? undefined : fileClock(read.startMs, spanS, unit.view.startedMs)
  const takeIn = async () => {
    const startMs = startOf()
    if (startMs === undefined) return setProblem('Type when it began as 14:05, or leave it empty.')
    const traceId = crypto.randomUUID()
    const mine = use.entries(preview, traceId)
    if ('problem' in mine) return setProblem(mine.problem)
    const { chunks, samples, digest } = await file.encode()
    const at = (seconds: number) => new Date(startMs + seconds * 1000)
    const channels = use.channels.filter((c) => mapping.channels[c])
    const begun = {
      kind: 'traceBegun',
      traceId,
      channels,
      source: 'import',
      speed: 1,
      name: name.slice(0, 200),
    } as const
    const [refused] = unit.appendAll([
      { body: begun, at: at(0) },
      ...mine.map(({ body, atS }) => ({ body, at: at(atS) })),
      { body: { kind: 'traceEnded', traceId, samples, digest }, at: at(spanS) },
    ])
    if (refused) return setProblem(entryProblemWords(refused, system))
    record(fileSource(chunks), unit.unitId, traceId)
    file.leave()
  }
  return (
    <YStack gap="$3" testID="import-preview">
      <Heading>{name}</Heading>
      <Body>
        {`${formatNumber(count, 0)} readings over ${formatNumber(spanS / 60, spanS < 600 ? 1 : 0)} min${read.gaps > 0 ? `, ${formatNumber(read.gaps, 0)} gaps` : ''}${read.truncated ? ', cut off: only the first rows are taken in, export a shorter time for the rest' : ''}.`}
      </Body>
      <FilePreview preview={preview} />
      <MappingForm mapping={mapping} channels={use.channels} onChange={(next) => file.map(next)} />
      <Unread read={read} />
      {use.about(preview, file)}
      {clockOff ? (
        <Body color="$brass" testID="file-clock">
          {clockOff}
        </Body>
      ) : null}
      <TextField
        label="First row at"
        value={began}
        onChange={setBegan}
        placeholder={read.startMs === undefined ? 'so that it ends now' : format(read.startMs, 'd MMM yyyy HH:mm:ss')}
        testID="began"
      />
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <XStack gap="$2" flexWrap="wrap">
        <Press testID="import-take" grow disabled={!usable} onPress={() => void takeIn()}>
          Take it in
        </Press>
        <Press testID="import-leave" look="quiet" onPress={file.leave}>
          Leave it
        </Press>
      </XStack>
    </YStack>
  )
}

/** A logger whose clock was never set puts its readings where they can't have been taken. */
function fileClock(startMs: number, spanS: number, startedMs: number | undefined): string | undefined {
  const endMs = startMs + spanS * 1000
  if (endMs > clock.now() + CLOCK_SLACK_MS)
    return 'By its own clock this file ends in the future: the logger’s clock is off. Type when its first row was read.'
  if (startedMs !== undefined && endMs < startedMs)
    return 'By its own clock this file ended before the unit was started: if the logger’s clock is off, type when its first row was read.'
  return undefined
}

const LISTED = 8

/** Rows that can't be read: listed, never silently dropped. */
function Unread({ read }: { read: Omit<LogRead, 'samples'> }) {
  if (read.unreadCount === 0) return null
  const more = read.unreadCount - LISTED
  return (
    <YStack gap="$1" testID="unread">
      <Body color="$oxide">
        {read.unreadCount === 1
          ? '1 row can’t be read and is left out:'
          : `${read.unreadCount} rows can’t be read and are left out:`}
      </Body>
      {read.unread.slice(0, LISTED).map((row) => (
        <Soft key={row.line}>{unreadWords(row)}</Soft>
      ))}
      {more > 0 ? <Soft>{`… and ${more} more`}</Soft> : null}
    </YStack>
  )
}
