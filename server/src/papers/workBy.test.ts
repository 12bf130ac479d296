import { dayText } from './time'
import { workByLines } from './workBy'

describe('who did the work', () => {
  it('stands as the company’s card has it, in one line', () => {
    const card = { name: 'Alder', address: '4 Mill Yard\nHarrow', phone: '555 0101', licences: ['HVAC 12', 'E 3'] }
    expect(workByLines('Alder', { card, certificates: [] }, '2026-07-14')).toEqual([
      'Work by Alder, 4 Mill Yard, Harrow · 555 0101.',
      'Licences: HVAC 12, E 3.',
    ])
    expect(workByLines('Alder', { certificates: [] }, '2026-07-14')).toEqual(['Work by Alder.'])
  })
  it('says of each certificate when it ends, and that it has ended', () => {
    const certificates = [
      {
        name: 'Pim',
        certificates: [
          { kind: 'Refrigerant handling', number: 'A-1', until: '2026-07-13' },
          { kind: 'Electrical', number: 'E-2', until: '2026-07-14' },
          { kind: 'Brazing', number: 'B-3' },
        ],
      },
    ]
    expect(workByLines('Alder', { certificates }, '2026-07-14').at(-1)).toBe(
      'Pim: Refrigerant handling A-1, expired 2026-07-13; Electrical E-2, until 2026-07-14; Brazing B-3.',
    )
  })
  it('goes by the day of the job’s own time zone', () => {
    expect(dayText(Date.parse('2026-07-14T23:30:00Z'), 'Europe/Berlin')).toBe('2026-07-15')
    expect(dayText(Date.parse('2026-07-14T23:30:00Z'), 'America/Chicago')).toBe('2026-07-14')
  })
})
