import { unitView } from '@zetesis/core'
import { besideEachOther, conversionLines, expectationLines } from './conversion'
import { fileOf } from './fileOf'
import { labelPdf } from './label'
import { openRecord } from './openRecord'
import { ownerPdf, paragraphs } from './owner'
import { papersPdf } from './papers'

const opened = (tag: string) => {
  const { record, jobElevationM } = openRecord(fileOf(tag))
  return unitView(record, { nowMs: Date.parse('2026-07-14T15:00:00.000Z'), jobElevationM })
}
const value = (lines: { label: string; value: string }[], label: string) => lines.find((l) => l.label === label)?.value
const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length
const terms = {
  link: 'https://example.test/units/1#0123456789abcdef',
  company: 'Tern & Alder Mechanical',
  timeZone: 'UTC',
}

describe('the papers of a conversion', () => {
  it('tell it from the reason to the label, with what it would warm by both reports', () => {
    const lines = conversionLines(opened('L-08'), 'ip')
    expect(value(lines, 'Why')).toMatch(/^It leaked\. A leak was found/)
    // 5.1 lb out of 6.5 lb on the label
    expect(value(lines, 'Recovered')).toBe('81.6 oz of R-22, 22 % short of its label')
    expect(value(lines, 'Became')).toMatch(/^R-438A: .*held beside R-422D/)
    expect(value(lines, 'Oil')).toBe('left: Stays: short lines, level seen in the glass.')
    expect(value(lines, 'Piston')).toBe('59 thou before, 63 thou now, as reckoned here')
    expect(value(lines, 'New label')).toBe('6.2 lb, mineral oil, by Mara Quill; old one crossed out')
    // 2.3133 kg · 1810 = 4.19 t
    expect(value(lines, 'R-22, CO₂e')).toBe('81.6 oz: 4.19 t (AR4), 4.07 t (AR5)')
    expect(conversionLines(opened('K-01'), 'ip')).toEqual([])
  })
  it('hold before and after beside each other, brought to one weather with an uncertainty that isn’t nothing', () => {
    const { rows, brought } = besideEachOther(opened('L-08'), 'ip')!
    expect(brought).toBe(true)
    const head = rows.find((r) => r.code === 'liquid')!
    expect(head.before).toBe('220.5 psig')
    // the later day was two degrees cooler: less head by some seven psi
    const [figure, standard] = /^([\d.]+) psig ± ([\d.]+) psi$/.exec(head.brought!)!.slice(1).map(Number)
    expect(figure).toBeGreaterThan(208)
    expect(figure).toBeLessThan(218)
    expect(standard).toBeGreaterThan(2)
    expect(besideEachOther(opened('L-06'), 'ip')).toBeUndefined()
  })
  it('say what to expect on five days, and nothing before it ran', () => {
    expect(expectationLines(opened('L-08'), 'ip')).toHaveLength(5)
    expect(expectationLines(opened('L-05'), 'ip')).toEqual([])
  })
  it('have a page of their own in the papers, and print for every unit on the way', async () => {
    for (const tag of ['L-05', 'L-06', 'L-07', 'L-08'])
      expect((await papersPdf(fileOf(tag), 'si')).length).toBeGreaterThan(5000)
  })
  it.each(['large', 'small'] as const)('the %s label is one label, whatever stands on it', async (size) => {
    const view = opened('L-08')
    expect(pages((await labelPdf(view, { ...terms, size }))!)).toBe(1)
    const label = view.conversion!.label!
    const wide = {
      ...view,
      facts: { ...view.facts, tag: 'A-very-long-tag-of-forty-letters-in-a-row' },
      conversion: {
        ...view.conversion!,
        label: { ...label, entry: { ...label.entry, name: 'W'.repeat(120), oil: 'polyvinylether' as const } },
      },
    }
    expect(
      pages(
        (await labelPdf(wide, {
          ...terms,
          size,
          company: 'A company with a name that goes on and on, in three towns',
        }))!,
      ),
    ).toBe(1)
    expect(await labelPdf(opened('L-07'), { ...terms, size })).toBeUndefined()
  })
  it('the owner’s page says what must never happen; of one given up, not to switch it on', async () => {
    expect(pages((await ownerPdf(opened('L-08'), { ...terms, job: 'Reading Room' }))!)).toBe(1)
    const text = paragraphs(opened('L-08'), 'UTC').flat().join(' ')
    expect(text).toMatch(/Nobody may fill R-22 into it again/)
    const left = { entry: { holds: 'nitrogen', reason: 'Replaced in May.' } }
    const given = { ...opened('L-06') }
    expect(
      paragraphs({ ...given, conversion: { ...given.conversion!, left } } as never, 'UTC')
        .flat()
        .join(' '),
    ).toMatch(/Don’t switch it on/)
    expect(await ownerPdf(opened('K-01'), { ...terms, job: 'x' })).toBeUndefined()
  })
})
