import { Piscina } from 'piscina'
import { HttpProblem } from '../http/problem'
import type { Task } from './tasks'

export interface Renderer {
  render(task: Task): Promise<Buffer>
  close(): Promise<void>
}

/** A file takes at most so long and so much memory; the thread that makes a larger one is ended, and nobody else notices. */
const LONGEST_MS = 20_000
const MOST_MB = 400
const WAITING = 32

/** Worker threads that make papers and tables, so that requests go on meanwhile. */
export function makeRenderer({ filename }: { filename: string }): Renderer {
  const pool = new Piscina({
    filename,
    // one is always ready: a cold one reads fonts and code first; the second comes when there are two to make
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 60_000,
    maxQueue: WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
  })
  // a thread that ran out of memory fails its task; the pool starts another
  pool.on('error', () => undefined)
  return {
    async render(task) {
      try {
        const bytes: unknown = await pool.run(task, { signal: AbortSignal.timeout(LONGEST_MS) })
        if (bytes instanceof Uint8Array) return Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)
        throw new Error('a worker answered with something else than bytes')
      } catch (error) {
        if (!isLimit(error)) throw error
        throw new HttpProblem(
          503,
          'tooMuch',
          'This takes more time or memory than the server gives to one file. Try again; the record file holds everything, too.',
        )
      }
    },
    close: () => pool.destroy(),
  }
}

function isLimit(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  const code = 'code' in error ? String(error.code) : ''
  return (
    error.name === 'AbortError' ||
    error.name === 'TimeoutError' ||
    code === 'ERR_WORKER_OUT_OF_MEMORY' ||
    /aborted|Task queue is at limit|Terminating worker/i.test(error.message)
  )
}
