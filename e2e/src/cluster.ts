import { execFile, spawn } from 'node:child_process'
import { chmodSync, chownSync, existsSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { promisify } from 'node:util'
import { freePort } from './server'

const run = promisify(execFile)
const root = process.getuid?.() === 0

/** PostgreSQL's own programs, the newest that are there. */
function bin(): string {
  const base = '/usr/lib/postgresql'
  const found = readdirSync(base)
    .sort((a, b) => Number(a) - Number(b))
    .map((version) => path.join(base, version, 'bin'))
    .filter((dir) => existsSync(path.join(dir, 'initdb')))
  return found.at(-1)!
}

/** PostgreSQL refuses to run as root: there it runs as the package's own user. */
export const asPostgres = (program: string, args: readonly string[]) =>
  root
    ? run('runuser', ['-u', 'postgres', '--', path.join(bin(), program), ...args], { cwd: '/' })
    : run(path.join(bin(), program), [...args], { cwd: '/' })

export interface Cluster {
  readonly dir: string
  readonly port: number
  readonly url: string
  start(): Promise<void>
  stop(mode?: 'fast' | 'immediate'): Promise<void>
  promote(): Promise<void>
  remove(): Promise<void>
}

/** A folder that PostgreSQL's user may reach and write. */
export function clusterFolder(parent = tmpdir()): string {
  const folder = mkdtempSync(path.join(parent, 'zetesis-cluster.'))
  // Debian's package makes the user, and this folder its own
  const { uid, gid } = statSync('/var/lib/postgresql')
  if (root) chownSync(folder, uid, gid)
  chmodSync(folder, 0o700)
  return folder
}

/** A PostgreSQL of its own on loopback, with one database and trust for whoever is on this machine. */
export async function makeCluster({
  options = [],
  from,
  folder = clusterFolder(),
}: {
  options?: readonly string[]
  /** a standby of this one */
  from?: Cluster
  folder?: string
} = {}): Promise<Cluster> {
  const port = await freePort()
  const data = path.join(folder, 'data')
  if (from)
    await asPostgres('pg_basebackup', [
      '-D',
      data,
      '-h',
      '127.0.0.1',
      '-p',
      String(from.port),
      '-U',
      'zetesis',
      '-R',
      '-c',
      'fast',
      '-X',
      'stream',
    ])
  else
    await asPostgres('initdb', [
      '-D',
      data,
      '-U',
      'zetesis',
      '-A',
      'trust',
      '-E',
      'UTF8',
      '--locale=C.UTF-8',
      '--no-sync',
      '--wal-segsize=1',
    ])
  const settings = [
    'listen_addresses=127.0.0.1',
    'unix_socket_directories=',
    `port=${port}`,
    'max_wal_size=8MB',
    'min_wal_size=2MB',
    'shared_buffers=16MB',
    // killed are processes here, not machines: what they wrote is in the system's cache, and a slow disk needn't hold a test up for minutes
    'fsync=off',
    ...options,
  ]
  const cluster: Cluster = {
    dir: folder,
    port,
    url: `postgres://zetesis@127.0.0.1:${port}/zetesis`,
    async start() {
      const args = settings.map((s) => `-c ${s}`).join(' ')
      // pg_ctl leaves the server's output open: nothing of it is waited for
      const command = [
        path.join(bin(), 'pg_ctl'),
        '-D',
        data,
        '-w',
        '-t',
        '60',
        '-l',
        path.join(folder, 'log'),
        '-o',
        args,
        'start',
      ]
      const [program = '', ...rest] = root ? ['runuser', '-u', 'postgres', '--', ...command] : command
      const starting = spawn(program, rest, { stdio: 'ignore', cwd: '/' })
      const code = await new Promise((resolve) => starting.once('exit', resolve))
      if (code !== 0) throw new Error(`the cluster in ${folder} didn't start`)
    },
    async stop(mode = 'fast') {
      await asPostgres('pg_ctl', ['-D', data, '-m', mode, '-w', 'stop']).catch(() => undefined)
    },
    promote: async () => void (await asPostgres('pg_ctl', ['-D', data, '-w', 'promote'])),
    async remove() {
      await cluster.stop('immediate')
      rmSync(folder, { recursive: true, force: true })
    },
  }
  await cluster.start()
  if (!from) await asPostgres('createdb', ['-h', '127.0.0.1', '-p', String(port), '-U', 'zetesis', 'zetesis'])
  return cluster
}
