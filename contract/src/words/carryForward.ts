/** What the form of a reading says of values that were read a moment ago and count until new ones are typed. */
export const carryForwardWords = {
  note: 'Values in grey count as read before. Type over any that changed.',
  leaveOut: 'Leave the grey ones out',
  /** how old one is, beside its label */
  age: (ageMs: number): string => `${Math.max(1, Math.round(ageMs / 60_000))} min`,
} as const
