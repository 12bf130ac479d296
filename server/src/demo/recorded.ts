import {
  analyseDecay,
  CHUNK_SAMPLES,
  customaryProfile,
  decayHabits,
  decayResult,
  encodeChunk,
  traceDigest,
  type TraceSample,
} from '@zetesis/core'
import { createVacuumRig, vacuumRigs, type VacuumRigName } from '@zetesis/rig'
import { demoId } from './ids'
import type { story } from './story'

export interface DemoTrace {
  readonly traceId: string
  readonly chunks: readonly { readonly count: number; readonly bytes: Uint8Array }[]
}

/** A recording as it is stored. */
export const chunksOf = (samples: readonly TraceSample[]): DemoTrace['chunks'] =>
  Array.from({ length: Math.ceil(samples.length / CHUNK_SAMPLES) }, (_, i) => {
    const part = samples.slice(i * CHUNK_SAMPLES, (i + 1) * CHUNK_SAMPLES)
    return { count: part.length, bytes: encodeChunk(part) }
  })

/** An evacuation that a gauge recorded on the rig: pump on, valved off after so many minutes, held, judged. */
export function recordDecay(
  unit: Pick<ReturnType<typeof story>, 'tell' | 'told'> & { traces: DemoTrace[] },
  {
    tag,
    rig: name,
    seed,
    startedAgo,
    valveOffMin,
    holdMin,
  }: { tag: string; rig: VacuumRigName; seed: number; startedAgo: number; valveOffMin: number; holdMin: number },
): void {
  const rig = createVacuumRig(vacuumRigs[name], seed)
  const samples: TraceSample[] = []
  const read = (seconds: number) => {
    for (let i = 0; i < seconds; i += 2) {
      const { timeS, pressurePa } = rig.step(2)
      samples.push({ timeS: timeS - 2, values: { vacuum: pressurePa } })
    }
  }
  rig.apply({ kind: 'pump', on: true })
  read(valveOffMin * 60)
  rig.apply({ kind: 'valve', open: false })
  read(holdMin * 60)
  const traceId = demoId(`trace ${tag}`)
  const chunks = chunksOf(samples)
  unit.traces.push({ traceId, chunks })

  const { limitPa, holdS } = { limitPa: customaryProfile.decayLimitNewPa.si, holdS: customaryProfile.decayHoldS.si }
  const decay = samples.flatMap(({ timeS, values }) =>
    typeof values.vacuum === 'number' ? [{ timeS: timeS - valveOffMin * 60, pressurePa: values.vacuum }] : [],
  )
  const analysis = analyseDecay(decay, { limitPa, holdS, habits: decayHabits(customaryProfile) })
  const after = decay.filter((s) => s.timeS >= 0).length
  const result = decayResult(analysis, { samples: after, limitPa, holdS })!

  const begin = { kind: 'traceBegun', traceId, channels: ['vacuum'], source: 'import', speed: 1 } as const
  unit.tell(startedAgo, { ...begin, name: `${tag.toLowerCase()}-gauge.csv` }, 'installer')
  unit.tell(startedAgo, { kind: 'pumpOn' }, 'installer')
  unit.tell(startedAgo - valveOffMin, { kind: 'valvedOff' }, 'installer')
  const valvedOff = unit.told.at(-1)!.entry.id
  const endAgo = startedAgo - valveOffMin - holdMin
  const digest = traceDigest(chunks.map((c) => c.bytes))
  unit.tell(endAgo, { kind: 'traceEnded', traceId, samples: samples.length, digest }, 'installer')
  unit.tell(endAgo, { kind: 'decayJudged', valvedOff, traceIds: [traceId], result })
}
