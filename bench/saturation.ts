// The saturation lookup against a naive one (binary search and straight lines in pressure), in one run.
// Both are built from every second row of the reference grid and judged on the rows left out.
import { performance } from 'node:perf_hooks'
import { saturationPressurePa, saturationTemperatureK, type Refrigerant } from '@zetesis/core'
import reference from '../scripts/reference/saturation.json'
import { invertRising, makeCurve } from '../core/src/refrigerant/curve'

const PSI = 6894.757293168
type Row = (typeof reference.refrigerants)[number]['grid'][number]

function naive(rows: readonly Row[], psia: number): number {
  let low = 0
  let high = rows.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (rows[middle]!.dewPsia <= psia) low = middle
    else high = middle
  }
  const [a, b] = [rows[low]!, rows[high]!]
  return a.T_F + ((b.T_F - a.T_F) * (psia - a.dewPsia)) / (b.dewPsia - a.dewPsia)
}

let worstNaive = 0
let worstCurve = 0
for (const { grid } of reference.refrigerants) {
  const kept = grid.filter((_, i) => i % 2 === 0)
  const curve = makeCurve(
    kept[0]!.T_F,
    4,
    kept.map((r) => Math.log(r.dewPsia)),
  )
  for (const row of grid.filter((_, i) => i % 2 === 1 && i < grid.length - 1)) {
    worstNaive = Math.max(worstNaive, Math.abs(naive(kept, row.dewPsia) - row.T_F))
    worstCurve = Math.max(worstCurve, Math.abs(invertRising(curve, Math.log(row.dewPsia))! - row.T_F))
  }
}

const { grid, name } = reference.refrigerants.find((r) => r.name === 'R-410A')!
const refrigerant = name as Refrigerant
const pressures = Array.from(
  { length: 4096 },
  (_, i) => saturationPressurePa(refrigerant, 'dew', 250 + (i % 800) / 10)! / PSI,
)
let sink = 0
const lookups = {
  naive: (psia: number) => naive(grid, psia),
  curve: (psia: number) => saturationTemperatureK(refrigerant, 'dew', psia * PSI)!,
}
const rates: Record<keyof typeof lookups, number[]> = { naive: [], curve: [] }
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!
// taken in turns, so that a busy machine slows both alike
for (let round = 0; round < 15; round++) {
  for (const name of ['naive', 'curve'] as const) {
    const look = lookups[name]
    const start = performance.now()
    for (let i = 0; i < 60; i++) for (const p of pressures) sink += look(p)
    rates[name].push((60 * pressures.length * 1000) / (performance.now() - start))
  }
}
const [naiveRate, curveRate] = [median(rates.naive), median(rates.curve)]

console.log(
  `worst error from every second row: naive ${worstNaive.toFixed(4)} °F, curve ${worstCurve.toFixed(4)} °F: ${(worstNaive / worstCurve).toFixed(0)} × closer`,
)
console.log(
  `lookups per second: naive ${Math.round(naiveRate)}, curve ${Math.round(curveRate)}: ratio ${(curveRate / naiveRate).toFixed(2)} (${sink > 0 ? 'computed' : ''})`,
)
