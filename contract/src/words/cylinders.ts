import {
  showText,
  showTyped,
  type BookEntry,
  type ChargeGateCode,
  type CylinderFinding,
  type CylinderProblem,
  type CylinderState,
  type HoseLeft,
  type MovementKind,
  type UnitSystem,
  type Weighed,
  type WeighedProblem,
  type ReturnFate,
} from '@zetesis/core'

export const cylinderStateWords: Record<CylinderState, string> = {
  virgin: 'new refrigerant',
  reclaimed: 'reclaimed',
  recovered: 'recovered',
  empty: 'for recovery, empty',
}

export const movementWords: Record<MovementKind, string> = {
  purchased: 'bought',
  returned: 'returned',
  transferredIn: 'filled over from another',
  transferredOut: 'filled over into another',
  charged: 'into a unit',
  recovered: 'out of a unit',
  weighed: 'put on the scale',
}

export const sideWords = { liquid: 'liquid side', suction: 'suction side' } as const
export const fateWords = {
  kept: 'kept in it',
  lost: 'lost',
  drawn: 'drawn into the system',
} as const

/** A sentence for what speaks against a weighing; hard stops begin with “Stop”. */
export function weighedProblemWords(problem: WeighedProblem, system: UnitSystem): string {
  const mass = (kg: number) => showText('mass', kg, system)
  switch (problem.code) {
    case 'negative':
      return 'This can’t be negative.'
    case 'afterHeavier':
      return 'The cylinder weighs more after than before, though refrigerant was added. Swap the weights, or log it as taken out.'
    case 'afterLighter':
      return 'The cylinder weighs less after than before, though refrigerant was taken out. Swap the weights, or log it as added.'
    case 'wrongRefrigerant':
      return `Stop: this cylinder holds ${problem.holds}, the unit takes ${problem.wants}. Take another cylinder.`
    case 'mixing':
      return `Stop: this cylinder holds ${problem.holds}; ${problem.comes} must not come to it. Take an empty recovery cylinder.`
    case 'notForRecovery':
      return 'Stop: what comes out of a system goes into a recovery cylinder, never into one with new refrigerant.'
    case 'emptyCylinder':
      return 'By the book nothing that could be charged is in this cylinder. Choose another, or mend its entry under Library, Cylinders.'
    case 'overfilled':
      return `Stop: ${mass(problem.kg)} in this cylinder, at most ${mass(problem.limitKg)} may be. Change the cylinder before it gets there.`
    case 'belowTare':
      return `After is less than the empty cylinder’s ${mass(problem.tareKg)}: no more than ${mass(Math.max(problem.contentKg, 0))} was in it. Read the scale and its unit again.`
  }
}

/** What is wrong with a cylinder as entered. */
export function cylinderProblemWords({ code }: CylinderProblem): string {
  switch (code) {
    case 'noName':
      return 'A cylinder needs a name: what is painted on it.'
    case 'notPositive':
      return 'This must be more than zero.'
    case 'noRefrigerant':
      return 'Choose its refrigerant, or mark it as empty.'
    case 'noWaterCapacity':
      return 'A recovery cylinder needs its water capacity, as stamped on it: the fill limit comes from it.'
    case 'dueBeforeTest':
      return 'It can’t be due before it was tested.'
  }
}

/** What doesn’t add up in a cylinder’s book, in a sentence. */
export function cylinderFindingWords(finding: CylinderFinding, system: UnitSystem): string {
  const mass = (kg: number) => showText('mass', Math.abs(kg), system)
  switch (finding.code) {
    case 'belowEmpty':
      return `More left than was in it, by ${mass(finding.kg)}: a purchase is missing, or a weighing is wrong. Put it on the scale.`
    case 'unexplained': {
      const way = finding.kg < 0 ? 'less' : 'more'
      const range = `± ${mass(2 * finding.standardUncertaintyKg)} from the scales`
      return finding.beyond
        ? `Weighed ${mass(finding.kg)} ${way} than the book says (${range}): something isn’t logged, or leaks.`
        : `Weighed ${mass(finding.kg)} ${way} than the book says: within ${range}.`
    }
    case 'overlap':
      return `The scale began ${mass(finding.kg)} ${finding.kg > 0 ? 'heavier' : 'lighter'} than the last weighing ended. Either a weighing is missing, or two units drew at the same time. Both are counted.`
    case 'mixed':
      return `${finding.refrigerants[1]} came to ${finding.refrigerants[0]}: treat it as mixed, and hand it in.`
    case 'overfilled':
      return `${mass(finding.kg)} in it, at most ${mass(finding.limitKg)} may be: take some out before it warms up.`
  }
}

const againstWords: Record<ChargeGateCode, string> = {
  contradiction: 'readings that contradict each other',
  noTarget: 'no target',
  outsideWindow: 'outside the window',
  coilFreezing: 'a coil below freezing',
  drierBlocked: 'a drier that restricts',
  notSettled: 'not settled',
  airflowNotKnownGood: 'airflow not seen to',
  otherCauseLeads: 'another cause as likely',
  onlyOneCoil: 'only one coil short',
  indoorsOutsideWindow: 'indoors outside the window',
  headTooLow: 'too cold to feed the orifice',
  wrongOrifice: 'the orifice doesn’t suit',
  condenserNotKnownClean: 'condenser not seen to',
  deviceNotCompared: 'metering device not compared',
  soundLikelier: 'more likely sound than short',
}
/** “against the advice (not settled): hose iced up”. */
export function despiteText({ against, reason }: NonNullable<Weighed['despite']>): string {
  const what = against.map((code) => againstWords[code]).join(', ')
  return `against the advice${what ? ` (${what})` : ''}: ${reason}`
}

/** “scale 312.4 oz → 302.3 oz”, or what was read as a difference. */
export function scaleText({ before, after, net }: Pick<Weighed, 'before' | 'after' | 'net'>): string {
  if (!net || before.unit !== after.unit) return `scale ${showTyped(before)} → ${showTyped(after)}`
  const value = Number(Math.abs(before.value - after.value).toFixed(3))
  return `${showTyped({ ...before, value })} by the scale’s difference`
}

/** A weighing in the log. */
export function weighedLine(
  entry: Pick<
    Weighed,
    'direction' | 'before' | 'after' | 'cylinder' | 'vessel' | 'side' | 'phase' | 'running' | 'despite' | 'net'
  >,
) {
  const name = entry.vessel?.name ?? entry.cylinder
  const how = [
    name && `cylinder ${name}`,
    entry.phase && `as ${entry.phase}`,
    entry.side && sideWords[entry.side],
    entry.running === undefined ? undefined : entry.running ? 'running' : 'at rest',
    entry.despite && despiteText(entry.despite),
  ].filter(Boolean)
  const what = entry.direction === 'add' ? 'Added' : 'Took out'
  return [`${what}: ${scaleText(entry)}`, ...how].join(', ')
}

export const hoseLine = ({ length, phase, fate, mass }: Pick<HoseLeft, 'length' | 'phase' | 'fate' | 'mass'>) =>
  `Hose of ${showTyped(length)} with ${phase}: ${showTyped(mass)} ${fateWords[fate]}`

type Moved = Extract<BookEntry, { kind: 'cylinderMoved' }>
export const returnFateWords: Record<ReturnFate, string> = {
  reclaimed: 'reclaimed',
  destroyed: 'destroyed',
  notKnown: 'not known',
}

export function movedLine({ movement, mass, fate, note }: Pick<Moved, 'movement' | 'mass' | 'fate' | 'note'>): string {
  const what = { purchased: 'Bought', returned: 'Returned', transferred: 'Filled over', weighed: 'Put on the scale' }[
    movement
  ]
  return `${what}: ${showTyped(mass)}${fate && fate !== 'notKnown' ? `, to be ${returnFateWords[fate]}` : ''}${note ? `, ${note}` : ''}`
}
