// How good is the judgement of a decay? Thousands of simulated holds with known causes; one seed to tune on, another to report on.
//   node decayStudy.mjs [holds] [seed]     prints tables in Markdown, as in docs/methods/decay.md
import { analyseDecay, type DecayAnalysis, type VacuumSample } from '@zetesis/core'
import { makeRandom } from '@zetesis/rig'

const MICRON = 0.133322368
type Truth = 'tight' | 'leak' | 'moisture' | 'both'
const truths: Truth[] = ['tight', 'leak', 'moisture', 'both']

interface Hold {
  readonly truth: Truth
  readonly leakMicronPerMin: number
  readonly plateauMicron: number
  readonly filmMicron: number
  readonly hourMicron: number
  readonly samples: VacuumSample[]
  readonly limitMicron: number
  readonly minutes: number
  readonly endsUnder: boolean
}

function simulate(random: ReturnType<typeof makeRandom>): Hold {
  const truth = truths[Math.floor(random.uniform() * 4)]!
  const limitMicron = random.uniform() < 0.6 ? 500 : 1000
  const startMicron = random.between(0.3, 0.9) * limitMicron
  const leaks = truth === 'leak' || truth === 'both'
  const wet = truth === 'moisture' || truth === 'both'
  const leakMicronPerMin = leaks ? random.logBetween(0.05, 50) : 0
  // the last of the film: every system shows some
  const film = wet
    ? Math.max(random.logBetween(300, 20000) - startMicron, 0.25 * limitMicron)
    : random.between(0, 0.08) * limitMicron
  const tauS = wet ? random.logBetween(60, 2400) : random.logBetween(30, 900)
  const minutes = random.between(5, 30)
  const everyS = 1 / random.logBetween(0.1, 2)
  const noise = random.between(0.02, 0.1)
  const stepMicron = [1, 1, 5, 10, 25, 100][Math.floor(random.uniform() * 6)]!
  const driftK = random.between(-3, 3)
  const valveStep = random.uniform() < 0.6 ? random.between(-0.1, 0.5) * startMicron : 0
  const valveTauS = random.between(2, 12)
  const at = (t: number) => startMicron + (leakMicronPerMin * t) / 60 - film * Math.expm1(-t / tauS)
  const samples: VacuumSample[] = []
  for (let t = 0; t <= minutes * 60; t += everyS) {
    if (random.uniform() < 0.02) continue
    const hour = t / 3600
    const true_ = at(t) * (1 + (driftK * hour) / 293) - valveStep * Math.exp(-t / valveTauS)
    const range = true_ > 10000 ? Math.max(stepMicron, 100) : true_ > 1000 ? Math.max(stepMicron, 10) : stepMicron
    const shown = Math.round((Math.max(true_, 1) * (1 + noise * random.normal())) / range) * range
    samples.push({ timeS: t, pressurePa: Math.min(shown, 25000) * MICRON })
    if (random.uniform() < 0.005) samples[samples.length - 1] = { timeS: t, pressurePa: 25000 * MICRON }
  }
  const plateauMicron = startMicron + film
  return {
    truth,
    leakMicronPerMin,
    plateauMicron,
    filmMicron: film,
    hourMicron: at(3600),
    samples,
    limitMicron,
    minutes,
    endsUnder: at(minutes * 60) <= limitMicron,
  }
}

/** What a perfect judge would say, by the same definitions as core: causes that matter. */
function meaning(h: Hold): Truth {
  const wet =
    h.plateauMicron > h.limitMicron || (h.plateauMicron > 0.8 * h.limitMicron && h.filmMicron > 0.2 * h.limitMicron)
  const little = 0.2 * h.limitMicron
  if (wet)
    return h.leakMicronPerMin * 60 > Math.max(little, Math.min(0.2 * h.plateauMicron, h.limitMicron))
      ? 'both'
      : 'moisture'
  return h.leakMicronPerMin * 1440 > Math.max(h.limitMicron - h.plateauMicron, little) ? 'leak' : 'tight'
}

const holds = Number(process.argv[2] ?? 4000)
const seed = Number(process.argv[3] ?? 2)
const random = makeRandom(seed)
const said = ['tight', 'leak', 'moisture', 'both', 'inconclusive'] as const
const rows = [
  'tight',
  'leak that passes the limit within the hour',
  'leak that passes it within a day',
  'moisture',
  'both',
]
const table = rows.map(() => Object.fromEntries(said.map((s) => [s, 0])) as Record<(typeof said)[number], number>)
const bands = [0.8, 0.85, 0.9, 0.95, 0.98, 0.995, 1.0001]
const calibration = bands.slice(1).map(() => ({ said: 0, right: 0, sum: 0 }))
let forbidden = 0
const verdicts = { right: 0, wrong: 0, open: 0 }
const started = process.cpuUsage().user
for (let i = 0; i < holds; i++) {
  const hold = simulate(random)
  const limitPa = hold.limitMicron * MICRON
  const holdS = hold.minutes * 60
  const a: DecayAnalysis = analyseDecay(hold.samples, { limitPa, holdS })
  const truth = meaning(hold)
  const fast = hold.hourMicron > hold.limitMicron
  const row = truth === 'tight' ? 0 : truth === 'leak' ? (fast ? 1 : 2) : truth === 'moisture' ? 3 : 4
  table[row]![a.cause]++
  if (a.cause === 'tight' && hold.leakMicronPerMin > 0 && fast) {
    forbidden++
    if (process.env.SHOW)
      console.error(
        hold.minutes,
        hold.leakMicronPerMin,
        hold.hourMicron,
        hold.limitMicron,
        a.likelihood,
        a.fits.map((f) => [f.model, f.chiSquared, f.curve]),
        a.noise,
        hold.samples.length,
        a.lastPa! / MICRON,
      )
  }
  const band = bands.findIndex((b, k) => a.confidence >= b && a.confidence < bands[k + 1]!)
  if (a.cause !== 'inconclusive' && band >= 0) {
    calibration[band]!.said++
    calibration[band]!.sum += a.confidence
    if (a.cause === truth || (a.cause === 'tight' && truth === 'leak' && !fast)) calibration[band]!.right++
  }
  if (a.verdict === 'tooClose') verdicts.open++
  else if ((a.verdict === 'in') === hold.endsUnder) verdicts.right++
  else verdicts.wrong++
}
const cpuMs = (process.cpuUsage().user - started) / 1000
console.log(`${holds} holds, seed ${seed}\n`)
console.log(`| what it was | ${said.join(' | ')} |\n|---|${said.map(() => '---:|').join('')}`)
rows.forEach((name, i) => console.log(`| ${name} | ${said.map((s) => table[i]![s]).join(' | ')} |`))
console.log(`\nTight said of a rise that passes the limit within the hour: ${forbidden}\n`)
console.log('| confidence said | holds | mean said | right |\n|---|---:|---:|---:|')
calibration.forEach((c, i) => {
  if (c.said > 0)
    console.log(
      `| ${(bands[i]! * 100).toFixed(1)}–${Math.min(bands[i + 1]! * 100, 100).toFixed(1)} % | ${c.said} | ${((100 * c.sum) / c.said).toFixed(1)} % | ${((100 * c.right) / c.said).toFixed(1)} % |`,
    )
})
console.log(
  `\nVerdict against the limit: ${verdicts.right} right, ${verdicts.wrong} wrong, ${verdicts.open} left open; ${(cpuMs / holds).toFixed(1)} ms of processor time a hold`,
)
