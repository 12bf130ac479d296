import { STANDARD_ATMOSPHERE_PA } from '../air/atmosphere'
import type { TraceSample } from '../trace/trace'
import type { Defrost } from './defrost'

/** the valve swaps both sides within this; after a stop they come together more slowly, and when the weather or the load changes more slowly still */
const TURNS_WITHIN_S = 40
/** high over low, absolute: so much of it is left when the valve has turned, and so much of the head */
const RATIO_LEFT = 0.6
const HEAD_LEFT = 0.8
/** a machine that heats keeps so much between its sides; one that runs at all so much; one that stopped less */
const HEATS = 1.8
const RUNS = 1.25
/** it heats again: turned back, and soon so much of the head it had; a coil without its ice boils higher, so that both sides needn't be what they were */
const HEAD_AGAIN = 0.8
const SOON_S = 300
/** or both sides are within this of what they were, where the turn back fell between two readings */
const LIKE_BEFORE = 0.15
/** shorter is a hose that was moved, longer than any board lets it is a change-over */
const LEAST_S = 30
const LONGEST_S = 20 * 60
/** readings further apart than this show no turn: what lies between may have been a stop */
const SELDOM_S = 150

interface Point {
  readonly timeS: number
  readonly highPa: number
  readonly lowPa: number
  readonly ratio: number
}

/**
 * Defrosts by both pressures alone: it ran at a heating head, its high side collapsed and came together with the low one at once, it went on running, and both came back to what they were.
 *
 * @param samples of one recording, rising in time, with both pressures (gauge, Pa)
 * @returns oldest first; the last without an end where it goes on. A stop, whose sides come to one pressure and stay there, is none; nor is what never comes back
 */
export function defrostsByPressure(samples: readonly TraceSample[]): Defrost[] {
  const points = pointsOf(samples)
  const found: Defrost[] = []
  let i = 1
  while (i < points.length) {
    const from = turnedFrom(points, i, HEATS)
    if (!from) {
      i++
      continue
    }
    const end = endOf(points, i, from)
    const defrost = asDefrost(from, points.slice(i, end === 'never' ? undefined : end), end !== 'never')
    if (defrost) found.push(defrost)
    // past the turn back, where both sides lie together once more
    const again = end === 'never' ? -1 : points.findIndex((p, k) => k >= end && heats(p, from))
    i = again < 0 ? points.length : again + 1
  }
  return found
}

const heats = (p: Point, before: Point) => p.highPa > HEAD_AGAIN * before.highPa && p.ratio >= HEATS

/** Where it heats again after it turned at this point. */
function endOf(points: readonly Point[], at: number, from: Point): number | 'never' {
  for (let k = at + 1; k < points.length; k++) {
    const p = points[k]!
    if (p.timeS - from.timeS > LONGEST_S) return 'never'
    if (alike(p, from)) return k
    // back, and not the same turn seen once more
    const turned = turnedFrom(points, k, RUNS)
    if (!turned || turned.timeS < from.timeS + LEAST_S) continue
    const later = points.slice(k).findIndex((q) => q.timeS - p.timeS > SOON_S)
    if (points.slice(k, later < 0 ? undefined : k + later).some((q) => heats(q, from))) return k
  }
  return 'never'
}

function pointsOf(samples: readonly TraceSample[]): Point[] {
  const points: Point[] = []
  let latestS = -Infinity
  for (const { timeS, values } of samples) {
    const { suctionPressure, liquidPressure } = values
    // one a second shows all of it
    if (typeof suctionPressure !== 'number' || typeof liquidPressure !== 'number' || !(timeS >= latestS + 1)) continue
    const [lowPa, highPa] = [suctionPressure + STANDARD_ATMOSPHERE_PA, liquidPressure + STANDARD_ATMOSPHERE_PA]
    if (!(lowPa > 0 && highPa > 0) || !Number.isFinite(highPa / lowPa)) continue
    latestS = timeS
    points.push({ timeS, highPa, lowPa, ratio: highPa / lowPa })
  }
  return points
}

/** The last moment before the valve turned at this point, with at least such a ratio between its sides; undefined where it didn't turn. */
function turnedFrom(points: readonly Point[], at: number, leastRatio: number): Point | undefined {
  const now = points[at]!
  for (let k = at - 1; k >= 0; k--) {
    const before = points[k]!
    // where readings come seldom the one before is as near as there is
    if (now.timeS - before.timeS > (k === at - 1 ? SELDOM_S : TURNS_WITHIN_S)) return undefined
    const collapsed = now.ratio < RATIO_LEFT * before.ratio && now.highPa < HEAD_LEFT * before.highPa
    if (before.ratio >= leastRatio && collapsed) return before
  }
  return undefined
}

const alike = (p: Point, before: Point) =>
  Math.abs(p.highPa / before.highPa - 1) < LIKE_BEFORE && Math.abs(p.lowPa / before.lowPa - 1) < LIKE_BEFORE

function asDefrost({ timeS: beginS }: Point, stretch: readonly Point[], isBack: boolean): Defrost | undefined {
  const last = stretch.at(-1)!
  const running = stretch.filter((p) => p.ratio > RUNS)
  if (last.timeS - beginS < LEAST_S || last.timeS - beginS > LONGEST_S) return undefined
  // it goes on running most of the while
  if (running.length < 0.5 * stretch.length) return undefined
  // from where it stops falling on
  const early = stretch.filter((p) => p.timeS <= beginS + 2 * LEAST_S)
  const trough = early.reduce((least, p) => (p.highPa < least.highPa ? p : least), stretch[0]!)
  const highestPa = stretch.reduce((most, p) => (p.timeS >= trough.timeS ? Math.max(most, p.highPa) : most), 0)
  return { beginS, endPa: highestPa - STANDARD_ATMOSPHERE_PA, ...(isBack ? { endS: last.timeS } : {}) }
}
