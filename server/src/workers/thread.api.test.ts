import { spawnSync } from 'node:child_process'
import path from 'node:path'

/** Ends pairs of threads a little later each time: while they open their code, and after. */
const ENDING = `
const { Piscina } = require('piscina')
;(async () => {
  for (let i = 0; i < 50; i++) {
    const pool = new Piscina({ filename: process.argv[1], minThreads: 2, maxThreads: 2 })
    pool.on('error', () => undefined)
    await new Promise((later) => setTimeout(later, 60 + i * 9))
    await pool.destroy()
  }
  console.log('survived')
})()`

describe('a worker thread', () => {
  it('may be ended at any moment, also while it opens, and the process goes on', () => {
    const file = path.resolve(__dirname, '../../dist/workers/thread.cjs')
    const { stdout, stderr } = spawnSync(process.execPath, ['-e', ENDING, file], {
      cwd: path.resolve(__dirname, '../..'),
      encoding: 'utf8',
    })
    expect([stdout.trim(), stderr]).toEqual(['survived', ''])
  }, 120_000)
})
