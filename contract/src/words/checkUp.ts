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
