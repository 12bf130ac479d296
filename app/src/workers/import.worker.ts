import {
  analyseDecay,
  assessLive,
  cleanSamples,
  CHUNK_SAMPLES,
  findHold,
  encodeChunk,
  guessValvedOff,
  traceDigest,
  type DecayResult,
  decayResult,
  type DecayHabits,
  type LiveAssessment,
  type LiveTerms,
  type FoundHold,
  type ScaleHabits,
  type ScaleWatch,
  watchScale,
  type SampleProblem,
  type TraceSample,
} from '@zetesis/core'
import {
  soundOf,
  GUESS_CHARACTERS,
  guessLog,
  MAX_LOG_BYTES,
  readLog,
  splitLines,
  type LogMapping,
  type LogRead,
  type LogRefusal,
} from '@zetesis/contract'
import { port } from './port'

/** What the file is opened for, and what it is judged by. */
export type ImportTerms =
  | {
      readonly kind: 'decay'
      readonly limitPa: number
      readonly holdS: number
      readonly volumeM3?: number
      readonly gaugeShare?: number
      readonly habits: DecayHabits
    }
  | { readonly kind: 'hold' }
  | { readonly kind: 'scale'; readonly habits: ScaleHabits }
  | { readonly kind: 'system'; readonly live: LiveTerms }

/** Where in the file it began and ended, where the person says so. */
export interface ImportSaid {
  readonly fromS?: number
  readonly toS?: number
}

export type ImportCommand =
  | { kind: 'open'; file: Blob; terms: ImportTerms }
  | { kind: 'map'; mapping: LogMapping; terms: ImportTerms; said?: ImportSaid }
  | { kind: 'encode' }

export interface ImportPreview {
  readonly mapping: LogMapping
  /** the first rows as they stand in the file */
  readonly rows: readonly (readonly string[])[]
  readonly read: Omit<LogRead, 'samples'>
  readonly count: number
  readonly spanS: number
  readonly decay?: {
    readonly problems: readonly SampleProblem[]
    readonly valvedOffS?: number
    readonly result?: DecayResult
  }
  readonly hold?: FoundHold
  readonly scale?: ScaleWatch
  readonly system?: LiveAssessment
  readonly tookMs: number
}

export type ImportAnswer =
  | { kind: 'refused'; refusal: LogRefusal }
  | { kind: 'reading'; share: number }
  | { kind: 'preview'; preview: ImportPreview }
  | { kind: 'encoded'; chunks: { count: number; bytes: Uint8Array }[]; samples: number; digest: string }

const PREVIEW_ROWS = 6

const here = port<ImportCommand, ImportAnswer>()
let text = ''
let samples: readonly TraceSample[] = []

here.onmessage = ({ data }) => void handle(data)

async function handle(command: ImportCommand): Promise<void> {
  switch (command.kind) {
    case 'open': {
      if (command.file.size > MAX_LOG_BYTES)
        return here.postMessage({ kind: 'refused', refusal: { code: 'tooBig', bytes: command.file.size } })
      text = await command.file.text()
      const guess = guessLog(text.slice(0, GUESS_CHARACTERS), wantedChannel[command.terms.kind])
      if (!guess.ok) return here.postMessage({ kind: 'refused', refusal: guess.refusal })
      return here.postMessage({ kind: 'preview', preview: preview(guess.mapping, command.terms) })
    }
    case 'map':
      return here.postMessage({ kind: 'preview', preview: preview(command.mapping, command.terms, command.said) })
    case 'encode':
      return here.postMessage({ kind: 'encoded', ...encoded() })
  }
}

function preview(mapping: LogMapping, terms: ImportTerms, said: ImportSaid = {}): ImportPreview {
  const started = performance.now()
  const { samples: all, ...read } = readLog(text, mapping, (share) => here.postMessage({ kind: 'reading', share }))
  samples = [...all].sort((a, b) => a.timeS - b.timeS)
  const lines = splitLines(text.slice(0, GUESS_CHARACTERS), mapping.delimiter)
  return {
    mapping,
    rows: lines.slice(mapping.skip, mapping.skip + PREVIEW_ROWS),
    read,
    count: all.length,
    spanS: (samples.at(-1)?.timeS ?? 0) - (samples[0]?.timeS ?? 0),
    ...about(all, terms, said),
    tookMs: performance.now() - started,
  }
}

const wantedChannel = {
  decay: 'vacuum',
  hold: 'testPressure',
  scale: 'mass',
  system: 'suctionPressure',
} as const

function about(all: readonly TraceSample[], terms: ImportTerms, said: ImportSaid) {
  switch (terms.kind) {
    case 'decay':
      return { decay: decayOf(all, terms, said) }
    case 'hold':
      return { hold: findHold(samples, said) }
    case 'scale':
      return {
        scale: watchScale(
          samples.map(({ timeS, values }) => ({ timeS, kg: values.mass ?? null })),
          terms.habits,
        ),
      }
    case 'system': {
      const end = said.toS ?? Infinity
      const found = assessLive(
        samples.filter((s) => s.timeS <= end),
        { ...terms.live, sinceS: said.fromS ?? samples[0]?.timeS ?? 0 },
      )
      return found ? { system: found } : {}
    }
  }
}

function decayOf(
  all: readonly TraceSample[],
  terms: Extract<ImportTerms, { kind: 'decay' }>,
  { fromS }: ImportSaid,
): ImportPreview['decay'] {
  const clean = cleanSamples(
    all.flatMap(({ timeS, values }) =>
      typeof values.vacuum === 'number'
        ? [{ timeS, pressurePa: values.vacuum, temperatureK: values.ambient ?? undefined }]
        : [],
    ),
  )
  const valvedOffS = fromS ?? guessValvedOff(clean.samples)
  const { problems } = clean
  if (valvedOffS === undefined) return { problems }
  const analysis = analyseDecay(
    clean.samples.map((s) => ({ ...s, timeS: s.timeS - valvedOffS })),
    terms,
  )
  const after = clean.samples.filter((s) => s.timeS >= valvedOffS).length
  return { problems, valvedOffS, result: decayResult(analysis, { samples: after, ...terms }) }
}

/** The recording as it is kept: in order of time, in chunks. */
function encoded() {
  const startS = samples[0]?.timeS ?? 0
  const moved = samples.flatMap((s) => soundOf({ ...s, timeS: s.timeS - startS }) ?? [])
  const chunks = Array.from({ length: Math.ceil(moved.length / CHUNK_SAMPLES) }, (_, i) => {
    const part = moved.slice(i * CHUNK_SAMPLES, (i + 1) * CHUNK_SAMPLES)
    return { count: part.length, bytes: encodeChunk(part) }
  })
  return {
    chunks,
    samples: moved.length,
    digest: traceDigest(chunks.map((c) => c.bytes)),
  }
}
