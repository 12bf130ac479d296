// Writes the app's typeface of marks (arrows, triangles, Greek, superscripts …): what the words' and the figures' typefaces lack is taken from it. A
// subset of DejaVu Sans, which the papers use whole, with every character beyond ASCII in the sources.  npx tsx scripts/marks-font.mts
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import path from 'node:path'
import subsetFont from 'subset-font'
import { charactersUsed } from './characters.ts'

const root = path.join(import.meta.dirname, '..')
const resolve = createRequire(import.meta.url).resolve
const whole = readFileSync(resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'))
const text = charactersUsed(root).join('')
writeFileSync(path.join(root, 'app/public/fonts/marks.woff2'), await subsetFont(whole, text, { targetFormat: 'woff2' }))
copyFileSync(resolve('dejavu-fonts-ttf/LICENSE'), path.join(root, 'app/public/fonts/LICENSE-marks.txt'))
