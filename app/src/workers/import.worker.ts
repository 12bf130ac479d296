import {
  analyseDecay,
  cleanSamples,
  CHUNK_SAMPLES,
  downsample,
  encodeChunk,
  guessValvedOff,
  traceDigest,
  type DecayResult,
  decayResult,
  type DecayHabits,
  type SampleProblem,
  type TraceSample,
} from '@zetesis/core'
import {
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

export interface ImportTerms {
  readonly limitPa: number
  readonly holdS: number
  readonly volumeM3?: number
  readonly habits: DecayHabits
}

export type ImportCommand =
  | { kind: 'open'; file: Blob; terms: ImportTerms }
  | { kind: 'map'; mapping: LogMapping; terms: ImportTerms; valvedOffS?: number }
  | { kind: 'encode' }

export interface ImportPreview {
  readonly mapping: LogMapping
  /** the first rows as they stand in the file */
  readonly rows: readonly (readonly string[])[]
  readonly read: Omit<LogRead, 'samples'>
  readonly count: number
  readonly spanS: number
  readonly problems: readonly SampleProblem[]
  readonly points: readonly (readonly [number, number])[]
  readonly valvedOffS?: number
  readonly result?: DecayResult
  readonly tookMs: number
}

export type ImportAnswer =
  | { kind: 'refused'; refusal: LogRefusal }
  | { kind: 'reading'; share: number }
  | { kind: 'preview'; preview: ImportPreview }
  | {
      kind: 'encoded'
      chunks: { count: number; bytes: Uint8Array }[]
      samples: number
      digest: string
      first?: TraceSample
      last?: TraceSample
    }

const PREVIEW_ROWS = 6
const DRAWN = 400

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
      const guess = guessLog(text.slice(0, GUESS_CHARACTERS))
      if (!guess.ok) return here.postMessage({ kind: 'refused', refusal: guess.refusal })
      return here.postMessage({ kind: 'preview', preview: preview(guess.mapping, command.terms) })
    }
    case 'map':
      return here.postMessage({ kind: 'preview', preview: preview(command.mapping, command.terms, command.valvedOffS) })
    case 'encode':
      return here.postMessage({ kind: 'encoded', ...encoded() })
  }
}

function preview(mapping: LogMapping, terms: ImportTerms, valvedOffS?: number): ImportPreview {
  const started = performance.now()
  const { samples: all, ...read } = readLog(text, mapping, (share) => here.postMessage({ kind: 'reading', share }))
  samples = [...all].sort((a, b) => a.timeS - b.timeS)
  const vacuum = all.flatMap(({ timeS, values }) =>
    typeof values.vacuum === 'number'
      ? [{ timeS, pressurePa: values.vacuum, temperatureK: values.ambient ?? undefined }]
      : [],
  )
  const clean = cleanSamples(vacuum)
  const offS = valvedOffS ?? guessValvedOff(clean.samples)
  const decay =
    offS === undefined
      ? undefined
      : analyseDecay(
          clean.samples.map((s) => ({ ...s, timeS: s.timeS - offS })),
          terms,
        )
  const after = offS === undefined ? 0 : clean.samples.filter((s) => s.timeS >= offS).length
  const lines = splitLines(text.slice(0, GUESS_CHARACTERS), mapping.delimiter)
  return {
    mapping,
    rows: lines.slice(mapping.skip, mapping.skip + PREVIEW_ROWS),
    read,
    count: all.length,
    spanS: (samples.at(-1)?.timeS ?? 0) - (samples[0]?.timeS ?? 0),
    problems: clean.problems,
    points: downsample(
      clean.samples.map((s) => [s.timeS, s.pressurePa] as const),
      DRAWN,
      { logarithmic: true },
    ),
    valvedOffS: offS,
    result: decay && decayResult(decay, { samples: after, ...terms }),
    tookMs: performance.now() - started,
  }
}

/** The recording as it is kept: in order of time, in chunks. */
function encoded() {
  const startS = samples[0]?.timeS ?? 0
  const moved = samples.map((s) => ({ ...s, timeS: s.timeS - startS }))
  const chunks = Array.from({ length: Math.ceil(moved.length / CHUNK_SAMPLES) }, (_, i) => {
    const part = moved.slice(i * CHUNK_SAMPLES, (i + 1) * CHUNK_SAMPLES)
    return { count: part.length, bytes: encodeChunk(part) }
  })
  return {
    chunks,
    samples: moved.length,
    digest: traceDigest(chunks.map((c) => c.bytes)),
    first: moved[0],
    last: moved.at(-1),
  }
}
