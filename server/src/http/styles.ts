import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'

/** The hashes of a page's own style elements, as a content security policy names them (CSP level 3). */
export function inlineStyles(file: string): string[] {
  const html = readFileSync(file, 'utf8')
  return [...html.matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g)].map(
    ([, text = '']) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`,
  )
}
