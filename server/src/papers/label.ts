import { oilWords } from '@zetesis/contract'
import { showTyped, type UnitView } from '@zetesis/core'
import PDFDocument from 'pdfkit'
import qrcode from 'qrcode'
import { face, finished, inks, write, type Face } from './paint'
import { dayText } from './time'

const MM = 72 / 25.4
export const labelSizes = { large: [100, 70], small: [62, 40] } as const
export type LabelSize = keyof typeof labelSizes

/**
 * The label for the case of a converted machine: what is in it now, how much, which oil, when and by whom, and a code with the record's id and hash.
 *
 * @param link what the code says: where the record is, with its id and the beginning of its hash
 * @returns undefined until the conversion says what the label says
 */
export async function labelPdf(
  view: UnitView,
  { size, link, company, timeZone }: { size: LabelSize; link: string; company: string; timeZone: string },
): Promise<Buffer | undefined> {
  const entry = view.conversion?.label?.entry
  const { refrigerant, oldRefrigerant, tag } = view.facts
  if (!entry || !refrigerant) return undefined
  const [width, height] = labelSizes[size].map((mm) => mm * MM) as [number, number]
  const unit = height / 70
  const doc = new PDFDocument({
    size: [width, height],
    margin: 0,
    info: { Title: `Label ${tag ?? ''}`, Author: company },
  })
  const left = 4 * unit
  const code = 26 * unit
  const text = width - code - 3 * left
  doc.rect(0, 0, width, 3 * unit).fill(inks.ink)
  let y = 6 * unit
  const line = (name: Face, points: number, words: string, wide = text) => {
    // no line runs out of its label: it shrinks instead
    let fits = points
    while (fits > 3 && face(doc, name, fits).heightOfString(words, { width: wide }) > 2.5 * points) fits -= 0.5
    write(doc.fillColor(inks.ink), [name, fits], words, { x: left, y, width: wide })
    y += doc.heightOfString(words, { width: wide }) + 0.5 * unit
  }
  line('wordBold', 11 * unit, refrigerant)
  line('figureBold', 8 * unit, showTyped(entry.charge))
  line('word', 4.4 * unit, oilWords[entry.oil])
  line('word', 4.4 * unit, `${dayText(Date.parse(entry.at), timeZone)} · ${entry.name}`)
  line('word', 3.8 * unit, company)
  if (tag) line('word', 3.8 * unit, tag)
  const { modules } = qrcode.create(link, { errorCorrectionLevel: 'M' })
  const cell = code / modules.size
  const [x0, y0] = [width - code - left, 6 * unit]
  doc.fillColor(inks.ink)
  for (let row = 0; row < modules.size; row++)
    for (let col = 0; col < modules.size; col++)
      if (modules.get(row, col)) doc.rect(x0 + col * cell, y0 + row * cell, cell, cell)
  doc.fill()
  const warning = oldRefrigerant
    ? `Converted from ${oldRefrigerant}. Do not top up with the old one.`
    : 'Converted. Do not top up with the old refrigerant.'
  const band = 14 * unit
  doc.rect(0, height - band, width, band).fill(inks.ink)
  write(doc.fillColor('#FFFFFF'), ['wordBold', 4.5 * unit], warning, {
    x: left,
    y: height - band + 1.6 * unit,
    width: width - 2 * left,
    // what doesn't fit is cut, and begins no second label
    height: band - 1.6 * unit,
  })
  return finished(doc)
}
