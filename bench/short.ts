/** A run of seconds, that shows whether a benchmark still runs: its figures say nothing. */
export const isShort = process.env.BENCH_SHORT === '1'

/** As much as a run takes that is for its figures, or so little. */
export const inShort = (whole: number, short: number): number => (isShort ? short : whole)
