/** axes that grow or slide by about so many parts of what they show */
const PARTS = 60
const STEPS_S = [5, 10, 15, 30, 60, 120, 300, 600, 1200, 1800, 3600]

/**
 * Which stretch of a running recording a chart shows. Its axis moves on in steps, ahead of the line, so that from one second to the next only the line is
 * drawn anew and no tick moves.
 *
 * @param endS where the recording ends by now, s
 * @param lastS how much is shown, s; undefined: all of it, to its very end
 * @param backS what lies after isn't shown: the chart was moved back by so much, s
 * @returns the stretch, s, `fromS` ≤ `toS`; never before the recording began
 */
export function chartWindow(
  endS: number,
  { lastS, backS }: { lastS?: number; backS: number },
): {
  readonly fromS: number
  readonly toS: number
} {
  const lookedAtS = Math.max(endS - backS, 0)
  if (lastS === undefined) return { fromS: 0, toS: lookedAtS }
  const step = STEPS_S.find((s) => s >= lastS / PARTS) ?? STEPS_S.at(-1)!
  const toS = Math.ceil(lookedAtS / step) * step
  return { fromS: Math.max(0, toS - lastS), toS }
}
