/** Where a reason is asked for that stays on the record; what is said where none was written. */
export const reasonWords = {
  label: 'Reason',
  gate: 'Write the reason: it stays on the record and in the papers.',
  ask: 'Write the reason: the lead decides by it, and it stays in the log.',
  strikeLabel: 'Wrong, because',
  strike: 'Say why it is wrong.',
  archive: 'Say why: it stays in the log.',
  method: 'Say why this unit gets another method.',
  methodFirst: 'Choose a method first.',
  amend: 'Write what is to be added to the record.',
} as const
