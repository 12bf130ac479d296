import type { VisitSummary } from '@zetesis/core'
import { calendarFile, type CalendarVisit } from './calendarFile'

const job = {
  name: 'Orchard Gate; Surgery',
  place: '1 Orchard Gate',
  timeZone: 'America/Chicago',
  customer: { contact: '555 0100' },
} as CalendarVisit['job']
const visit = (part: Partial<VisitSummary>): CalendarVisit => ({
  unitId: '00000000-0000-4000-8000-000000000001',
  tag: 'O-01',
  job,
  visit: {
    id: '00000000-0000-4000-8000-0000000000aa',
    reason: '41 °F outside: weighed in only.',
    items: [{ what: 'charge', outdoorLow: { value: 65, unit: '°F' } }],
    ...part,
  },
})
const file = (...visits: CalendarVisit[]) => {
  const { text, left } = calendarFile(visits, (id) => `https://example.test/units/${id}/visit`)
  // folded lines put together again
  return { lines: text.replace(/\r\n[ \t]/g, '').split('\r\n'), raw: text, left }
}

describe('return visits in a calendar', () => {
  it('stand at their hours, told in UTC whatever zone the calendar has', () => {
    const { lines } = file(visit({ planned: { day: '2026-12-05', from: '11:00', to: '15:30' } }))
    expect(lines).toContain('DTSTART:20261205T170000Z')
    expect(lines).toContain('DTEND:20261205T213000Z')
    // in summer the place is an hour nearer
    expect(file(visit({ planned: { day: '2026-07-05', from: '11:00' } })).lines).toEqual(
      expect.arrayContaining(['DTSTART:20260705T160000Z', 'DTEND:20260705T180000Z']),
    )
  })
  it('are a whole day where only the latest date is known', () => {
    const { lines } = file(visit({ by: '2026-12-14' }))
    expect(lines.some((l) => /^DTSTART;VALUE=DATE:20261214$/.test(l))).toBe(true)
    expect(lines).toContain('SUMMARY:Latest day: return visit O-01\\, Orchard Gate\\; Surgery')
    expect(lines).toContain('STATUS:TENTATIVE')
  })
  it('name what is to do, where, whom to call, and lead back', () => {
    const { lines } = file(visit({ by: '2026-12-14', contact: 'the front desk', who: 'Mara' }))
    const told = lines.find((l) => l.startsWith('DESCRIPTION:'))!
    expect(told).toMatch(/Charge\\, read in cooling\\, outdoors from 65 °F/)
    expect(told).toMatch(/Call the front desk\\nMara comes$/)
    expect(lines).toContain('LOCATION:1 Orchard Gate')
    expect(lines.some((l) => l.includes('https://example.test/units/00000000'))).toBe(true)
  })
  it('keep their identity, so that a later file moves the visit instead of doubling it', () => {
    const uid = (v: CalendarVisit) => file(v).lines.find((l) => l.startsWith('UID:'))
    expect(uid(visit({ by: '2026-12-14' }))).toBe(uid(visit({ planned: { day: '2026-12-05' } })))
  })
  it('hold all of several, and say which have no date', () => {
    const none = { ...visit({}), tag: 'O-09' }
    const { lines, left } = file(visit({ by: '2026-12-14' }), none, visit({ planned: { day: '2026-12-05' } }))
    expect(lines.filter((l) => l === 'BEGIN:VEVENT')).toHaveLength(2)
    expect(left.map(({ tag }) => tag)).toEqual(['O-09'])
    expect(lines[0]).toBe('BEGIN:VCALENDAR')
    expect(
      file(visit({ by: '2026-12-14' }))
        .raw.split('\r\n')
        .every((l) => l.length <= 75),
    ).toBe(true)
  })
  it('are a sound file of nothing', () => {
    const { lines } = file()
    expect(lines.filter((l) => l !== '')).toEqual(expect.arrayContaining(['BEGIN:VCALENDAR', 'END:VCALENDAR']))
  })
})
