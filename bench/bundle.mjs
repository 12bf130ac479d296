// What the first page costs against an empty app of the same stack, both exported by the same Metro and served by the same server: bytes, and time
// until words stand there, on this machine and on a slow phone with little signal. And what each worker carries.
import { execFileSync } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { launch } from '../e2e/src/launch.ts'

const isShort = process.env.BENCH_SHORT === '1'
const ROUNDS = isShort ? 1 : 3
const root = path.resolve(import.meta.dirname, '..')
const out = mkdtempSync(path.join(tmpdir(), 'zetesis-empty.'))
const app = path.join(root, 'app/dist')
const kb = (bytes) => `${Math.round(bytes / 1000)} kB`
const median = (values) => values.toSorted((a, b) => a - b)[values.length >> 1]
try {
  // in short our own stands for the empty one, too: only whether it all runs is asked then
  if (isShort) cpSync(app, out, { recursive: true })
  else
    execFileSync('npx', ['expo', 'export', '-p', 'web', '--output-dir', out], {
      cwd: path.join(root, 'bench/emptyApp'),
      env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1' },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
  const [ours, empty] = [app, out].map(firstLoad)
  console.log(
    `first page's scripts, gzip: app ${kb(ours.gzip)} (raw ${kb(ours.raw)}), empty app of the same stack ${kb(empty.gzip)} (raw ${kb(empty.raw)}): ratio ${(ours.gzip / empty.gzip).toFixed(2)}`,
  )
  const scripts = path.join(app, '_expo/static/js/web')
  const workers = ['decay', 'import', 'live', 'rig', 'scale'].map((name) => {
    const file = readdirSync(scripts).find((f) => f.startsWith(`${name}-`) && f.endsWith('.js'))
    return `${name} ${kb(gzipSync(readFileSync(path.join(scripts, file))).length)}`
  })
  console.log(`workers, gzip: ${workers.join(', ')}`)
  for (const [words, slower, network] of [
    ['this machine', 1, null],
    ['CPU 4× slower', 4, null],
    ['CPU 4× slower, 1.6 Mbit/s', 4, { download: 200_000, upload: 90_000, latency: 150 }],
  ].slice(0, isShort ? 1 : 3)) {
    const [ourMs, emptyMs] = [await wordsAfter(app, slower, network), await wordsAfter(out, slower, network)]
    console.log(
      `words on the first page, ${words}: app ${(ourMs / 1000).toFixed(1)} s, empty app ${(emptyMs / 1000).toFixed(1)} s: ratio ${(ourMs / emptyMs).toFixed(2)}`,
    )
  }
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

/** median time until words stand on the page, nobody signed in and nothing cached */
async function wordsAfter(dist, slower, network) {
  const packed = new Map()
  const server = createServer((req, res) => {
    if (req.url === '/api/set-up') {
      res.writeHead(200, { 'content-type': 'application/json' })
      return res.end(JSON.stringify({ open: false }))
    }
    if (req.url.startsWith('/api')) {
      res.writeHead(401, { 'content-type': 'application/problem+json' })
      return res.end(JSON.stringify({ type: 'about:blank', title: 'Sign in', status: 401, detail: 'Sign in.' }))
    }
    const file = path.join(dist, decodeURIComponent(req.url.split('?')[0]))
    const found = path.extname(req.url) && existsSync(file) ? file : path.join(dist, 'index.html')
    const type = { '.js': 'text/javascript', '.css': 'text/css', '.html': 'text/html', '.svg': 'image/svg+xml' }
    if (!packed.has(found))
      packed.set(
        found,
        brotliCompressSync(readFileSync(found), { params: { [constants.BROTLI_PARAM_QUALITY]: isShort ? 4 : 11 } }),
      )
    res.writeHead(200, {
      'content-type': type[path.extname(found)] ?? 'application/octet-stream',
      'content-encoding': 'br',
    })
    res.end(packed.get(found))
  })
  await new Promise((ready) => server.listen(0, '127.0.0.1', ready))
  const browser = await launch()
  try {
    const times = []
    // the first round fills what the server packs
    for (let i = 0; i <= ROUNDS; i++) {
      const page = await (await browser.createBrowserContext()).newPage()
      await page.emulateCPUThrottling(slower)
      if (network) await page.emulateNetworkConditions(network)
      const began = performance.now()
      void page.goto(`http://127.0.0.1:${server.address().port}/`).catch(() => undefined)
      await page.waitForFunction(`(document.querySelector('#root')?.innerText ?? '').trim() !== ''`, {
        timeout: 120_000,
        polling: 50,
      })
      if (i > 0) times.push(performance.now() - began)
      await page.close()
    }
    return median(times)
  } finally {
    await browser.close()
    server.close()
  }
}
