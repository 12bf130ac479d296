// Whether a package that is installed has a published fault: by npm audit where the registry answers it, and by the list kept here in any case.
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import semver from 'semver'

const { packages, except } = JSON.parse(readFileSync(new URL('advisories.json', import.meta.url), 'utf8'))
const lock = JSON.parse(readFileSync(new URL('../package-lock.json', import.meta.url), 'utf8'))

const found = []
let looked = 0
for (const [place, { version, link }] of Object.entries(lock.packages)) {
  const name = place.split('node_modules/').at(-1)
  if (link || !place.includes('node_modules/') || !packages[name] || except[place]) continue
  looked += 1
  if (packages[name].some((range) => semver.satisfies(version, range, { includePrerelease: true })))
    found.push(`${name} ${version} (${place}): ${packages[name].join(' || ')}`)
}
for (const line of found) console.log(line)

let audit = 'the registry doesn’t answer npm audit'
if (process.argv.includes('--audit'))
  try {
    const said = execFileSync('npm', ['audit', '--omit=dev', '--json'], { stdio: ['ignore', 'pipe', 'ignore'] })
    audit = `npm audit: ${JSON.parse(said).metadata.vulnerabilities.total} of what ships`
  } catch (error) {
    const total = /"total":\s*(\d+)/.exec(String(error.stdout ?? ''))?.[1]
    if (total !== undefined) audit = `npm audit: ${total} of what ships`
  }
else audit = 'npm audit wasn’t asked (--audit)'
console.log(
  `${looked} packages of the list are installed, ${found.length} in a version with a published fault; ${audit}`,
)
process.exit(found.length > 0 ? 1 : 0)
