/** How a typed weighing is read off the scale. */
export const weighWords = {
  read: 'The scale shows',
  reads: [
    { value: 'levels', label: 'Before and after' },
    { value: 'net', label: 'Net, tared' },
  ],
  netIn: 'Went in, net',
  netOut: 'Came out, net',
  netHint: 'The scale was set to zero with the cylinder on it. Type how much went over it, without a minus.',
  moreThanNone: 'Type how much it was, more than zero.',
} as const
