import type { Scene, Shape, Tone } from '@zetesis/core'
import { createRequire } from 'node:module'

const here = createRequire(import.meta.url)
const font = (file: string) => here.resolve(`@expo-google-fonts/${file}.ttf`)

/** Open fonts, embedded in the papers. */
export const fonts = {
  word: font('atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular'),
  wordBold: font('atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold'),
  figure: font('barlow-semi-condensed/500Medium/BarlowSemiCondensed_500Medium'),
  figureBold: font('barlow-semi-condensed/600SemiBold/BarlowSemiCondensed_600SemiBold'),
}

export const inks: Record<Tone, string> = {
  ink: '#1C272D',
  soft: '#55626A',
  rule: '#D9D1C2',
  low: '#22557F',
  high: '#743B63',
  in: '#1F6F63',
  out: '#A0271B',
  close: '#7D5C00',
  none: '#55626A',
  copper: '#A94E22',
  inBand: '#CFE4DC',
  hold: '#EFE9D9',
}

/** The typefaces have no narrow no-break space: an ordinary one stands in for it. */
export const printable = (text: string) => text.replace(/\u202f/g, '\u00a0')

/** Ends a document; answers with all of it. */
export async function finished(doc: PDFKit.PDFDocument): Promise<Buffer> {
  const chunks: Buffer[] = []
  const done = new Promise<void>((resolve) => doc.on('end', resolve))
  doc.on('data', (chunk: Buffer) => chunks.push(chunk))
  doc.end()
  await done
  return Buffer.concat(chunks)
}

/** Paints a scene as vectors with its top left corner at x, y. The words' typeface has no ▽ △: they are drawn. */
export function paint(doc: PDFKit.PDFDocument, scene: Scene, x: number, y: number, scale = 1): void {
  doc.save().translate(x, y).scale(scale)
  for (const shape of scene.shapes) paintShape(doc, shape)
  doc.restore()
}

function paintShape(doc: PDFKit.PDFDocument, shape: Shape): void {
  switch (shape.kind) {
    case 'line':
      stroke(doc.moveTo(shape.x1, shape.y1).lineTo(shape.x2, shape.y2), shape)
      return
    case 'polyline': {
      const [first, ...rest] = shape.points
      if (!first) return
      doc.moveTo(first[0], first[1])
      for (const [px, py] of rest) doc.lineTo(px, py)
      stroke(doc, shape)
      return
    }
    case 'rect':
      doc.rect(shape.x, shape.y, shape.width, shape.height).fill(inks[shape.fill])
      if (shape.stroke) doc.rect(shape.x, shape.y, shape.width, shape.height).lineWidth(1).stroke(inks[shape.stroke])
      return
    case 'dot':
      doc.circle(shape.x, shape.y, shape.r).fill(inks[shape.tone])
      return
    case 'text':
      paintText(doc, shape)
  }
}

function stroke(
  doc: PDFKit.PDFDocument,
  { tone, width, dash }: { tone: Tone; width: number; dash?: readonly number[] },
) {
  doc.lineWidth(width)
  if (dash) doc.dash(dash[0]!, { space: dash[1] })
  doc.stroke(inks[tone])
  if (dash) doc.undash()
}

function paintText(doc: PDFKit.PDFDocument, shape: Extract<Shape, { kind: 'text' }>): void {
  const name = shape.face === 'word' ? (shape.bold ? 'wordBold' : 'word') : shape.bold ? 'figureBold' : 'figure'
  doc.font(fonts[name], shape.size).fillColor(inks[shape.tone])
  const mark = /^[▽△] /.exec(shape.text)?.[0]
  const text = printable(mark ? shape.text.slice(2) : shape.text)
  const markWidth = mark ? shape.size : 0
  const width = doc.widthOfString(text) + markWidth
  const left = shape.anchor === 'start' ? shape.x : shape.anchor === 'end' ? shape.x - width : shape.x - width / 2
  doc.text(text, left + markWidth, shape.y, { lineBreak: false, baseline: 'alphabetic' })
  if (!mark) return
  const [top, foot, half] = [shape.y - shape.size * 0.7, shape.y, shape.size * 0.35]
  const [from, to] = mark.startsWith('▽') ? [top, foot] : [foot, top]
  doc
    .moveTo(left, from)
    .lineTo(left + half * 2, from)
    .lineTo(left + half, to)
    .closePath()
    .lineWidth(1.2)
    .stroke(inks[shape.tone])
}
