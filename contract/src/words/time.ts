/** When something happened, where it wasn't the moment of the tap. */
export const timeWords = {
  label: 'Time',
  now: 'now',
  hint: 'Empty: the moment you tap. Else as 14:05 or 14:05:30, or yesterday 17:05.',
  unreadable: 'Type the time as 14:05 or 14:05:30, or leave it empty for now.',
  read: 'Read at',
} as const
