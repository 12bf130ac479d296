import { normalCdf, normalQuantile } from './normal'

/** What a lot of readings is accepted by. */
export interface LotRisk {
  /** of all units that are read, how many are truly inside the tolerance */
  readonly soundShare: number
  /** of those called In, how many have to be */
  readonly trulyIn: number
  /** of each reading: called In on no less, however good the lot */
  readonly least: number
}

/**
 * The probability of conformity from which a reading is called In, so that of all that are called In at least the wanted share truly is.
 *
 * Units lie about their target as a normal distribution that has `soundShare` of them inside the tolerance; a reading scatters about its unit by its standard uncertainty. Readings are taken in
 * from the most probable on, as long as the mean of those taken stays at `trulyIn` or above. An exact instrument lets each reading in that is more likely in than not; one as coarse as the
 * tolerance lets none in, whatever it reads.
 *
 * @param relative standard uncertainty over half the width of the tolerance; none below zero
 * @returns a probability, `least` or above; 1 where no reading is good enough
 * Source: JCGM 106:2012, 9.5, specific and global risk; the acceptance limit by sums over a grid.
 * @example acceptFrom(0.4, { soundShare: 0.6, trulyIn: 0.95, least: 0.5 }) // 0.78
 */
export function acceptFrom(relative: number, risk: LotRisk): number {
  const { soundShare, trulyIn, least } = risk
  if (!(relative >= 0 && soundShare > 0 && soundShare < 1 && trulyIn > 0 && trulyIn < 1))
    throw new RangeError('uncertainty below zero, or a share that isn’t between 0 and 1')
  if (relative >= COARSEST) return NEVER
  // rounded up: a little coarser than it is
  const r = Math.ceil(Math.max(relative, FINEST) / STEP) * STEP
  const key = `${r.toFixed(3)} ${soundShare} ${trulyIn}`
  let limit = limits.get(key)
  if (limit === undefined) {
    if (limits.size >= KEPT) limits.clear()
    limit = limitOf(r, soundShare, trulyIn)
    limits.set(key, limit)
  }
  return Math.max(limit, least)
}

/** no probability of an instrument with any uncertainty reaches it */
const NEVER = 1
const STEP = 0.01
const FINEST = 0.02
const COARSEST = 3
/** limits worked out so far: an uncertainty hardly changes from one reading to the next */
const limits = new Map<string, number>()
const KEPT = 2000
const POINTS = 200
const WIDE = 4

function limitOf(r: number, soundShare: number, trulyIn: number): number {
  const spread = 1 / normalQuantile((1 + soundShare) / 2)
  const variance = spread ** 2 + r ** 2
  const within = (middle: number, standard: number) =>
    normalCdf((1 - middle) / standard) - normalCdf((-1 - middle) / standard)
  let weights = 0
  let truly = 0
  let limit = NEVER
  // by symmetry from the middle outwards: the further, the less probable
  const farthest = 1 + WIDE * r
  for (let i = 0; i <= POINTS; i++) {
    const read = (farthest * i) / POINTS
    const weight = Math.exp((-read * read) / (2 * variance))
    weights += weight
    truly += weight * within((read * spread ** 2) / variance, (spread * r) / Math.sqrt(variance))
    if (truly < trulyIn * weights) return limit
    limit = within(read, r)
  }
  return limit
}
