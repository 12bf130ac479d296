// Who was at work while something was measured: this process (the load), the server with its threads, PostgreSQL with its processes. From /proc, so on Linux
// alone; elsewhere nothing is said.
import { readdirSync, readFileSync } from 'node:fs'

const TICKS_A_SECOND = 100

interface Cpu {
  readonly load: number
  readonly server: number
  readonly database: number
}

/** seconds of work since a process began, and whose child it is */
function statOf(pid: string): { parent: number; seconds: number } | undefined {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, 'latin1')
    // what stands in parentheses may hold anything
    const fields = text.slice(text.lastIndexOf(')') + 2).split(' ')
    return { parent: Number(fields[1]), seconds: (Number(fields[11]) + Number(fields[12])) / TICKS_A_SECOND }
  } catch {
    return undefined
  }
}

function cpu(serverPid: number, postmasterPid: number): Cpu {
  let database = 0
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    const stat = statOf(pid)
    if (stat && (Number(pid) === postmasterPid || stat.parent === postmasterPid)) database += stat.seconds
  }
  const { user, system } = process.cpuUsage()
  return { load: (user + system) / 1e6, server: statOf(String(serverPid))?.seconds ?? 0, database }
}

export type Shares = <T>(work: () => Promise<T>) => Promise<{ result: T; said: string }>

/** Measures what each of the three works in a second of some work. */
export const sharesOf =
  (serverPid: number, postmasterPid: number): Shares =>
  async (work) => {
    if (process.platform !== 'linux') return { result: await work(), said: '' }
    const before = cpu(serverPid, postmasterPid)
    const start = performance.now()
    const result = await work()
    const seconds = (performance.now() - start) / 1000
    const after = cpu(serverPid, postmasterPid)
    const part = (key: keyof Cpu) => `${key} ${((after[key] - before[key]) / seconds).toFixed(2)}`
    return { result, said: `; processors at work: ${part('load')}, ${part('server')}, ${part('database')}` }
  }
