import { TraceStates } from '@zetesis/contract'
import { useQuery } from '@tanstack/react-query'
import { call } from './api'

/** How far each recording of a unit has arrived at the server, and whether it is what the log says of it. */
export const useTraceStates = (unitId: string) =>
  useQuery({
    queryKey: ['traces', unitId],
    queryFn: () => call(`/units/${unitId}/traces`, { answer: TraceStates }),
    refetchInterval: 15_000,
    retry: false,
  }).data?.traces ?? []
