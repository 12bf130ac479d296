import {
  entryProblemWords,
  logRefusalWords,
  sampleProblemWords,
  unreadWords,
  verdictWords,
  causeText,
} from '@zetesis/contract'
import { decayHabits, formatNumber } from '@zetesis/core'
import { useMemo, useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { readClock } from '@/features/unit/TimeField'
import type { UnitHandle } from '@/features/unit/useUnit'
import { record } from '@/instruments/record'
import { fileSource } from '@/instruments/source'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import type { ImportPreview } from '@/workers/import.worker'
import { FilePreview } from './FilePreview'
import { MappingForm } from './MappingForm'
import { useImport } from './useImport'

/** A logger's file brought in: what was guessed is shown and corrected, what can't be read is listed, and nothing is kept before. */
export function ImportCard({ unit }: { unit: UnitHandle }) {
  const { vacuum, method } = unit.view
  const terms = useMemo(
    () => ({
      limitPa: vacuum.limitPa,
      holdS: vacuum.holdS,
      volumeM3: vacuum.volume?.volumeM3,
      habits: decayHabits(method),
    }),
    [vacuum.limitPa, vacuum.holdS, vacuum.volume?.volumeM3, method],
  )
  const file = useImport(terms)
  const { state } = file
  if (state.step === 'reading')
    return <Body testID="import-reading">{`Reading ${state.name}: ${formatNumber(state.share * 100, 0)} %`}</Body>
  if (state.step === 'preview')
    return <Preview key={state.name} unit={unit} name={state.name} preview={state.preview} file={file} />
  return (
    <YStack gap="$3">
      {state.step === 'refused' ? (
        <Banner metal="out" word="Not a log" testID="import-refused">
          {logRefusalWords(state.refusal, state.name)}
        </Banner>
      ) : (
        <Soft>Any table of times and pressures: commas, semicolons or tabs, micron, Torr, Pa, mbar or hPa.</Soft>
      )}
      <Press testID="import-open" onPress={file.open}>
        Choose a log file
      </Press>
    </YStack>
  )
}

function Preview({
  unit,
  name,
  preview,
  file,
}: {
  unit: UnitHandle
  name: string
  preview: ImportPreview
  file: ReturnType<typeof useImport>
}) {
  const { system } = useSettings()
  const [began, setBegan] = useState('')
  const [offAt, setOffAt] = useState('')
  const [problem, setProblem] = useState<string>()
  const { mapping, read, problems, valvedOffS, result, spanS, count } = preview
  const hasVacuum = mapping.channels.vacuum !== undefined
  const usable = hasVacuum && count >= 3 && !problems.some((p) => p.code === 'gaugeNotConnected')

  const correctOff = (text: string) => {
    setOffAt(text)
    const minutes = Number(text.replace(',', '.'))
    if (text.trim() !== '' && Number.isFinite(minutes)) file.map(mapping, minutes * 60)
  }
  /** the file's own date, the time typed, or as if its last row were of now */
  const startOf = (): number | undefined => {
    if (read.startMs !== undefined) return read.startMs
    if (began.trim() === '') return Date.now() - spanS * 1000
    return readClock(began, new Date())?.getTime()
  }
  const takeIn = async () => {
    const startMs = startOf()
    if (startMs === undefined) return setProblem('Type when it began as 14:05, or leave it empty.')
    const { chunks, samples, digest } = await file.encode()
    const traceId = crypto.randomUUID()
    const at = (seconds: number) => new Date(startMs + seconds * 1000)
    const channels = (['vacuum', 'ambient'] as const).filter((c) => mapping.channels[c])
    const begun = {
      kind: 'traceBegun',
      traceId,
      channels,
      source: 'import',
      speed: 1,
      name: name.slice(0, 200),
    } as const
    const pulled = valvedOffS === undefined || valvedOffS > 0
    const [refused] = unit.appendAll([
      { body: begun, at: at(0) },
      ...(pulled ? [{ body: { kind: 'pumpOn' } as const, at: at(0) }] : []),
      ...(valvedOffS === undefined ? [] : [{ body: { kind: 'valvedOff' } as const, at: at(valvedOffS) }]),
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
        {`${formatNumber(count, 0)} readings over ${formatNumber(spanS / 60, spanS < 600 ? 1 : 0)} min${read.gaps > 0 ? `, ${formatNumber(read.gaps, 0)} gaps` : ''}${read.truncated ? ', cut off: the file is longer than can be taken in' : ''}.`}
      </Body>
      <FilePreview preview={preview} />
      <MappingForm mapping={mapping} onChange={(next) => file.map(next)} />
      {problems.map((p) => (
        <Body key={p.code} color="$oxide">
          {sampleProblemWords(p)}
        </Body>
      ))}
      {read.unreadCount > 0 ? (
        <YStack gap="$1" testID="unread">
          <Body color="$oxide">
            {read.unreadCount === 1
              ? '1 row can’t be read and is left out:'
              : `${read.unreadCount} rows can’t be read and are left out:`}
          </Body>
          {read.unread.slice(0, 8).map((row) => (
            <Soft key={row.line}>{unreadWords(row)}</Soft>
          ))}
          {read.unreadCount > 8 ? <Soft>{`… and ${read.unreadCount - 8} more`}</Soft> : null}
        </YStack>
      ) : null}
      {hasVacuum ? (
        <TextField
          label="Valved off after, minutes from the first row"
          value={offAt}
          onChange={correctOff}
          placeholder={valvedOffS === undefined ? 'never: it falls to the end' : formatNumber(valvedOffS / 60, 1)}
          hint="Empty: where the pressure was lowest before it rose."
          testID="valved-off-at"
        />
      ) : null}
      {read.startMs === undefined ? (
        <TextField
          label="First row at"
          value={began}
          onChange={setBegan}
          placeholder="so that it ends now"
          testID="began"
        />
      ) : null}
      {result ? (
        <Body testID="import-verdict" fontWeight="700">
          {`${result.complete || result.verdict === 'out' ? verdictWords[result.verdict] : 'Hold too short'}: ${causeText(result.cause, unit.view.facts.work)}`}
        </Body>
      ) : null}
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
