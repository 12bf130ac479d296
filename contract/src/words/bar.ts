/** What the bar at the bottom of every page says beside acts and waits. */
export const barWords = {
  nothing: 'Nothing waits on you',
  unknown: 'Not known yet',
  noWait: 'No wait runs',
  waitsUnknown: 'Waits: not known yet',
  next: (act: string) => `Next: ${act}`,
} as const
