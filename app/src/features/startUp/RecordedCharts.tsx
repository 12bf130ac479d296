import type { SystemTrace } from '@zetesis/core'
import { useQuery } from '@tanstack/react-query'
import { format } from 'date-fns/format'
import { useMemo, useState } from 'react'
import { YStack } from 'tamagui'
import { useTraceWatch } from '@/recording/useTraceWatch'
import type { UnitHandle } from '@/unit/useUnit'
import { fetchTrace, recorder, traceKey } from '@/sync/client'
import { PickOne } from '@/ui/PickOne'
import { Soft } from '@/ui/Words'
import type { LiveAnswer, LiveQuestion } from '@/workers/live.worker'
import { TimeCharts } from './TimeCharts'
import { useCharts } from './useCharts'

const open = () => new Worker(new URL('../../workers/live.worker.ts', window.location.href))
const OTHERS_MS = 10_000

/** Recordings of the running system that are over, or that run on another phone: every channel over time, read from the server where need be. */
export function RecordedCharts({ unit }: { unit: UnitHandle }) {
  const { traces } = unit.view.tuning
  const [chosen, choose] = useState<string>()
  const trace = traces.find((t) => t.traceId === chosen) ?? traces.at(-1)
  if (!trace) return null
  return (
    <YStack gap="$3" testID="recorded">
      {traces.length > 1 ? (
        <PickOne
          label="Recording"
          options={traces.map((t) => ({ value: t.traceId, label: nameOf(t) }))}
          value={trace.traceId}
          onChange={(id) => choose(id)}
          testID="recording"
        />
      ) : null}
      <Recorded key={trace.traceId} unit={unit} trace={trace} />
    </YStack>
  )
}

const nameOf = ({ begunMs, source, speed }: SystemTrace) =>
  `${format(begunMs, 'd MMM HH:mm')}, ${source === 'rig' ? 'simulator' : 'file'}${speed > 1 ? ` ×${speed}` : ''}`

function Recorded({ unit, trace }: { unit: UnitHandle; trace: SystemTrace }) {
  const { charts, asked } = useCharts({ backS: 0 })
  const whole = trace.endedMs !== undefined
  const { data, isError } = useQuery({
    queryKey: traceKey(unit.unitId, trace.traceId),
    queryFn: () => fetchTrace(unit.unitId, trace.traceId),
    staleTime: whole ? Infinity : OTHERS_MS,
    refetchInterval: whole ? false : OTHERS_MS,
    // held here from its first chunk on: nothing to fetch
    enabled: recorder.chunks(trace.traceId)[0]?.number !== 0,
    retry: false,
  })
  const question = useMemo((): LiveQuestion => ({ series: asked }), [asked])
  const answer = useTraceWatch<LiveQuestion, LiveAnswer>(trace.traceId, open, question, data)
  if (!answer || answer.endS === 0)
    return (
      <Soft testID="recording-waits">
        {isError ? 'The recording isn’t on this phone, and the server doesn’t answer.' : 'Fetching the recording …'}
      </Soft>
    )
  return <TimeCharts answer={answer} tuning={unit.view.tuning} trace={trace} {...charts} />
}
