import {
  analyseDecay,
  analysePullDown,
  decodeChunk,
  decayResult,
  downsample,
  type DecayAnalysis,
  type DecayHabits,
  type DecayResult,
  type PullDown,
  type SheetPoint,
  type VacuumSample,
} from '@zetesis/core'
import { port } from './port'

/** What the page wants to know of a run's recordings; times in the system's own time, ms. */
export interface DecayQuestion {
  readonly traces: readonly { readonly traceId: string; readonly fromRunMs: number }[]
  readonly typed: readonly SheetPoint[]
  readonly pumpOnRunMs?: number
  readonly valvedOffRunMs?: number
  readonly limitPa: number
  readonly targetPa: number
  readonly holdS: number
  readonly volumeM3?: number
  readonly gaugeShare?: number
  readonly waterTemperatureK?: number
  readonly habits: DecayHabits
  /** points for the sheet */
  readonly most: number
}

export interface DecayAnswer {
  readonly id: number
  readonly points: readonly SheetPoint[]
  readonly result?: DecayResult
  readonly problems: DecayAnalysis['problems']
  readonly pull?: PullDown
  readonly lastPa?: number
  readonly lastRunMs?: number
  readonly count: number
  /** the worker's own time for it */
  readonly tookMs: number
}

export type DecayCommand =
  | { kind: 'chunk'; traceId: string; number: number; bytes: Uint8Array }
  | { kind: 'ask'; id: number; question: DecayQuestion }

const here = port<DecayCommand, DecayAnswer>()
const chunks = new Map<string, Map<number, readonly { timeS: number; vacuumPa: number; ambientK?: number }[]>>()

here.onmessage = ({ data }) => {
  if (data.kind === 'chunk') take(data)
  else here.postMessage(answer(data.id, data.question))
}

function take({ traceId, number, bytes }: { traceId: string; number: number; bytes: Uint8Array }): void {
  const samples = (decodeChunk(bytes) ?? []).flatMap(({ timeS, values }) =>
    typeof values.vacuum === 'number'
      ? [
          {
            timeS,
            vacuumPa: values.vacuum,
            ...(typeof values.ambient === 'number' ? { ambientK: values.ambient } : {}),
          },
        ]
      : [],
  )
  const trace = chunks.get(traceId) ?? new Map()
  trace.set(number, samples)
  chunks.set(traceId, trace)
}

interface Point extends SheetPoint {
  readonly temperatureK?: number
}

function answer(id: number, question: DecayQuestion): DecayAnswer {
  const started = performance.now()
  const { traces, typed, valvedOffRunMs, pumpOnRunMs, limitPa, targetPa, holdS, volumeM3, habits, most } = question
  const { gaugeShare } = question
  const points: Point[] = []
  for (const { traceId, fromRunMs } of traces) {
    const numbered = [...(chunks.get(traceId) ?? [])].sort(([a], [b]) => a - b)
    for (const [, samples] of numbered)
      for (const { timeS, vacuumPa, ambientK } of samples)
        points.push({ runMs: fromRunMs + timeS * 1000, pressurePa: vacuumPa, temperatureK: ambientK })
  }
  const count = points.length
  points.push(...typed)
  points.sort((a, b) => a.runMs - b.runMs)
  const last = points.at(-1)
  const from = (zeroMs: number, start: number): VacuumSample[] =>
    points
      .filter((p) => p.runMs >= start)
      .map((p) => ({ timeS: (p.runMs - zeroMs) / 1000, pressurePa: p.pressurePa, temperatureK: p.temperatureK }))
  const pulling = pumpOnRunMs !== undefined && (valvedOffRunMs === undefined || valvedOffRunMs < pumpOnRunMs)
  const decay =
    valvedOffRunMs === undefined || pulling
      ? undefined
      : analyseDecay(from(valvedOffRunMs, valvedOffRunMs - 60_000), { limitPa, holdS, volumeM3, gaugeShare, habits })
  const after = valvedOffRunMs === undefined ? 0 : points.filter((p) => p.runMs >= valvedOffRunMs).length
  const drawn = points.filter((p) => p.pressurePa > 0).map((p) => [p.runMs, p.pressurePa] as const)
  return {
    id,
    points: downsample(drawn, most, { logarithmic: true }).map(([runMs, pressurePa]) => ({ runMs, pressurePa })),
    result: decay && decayResult(decay, { samples: after, limitPa, holdS, volumeM3 }),
    problems: decay?.problems ?? [],
    pull: pulling
      ? analysePullDown(from(pumpOnRunMs, pumpOnRunMs), { targetPa, waterTemperatureK: question.waterTemperatureK })
      : undefined,
    lastPa: last?.pressurePa,
    lastRunMs: last?.runMs,
    count,
    tookMs: performance.now() - started,
  }
}
