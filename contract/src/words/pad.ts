/** The number pad and its setting. */
export const padWords = {
  /** of each key its face, and what a screen reader says */
  keys: {
    minus: { face: '−', words: 'minus' },
    slash: { face: '/', words: 'stroke of a fraction' },
    space: { face: 'space', words: 'space' },
    pounds: { face: 'lb', words: 'pounds' },
    ounces: { face: 'oz', words: 'ounces' },
    same: { face: 'same', words: 'same as before, read now' },
    clear: { face: 'clear', words: 'clear the field' },
  },
  point: 'point',
  back: 'backspace',
  unit: (unit: string) => `unit ${unit}, change it`,
  next: { face: 'Next', words: 'next field' },
  last: { face: 'Done', words: 'done' },
  of: (field: string) => `Number pad for ${field}`,
  title: 'Numbers on this phone',
  options: { own: 'Big keys', phone: 'The phone’s keyboard' },
  hint: 'Big keys work with gloves. A screen reader may do better with the phone’s own.',
} as const
