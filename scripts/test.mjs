// Runs the suites that were asked for, sums what they count, prints "N passed, N failed" and ends non-zero on any failure.
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

const which = process.argv[2] ?? 'all'
const scratch = mkdtempSync(path.join(tmpdir(), 'zetesis-counts.'))
const totals = { passed: 0, failed: 0 }

function run(command, args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })
    child.on('exit', (code) => resolve(code ?? 1))
  })
}

function count(name, passed, failed) {
  totals.passed += passed
  totals.failed += failed
  console.log(`[${name}] ${passed} passed, ${failed} failed`)
}

/** a tool that only says yes or no counts as one */
async function check(name, command, args) {
  const code = await run(command, args)
  count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1)
}

async function jest(name, projects) {
  const file = path.join(scratch, `${name}.json`)
  const code = await run('npx', [
    'jest',
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

async function nodeTests(name, files) {
  const file = path.join(scratch, `${name}.tap`)
  const code = await run('node', [
    '--import',
    'tsx',
    '--test',
    '--test-concurrency=1',
    '--test-reporter=spec',
    '--test-reporter-destination=stdout',
    '--test-reporter=tap',
    `--test-reporter-destination=${file}`,
    ...files,
  ])
  const tap = readFileSync(file, 'utf8')
  const number = (label) => Number(new RegExp(`^# ${label} (\\d+)$`, 'm').exec(tap)?.[1] ?? 0)
  const failed = number('fail') + number('cancelled')
  count(name, number('pass'), failed === 0 && code !== 0 ? 1 : failed)
}

if (which === 'all') {
  const checks = [
    ...['core', 'contract', 'rig', 'server', 'app', 'e2e', 'bench'].map((room) => [
      `types ${room}`,
      'npx',
      ['tsc', '-p', room],
    ]),
    ['lint', 'npm', ['run', '--silent', 'lint']],
    ['format', 'npm', ['run', '--silent', 'format:check']],
    ['arrows', 'npm', ['run', '--silent', 'arrows']],
  ]
  // each takes one core
  const lane = async () => {
    for (let next = checks.shift(); next; next = checks.shift()) await check(...next)
  }
  await Promise.all([lane(), lane()])
}
if (which === 'all' || which === 'unit') await jest('unit', ['core', 'contract', 'rig', 'papers', 'app'])
if (which === 'all' || which === 'api') await jest('api', ['api'])
if (which === 'all' || which === 'e2e') {
  const files = (names) => names.map((name) => `e2e/src/${name}.test.ts`)
  // two lanes: a browser mostly waits, and so does a database that is being killed
  await Promise.all([
    nodeTests('e2e', files(['journey', 'verdicts', 'vacuum', 'nitrogen', 'cylinders', 'library', 'tools'])),
    nodeTests('e2e, beside it', files(['fuzz', 'operations', 'storage'])),
  ])
  // a running system's readings are taken as time passes: these have the machine to themselves
  await nodeTests('e2e, live', files(['startUpLive', 'startUpCases', 'faults']))
}

rmSync(scratch, { recursive: true, force: true })
console.log(`${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed > 0 || totals.passed === 0 ? 1 : 0)
