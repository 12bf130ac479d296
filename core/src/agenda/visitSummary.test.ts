import { NOON } from '../entry/testing'
import { degF, opened, record, seal, started, type Lines } from '../run/testingLines'
import { summarise } from './summary'

const provisional: Lines = [
  ...opened,
  ...started,
  [
    -10,
    {
      kind: 'returnVisit',
      reason: '41 °F outside.',
      items: [
        { what: 'charge', outdoorLow: degF(65) },
        { what: 'other', words: 'Insulate.' },
      ],
      by: '2026-08-01',
      contact: 'the caretaker',
      who: 'Mara',
    },
  ],
]
const visitId = record(provisional).items.returnVisit[0]!.entry.id
const of = (...lines: Lines[]) => summarise(record(...lines), { nowMs: NOON })

describe('a return visit on a board', () => {
  it('stands with what is open of it, the date, whom to call and what the charge rests on', () => {
    expect(of(provisional, seal)).toMatchObject({
      sealed: true,
      provisional: 'weighInOnly',
      returnVisit: {
        id: visitId,
        by: '2026-08-01',
        contact: 'the caretaker',
        who: 'Mara',
        items: [{ what: 'charge' }, { what: 'other' }],
      },
    })
    const planned: Lines = [[-1, { kind: 'visitPlanned', visitId, day: '2026-07-20', from: '11:00', to: '15:00' }]]
    expect(of(provisional, planned).returnVisit?.planned).toEqual({ day: '2026-07-20', from: '11:00', to: '15:00' })
  })
  it('is one that somebody is on, after the seal, and gone when all of it is closed', () => {
    const there: Lines = [
      [100, { kind: 'cameBack', visitId }],
      [101, { kind: 'visitItemClosed', visitId, item: 1, how: 'done' }],
    ]
    expect(of(provisional, seal, there)).toMatchObject({
      sealed: false,
      need: { code: 'onVisit', open: 1 },
      returnVisit: { visiting: true, items: [{ what: 'charge' }] },
    })
    const gone: Lines = [
      ...there,
      [102, { kind: 'visitItemClosed', visitId, item: 0, how: 'notNeeded', words: 'Replaced by another.' }],
    ]
    expect(of(provisional, gone).returnVisit).toBeUndefined()
    expect(of(provisional, gone).provisional).toBeUndefined()
  })
})
