/** Colours by role, named for metals and what happens to them; Tamagui's themes and the drawings both take them from here. */
export interface Palette {
  readonly paper: string
  readonly card: string
  readonly pane: string
  readonly ink: string
  readonly soft: string
  readonly hint: string
  readonly rule: string
  readonly copper: string
  /** copper as ink on paper */
  readonly copperInk: string
  readonly copperLit: string
  readonly onCopper: string
  readonly verdigris: string
  readonly verdigrisWash: string
  readonly oxide: string
  readonly oxideWash: string
  readonly brass: string
  readonly brassWash: string
  readonly low: string
  readonly high: string
  readonly bar: string
  readonly onBar: string
  readonly onBarSoft: string
  /** keys of the number pad: digits, and the others */
  readonly pad: string
  readonly padQuiet: string
  readonly hold: string
}

export const day: Palette = {
  paper: '#F6F2E9',
  card: '#FFFDF8',
  pane: '#EFE9DB',
  ink: '#1C272D',
  soft: '#4C5961',
  hint: '#78838A',
  rule: '#D9D1C2',
  copper: '#A94E22',
  copperInk: '#A04A20',
  copperLit: '#D88A57',
  onCopper: '#FFFFFF',
  verdigris: '#17594F',
  verdigrisWash: '#DCEAE3',
  oxide: '#8F2117',
  oxideWash: '#F7E1DB',
  brass: '#664B00',
  brassWash: '#F3E8CB',
  low: '#22557F',
  high: '#743B63',
  bar: '#1C272D',
  onBar: '#FFFFFF',
  onBarSoft: '#C9D2D6',
  pad: '#33424A',
  padQuiet: '#27343B',
  hold: '#EDE5D2',
}

/** For roof spaces: the same roles on slate. */
export const dark: Palette = {
  paper: '#151B1F',
  card: '#1F282D',
  pane: '#1A2226',
  ink: '#F3EEE3',
  soft: '#B7C0C4',
  hint: '#8B979D',
  rule: '#3A464C',
  copper: '#B85A2B',
  copperInk: '#E9A677',
  copperLit: '#E39B6A',
  onCopper: '#FFFFFF',
  verdigris: '#7FD0BE',
  verdigrisWash: '#1B3A35',
  oxide: '#FFA697',
  oxideWash: '#43201B',
  brass: '#EBC767',
  brassWash: '#3B3013',
  low: '#8FC3EE',
  high: '#E0A5CD',
  bar: '#0B0F11',
  onBar: '#FFFFFF',
  onBarSoft: '#B7C0C4',
  pad: '#2B363C',
  padQuiet: '#1B2327',
  hold: '#262F33',
}
