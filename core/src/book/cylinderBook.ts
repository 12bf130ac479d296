import { bounded } from '../quantity/bounded'
import type { CylinderMoved, ReturnFate } from './entry'
import { instrumentUncertainty } from '../measurement/instrument'
import { standardUncertainty } from '../measurement/uncertainty'
import { usualSi } from '../method/profile'
import { toSi } from '../quantity/unit'
import { refrigerantInfo, type Refrigerant } from '../refrigerant/refrigerants'
import type { CylinderMovement, MovementKind } from '../charge/balanceCylinder'
import type { Cylinder } from '../charge/cylinder'

/** A line of the cylinder book that names its cylinder and its writer. */
export interface BookMovement extends CylinderMovement {
  readonly cylinderId: string
  readonly by: string
  /** of what was returned */
  readonly fate?: ReturnFate
  readonly note?: string
}

/**
 * What an entry of the company's book did to its cylinders: one line, or two where it was filled over.
 * @param cylinders as they are now; a weighing needs the tare
 */
export function bookMovements(
  entry: CylinderMoved,
  by: string,
  cylinders: ReadonlyMap<string, Cylinder>,
): BookMovement[] {
  const from = cylinders.get(entry.cylinderId)
  if (!from) return []
  const kg = toSi('mass', entry.mass)
  const halfWidth = usualSi('scaleAccuracyKg')
  const standard =
    (entry.scale && instrumentUncertainty(entry.scale, 'mass', kg)?.standard) ??
    standardUncertainty({ kind: 'rectangular', halfWidth })
  const line = (cylinderId: string, kind: MovementKind, moved: number): BookMovement => ({
    id: entry.id,
    atMs: Date.parse(entry.at),
    kind,
    kg: moved,
    standardUncertaintyKg: standard,
    ...(from.refrigerant ? { refrigerant: from.refrigerant } : {}),
    cylinderId,
    by,
    ...(entry.fate ? { fate: entry.fate } : {}),
    ...(entry.note ? { note: entry.note } : {}),
  })
  switch (entry.movement) {
    case 'purchased':
      return [line(from.id, 'purchased', kg)]
    case 'returned':
      return [line(from.id, 'returned', -kg)]
    case 'weighed':
      return [line(from.id, 'weighed', kg - toSi('mass', from.tare))]
    case 'transferred':
      return [
        line(from.id, 'transferredOut', -kg),
        ...(entry.toCylinderId ? [line(entry.toCylinderId, 'transferredIn', kg)] : []),
      ]
  }
}

/** All movements of one kind and refrigerant together, before a period or in it; for weighings the differences that they found. */
export interface MovementSum {
  readonly refrigerant: Refrigerant | null
  readonly kind: MovementKind
  readonly when: 'before' | 'within'
  readonly kg: number
  /** sum of the squared standard uncertainties, kg² */
  readonly varianceKg2: number
  readonly count: number
}

/** One refrigerant's period: what there was, what came and went, what there is; kg. */
export interface RefrigerantLine {
  readonly refrigerant: Refrigerant | null
  readonly openingKg: number
  readonly purchasedKg: number
  readonly chargedKg: number
  readonly recoveredKg: number
  readonly returnedKg: number
  /** filled over from cylinder to cylinder: 0 unless a half of it lies outside the book */
  readonly transferredKg: number
  /** found by weighing, and explained by no entry */
  readonly unexplainedKg: number
  readonly unexplainedUncertaintyKg: number
  readonly closingKg: number
  /** what went into units less what came out of them, as carbon dioxide by its warming over 100 years, kg; undefined where unknown */
  readonly netIntoUnitsCo2eKg?: number
  readonly closingCo2eKg?: number
  readonly movements: number
}

export type AssessmentReport = 'AR4' | 'AR5'
export const assessmentReports = ['AR4', 'AR5'] as const satisfies readonly AssessmentReport[]

/** kg of carbon dioxide with the same warming over 100 years (IPCC assessment report as named). */
export function co2eKg(refrigerant: Refrigerant | null, kg: number, report: AssessmentReport): number | undefined {
  const info = refrigerant && refrigerantInfo(refrigerant)
  return info ? bounded(info.gwp100[report] * bounded(kg)) : undefined
}

/**
 * The book of a period, refrigerant by refrigerant: opening + bought − into units + out of units − returned + unexplained = closing.
 * @param sums of all cylinders, from the first movement to the period's end
 */
export function refrigerantLines(sums: readonly MovementSum[], report: AssessmentReport): RefrigerantLine[] {
  const names = [...new Set(sums.map((s) => s.refrigerant))].sort((a, b) => ((a ?? '~') < (b ?? '~') ? -1 : 1))
  return names.map((refrigerant): RefrigerantLine => {
    const mine = sums
      .filter((s) => s.refrigerant === refrigerant)
      .map((s) => ({
        ...s,
        kg: bounded(s.kg),
        varianceKg2: bounded(Math.max(0, s.varianceKg2)),
        count: bounded(s.count),
      }))
    const within = (...kinds: MovementKind[]) =>
      mine.filter((s) => s.when === 'within' && kinds.includes(s.kind)).reduce((sum, s) => sum + s.kg, 0)
    const closingKg = mine.reduce((sum, s) => sum + s.kg, 0)
    const openingKg = mine.filter((s) => s.when === 'before').reduce((sum, s) => sum + s.kg, 0)
    const chargedKg = 0 - within('charged')
    const recoveredKg = within('recovered')
    const variance = mine.filter((s) => s.when === 'within').reduce((sum, s) => sum + s.varianceKg2, 0)
    return {
      refrigerant,
      openingKg,
      purchasedKg: within('purchased'),
      chargedKg,
      recoveredKg,
      returnedKg: 0 - within('returned'),
      transferredKg: within('transferredIn', 'transferredOut'),
      unexplainedKg: within('weighed'),
      unexplainedUncertaintyKg: Math.sqrt(variance),
      closingKg,
      netIntoUnitsCo2eKg: co2eKg(refrigerant, chargedKg - recoveredKg, report),
      closingCo2eKg: co2eKg(refrigerant, closingKg, report),
      movements: mine.filter((s) => s.when === 'within').reduce((sum, s) => sum + s.count, 0),
    }
  })
}
