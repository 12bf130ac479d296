/** A line longer than the label goes. */
export const longLineWords = {
  stop: 'Stop',
  why: (limit: string) =>
    `Labels end at ${limit} of line. Beyond it the maker’s long-line guideline decides charge, tube sizes, traps and heater.`,
  notBySum: 'The line is longer than the label goes: this sum doesn’t hold for it.',
  by: 'Charged by',
  hint: 'The guideline and what it says, in a few words. It stays on the record and in the papers.',
  missing: 'Write what it is charged by.',
  go: 'Charge it by that',
  goesBy: (reason: string) => `Longer than the label goes. Charged by: ${reason}`,
} as const
