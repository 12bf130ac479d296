/** The number pad and its setting. */
export const padWords = {
  title: 'Numbers on this phone',
  options: { own: 'Big keys', phone: 'The phone’s keyboard' },
  hint: 'Big keys work with gloves. A screen reader may do better with the phone’s own.',
} as const
