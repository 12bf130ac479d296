import { decodeChunk, watchScale, type ScaleHabits, type ScaleSample, type ScaleWatch } from '@zetesis/core'
import { port } from './port'

export type ScaleCommand = { kind: 'chunk'; number: number; bytes: Uint8Array } | { kind: 'ask'; habits: ScaleHabits }

const here = port<ScaleCommand, ScaleWatch>()
const chunks = new Map<number, readonly ScaleSample[]>()

here.onmessage = ({ data }) => {
  if (data.kind === 'chunk') {
    const samples = decodeChunk(data.bytes) ?? []
    chunks.set(
      data.number,
      samples.map(({ timeS, values }) => ({ timeS, kg: values.mass ?? null })),
    )
    return
  }
  here.postMessage(
    watchScale(
      [...chunks].sort(([a], [b]) => a - b).flatMap(([, samples]) => samples),
      data.habits,
    ),
  )
}
