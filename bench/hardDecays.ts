// How good is the judgement of a decay on holds that nothing was tuned on?
//   node hardDecays.mjs [holds a kind] [seed]     prints a table in Markdown, as in docs/methods/decay.md
import { analyseDecay } from '@zetesis/core'
import { hardDecay, type DecayTruth } from './secondPlant/decay'
import { Dice } from './secondPlant/random'

const holds = Number(process.argv[2] ?? 300)
const seed = Number(process.argv[3] ?? 5)
const kinds: DecayTruth[] = ['tight', 'slowLeak', 'leak', 'gross', 'moisture', 'both']
const says = ['tight', 'leak', 'moisture', 'both', 'inconclusive'] as const
/** what is right to say; a leak too slow for the hour is right as tight, too, as its unseen leak is said beside it */
const names: Record<DecayTruth, readonly string[]> = {
  tight: ['tight'],
  slowLeak: ['tight', 'leak'],
  leak: ['leak'],
  gross: ['leak'],
  moisture: ['moisture'],
  both: ['both'],
}
/** a film that levels off well under the limit is no moisture by the method's own word (80 %, customary): tight without a leak, a leak with one */
const right = (kind: DecayTruth, { plateauPa, limitPa }: { plateauPa: number; limitPa: number }): readonly string[] => {
  if (plateauPa > 0.8 * limitPa) return names[kind]
  return [...names[kind], ...(kind === 'moisture' ? ['tight'] : kind === 'both' ? ['leak'] : [])]
}
console.log(`# Hard decays: ${holds} a kind, seed ${seed}\n`)
console.log(
  `| what it was | ${says.join(' | ')} | right | leak beside left open | over 90 % sure and wrong | verdict wrong | verdict open |`,
)
console.log(`|---|${says.map(() => '---:|').join('')}---:|---:|---:|---:|---:|`)
let all = 0
let good = 0
let sure = 0
let forbidden = 0
let withDoubt = 0
let threw = 0
for (const kind of kinds) {
  const d = new Dice(seed * 100 + kind.length)
  const tally = Object.fromEntries(says.map((s) => [s, 0])) as Record<string, number>
  const count = { right: 0, doubt: 0, sure: 0, wrong: 0, open: 0 }
  for (let i = 0; i < holds; i++) {
    const h = hardDecay(d, kind)
    let a
    try {
      a = analyseDecay(h.samples, { limitPa: h.limitPa, holdS: h.holdS })
    } catch {
      threw++
      continue
    }
    tally[a.cause]!++
    if (a.verdict === 'tooClose') count.open++
    else if ((a.verdict === 'in') !== h.endPa <= h.limitPa) count.wrong++
    if (a.cause === 'tight' && h.hourPa > h.limitPa) forbidden++
    const ok = right(kind, h).includes(a.cause)
    // "moisture; a leak up to x isn't ruled out", and the leak is under that
    const said = kind === 'both' && a.leakBeside === true && (a.leakUpToPaPerS ?? 0) >= h.leakPaPerS
    if (a.leakBeside) count.doubt++
    if (said && !ok) withDoubt++
    if (ok) count.right++
    else if (!said && a.cause !== 'inconclusive' && a.confidence > 0.9) count.sure++
  }
  all += holds
  good += count.right
  sure += count.sure
  const p = (n: number) => `${((100 * n) / holds).toFixed(1)} %`
  console.log(
    `| ${kind} | ${says.map((s) => tally[s]).join(' | ')} | ${p(count.right)} | ${p(count.doubt)} | ${p(count.sure)} | ${p(count.wrong)} | ${p(count.open)} |`,
  )
}
const p = (n: number) => `${((100 * n) / all).toFixed(1)} %`
console.log(
  `\nRight ${p(good)}, and with a leak beside moisture left open by as much as it was ${p(good + withDoubt)}; over 90 % sure and wrong ${p(sure)}; tight said though the limit is passed within the hour: ${forbidden}; threw: ${threw}.`,
)
