// First-load JavaScript of the web build, gzip, against an empty app of the same stack; both exported by the same Metro.
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { gzipSync } from 'node:zlib'

const root = path.resolve(import.meta.dirname, '..')
const out = mkdtempSync(path.join(tmpdir(), 'zetesis-empty.'))
try {
  execFileSync('npx', ['expo', 'export', '-p', 'web', '--output-dir', out], {
    cwd: path.join(root, 'bench/emptyApp'),
    env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1' },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const [app, empty] = [path.join(root, 'app/dist'), out].map(firstLoad)
  const kb = (bytes) => `${Math.round(bytes / 1000)} kB`
  console.log(
    `first-load JavaScript, gzip: app ${kb(app.gzip)} (raw ${kb(app.raw)}), empty app of the same stack ${kb(empty.gzip)} (raw ${kb(empty.raw)}): ratio ${(app.gzip / empty.gzip).toFixed(2)}`,
  )
} finally {
  rmSync(out, { recursive: true, force: true })
}

/** the scripts that the page names */
function firstLoad(dist) {
  const page = readFileSync(path.join(dist, 'index.html'), 'utf8')
  const files = [...page.matchAll(/src="(\/_expo\/[^"]+\.js)"/g)].map((m) => path.join(dist, m[1]))
  if (files.length === 0) throw new Error(`no script in ${dist}: ${readdirSync(dist).join(' ')}`)
  const contents = files.map((file) => readFileSync(file))
  const total = (sizes) => sizes.reduce((a, b) => a + b, 0)
  return { raw: total(contents.map((c) => c.length)), gzip: total(contents.map((c) => gzipSync(c).length)) }
}
