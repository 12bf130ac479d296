/** Start-up's page until the compressor runs: first with the valves shut, then open and standing. */
export const beforeStartWords = {
  shut: { title: 'Before you open the valves', act: 'Valves are open', when: 'Valves opened at' },
  open: {
    title: 'Valves open, power still off',
    act: 'Power on',
    when: 'Started at',
    next: 'Read the standing pressures, then put the power on.',
  },
  again: { title: 'Before it runs again', act: 'It runs again', when: 'Started at' },
  agrees:
    'Standing pressure lies between outdoor air and the house: the right refrigerant, and no air in it that shows.',
  standingHint:
    'Gauges, both lines, outdoor air and the house show another refrigerant or air in it before anything runs.',
  noRefrigerant: 'Without the refrigerant nothing can be said of the pressure.',
  airFirst: 'Air comes before charge: without it nothing is added later.',
} as const
