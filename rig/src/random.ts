/** Seeded random numbers: the same seed gives the same run, so that a recording can be made again. */
export interface Random {
  uniform(): number
  between(low: number, high: number): number
  /** even in its logarithm */
  logBetween(low: number, high: number): number
  /** mean 0, standard deviation 1 */
  normal(): number
}

/** Generator mulberry32 (public domain, T. Ettinger) with Box–Muller for normal numbers. */
export function makeRandom(seed: number): Random {
  let state = seed >>> 0
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return {
    uniform,
    between: (low, high) => low + (high - low) * uniform(),
    logBetween: (low, high) => Math.exp(Math.log(low) + Math.log(high / low) * uniform()),
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
  }
}
