/** From a decay that found a leak back to nitrogen, and what the holds before said. */
export const roundWords = {
  back: 'Back to the nitrogen test',
  found: 'The decay found a leak',
  again: 'Let the vacuum off with nitrogen, raise it again, soap every joint, mend it, and hold anew.',
  holdAgain: 'Begin another hold',
  before: 'Holds before this one',
  line: (when: string, figures: string, cause: string) => `${when}: ${figures}, ${cause}`,
} as const
