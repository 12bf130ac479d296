// Holds that a competent crew has every day: tight and dry at the method's own length, and pipes that warm while nothing leaks.
//   node ordinaryDecays.mjs [holds a row] [seed]     prints tables in Markdown, as in docs/methods/decay.md
import { analyseDecay } from '@zetesis/core'
import { hardDecay, warmingDecay } from './secondPlant/decay'
import { Dice } from './secondPlant/random'

const MICRON = 0.133322368
const holds = Number(process.argv[2] ?? 300)
const seed = Number(process.argv[3] ?? 5)
const p = (n: number, of = holds) => `${((100 * n) / of).toFixed(1)} %`

console.log(`# Ordinary decays: ${holds} a row, seed ${seed}\n`)
console.log('| tight and dry, held | verdict In | called tight | called a leak | open |\n|---|---:|---:|---:|---:|')
for (const minutes of [10, 15, 30]) {
  const d = new Dice(seed * 1000 + minutes)
  const n = { in: 0, tight: 0, leak: 0, open: 0 }
  for (let i = 0; i < holds; i++) {
    const h = hardDecay(d, 'tight', { holdS: minutes * 60 })
    const a = analyseDecay(h.samples, { limitPa: h.limitPa, holdS: h.holdS })
    if (a.verdict === 'in') n.in++
    if (a.cause === 'tight') n.tight++
    if (a.cause === 'leak' || a.cause === 'both') n.leak++
    if (a.cause === 'inconclusive') n.open++
  }
  console.log(`| ${minutes} min | ${p(n.in)} | ${p(n.tight)} | ${p(n.leak)} | ${p(n.open)} |`)
}

console.log('\n| 300 micron, 15 min, no leak unless said | log | tight | leak | moisture | both | open | In |')
console.log('|---|---|---:|---:|---:|---:|---:|---:|')
for (const warmsK of [0, 2, 4, -3])
  for (const vapourShare of [0, 0.3])
    for (const logged of [true, false])
      for (const leakMicronPerMin of [0, 10]) {
        const d = new Dice(seed * 1000 + 7)
        const n: Record<string, number> = { tight: 0, leak: 0, moisture: 0, both: 0, inconclusive: 0, in: 0 }
        for (let i = 0; i < holds; i++) {
          const samples = warmingDecay(d, {
            startMicron: 300,
            limitMicron: 500,
            holdS: 900,
            warmsK,
            vapourShare,
            leakMicronPerMin,
            logged,
          })
          const a = analyseDecay(samples, { limitPa: 500 * MICRON, holdS: 900 })
          n[a.cause]!++
          if (a.verdict === 'in') n.in!++
        }
        const what = `${leakMicronPerMin > 0 ? `leak of ${leakMicronPerMin} micron/min, ` : ''}warms ${warmsK} K, ${100 * vapourShare} % vapour`
        console.log(
          `| ${what} | ${logged ? 'yes' : 'no'} | ${p(n.tight!)} | ${p(n.leak!)} | ${p(n.moisture!)} | ${p(n.both!)} | ${p(n.inconclusive!)} | ${p(n.in!)} |`,
        )
      }
