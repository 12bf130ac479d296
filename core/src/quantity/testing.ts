/** Normally distributed noise from a seed, for tests: a linear congruential generator (Numerical Recipes) and Box–Muller. */
export function makeNoise(seed: number): () => number {
  let state = seed >>> 0
  const uniform = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state + 0.5) / 4294967296
  }
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
}
