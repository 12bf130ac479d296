// Runs the suites that were asked for, sums what they count, prints "N passed, N failed" and ends non-zero on any failure.
import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

const which = process.argv[2] ?? 'all'
const scratch = mkdtempSync(path.join(tmpdir(), 'zetesis-counts.'))
const totals = { passed: 0, failed: 0 }
const began = Date.now()

function run(command, args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })
    child.on('exit', (code) => resolve(code ?? 1))
  })
}

function count(name, passed, failed) {
  totals.passed += passed
  totals.failed += failed
  console.log(`[${name}] ${passed} passed, ${failed} failed (after ${Math.round((Date.now() - began) / 1000)} s)`)
}

/** a tool that only says yes or no counts as one */
async function check(name, command, args) {
  const code = await run(command, args)
  count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1)
}

async function jest(name, projects) {
  const file = path.join(scratch, `${name}.json`)
  const code = await run('node_modules/.bin/jest', [
    '--selectProjects',
    ...projects,
    '--json',
    `--outputFile=${file}`,
    '--silent=false',
    '--ci',
  ])
  let report
  try {
    report = JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    return count(name, 0, 1)
  }
  // a suite that can't even load fails without a test in it
  const broken = report.testResults.filter(
    (suite) => suite.status === 'failed' && suite.assertionResults.length === 0,
  ).length
  const failed = report.numFailedTests + broken
  count(name, report.numPassedTests, failed === 0 && code !== 0 ? 1 : failed)
}

/** all browser suites made plain at once, so that each begins in a quarter of the time; beside their sources, since they look for files from there */
function plainSuites() {
  const aliases = ['core', 'contract', 'rig'].map((room) => `--alias:@zetesis/${room}=./${room}/src/index.ts`)
  return run('node_modules/.bin/esbuild', [
    ...suites.map((suite) => suite.file),
    'e2e/src/launch.ts',
    ...aliases,
    '--bundle',
    '--packages=external',
    '--platform=node',
    '--format=esm',
    '--sourcemap',
    '--outdir=e2e/dist',
    '--out-extension:.js=.mjs',
    '--log-level=warning',
  ])
}

async function nodeTests(file, browser) {
  const name = `e2e ${path.basename(file, '.test.ts')}`
  const result = path.join(scratch, `${path.basename(file)}.tap`)
  const code = await run(
    'node',
    [
      '--enable-source-maps',
      '--test-reporter=spec',
      '--test-reporter-destination=stdout',
      '--test-reporter=tap',
      `--test-reporter-destination=${result}`,
      file.replace(/src\/(.*)\.ts$/, 'dist/$1.mjs'),
    ],
    { BROWSER: browser },
  )
  const tap = readFileSync(result, 'utf8')
  const number = (label) => Number(new RegExp(`^# ${label} (\\d+)$`, 'm').exec(tap)?.[1] ?? 0)
  const failed = number('fail') + number('cancelled')
  count(name, number('pass'), failed === 0 && code !== 0 ? 1 : failed)
}

/** The web app is built beside the checks: waits for the word about it, once for all who ask. */
let built
const isBuilt = () => (built ??= wordOfBuild())
async function wordOfBuild() {
  for (;;) {
    const word = readFileSync(process.env.WEB_BUILT, 'utf8').trim()
    if (word !== '') {
      count('web build', word === 'built' ? 1 : 0, word === 'built' ? 0 : 1)
      return word === 'built'
    }
    await new Promise((later) => setTimeout(later, 500))
  }
}

/** Each benchmark for a moment: whether it still runs, not what it says. */
async function benches() {
  if (!(await isBuilt())) return
  const child = spawn('node', ['scripts/bench.mjs', 'short'], { stdio: ['ignore', 'pipe', 'inherit'] })
  let said = ''
  child.stdout.on('data', (part) => {
    said += part
    process.stdout.write(part)
  })
  const code = await new Promise((resolve) => child.on('exit', (ended) => resolve(ended ?? 1)))
  const [, passed = 0, failed = 0] = /(\d+) parts ran, (\d+) failed/.exec(said) ?? []
  count('bench', Number(passed), Number(failed) || (code === 0 ? 0 : 1))
}

/** Lanes that take the next one as soon as they are free; each job is told its lane's number. */
async function inLanes(jobs, lanes) {
  const lane = async (_, number) => {
    for (let next = jobs.shift(); next; next = jobs.shift()) await next(number)
  }
  await Promise.all(Array.from({ length: lanes }, lane))
}

/** A lane's browser, for its suites one after the other; another where that one is gone. Nobody here listens to what its pages do. */
const browsers = []
// ended before its time it takes the browsers along
for (const signal of ['SIGTERM', 'SIGHUP'])
  process.once(signal, () => {
    for (const browser of browsers) browser?.process()?.kill('SIGKILL')
    process.exit(130)
  })
async function browserOf(lane) {
  const there = browsers[lane]
  const at = there?.process()
  if (at?.exitCode === null && at.signalCode === null) return there.wsEndpoint()
  const { launch } = await import('../e2e/dist/launch.mjs')
  const browser = await launch()
  browsers[lane] = browser
  await browser.disconnect()
  return browser.wsEndpoint()
}

if (which === 'all') {
  const checks = [
    // rooms of the same kind at once, so that what they share is looked at once
    ...Object.entries({
      'core, contract, rig, server': 'tsconfig.server.json',
      app: 'app',
      'e2e, bench': 'tsconfig.browser.json',
    }).map(([rooms, config]) => [`types ${rooms}`, 'npm', ['run', '--silent', 'types', '--', config]]),
    ['lint', 'npm', ['run', '--silent', 'lint']],
    ['format', 'npm', ['run', '--silent', 'format:check']],
    ['arrows', 'npm', ['run', '--silent', 'arrows']],
    ['advisories', 'node', ['scripts/advisories.mjs', '--audit']],
  ]
  await inLanes(
    checks.map((each) => () => check(...each)),
    2,
  )
}
const some = (kind) => which === 'all' || which === kind
// every browser suite there is, the long ones first; one that needs the machine to itself says so in its first line
const suites = some('e2e')
  ? readdirSync('e2e/src')
      .filter((name) => name.endsWith('.test.ts'))
      .map((name) => ({ file: `e2e/src/${name}`, text: readFileSync(`e2e/src/${name}`, 'utf8') }))
      .sort((one, other) => other.text.length - one.text.length)
  : []
if (suites.length > 0 && (await plainSuites()) !== 0) count('e2e build', 0, 1)
const isAlone = ({ text }) => text.startsWith('// alone:')
const inBrowser = async ({ file }, lane) => {
  // where none starts, the suite tries and says so itself
  if (await isBuilt()) await nodeTests(file, await browserOf(lane).catch(() => undefined))
}
// one process each; a browser suite waits for its pages nearly half of its time, so that two cores have work for three lanes
await inLanes(
  [
    ...(some('unit') ? [() => jest('unit', ['core', 'contract', 'rig', 'papers', 'app'])] : []),
    ...(some('api') ? [() => jest('api', ['api'])] : []),
    ...(suites.length > 0 ? [benches] : []),
    ...suites.filter((suite) => !isAlone(suite)).map((suite) => (lane) => inBrowser(suite, lane)),
  ],
  3,
)
for (const suite of suites.filter(isAlone)) await inBrowser(suite, 0)
await Promise.all(browsers.map((browser) => browser.close()))

rmSync(scratch, { recursive: true, force: true })
console.log(`${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed > 0 || totals.passed === 0 ? 1 : 0)
