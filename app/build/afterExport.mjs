// After the export: what only pages need is taken out of what the first page waits for, and every file is compressed once, not on each request.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const dist = path.resolve(process.argv[2])
const page = path.join(dist, 'index.html')
const html = readFileSync(page, 'utf8')
const common = /<script src="([^"]*\/__common-[^"]+\.js)" defer><\/script>/.exec(html)
if (!common) throw new Error('the export has no chunk that pages share')
const needed = [...html.matchAll(/src="([^"]+\.js)"/g)].map((m) => m[1])
const pages = readdirSync(path.join(dist, '_expo/static/js/web'))
  .filter((name) => name.endsWith('.js'))
  .map((name) => `/_expo/static/js/web/${name}`)
  .filter((url) => !needed.includes(url))
const named = `<meta name="pages" content="${pages.join(' ')}" />\n<meta name="shared-by-pages" content="${common[1]}" />\n</head>`
writeFileSync(page, html.replace(common[0], '').replace('</head>', named))

const least = 1024
for (const name of readdirSync(dist, { recursive: true, encoding: 'utf8' })) {
  const file = path.join(dist, name)
  if (!/\.(js|css|html|svg|json|txt)$/.test(name) || statSync(file).size < least) continue
  const content = readFileSync(file)
  writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }))
  writeFileSync(
    `${file}.br`,
    brotliCompressSync(content, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: content.length },
    }),
  )
}
