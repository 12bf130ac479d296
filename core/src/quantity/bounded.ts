/** Beyond this no figure of anything that a crew measures, in any unit: 10³⁰ */
export const MOST = 1e30

/**
 * A number no further from zero than 10³⁰, so that squares, sums and products of absurd figures stay numbers. What is no number stays none.
 * @example bounded(1e308) // 1e30
 */
export const bounded = (x: number, most = MOST): number => Math.min(Math.max(x, -most), most)
