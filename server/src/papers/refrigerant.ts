import { movementWords, type MovementLine, type RefrigerantReport } from '@zetesis/contract'
import { formatNumber, fromSi, preferredUnit, type UnitSystem } from '@zetesis/core'
import PDFDocument from 'pdfkit'
import { finished, inks, write, type Face } from './paint'

const PAGE = { width: 841.89, height: 595.28, margin: 40 }
const ROW = 15
const FOOT = 40

interface Column {
  readonly name: string
  readonly width: number
  readonly right?: boolean
}
type Doc = PDFKit.PDFDocument

/** The refrigerant of a period as PDF, A4 across: by refrigerant, by job, and every movement. No country's form; words and sums only. */
export async function refrigerantPdf({
  report,
  lines,
  company,
  system,
}: {
  report: RefrigerantReport
  lines: readonly MovementLine[]
  company: string
  system: UnitSystem
}): Promise<Buffer> {
  const doc = new PDFDocument({
    size: [PAGE.width, PAGE.height],
    margins: { top: PAGE.margin, left: PAGE.margin, right: PAGE.margin, bottom: 20 },
    bufferPages: true,
    info: { Title: 'Refrigerant movements', Author: company },
  })
  const unit = preferredUnit('mass', system)
  const mass = (kg: number) => formatNumber(fromSi('mass', kg, unit), system === 'ip' ? 1 : 0)
  const last = new Date(Date.parse(report.to) - 1).toISOString()
  doc.rect(0, 0, PAGE.width, 8).fill(inks.copper)
  write(doc.fillColor(inks.ink), ['wordBold', 18], 'Refrigerant movements', { x: PAGE.margin, y: 26, lineBreak: false })
  write(
    doc.fillColor(inks.soft),
    ['word', 10],
    `${company} · ${report.from.slice(0, 10)} to ${last.slice(0, 10)} (UTC) · masses in ${unit}`,
    { x: PAGE.margin, y: 50, lineBreak: false },
  )
  const number = (name: string, width = 66): Column => ({ name, width, right: true })
  let y = table(
    doc,
    78,
    'By refrigerant',
    [
      { name: '', width: 74 },
      number('opening'),
      number('bought'),
      number('into units'),
      number('out of units'),
      number('returned'),
      number('unexplained'),
      number('± by scales'),
      number('closing'),
      number('t CO2e into units', 92),
    ],
    report.refrigerants.map((r) => [
      r.refrigerant ?? 'not named',
      mass(r.openingKg),
      mass(r.purchasedKg),
      mass(r.chargedKg),
      mass(r.recoveredKg),
      mass(r.returnedKg),
      mass(r.unexplainedKg),
      mass(2 * r.unexplainedUncertaintyKg),
      mass(r.closingKg),
      r.netIntoUnitsCo2eKg === undefined ? '' : formatNumber(r.netIntoUnitsCo2eKg / 1000, 3),
    ]),
  )
  write(
    doc.fillColor(inks.soft),
    ['word', 8.5],
    `Unexplained: what weighing whole cylinders found beyond the entries; ± is two standard uncertainties of the scales used. CO2e by warming over 100 years, IPCC ${report.assessment}; charged less recovered.`,
    { x: PAGE.margin, y: y + 4, width: PAGE.width - 2 * PAGE.margin },
  )
  y = table(
    doc,
    y + 34,
    'By job',
    [
      { name: '', width: 240 },
      { name: 'refrigerant', width: 90 },
      number('into units', 90),
      number('out of units', 90),
    ],
    report.jobs.map((j) => [j.job, j.refrigerant ?? 'not named', mass(j.chargedKg), mass(j.recoveredKg)]),
  )
  if (report.hoses.length > 0)
    y = table(
      doc,
      y + 20,
      'In hoses: left a cylinder, not in a unit',
      [{ name: '', width: 240 }, { name: 'refrigerant', width: 90 }, number('kept', 90), number('lost', 90)],
      report.hoses.map((h) => [h.job, h.refrigerant ?? 'not named', mass(h.keptKg), mass(h.lostKg)]),
    )
  table(
    doc,
    y + 20,
    'Every movement, newest first',
    [
      { name: 'time (UTC)', width: 104 },
      { name: 'cylinder', width: 70 },
      { name: 'refrigerant', width: 74 },
      { name: 'movement', width: 150 },
      number('into it', 60),
      number('±', 44),
      { name: 'job, unit', width: 150 },
      { name: 'by', width: 100 },
    ],
    lines.map((l) => [
      l.at.slice(0, 16).replace('T', ' '),
      l.cylinder,
      l.refrigerant ?? '',
      l.note ? `${movementWords[l.kind]}, ${l.note}` : movementWords[l.kind],
      mass(l.kg),
      mass(2 * l.standardUncertaintyKg),
      [l.job, l.tag].filter(Boolean).join(', '),
      l.by,
    ]),
  )
  const { count } = doc.bufferedPageRange()
  for (let i = 0; i < count; i++) {
    doc.switchToPage(i)
    write(
      doc.fillColor(inks.soft),
      ['word', 8],
      `Derived from the logs of all units and the company’s book. Page ${i + 1} of ${count}`,
      { x: PAGE.margin, y: PAGE.height - 30, lineBreak: false },
    )
  }
  return finished(doc)
}

/** A table that goes on over as many pages as it needs, its head on each. */
function table(
  doc: Doc,
  top: number,
  title: string,
  columns: readonly Column[],
  rows: readonly (readonly string[])[],
): number {
  let y = top
  const room = (needed: number) => {
    if (y + needed <= PAGE.height - FOOT) return
    doc.addPage()
    y = PAGE.margin
    head()
  }
  const head = () => {
    write(doc.fillColor(inks.copper), ['wordBold', 11], title, { x: PAGE.margin, y, lineBreak: false })
    y += ROW + 3
    line(
      columns.map((c) => c.name),
      'word',
      inks.soft,
    )
  }
  const line = (cells: readonly string[], name: Face, ink: string) => {
    let x = PAGE.margin
    columns.forEach((column, i) => {
      write(doc.fillColor(ink), [name, 9], cells[i] ?? '', {
        x,
        y,
        width: column.width - 6,
        height: ROW - 3,
        ellipsis: true,
        align: column.right ? 'right' : 'left',
      })
      x += column.width
    })
    y += ROW
  }
  if (y + 3 * ROW > PAGE.height - FOOT) {
    doc.addPage()
    y = PAGE.margin
  }
  head()
  if (rows.length === 0) line(['none'], 'word', inks.soft)
  for (const cells of rows) {
    room(ROW)
    line(cells, 'figure', inks.ink)
  }
  return y
}
