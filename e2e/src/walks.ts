import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import type { Driver } from './driver'

/** The way from here on. */
export function walk({ did }: Driver) {
  const from = { ...did }
  return () => ({ taps: did.taps - from.taps, values: did.values - from.values })
}

/** docs/walks.md says how many taps and values a way takes: exactly what was counted, and no more than is wanted. */
export function asInDocs(name: string, taken: { taps: number; values: number }): void {
  const rows = readFileSync('docs/walks.md', 'utf8').split('\n')
  const cells = rows.map((line) => line.split('|').map((cell) => cell.trim())).find(([, way]) => way === name)
  assert.ok(cells, `docs/walks.md has no row “${name}”; counted: ${taken.taps} taps, ${taken.values} values`)
  const [taps, values, mostTaps, mostValues] = cells.slice(2, 6).map(Number)
  assert.deepEqual(taken, { taps, values }, `${name} takes another way than docs/walks.md says`)
  assert.ok(taken.taps <= mostTaps! && taken.values <= mostValues!, `${name} takes more than is wanted`)
}
