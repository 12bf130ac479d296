import { openSync, type Font } from 'fontkit'
import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import path from 'node:path'
import PDFDocument from 'pdfkit'
import { charactersUsed } from '../../../scripts/characters'
import { fileOf } from './fileOf'
import { runsOf, type Face } from './paint'
import { papersPdf } from './papers'

const root = path.join(__dirname, '../../..')
const used = charactersUsed(root)
const holds = (font: Font, text: string) => [...text].every((c) => font.hasGlyphForCodePoint(c.codePointAt(0)!))

describe('typefaces', () => {
  it('hold, between them, every character that the app and the papers print', () => {
    expect(used.length).toBeGreaterThan(30)
    const fonts = path.join(root, 'app/public/fonts')
    const shipped = readdirSync(fonts).filter((file) => file.endsWith('.woff2'))
    const marks = openSync(path.join(fonts, 'marks.woff2')) as Font
    for (const file of shipped) {
      const font = openSync(path.join(fonts, file)) as Font
      expect([file, used.filter((c) => !holds(font, c) && !holds(marks, c)).join('')]).toEqual([file, ''])
    }
    expect(readFileSync(path.join(root, 'app/public/index.html'), 'utf8')).toContain('marks.woff2')
  })

  it('are changed where one lacks a character', () => {
    expect(runsOf('figure', '312.4 oz → 302.3 oz')).toEqual([
      { text: '312.4 oz ', inMarks: false },
      { text: '→', inMarks: true },
      { text: ' 302.3 oz', inMarks: false },
    ])
    const whole = openSync(createRequire(__filename).resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')) as Font
    const faces: Face[] = ['word', 'wordBold', 'figure', 'figureBold']
    for (const face of faces)
      for (const run of runsOf(face, used.join('')))
        if (run.inMarks) expect([face, run.text, holds(whole, run.text)]).toEqual([face, run.text, true])
  })

  it('print no empty box in any paper', async () => {
    const missing = new Set<string>()
    const print = jest.spyOn(PDFDocument.prototype, 'text').mockImplementation(function (
      this: PDFKit.PDFDocument,
      text,
      ...rest
    ) {
      const { font } = (this as unknown as { _font: { font: Font } })._font
      for (const c of String(text)) if (!font.hasGlyphForCodePoint(c.codePointAt(0)!)) missing.add(c)
      return original.call(this, text, ...(rest as []))
    })
    try {
      for (const tag of ['K-01', 'K-07', 'L-01', 'L-03'])
        await papersPdf(fileOf(tag), 'ip', { timeZone: 'America/Chicago' })
      expect(print.mock.calls.length).toBeGreaterThan(200)
    } finally {
      print.mockRestore()
    }
    expect([...missing]).toEqual([])
  })
})
const original = PDFDocument.prototype.text
