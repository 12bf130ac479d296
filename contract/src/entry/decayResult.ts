import { z } from 'zod'

const share = z.number().min(0).max(1.000001)
const positive = z.number().positive()
/** What core's `decayResult` makes; numbers in SI. */
export const decayResultSchema = z.strictObject({
  cause: z.enum(['tight', 'leak', 'moisture', 'both', 'inconclusive']),
  verdict: z.enum(['in', 'out', 'tooClose']),
  confidence: share,
  likelihood: z.strictObject({ tight: share, leak: share, moisture: share, both: share }),
  samples: z.number().int().min(1),
  startPa: positive,
  endPa: positive,
  highestPa: positive,
  endS: z.number(),
  limitPa: positive,
  holdS: positive,
  leakPaPerS: z.number(),
  leakUpToPaPerS: z.number().optional(),
  leakBeside: z.literal(true).optional(),
  overWaterPa: positive.optional(),
  plateauPa: z.number().optional(),
  timeConstantS: z.number().optional(),
  predictedAtHoldPa: z.number(),
  predictedAt24hPa: z.number().optional(),
  volumeM3: z.number().optional(),
  leakPaM3PerS: z.number().optional(),
  moreMinutes: z.number().optional(),
  settledAfterS: z.number(),
  curve: z
    .strictObject({
      startPa: z.number(),
      leakPaPerS: z.number(),
      risePa: z.number(),
      timeConstantS: z.number(),
      creeps: z.literal(true).optional(),
    })
    .optional(),
  complete: z.boolean(),
})
