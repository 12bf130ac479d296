import { bounded } from '../quantity/bounded'
import type { Refrigerant } from '../refrigerant/refrigerants'

export type MovementKind =
  | 'purchased'
  | 'returned'
  | 'transferredIn'
  | 'transferredOut'
  /** into a unit */
  | 'charged'
  /** out of a unit */
  | 'recovered'
  /** put on the scale: what is in it counts from here on */
  | 'weighed'
export const movementKinds = [
  'purchased',
  'returned',
  'transferredIn',
  'transferredOut',
  'charged',
  'recovered',
  'weighed',
] as const satisfies readonly MovementKind[]

/** One line of the cylinder book. */
export interface CylinderMovement {
  readonly id: string
  readonly atMs: number
  readonly kind: MovementKind
  /** into the cylinder; below 0 what left it. For `weighed` what was found in it */
  readonly kg: number
  readonly standardUncertaintyKg: number
  readonly refrigerant?: Refrigerant
  /** net content before and after, where the whole cylinder stood on the scale */
  readonly beforeKg?: number
  readonly afterKg?: number
  readonly unitId?: string
}

export type CylinderFinding =
  /** more left than was in it, beyond the scales' uncertainty */
  | { readonly code: 'belowEmpty'; readonly id: string; readonly kg: number }
  /** weighed with another content than the book says; `beyond` where the scales don't explain it */
  | {
      readonly code: 'unexplained'
      readonly id: string
      readonly kg: number
      readonly standardUncertaintyKg: number
      readonly beyond: boolean
    }
  /** the scale began where the movement before hadn't ended: drawn at once by two, or a weighing is missing */
  | { readonly code: 'overlap'; readonly id: string; readonly with: string; readonly kg: number }
  | { readonly code: 'mixed'; readonly id: string; readonly refrigerants: readonly [Refrigerant, Refrigerant] }
  | { readonly code: 'overfilled'; readonly id: string; readonly kg: number; readonly limitKg: number }

export interface CylinderBalance {
  readonly netKg: number
  readonly standardUncertaintyKg: number
  readonly findings: readonly CylinderFinding[]
  /** what is in it; undefined where it is empty within its uncertainty, or nobody said */
  readonly holds?: Refrigerant
  /** all differences found by weighing, added up: what the book can't explain */
  readonly unexplainedKg: number
}

/** Differences count from so many standard uncertainties on (a coverage factor, JCGM 100, 6.2). */
const COVERAGE = 2

/**
 * What is in a cylinder by its movements, and what doesn't add up.
 *
 * Movements count in order of time, whatever order they come in; one twice counts once. A weighing sets the content to what was found; the
 * difference to the book is kept as unexplained, with its uncertainty from the scales.
 *
 * @param movements of one cylinder, kg; uncertainties standard ones
 * @param limits the most it may hold, where that is known
 * @returns net content in kg with its standard uncertainty
 * Source: mass balance; uncertainties added in quadrature, JCGM 100:2008, 5.1.2.
 */
export function balanceCylinder(
  movements: readonly CylinderMovement[],
  limits: { readonly fillLimitKg?: number } = {},
): CylinderBalance {
  return balanceOn({ netKg: 0, standardUncertaintyKg: 0, findings: [], unexplainedKg: 0 }, movements, limits)
}

/** A balance that movements go on from, and the last of them that wasn't a weighing. */
export interface BalancedSoFar extends CylinderBalance {
  readonly last?: CylinderMovement
}

/**
 * The same for movements that came after all those a balance was made of: what came before isn't looked at again, however much it is. One of the earlier ones among them counts twice; who asks knows them to be new.
 *
 * @param movements all later than what the balance was made of, under the same limits
 */
export function balanceOn(
  before: BalancedSoFar,
  movements: readonly CylinderMovement[],
  limits: { readonly fillLimitKg?: number } = {},
): CylinderBalance {
  const once = [...new Map(movements.filter(isNumber).map((m) => [m.id, within(m)])).values()]
  const sorted = once.sort((a, b) => a.atMs - b.atMs || (a.id < b.id ? -1 : 1))
  const findings: CylinderFinding[] = [...before.findings]
  let { holds } = before
  let last = before.last && within(before.last)
  let netKg = bounded(before.netKg, MOST_KG)
  let unexplainedKg = bounded(before.unexplainedKg, MOST_KG)
  let variance = bounded(before.standardUncertaintyKg, MOST_KG) ** 2
  for (const m of sorted) {
    const u = m.standardUncertaintyKg
    if (m.kind === 'weighed') {
      const standardUncertaintyKg = Math.sqrt(variance + u * u)
      const kg = m.kg - netKg
      const beyond = Math.abs(kg) > COVERAGE * standardUncertaintyKg + TINY
      findings.push({ code: 'unexplained', id: m.id, kg, standardUncertaintyKg, beyond })
      unexplainedKg += kg
      netKg = m.kg
      variance = u * u
    } else {
      if (m.kg > 0 && m.refrigerant && holds && m.refrigerant !== holds)
        findings.push({ code: 'mixed', id: m.id, refrigerants: [holds, m.refrigerant] })
      overlapOf(last, m).forEach((f) => findings.push(f))
      netKg += m.kg
      variance += u * u
      if (netKg < -COVERAGE * Math.sqrt(variance) - TINY) findings.push({ code: 'belowEmpty', id: m.id, kg: netKg })
      last = m
    }
    if (m.kg > 0 && limits.fillLimitKg !== undefined && netKg > limits.fillLimitKg + TINY)
      findings.push({ code: 'overfilled', id: m.id, kg: netKg, limitKg: limits.fillLimitKg })
    holds = netKg <= COVERAGE * Math.sqrt(variance) + TINY ? undefined : (holds ?? m.refrigerant)
  }
  return { netKg, standardUncertaintyKg: Math.sqrt(variance), findings, unexplainedKg, ...(holds ? { holds } : {}) }
}

/** A movement that is no number moves nothing: schemas refuse it, and what came before them isn't made worse by it. */
const isNumber = ({ atMs, kg, standardUncertaintyKg: u }: CylinderMovement) =>
  Number.isFinite(atMs) && Number.isFinite(kg) && u >= 0
const within = (m: CylinderMovement): CylinderMovement => ({
  ...m,
  kg: bounded(m.kg, MOST_KG),
  standardUncertaintyKg: bounded(m.standardUncertaintyKg, MOST_KG),
  ...(m.beforeKg === undefined ? {} : { beforeKg: bounded(m.beforeKg, MOST_KG) }),
  ...(m.afterKg === undefined ? {} : { afterKg: bounded(m.afterKg, MOST_KG) }),
})
const MOST_KG = 1e12

/** sums of grams in floating point */
const TINY = 1e-9

function overlapOf(last: CylinderMovement | undefined, next: CylinderMovement): CylinderFinding[] {
  if (last?.afterKg === undefined || next.beforeKg === undefined) return []
  const kg = next.beforeKg - last.afterKg
  const spread = Math.hypot(last.standardUncertaintyKg, next.standardUncertaintyKg)
  return Math.abs(kg) > COVERAGE * spread + TINY ? [{ code: 'overlap', id: next.id, with: last.id, kg }] : []
}
