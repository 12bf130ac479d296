import { makeNoise } from '../quantity/testing'

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
