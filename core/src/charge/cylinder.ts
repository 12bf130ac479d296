import { toSi, type Quantity } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'

export type CylinderState = 'virgin' | 'reclaimed' | 'recovered' | 'empty'
export const cylinderStates = ['virgin', 'reclaimed', 'recovered', 'empty'] as const satisfies readonly CylinderState[]

/** A cylinder as it stands in the company's book; a unit's log carries it whole, as it was when it was used. */
export interface Cylinder {
  readonly id: string
  /** what is painted on it: C-12 */
  readonly name: string
  /** unknown for a recovery cylinder that is still empty */
  readonly refrigerant?: Refrigerant
  readonly state: CylinderState
  /** of the empty cylinder with its valve and cap, as stamped */
  readonly tare: Quantity<'mass'>
  readonly waterCapacity?: Quantity<'mass'>
  readonly owner?: string
  /** dates, 2026-07-14 */
  readonly testedOn?: string
  readonly testDueOn?: string
}

/** Whether refrigerant is recovered into it: its fill is limited, and it never gives to a unit what isn't known. */
export const takesRecovered = ({ state }: Pick<Cylinder, 'state'>) => state === 'recovered' || state === 'empty'

/** The cylinder as a log should carry it: what was recovered into an empty one is in it now. */
export function asItIs(cylinder: Cylinder, holds: Refrigerant | undefined): Cylinder {
  if (!holds || cylinder.refrigerant) return cylinder
  return { ...cylinder, refrigerant: holds, state: cylinder.state === 'empty' ? 'recovered' : cylinder.state }
}

export type CylinderProblem =
  | { code: 'noName'; path: 'name' }
  | { code: 'notPositive'; path: 'tare' | 'waterCapacity' }
  | { code: 'noRefrigerant'; path: 'refrigerant' }
  | { code: 'noWaterCapacity'; path: 'waterCapacity' }
  | { code: 'dueBeforeTest'; path: 'testDueOn' }

/** What is wrong with a cylinder as entered. */
export function checkCylinder(cylinder: Cylinder): CylinderProblem[] {
  const { name, refrigerant, state, tare, waterCapacity, testedOn, testDueOn } = cylinder
  const problems: CylinderProblem[] = []
  if (name.trim() === '') problems.push({ code: 'noName', path: 'name' })
  if (!(toSi('mass', tare) > 0)) problems.push({ code: 'notPositive', path: 'tare' })
  if (waterCapacity && !(toSi('mass', waterCapacity) > 0)) problems.push({ code: 'notPositive', path: 'waterCapacity' })
  if (!refrigerant && state !== 'empty') problems.push({ code: 'noRefrigerant', path: 'refrigerant' })
  if (!waterCapacity && takesRecovered(cylinder)) problems.push({ code: 'noWaterCapacity', path: 'waterCapacity' })
  if (testedOn && testDueOn && testDueOn < testedOn) problems.push({ code: 'dueBeforeTest', path: 'testDueOn' })
  return problems
}
