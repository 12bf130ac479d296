import { readingInShort } from './decision'

describe('a reading as it is typed, in one line', () => {
  const target = { ok: true, targetK: 7, lowK: 5, highK: 9, deciding: 'superheat', source: 'label' } as never
  const judged = (more: object) =>
    ({ verdict: 'in', target, decidingValueK: 7.3, findings: [], ...more }) as const as never
  it.each([
    ['In 13.1, target 12.6 °F · Leave it and sign', judged({}), { code: 'sign', as: 'in' }],
    [
      'Out 31.5, target 12.6 °F · Add 3.0 oz',
      judged({ verdict: 'out', decidingValueK: 17.5 }),
      { code: 'add', amountKg: 0.085 },
    ],
    [
      'Danger 0.0, target 12.6 °F · Take out 3.0 oz',
      judged({ verdict: 'out', danger: true, decidingValueK: 0 }),
      { code: 'remove', amountKg: 0.085 },
    ],
    // half-way through there is no figure, and after it nobody makes one up
    ['No verdict', judged({ verdict: 'none', decidingValueK: undefined }), undefined],
    [
      'No verdict · Mend the readings first',
      judged({ verdict: 'none', findings: [{ code: 'impossible' }] }),
      { code: 'remeasure' },
    ],
    [
      'No verdict · Find the target first',
      judged({ verdict: 'none', target: { ok: false, reason: 'x' } }),
      { code: 'findTarget' },
    ],
  ])('%s', (said, reading, act) => expect(readingInShort(reading, act as never, 'ip')).toBe(said))
  it('in kelvins where they are chosen', () =>
    expect(readingInShort(judged({}), undefined, 'si')).toBe('In 7.3, target 7.0 K'))
})
