import { showText, type SinceHandOver, type UnitSystem } from '@zetesis/core'

/** A machine that runs already: it is read and judged in two minutes, and becomes a repair only where it must be opened. */
export const checkUpWords = {
  open: 'Check a running machine',
  tag: 'Tag of the machine',
  openIt: 'Open the check',
  facts: 'The machine',
  save: 'Save, and read it',
  chargeHint: 'Off the plate, if it can be read: it sizes the steps. “5 lb 4 oz” is fine.',
  more: 'Plates, line set, site',
  moreSummary: 'none of it is needed to read it',
  howLong: 'How long has it run?',
  ranLong: (minutes: string) => `It has run ${minutes} or more`,
  justOn: 'I just switched it on',
  justOnNext: (minutes: string) => `Then a reading decides after ${minutes}.`,
  repairTitle: 'Does it have to be opened?',
  repair: 'Make it a repair',
  repairWhat:
    'Then nitrogen, vacuum and weighing in come back, and it is started anew. What you read so far stays in the log.',
  notDue: 'Nothing is due by weight: it runs on what is in it. What the reading asks for goes in by steps.',
  notDueWord: 'Running',
  leftOut: 'Signed now, it says what was found, and that it was left so.',
} as const

/** A check-up of a machine that was handed over: opened from its sealed record, and held against it. */
export const againWords = {
  open: 'Check it up',
  why: 'A year later, or after a complaint: a check opens beside this record, and says what has changed since.',
  unread: 'This record has no reading to hold it against.',
  tag: (tag: string, number: number) => `${tag} check-up${number > 1 ? ` ${number}` : ''}`,
  title: 'Since hand-over',
  then: 'handed over',
  now: 'now',
  wait: 'Take a reading that has settled: it is held against that of the hand-over.',
  noTarget: 'Without a target for both days nothing can be said of the charge.',
  record: (tag: string, day: string) => `(${tag}, ${day})`,
} as const

/** What was read with the pocket tool, kept. */
export const keepCheckWords = {
  tag: (number: number) => `Check ${number}`,
  keep: (job: string, minutes: string) => `It ran ${minutes} or more: keep it as a check in ${job}`,
  target: 'Target subcooling from the label',
  judge: 'Choose the metering device, and it is judged against its target.',
} as const

const leads = {
  superheat: {
    higher: 'in this weather: look for a leak.',
    lower: 'in this weather: look at airflow first, then for too much charge.',
  },
  subcooling: {
    higher: ': look at the condenser, then for charge that somebody added.',
    lower: ': look for a leak.',
  },
} as const

/** What became of the charge since it was handed over, in one sentence. */
export function sinceWords({ deciding, movedK, standardK, says }: SinceHandOver, system: UnitSystem): string {
  const k = (value: number) => showText('temperatureDifference', Math.abs(value), system)
  const what = deciding === 'superheat' ? 'Superheat' : 'Subcooling'
  if (says === 'same')
    return `${what} as it was handed over: what differs, ${k(movedK)}, is within ± ${k(2 * standardK)} of both readings.`
  const way = movedK > 0 ? 'higher' : 'lower'
  const lead = leads[deciding][way]
  return `${what} ${k(movedK)} ${way} than at hand-over${lead.startsWith(':') ? '' : ', '}${lead}`
}
