import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'

/** Every printed character beyond ASCII in the sources that people read from, tests left out. */
export function charactersUsed(root: string): string[] {
  const found = new Set<string>()
  for (const room of ['core', 'contract', 'server', 'app']) {
    const from = path.join(root, room, 'src')
    for (const file of readdirSync(from, { recursive: true, encoding: 'utf8' })) {
      if (!/\.tsx?$/.test(file) || /\.test\.|generated/.test(file)) continue
      for (const c of readFileSync(path.join(from, file), 'utf8')) if (c > '\u00a0' && c !== '\u202f') found.add(c)
    }
  }
  return [...found].sort()
}
