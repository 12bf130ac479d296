import { openRecord } from './openRecord'
import { unitView } from '@zetesis/core'
import {
  chargeLines,
  instrumentLines,
  methodLines,
  readingLines,
  remarkLines,
  vacuumLines,
  verdictLine,
} from './content'
import { fileOf } from './fileOf'
import { papersPdf } from './papers'
import { countUp } from './time'

const opened = (tag: string) => {
  const { record, jobElevationM } = openRecord(fileOf(tag))
  return { record, view: unitView(record, { nowMs: Date.parse('2026-07-14T15:00:00.000Z'), jobElevationM }) }
}
const value = (lines: { label: string; value: string }[], label: string) => lines.find((l) => l.label === label)?.value

describe('what the papers say', () => {
  it('agrees with hand arithmetic on the charge: (32 − 15) ft · 0.6 oz/ft = 10.2 oz; 312.4 − 302.3 = 10.1 oz', () => {
    const lines = chargeLines(opened('K-01').view, 'ip')
    expect(value(lines, 'Line-set adjustment')).toBe('17.0 ft × 0.60 oz/ft (label) = 10.2 oz')
    expect([value(lines, 'Due'), value(lines, 'Weighed in'), value(lines, 'Difference')]).toEqual([
      '10.2 oz',
      '10.1 oz',
      '−0.1 oz',
    ])
    expect(value(lines, 'Charge in the system')).toBe('108.1 oz')
  })
  it('says the one belief about the charge in a line, and by what', () => {
    const lines = chargeLines(opened('K-01').view, 'ip')
    const believed = lines.find((l) => l.label === 'By all that is known')!
    expect(believed.value).toMatch(/^108\.\d oz, within ±\d\.\d oz; right within ±\d\.\d oz$/)
    expect(believed.note).toBe('by weight and subcooling')
  })
  it('names verdict, target, source and tolerance', () => {
    const line = verdictLine(opened('K-01').view, 'ip')
    expect(line.verdict).toBe('in')
    expect(line.figure).toMatch(/^10\.4 °F subcooling, ± \d\.\d °F \(k = 2\)$/)
    expect(line.reason).toMatch(
      /^target 10\.0 °F read off this unit’s label; in from 7\.0 to 13\.0 °F \(customary ±3 °F; newer literature ±1\.5 °F\); in, (over )?\d+ % likely by these instruments$/,
    )
    expect(verdictLine(opened('K-03').view, 'ip').verdict).toBe('out')
    expect(verdictLine(opened('L-02').view, 'ip')).toMatchObject({ verdict: 'tooClose', word: 'Probably in' })
    expect(verdictLine(opened('K-06').view, 'ip')).toMatchObject({
      verdict: 'none',
      reason: 'No start-up reading was taken.',
    })
  })
  it('names the instruments as they were, and every value of the method that the verdict rests on', () => {
    const { view } = opened('L-02')
    expect(value(instrumentLines(view), 'Analog manifold, 500 psig')).toMatch(
      /^±1 % of 500 psig, steps of 5 psig; check due \d{4}-\d\d-\d\d$/,
    )
    const method = methodLines(view)
    expect(value(method, 'Method')).toBe('Customary')
    expect(value(method, 'Subcooling tolerance, ±')).toBe('1.5 °F (model’s label)')
    expect(value(method, 'In from a probability of, each reading')).toBe('80 % (method)')
    expect(value(method, 'Outdoors from')).toBe('70 °F (model’s label)')
    const { view: bare } = opened('O-01')
    expect([methodLines(bare), value(instrumentLines(bare), 'Instruments')]).toEqual([[], 'no reading names any'])
  })
  it('tells the decay', () => {
    expect(value(vacuumLines(opened('K-01').view, 'ip'), 'From, to')).toBe('335 micron to 366 micron in 10 min 30 s')
    expect(value(vacuumLines(opened('K-07').view, 'ip'), 'Decay hold')).toBe('Out')
    expect(value(vacuumLines(opened('K-06').view, 'ip'), 'Decay hold')).toBe('not finished')
  })
  it('converts and keeps what was typed beside it', () => {
    expect(value(readingLines(opened('K-01').view, 'si'), 'Suction pressure')).toMatch(
      /^8\.65 bar \(typed 125\.5 psig\): evaporating 6\.\d °C$/,
    )
  })
  it('says what was passed with a reason', () => {
    const { view, record } = opened('K-04')
    expect(remarkLines(view, record, 'ip', 'America/Chicago')[0]).toBe(
      'Weigh in was passed by Mara Quill: Cylinder empty; rest of the charge comes with the next van.',
    )
  })
  it('says what is provisional, and what the return visit needs', () => {
    const { view, record } = opened('O-01')
    expect(remarkLines(view, record, 'ip', 'America/Chicago')[0]).toBe(
      'Provisional: somebody comes back. 41 °F outside: weighed in only · Charge, read in cooling, outdoors 65 °F to 100 °F, indoors 70 °F to 80 °F; Heating, read, outdoors up to 60 °F; Sump and crankcase heater · by 28 Jul 2026 · Jonas Wick comes · call the front desk, before nine',
    )
  })
  it('begins with the mark of what is provisional, and what it rests on', () => {
    expect(verdictLine(opened('O-04').view, 'ip')).toMatchObject({
      verdict: 'tooClose',
      word: 'Provisional',
      reason: expect.stringMatching(
        /^The charge is set by discharge temperature in heating\. Somebody comes back by/,
      ) as string,
    })
    expect(verdictLine(opened('O-01').view, 'ip').reason).toMatch(/weighed in by label and line set/)
    expect(verdictLine(opened('K-01').view, 'ip').word).toBe('In')
  })
  it('counts time as people do', () => {
    expect([countUp(0), countUp(45), countUp(630), countUp(3900), countUp(3600)]).toEqual([
      '0 s',
      '45 s',
      '10 min 30 s',
      '1 h 5 min',
      '1 h',
    ])
  })
})

describe('the PDF', () => {
  it.each(['K-01', 'K-03', 'K-08', 'L-01', 'L-02', 'L-03', 'O-01'])(
    '%s is one page, and one for what the verdict rests on',
    async (tag) => {
      const pdf = (await papersPdf(fileOf(tag), 'ip')).toString('latin1')
      const pages = pdf.match(/\/Type \/Page\b/g)!.length
      expect(pages).toBeGreaterThanOrEqual(1)
      expect(pages).toBeLessThanOrEqual(2)
    },
  )
})
