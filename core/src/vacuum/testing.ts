/** Normally distributed noise from a seed, for tests: a linear congruential generator (Numerical Recipes) and Box–Muller. */
export function makeNoise(seed: number): () => number {
  let state = seed >>> 0
  const uniform = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state + 0.5) / 4294967296
  }
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
}

const MICRON = 0.133322368

interface Shape {
  readonly seconds?: number
  readonly everyS?: number
  readonly noise?: number
  readonly seed?: number
}

/** Readings of a curve given in micron over seconds, with noise in proportion, for tests. */
export function hold(micron: (t: number) => number, { seconds = 600, everyS = 1, noise = 0.03, seed = 5 }: Shape = {}) {
  const normal = makeNoise(seed)
  return Array.from({ length: Math.floor(seconds / everyS) + 1 }, (_, i) => ({
    timeS: i * everyS,
    pressurePa: micron(i * everyS) * (1 + noise * normal()) * MICRON,
  }))
}
