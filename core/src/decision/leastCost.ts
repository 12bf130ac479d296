/** One thing that could be looked at before a step: what it costs, and how often it finds its causes where one is there. */
export interface Look<C extends string> {
  /** what it speaks of: the first one names it */
  readonly causes: readonly [C, ...C[]]
  readonly minutes: number
  /** 0 to 1 */
  readonly finds: number
}

/** What hangs on a step, in minutes of work. */
export interface StepStakes<C extends string> {
  /** likelihood of each cause; together 1 or less */
  readonly belief: readonly { readonly cause: C; readonly probability: number }[]
  /** the causes that the step is right for */
  readonly right: readonly C[]
  /** what the step costs where it was this cause instead */
  readonly regretMinutes: (cause: C) => number
  /** what it costs not to step where the step was right */
  readonly heldMinutes: number
  /** not done yet */
  readonly looks: readonly Look<C>[]
}

export type StepDecision<C extends string> =
  | { readonly act: 'step'; readonly expectedMinutes: number }
  /** what it is expected to save over its own cost */
  | { readonly act: 'look'; readonly cause: C; readonly probability: number; readonly savesMinutes: number }
  | { readonly act: 'hold'; readonly cause: C; readonly probability: number; readonly expectedMinutes: number }

/**
 * The act of least expected cost: make the step, look at something first, or leave it and follow the likeliest other cause.
 *
 * A look is worth its minutes where it is expected to save more than them: the likelihood of its causes times how often it finds them times what the step would have cost then. Of several the one that saves
 * most. Else the step, where not stepping would be dearer by what is believed and nothing else is likelier. Nothing is excluded for certain; a cause of two per cent isn't asked about for three minutes.
 *
 * @throws RangeError for a likelihood, share or cost that is no number or below zero
 * Source: expected value of imperfect information, Raiffa & Schlaifer, Applied Statistical Decision Theory; costs: habits of the profile (handbook's customary ones).
 * @example 90 % short, 5 % restriction, a step that costs 30 min in vain, the drier 3 min: step (1.5 min to be saved by looking)
 */
export function leastCost<C extends string>(stakes: StepStakes<C>): StepDecision<C> {
  const { belief, right, regretMinutes, heldMinutes, looks } = stakes
  const figures = [
    heldMinutes,
    ...belief.flatMap((b) => [b.probability, regretMinutes(b.cause)]),
    ...looks.flatMap((l) => [l.minutes, l.finds]),
  ]
  if (!figures.every((x) => x >= 0 && x < Infinity)) throw new RangeError('likelihoods and costs must be zero or more')
  const wrong = belief.filter((b) => !right.includes(b.cause))
  const rightly = belief.reduce((sum, b) => (right.includes(b.cause) ? sum + b.probability : sum), 0)
  let best: Extract<StepDecision<C>, { act: 'look' }> | undefined
  for (const { causes, minutes, finds } of looks) {
    const [cause] = causes
    const of = belief.filter((b) => causes.includes(b.cause))
    const probability = of.reduce((sum, b) => sum + b.probability, 0)
    const saved = of.reduce((sum, b) => sum + b.probability * regretMinutes(b.cause), 0)
    const savesMinutes = finds * saved - minutes
    if (savesMinutes > 0 && savesMinutes > (best?.savesMinutes ?? 0))
      best = { act: 'look', cause, probability, savesMinutes }
  }
  if (best) return best
  const expectedMinutes = wrong.reduce((sum, b) => sum + b.probability * regretMinutes(b.cause), 0)
  const other = wrong.reduce<(typeof wrong)[number] | undefined>(
    (a, b) => (a && a.probability >= b.probability ? a : b),
    undefined,
  )
  if (!other || expectedMinutes < rightly * heldMinutes) return { act: 'step', expectedMinutes }
  return { act: 'hold', cause: other.cause, probability: other.probability, expectedMinutes: rightly * heldMinutes }
}
