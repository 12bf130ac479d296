import type { Scene, Shape, Tone } from '@zetesis/core'
import { openSync, type Font } from 'fontkit'
import { createRequire } from 'node:module'

const here = createRequire(import.meta.url)
const font = (file: string) => here.resolve(`@expo-google-fonts/${file}.ttf`)

/** Open fonts, embedded in the papers. */
const fonts = {
  word: font('atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular'),
  wordBold: font('atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold'),
  figure: font('barlow-semi-condensed/500Medium/BarlowSemiCondensed_500Medium'),
  figureBold: font('barlow-semi-condensed/600SemiBold/BarlowSemiCondensed_600SemiBold'),
}
/** arrows, Greek, and the scripts that the others lack */
const marks = here.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')

export type Face = keyof typeof fonts
type Doc = PDFKit.PDFDocument

const opened = new Map<Face, Font>()
/** The typeface's own tables: which characters it holds, and how high it stands. */
function tablesOf(face: Face): Font {
  const known = opened.get(face) ?? (openSync(fonts[face]) as Font)
  opened.set(face, known)
  return known
}

/** Chooses a face for what is measured next. */
export const face = (doc: Doc, name: Face, size: number): Doc => doc.font(fonts[name], size)

/** A text cut where the typeface has to change, so that no character prints as an empty box. */
export function runsOf(name: Face, text: string): { readonly text: string; readonly inMarks: boolean }[] {
  const tables = tablesOf(name)
  const runs: { text: string; inMarks: boolean }[] = []
  for (const character of printable(text)) {
    const inMarks = character > '\u007f' && !tables.hasGlyphForCodePoint(character.codePointAt(0)!)
    const last = runs.at(-1)
    if (last && last.inMarks === inMarks) last.text += character
    else runs.push({ text: character, inMarks })
  }
  return runs
}

interface Place {
  readonly x?: number
  readonly y?: number
}

/** Prints a text in a face, from its top left corner, or on where the last one ended; ink and the rest as pdfkit's own. */
export function write(
  doc: Doc,
  [name, size]: readonly [Face, number],
  text: string,
  { x, y, ...options }: PDFKit.Mixins.TextOptions & Place,
): Doc {
  const { ascent, unitsPerEm } = tablesOf(name)
  // one baseline, whatever face a run is in
  const baseline = options.baseline ?? (-ascent / unitsPerEm) * size
  const runs = runsOf(name, text)
  runs.forEach((run, i) => {
    const style = { ...options, baseline, continued: i < runs.length - 1 || options.continued === true }
    doc.font(run.inMarks ? marks : fonts[name], size)
    if (i === 0 && x !== undefined) doc.text(run.text, x, y, style)
    else doc.text(run.text, style)
  })
  return face(doc, name, size)
}

/** How wide a text stands in one line. */
export function widthOf(doc: Doc, [name, size]: readonly [Face, number], text: string): number {
  return runsOf(name, text).reduce(
    (sum, run) => sum + doc.font(run.inMarks ? marks : fonts[name], size).widthOfString(run.text),
    0,
  )
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
const printable = (text: string) => text.replace(/\u202f/g, '\u00a0')

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
  doc.fillColor(inks[shape.tone])
  const mark = /^[▽△] /.exec(shape.text)?.[0]
  const text = mark ? shape.text.slice(2) : shape.text
  const markWidth = mark ? shape.size : 0
  const width = widthOf(doc, [name, shape.size], text) + markWidth
  const left = shape.anchor === 'start' ? shape.x : shape.anchor === 'end' ? shape.x - width : shape.x - width / 2
  write(doc, [name, shape.size], text, { x: left + markWidth, y: shape.y, lineBreak: false, baseline: 'alphabetic' })
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
