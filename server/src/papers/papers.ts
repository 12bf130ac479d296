import {
  decaySheetScene,
  ladderScene,
  unitView,
  type SheetPoint,
  type Sealed,
  type UnitRecord,
  type UnitSystem,
  type UnitView,
  isCheck,
} from '@zetesis/core'
import {
  againWords,
  decayWords,
  momentText,
  ladderWords,
  safetyWords,
  traceStateWords,
  verdictWords,
  type RecordFile,
  type TraceState,
} from '@zetesis/contract'
import PDFDocument from 'pdfkit'
import type { Letterhead } from '../workers/tasks'
import { openRecord } from './openRecord'
import { sealedWords, visitLines } from './visit'
import { circuitPictures, heatPumpLines } from './heatPump'
import { dayText } from './time'
import { workByLines } from './workBy'
import {
  chargeLines,
  equipmentLines,
  instrumentLines,
  methodLines,
  papersTitle,
  sinceLines,
  pressureLines,
  readingLines,
  tuningLines,
  remarkLines,
  vacuumLines,
  verdictLine,
  type Line,
} from './content'
import { besideEachOther, conversionLines, expectationLines } from './conversion'
import { face, finished, inks, paint, write } from './paint'

const PAGE = { width: 595.28, height: 841.89, margin: 44 }
const LOGO = [120, 36] as const
const column = (PAGE.width - 2 * PAGE.margin - 20) / 2
const right = PAGE.margin + column + 20

type Doc = PDFKit.PDFDocument

/**
 * The handover papers of a unit as PDF, A4, times in the job's own: what was installed, how it was evacuated and charged, how it runs,
 * what stays open and who signed; then what the verdict rests on. An unsealed record gives a draft that says so.
 */
export async function papersPdf(
  file: RecordFile,
  system: UnitSystem,
  {
    recorded = [],
    traces = [],
    timeZone = 'UTC',
    letterhead = { certificates: [] },
  }: {
    recorded?: readonly SheetPoint[]
    traces?: readonly TraceState[]
    timeZone?: string
    letterhead?: Letterhead
  } = {},
): Promise<Buffer> {
  const { record, jobElevationM } = openRecord(file)
  const lastAt = file.log.at(-1)?.receivedAt ?? new Date(0).toISOString()
  const view = unitView(record, { nowMs: Date.parse(lastAt), jobElevationM })
  const doc = new PDFDocument({
    size: 'A4',
    margins: { top: 44, left: 44, right: 44, bottom: 30 },
    bufferPages: true,
    info: { Title: `${papersTitle(view.facts)} ${file.unit.tag}`, Author: file.company },
  })
  if (letterhead.card?.logo) drawLogo(doc, letterhead.card.logo)
  let y = header(doc, { file, title: papersTitle(view.facts) }, sealedWords(record, view, timeZone))
  y = verdictBox(doc, verdictLine(view, system), y) + 14

  const left = section(doc, 'Equipment', equipmentLines(view, system), PAGE.margin, y)
  const start = isCheck(view.facts)
    ? readOnly(doc, view, system, { left, right: y })
    : wholeWork(doc, { view, system, recorded }, { left, right: y })
  y = start + 16

  const ladder =
    view.reading && ladderScene({ judged: view.reading.judged, system, words: ladderWords, width: 390, height: 330 })
  const ladderHeight = ladder ? (330 * column) / 390 : 0
  if (y + Math.max(ladderHeight, 200) > PAGE.height - 36) {
    doc.addPage()
    y = PAGE.margin
  }
  if (ladder) paint(doc, ladder, PAGE.margin, y, column / 390)
  const beside = notes(
    doc,
    [
      ...traces.flatMap((t) => traceStateWords(t) ?? []),
      ...remarkLines(view, record, system, timeZone),
      ...workByLines(file.company, letterhead, dayText(Date.parse(lastAt), timeZone)),
    ],
    right,
    y,
  )
  const seal = record.items.sealed[0]
  const end = seal ? signed(doc, seal.entry, timeZone, right, beside + 8) : beside
  if (view.reading) judgedBy(doc, view, system, timeZone, end)
  if (view.conversion) converted(doc, view, system)
  bothModes(doc, view, system, timeZone)
  returned(doc, record, view, { system, timeZone, jobElevationM })
  footer(doc, file)
  return finished(doc)
}

interface Ends {
  readonly left: number
  readonly right: number
}

/** A machine that was only read: its reading beside what it is, and what was weighed meanwhile. @returns where it ends */
function readOnly(doc: Doc, view: UnitView, system: UnitSystem, ends: Ends): number {
  const reading = section(doc, 'Reading', readingLines(view, system), right, ends.right)
  const since = sinceLines(view, system)
  const held = since.length > 0 ? section(doc, againWords.title, since, PAGE.margin, ends.left + 10) : ends.left
  if (view.charge.weighings.length === 0) return Math.max(held, reading)
  return Math.max(reading, section(doc, 'Charge', chargeLines(view, system), PAGE.margin, held + 10))
}

/** Charge, vacuum with its decay, nitrogen and the reading of a machine that was put to work. @returns where it ends */
function wholeWork(
  doc: Doc,
  { view, system, recorded }: { view: UnitView; system: UnitSystem; recorded: readonly SheetPoint[] },
  ends: Ends,
): number {
  const charge = section(doc, 'Charge', chargeLines(view, system), right, ends.right)
  const y = Math.max(ends.left, charge) + 10
  const vacuum = section(doc, 'Evacuation', vacuumLines(view, system), PAGE.margin, y)
  const drawn = view.vacuum.samples.length > 0 || recorded.length > 0
  if (drawn) {
    const sheet = decaySheetScene({ run: view.vacuum, recorded, system, words: decayWords, width: 350, height: 250 })
    paint(doc, sheet, PAGE.margin, vacuum + 4, column / 350)
  }
  const held = section(doc, 'Pressure test', pressureLines(view, system), right, y) + 10
  const reading = section(doc, 'Start-up reading', readingLines(view, system), right, held)
  return Math.max(vacuum + 4 + (drawn ? (250 * column) / 350 : 0), reading)
}

/** A heat pump's own page: what its ports carry both ways, how it changed over, and what was read in heating. */
function bothModes(doc: Doc, view: UnitView, system: UnitSystem, timeZone: string): void {
  const lines = heatPumpLines(view, system, timeZone)
  // of a heat pump that nobody looked at there is only one: not read
  if (lines.length < 2) return
  doc.addPage()
  section(doc, 'Both modes', lines, PAGE.margin, PAGE.margin, 110)
  let y = PAGE.margin
  for (const [title, { scene }] of circuitPictures(view)) {
    write(doc.fillColor(inks.copper), ['wordBold', 11.5], title, { x: right, y, lineBreak: false })
    paint(doc, scene, right, y + 16, column / scene.width)
    y += 16 + (scene.height * column) / scene.width + 14
  }
}

/** A return visit's own page: promised, done, the verdict of both days, and who signed when it was over. */
function returned(
  doc: Doc,
  record: UnitRecord,
  view: UnitView,
  terms: { system: UnitSystem; timeZone: string; jobElevationM: number },
): void {
  const lines = visitLines(record, view, terms)
  if (lines.length === 0) return
  doc.addPage()
  section(doc, 'Return visit', lines, PAGE.margin, PAGE.margin, 120)
  let y = PAGE.margin
  for (const { entry } of record.items.amendment) {
    const { name, signature, text, at } = entry
    if (!name || !signature) continue
    write(doc.fillColor(inks.copper), ['wordBold', 11.5], 'Signed on the visit', { x: right, y, lineBreak: false })
    write(doc.fillColor(inks.ink), ['word', 9.5], text, { x: right, y: y + 18, width: column })
    y = signed(
      doc,
      { name, signature, at },
      terms.timeZone,
      right,
      y + 24 + doc.heightOfString(text, { width: column }),
    )
  }
}

/** A conversion's own page: what was done and why, before beside after, and the pressures to expect. */
function converted(doc: Doc, view: UnitView, system: UnitSystem): void {
  const lines = conversionLines(view, system)
  const beside = besideEachOther(view, system)
  const expected = expectationLines(view, system)
  if (lines.length === 0) return
  doc.addPage()
  const { oldRefrigerant = 'the old refrigerant', refrigerant = 'another' } = view.facts
  const left = section(doc, `Conversion, ${oldRefrigerant} to ${refrigerant}`, lines, PAGE.margin, PAGE.margin, 100)
  if (expected.length > 0) section(doc, 'Pressures to expect', expected, PAGE.margin, left + 12, 100)
  if (!beside) return
  const rows = beside.rows.map(({ name, before, brought, after }) => ({
    label: name,
    value: `${before} before${brought ? ` (${brought} in the later weather)` : ''}; ${after} now`,
  }))
  const end = section(doc, 'Before and after', rows, right, PAGE.margin)
  const note = beside.brought
    ? 'Brought to one weather by a model of machines like this, sound and short of charge; ± is twice what model and readings are good for. Dirt, wind and what else differed between the days isn’t in it.'
    : 'Two days, two weathers: outdoors and wet bulb of both readings would bring them together.'
  write(doc.fillColor(inks.soft), ['word', 8.5], note, { x: right, y: end + 4, width: column })
}

/** What the verdict rests on: instruments and the method's values, on a page of its own unless the notes began one with room. */
function judgedBy(doc: Doc, view: UnitView, system: UnitSystem, timeZone: string, top: number): void {
  let y = top + 24
  if (doc.bufferedPageRange().count === 1 || y > PAGE.height - 300) {
    doc.addPage()
    y = PAGE.margin
  }
  const below = section(doc, 'Instruments', instrumentLines(view), PAGE.margin, y)
  const tuned = tuningLines(view, system, timeZone)
  if (tuned.length > 0) section(doc, 'Start-up and tuning', tuned, PAGE.margin, below + 10)
  section(doc, 'Judged by', methodLines(view), right, y, 150)
}

/** At the right of the head; one that can't be drawn is left out, the papers are not. */
function drawLogo(doc: Doc, base64: string): void {
  const [width, height] = LOGO
  try {
    doc.image(Buffer.from(base64, 'base64'), PAGE.width - PAGE.margin - width, 20, {
      fit: [width, height],
      align: 'right',
      valign: 'center',
    })
  } catch {
    // a picture's head was sound and the rest of it isn't
  }
}

function header(doc: Doc, { file, title }: { file: RecordFile; title: string }, state: string): number {
  doc.rect(0, 0, PAGE.width, 8).fill(inks.copper)
  doc.fillColor(inks.ink)
  write(doc, ['wordBold', 20], `${file.unit.tag} · ${title}`, { x: PAGE.margin, y: 30, lineBreak: false })
  doc.fillColor(inks.soft)
  const width = PAGE.width - 2 * PAGE.margin
  const where = `${[file.job.name, file.job.place].filter(Boolean).join(', ')} · ${file.company}`
  // what it was sealed as, and what became of it, may want a line of its own
  const long = face(doc, 'word', 10.5).widthOfString(`${where} · ${state}`) > width
  const lines = [...(long ? [where, state] : [`${where} · ${state}`]), customerLine(file.job.customer)].filter(Boolean)
  lines.forEach((line, index) =>
    write(doc, ['word', 10.5], line, { x: PAGE.margin, y: 56 + 16 * index, width, height: 14 }),
  )
  return 64 + 16 * lines.length
}

const customerLine = (customer: RecordFile['job']['customer']) =>
  [
    customer?.name && `For ${customer.name}`,
    customer?.contact,
    customer?.papersFor && `papers to ${customer.papersFor}`,
  ]
    .filter(Boolean)
    .join(', ')

function verdictBox(doc: Doc, line: ReturnType<typeof verdictLine>, y: number): number {
  const width = PAGE.width - 2 * PAGE.margin
  const tone = inks[line.verdict === 'tooClose' ? 'close' : line.verdict]
  const height = 36 + face(doc, 'word', 10).heightOfString(line.reason, { width: width - 32 })
  doc.roundedRect(PAGE.margin, y, width, height, 6).lineWidth(1).stroke(tone)
  doc.rect(PAGE.margin, y + 6, 5, height - 12).fill(tone)
  doc.fillColor(tone)
  write(doc, ['wordBold', 15], line.word ?? verdictWords[line.verdict], {
    x: PAGE.margin + 16,
    y: y + 9,
    lineBreak: false,
    continued: line.figure !== '',
  })
  doc.fillColor(inks.ink)
  if (line.figure) write(doc, ['figureBold', 16], `   ${line.figure}`, { lineBreak: false })
  write(doc, ['word', 10], line.reason, { x: PAGE.margin + 16, y: y + 30, width: width - 32 })
  return y + height
}

function section(doc: Doc, title: string, lines: readonly Line[], x: number, top: number, labels = 84): number {
  write(doc.fillColor(inks.copper), ['wordBold', 11.5], title, { x, y: top, lineBreak: false })
  const values = { x: x + labels + 4, width: column - labels - 4 }
  let y = top + 18
  for (const { label, value } of lines) {
    write(doc.fillColor(inks.soft), ['word', 9], label, { x, y: y + 1, width: labels })
    const labelHeight = doc.heightOfString(label, { width: labels })
    write(doc.fillColor(inks.ink), ['figure', 10.5], value, { x: values.x, y, width: values.width })
    y += Math.max(doc.heightOfString(value, { width: values.width }), labelHeight) + 3
  }
  return y
}

function notes(doc: Doc, lines: readonly string[], x: number, top: number): number {
  write(doc.fillColor(inks.copper), ['wordBold', 11.5], 'To know', { x, y: top, lineBreak: false })
  let y = top + 18
  const closing = 'Anything not listed is not part of this record.'
  for (const line of [...lines, closing, safetyWords.handOver]) {
    if (y > PAGE.height - 90) {
      doc.addPage()
      y = PAGE.margin
    }
    write(doc.fillColor(inks.ink), ['word', 9.5], line, { x, y, width: column })
    y += doc.heightOfString(line, { width: column }) + 5
  }
  return y
}

function signed(
  doc: Doc,
  { name, at, signature }: Pick<Sealed, 'name' | 'at' | 'signature'>,
  timeZone: string,
  x: number,
  top: number,
): number {
  let y = top
  if (y > PAGE.height - 150) {
    doc.addPage()
    y = PAGE.margin
  }
  const scale = 200 / 1000
  doc.save().translate(x, y).scale(scale)
  for (const stroke of signature) {
    doc.moveTo(stroke[0]!, stroke[1]!)
    for (let i = 2; i + 1 < stroke.length; i += 2) doc.lineTo(stroke[i]!, stroke[i + 1]!)
    doc.lineWidth(6).lineCap('round').lineJoin('round').stroke(inks.ink)
  }
  doc.restore()
  doc
    .moveTo(x, y + 80)
    .lineTo(x + 200, y + 80)
    .lineWidth(1)
    .stroke(inks.rule)
  write(doc.fillColor(inks.ink), ['word', 9.5], `${name} · ${momentText(Date.parse(at), timeZone)}`, {
    x,
    y: y + 84,
    width: column,
  })
  return y + 100
}

function footer(doc: Doc, file: RecordFile): void {
  const { start, count } = doc.bufferedPageRange()
  for (let page = start; page < start + count; page++) {
    doc.switchToPage(page)
    // inside the bottom margin, where text would otherwise begin a new page
    doc.page.margins.bottom = 0
    write(
      doc.fillColor(inks.soft),
      ['figure', 8],
      `Record ${file.unit.id} · ${file.log.length} entries · hash ${file.lastHash.slice(0, 16)} · page ${page + 1} of ${count}`,
      { x: PAGE.margin, y: PAGE.height - 26, lineBreak: false },
    )
  }
}
