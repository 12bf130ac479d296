import {
  show,
  showText,
  type Act,
  type ChargeGateCode,
  type FaultCause,
  type JudgedReading,
  type UnitSystem,
} from '@zetesis/core'
import { verdictWord } from './reading'
import { causeActWords, causeOfFaultWords } from './tuning'

/** What is looked at, as the head of a card says it. */
const lookHeads: { readonly [C in ChargeGateCode]?: string } = {
  airflowNotKnownGood: 'See to filter, coil and air first',
  condenserNotKnownClean: 'Look at the condenser first',
  deviceNotCompared: 'Compare the metering device first',
  coilFreezing: 'Let the coil thaw first',
}
const lookHeadsByCause: { readonly [C in FaultCause]?: string } = {
  restriction: 'Measure over the drier first',
  lineRestriction: 'Follow the liquid line first',
  air: 'Read its standing pressure first',
  weakCompressor: 'Clamp the compressor’s current first',
}

/** What a lead does now, in a few words. */
export function actHead(act: Act, system: UnitSystem): string {
  switch (act.code) {
    case 'sign':
      return act.as === 'in' ? 'Leave it and sign' : 'Near enough: sign it'
    case 'add':
      return `Add ${showText('mass', act.amountKg, system)}`
    case 'remove':
      return `Take out ${showText('mass', act.amountKg, system)}`
    case 'weighIn':
      return `Weigh in ${showText('mass', act.amountKg, system)} by the scale`
    case 'wait':
      return 'Wait until it settles'
    case 'look': {
      const { gate } = act
      const byCause = gate.code === 'otherCauseLeads' ? lookHeadsByCause[gate.cause] : undefined
      return byCause ?? lookHeads[gate.code] ?? 'Look into it first'
    }
    case 'comeBack':
      return 'Leave the weighed charge and come back'
    case 'remeasure':
      return 'Mend the readings first'
    case 'notCharge':
      return 'Not by charge'
    case 'leave':
      return 'Leave it'
    case 'readFiner':
      return 'Read it with a finer instrument'
    case 'danger':
      return 'Stop and look: liquid may reach the compressor'
    case 'findTarget':
      return 'Find the target first'
    case 'findCharge':
      return 'Find the charge on the plate first'
    case 'read':
      return 'Finish the reading'
  }
}

/** A reading as it stands in one short line: verdict, figure, target, and what to do. */
export function readingInShort(
  judged: Pick<JudgedReading, 'verdict' | 'target' | 'decidingValueK' | 'findings'> & Parameters<typeof verdictWord>[0],
  act: Act | undefined,
  system: UnitSystem,
): string {
  const { target, decidingValueK, findings } = judged
  const isPossible = findings.every((f) => f.code !== 'impossible')
  const figure =
    decidingValueK !== undefined && target.ok && isPossible
      ? ` ${show('temperatureDifference', decidingValueK, system).figure}, target ${showText('temperatureDifference', target.targetK, system)}`
      : ''
  return `${verdictWord(judged)}${figure}${act ? ` · ${actHead(act, system)}` : ''}`
}

/** Why, where the head alone doesn’t say it and no gate does. */
export function actWhy(act: Act): string | undefined {
  switch (act.code) {
    case 'sign':
      return act.as === 'in'
        ? undefined
        : 'Its best estimate is inside. Record and papers say how likely, and by which instruments; nobody asks for a reason.'
    case 'comeBack':
      return act.gate ? undefined : 'Today’s weather or load can’t settle it. Log it, and promise a return visit.'
    case 'weighIn':
      return 'Label, line set and scale say it is short by that. No reading is needed for it, and today none says better.'
    case 'notCharge': {
      const what = act.cause && `${causeOfFaultWords[act.cause]} comes next. ${causeActWords[act.cause] ?? ''}`.trim()
      return act.gate ? undefined : (what ?? 'The steps so far didn’t move it as charge does.')
    }
    case 'findCharge':
      return 'A step is a share of the whole charge. Type the one on the plate under Prepare.'
    default:
      return undefined
  }
}
