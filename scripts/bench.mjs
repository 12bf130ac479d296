// Runs the benchmarks that are named, or all: ratios measured in one run. With "short" first, each in a form of seconds, so that none rots unseen; then its
// figures say nothing. Core's own are bundled, so that no loader stands in between.
import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

/** how large a short run is: its first argument */
const ofCore = {
  saturation: [],
  judgeCharge: [],
  calibration: ['200'],
  decayStudy: ['40'],
  hardDecays: ['3'],
  ordinaryDecays: ['3'],
  tuningStudy: ['3'],
  plantStudy: ['3'],
  goodDay: ['3'],
  probeStudy: ['3'],
  coldPlantStudy: ['3'],
  coldStudy: ['3'],
  conversionStudy: [],
  chargeBelief: ['3'],
}
/** these need the built server, the built app or both, and DATABASE_URL */
const ofServer = {
  bundle: 'bundle.mjs',
  traces: 'traces.ts',
  cylinders: 'cylinders.ts',
  live: 'live.ts',
  load: 'load.ts',
}

const given = process.argv.slice(2)
const short = given[0] === 'short'
const all = [...Object.keys(ofCore), ...Object.keys(ofServer)]
const asked = short ? given.slice(1) : given
const wrong = asked.filter((name) => !all.includes(name))
if (wrong.length > 0) {
  console.error(`There is no benchmark ${wrong.join(', ')}. There are: ${all.join(', ')}.`)
  process.exit(2)
}
// the crowd has a command of its own, since it takes long
const names = asked.length > 0 ? asked : all.filter((name) => short || name !== 'load')
const scratch = mkdtempSync(path.join(tmpdir(), 'zetesis-bench.'))
const env = { ...process.env, ...(short ? { BENCH_SHORT: '1' } : {}) }

const run = (command, args, more = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, {
      stdio: short ? ['ignore', 'ignore', 'inherit'] : 'inherit',
      env: { ...env, ...more },
    })
    child.on('exit', (code) => resolve(code ?? 1))
  })

async function core(name) {
  const out = path.join(scratch, `${name}.mjs`)
  const aliases = ['core', 'rig'].map((room) => `--alias:@zetesis/${room}=./${room}/src/index.ts`)
  const built = ['--bundle', '--platform=node', '--format=esm', ...aliases, `--outfile=${out}`, '--log-level=error']
  const code = await run('node_modules/.bin/esbuild', [`bench/${name}.ts`, ...built])
  return code || run('node', [out, ...(short ? ofCore[name] : [])])
}

/** a database of its own, for what begins with an empty one */
async function empty(act) {
  const { default: pg } = await import('pg')
  const name = `bench_${randomUUID().replace(/-/g, '')}`
  const url = new URL(process.env.DATABASE_URL)
  const client = new pg.Client({ connectionString: url.href })
  await client.connect()
  await client.query(`create database ${name}`)
  url.pathname = `/${name}`
  const code = await act(url.href)
  await client.query(`drop database ${name} with (force)`)
  await client.end()
  return code
}

const server = (name) => {
  const args = ['--import', 'tsx', `bench/${ofServer[name]}`, ...(short && name === 'load' ? ['1'] : [])]
  return name === 'load' ? empty((url) => run('node', args, { DATABASE_URL: url })) : run('node', args)
}

let failed = 0
for (const name of names) {
  if (!short) console.log(`\n${name}`)
  const began = performance.now()
  const code = await (name in ofCore ? core(name) : server(name))
  if (code !== 0) failed += 1
  if (short || code !== 0)
    console.log(`${code === 0 ? '✔' : '✖'} bench ${name} (${((performance.now() - began) / 1000).toFixed(1)} s)`)
}
rmSync(scratch, { recursive: true, force: true })
if (short) console.log(`${names.length - failed} parts ran, ${failed} failed`)
process.exitCode = failed > 0 ? 1 : 0
