import { howSureWords, verdictWord } from './reading'

describe('near enough is said as likely as it is', () => {
  const near = (probabilityIn: number) => ({ verdict: 'tooClose', nearEnough: true, probabilityIn }) as const
  it('probably in from an even chance on', () => {
    expect(verdictWord(near(0.81))).toBe('Probably in')
    expect(howSureWords(near(0.81))).toBe('probably in, 81 %, by these instruments')
    expect(verdictWord(near(0.5))).toBe('Probably in')
  })
  it('never probably where it is likelier out: coarse gauges leave the best estimate, and no more', () => {
    expect(verdictWord(near(0.38))).toBe('Near enough')
    expect(howSureWords(near(0.38))).toBe('best estimate in, though these instruments make only 38 % of it')
  })
  it('and a danger comes before either', () => {
    expect(verdictWord({ ...near(0.81), danger: true })).toBe('Danger')
  })
})
