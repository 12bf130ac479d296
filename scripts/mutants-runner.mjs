// A test runner for scripts/mutants.sh: the unit tests of core and contract in one process. Jest takes a second and a half to begin anew for every mutant; here their modules are run anew, which takes hundredths.
import { createRequire, Module } from 'node:module'
import { dirname, join, relative, sep } from 'node:path'
import { readdirSync, readFileSync } from 'node:fs'
import { compileFunction } from 'node:vm'
import { PluginKind, declareClassPlugin } from '@stryker-mutator/api/plugin'
import { DryRunStatus, TestStatus, determineHitLimitReached, toMutantRunResult } from '@stryker-mutator/api/test-runner'

const require = createRequire(import.meta.url)
const { expect } = require('expect')
const { bind } = require('jest-each')
const { configureGlobal } = require('fast-check')
const { process: transpile } = require('./transform.cjs')

// Stryker's copy of the tree, which it has made the working directory before it makes a runner
let root = ''
let rooms = []
/** what isn't found by its name alone */
let found = {}
// it has no mutants, and what it remembers is the same every time
let lasting = ''
// it calls every public function in sandboxes of its own
let leftOut = ''
const state = (globalThis.__stryker__ ??= {})

// that a law is broken is enough here, the smallest example isn't asked for
configureGlobal({ endOnFailure: true })

/** `tests` collects while a test file is being loaded */
let tests = []
let names = []
let file = ''
const describe = (name, body) => {
  names.push(name)
  body()
  names.pop()
}
const it = (name, body) => {
  const full = [...names, name].join(' ')
  tests.push({ id: `${file}: ${full}`, name: full, file, body })
}
describe.each = bind(describe)
it.each = bind((name, body) => it(name, body))
Object.assign(globalThis, { describe, it, test: it, expect })

const compiled = new Map()
Module._extensions['.ts'] = (module, path) => {
  let body = compiled.get(path)
  if (!body) {
    const { code } = transpile(readFileSync(path, 'utf8'), path)
    body = compileFunction(code, ['exports', 'require', 'module', '__filename', '__dirname'], { filename: path })
    compiled.set(path, body)
  }
  const inside = (name) => module.require(found[name] ?? name)
  body.call(module.exports, module.exports, inside, module, path, dirname(path))
}

const load = (files) => {
  for (const path of Object.keys(require.cache)) {
    if (rooms.some((room) => path.startsWith(room)) && !path.startsWith(lasting)) delete require.cache[path]
  }
  tests = []
  // a parent of its own, let go with all that it has loaded
  const parent = new Module(join(root, 'tests'))
  for (const name of files) {
    file = name
    names = []
    parent.require(join(root, name))
  }
}

/** a law tried over half a second and more isn't tried again for every mutant: what only such a one notices counts as unnoticed */
const SLOW_MS = 500
/** the quick ones first: most mutants end at one of them */
const took = new Map()
const quickFirst = (some) => some.toSorted((a, b) => (took.get(a.id) ?? 0) - (took.get(b.id) ?? 0))

const run = async ({ id, name, file, body }) => {
  // of the processor, so that a machine that has much else to do counts alike
  const began = process.cpuUsage()
  const spentMs = () => {
    const { user, system } = process.cpuUsage(began)
    return (user + system) / 1000
  }
  const result = (more) => ({ id, name, fileName: file, timeSpentMs: spentMs(), ...more })
  try {
    await body()
    return result({ status: TestStatus.Success })
  } catch (error) {
    return result({ status: TestStatus.Failed, failureMessage: String(error?.message ?? error).slice(0, 500) })
  }
}

const testFiles = () =>
  rooms
    .flatMap((room) => readdirSync(room, { recursive: true }).map((name) => join(room, name)))
    .filter((path) => path.endsWith('.test.ts') && path !== leftOut)
    .sort()
    .map((path) => relative(root, path))

class InOneProcess {
  init() {
    root = process.cwd()
    const [core, contract] = (rooms = ['core', 'contract'].map((room) => join(root, room, 'src')))
    lasting = join(core, 'refrigerant') + sep
    leftOut = join(core, 'exports.test.ts')
    found = {
      '@zetesis/core': join(core, 'index.ts'),
      '@zetesis/contract': join(contract, 'index.ts'),
      // names only an `import` condition in its exports
      canonicalize: join(root, 'node_modules', 'canonicalize', 'lib', 'canonicalize.js'),
    }
  }

  capabilities() {
    return { reloadEnvironment: true }
  }

  async dryRun() {
    const results = []
    try {
      load(testFiles())
      for (const test of tests) {
        state.currentTestId = test.id
        const result = await run(test)
        took.set(test.id, result.timeSpentMs)
        if (result.timeSpentMs < SLOW_MS || result.status === TestStatus.Failed) results.push(result)
        else delete state.mutantCoverage?.perTest[test.id]
      }
    } catch (error) {
      return { status: DryRunStatus.Error, errorMessage: `${file}: ${error?.stack ?? error}` }
    } finally {
      delete state.currentTestId
    }
    return { status: DryRunStatus.Complete, tests: results, mutantCoverage: state.mutantCoverage }
  }

  async mutantRun({ activeMutant, testFilter, hitLimit, disableBail, mutantActivation }) {
    const chosen = testFilter && new Set(testFilter)
    const files = chosen ? [...new Set(testFilter.map((id) => id.slice(0, id.indexOf(': '))))] : testFiles()
    const results = []
    state.hitLimit = hitLimit
    state.hitCount = hitLimit ? 0 : undefined
    try {
      if (mutantActivation === 'static') state.activeMutant = activeMutant.id
      load(files)
      state.activeMutant = activeMutant.id
      for (const test of quickFirst(tests)) {
        if (chosen && !chosen.has(test.id)) continue
        const result = await run(test)
        const endless = determineHitLimitReached(state.hitCount, hitLimit)
        if (endless) return toMutantRunResult(endless)
        results.push(result)
        if (result.status === TestStatus.Failed && !disableBail) break
      }
    } catch (error) {
      return toMutantRunResult({ status: DryRunStatus.Error, errorMessage: String(error?.stack ?? error) })
    } finally {
      delete state.activeMutant
    }
    return toMutantRunResult({ status: DryRunStatus.Complete, tests: results }, disableBail)
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.TestRunner, 'in-one-process', InOneProcess)]
