import { Agent, request } from 'node:http'
import { bent, bentText, wire, type Body } from './bend'
import { Random } from './random'
import { sample, type Schema } from './sample'

interface Parameter {
  readonly name: string
  readonly in: string
  readonly schema: Schema
}
interface Operation {
  readonly method: string
  readonly path: string
  readonly parameters: readonly Parameter[]
  readonly body?: Schema
}
interface Document {
  readonly paths: Record<
    string,
    Record<string, { parameters?: Parameter[]; requestBody?: { content: Record<string, { schema: Schema }> } }>
  >
}

export interface FuzzResult {
  readonly statuses: Readonly<Record<string, number>>
  /** requests that were answered with a fault of the server, or not at all, with what was sent */
  readonly faults: readonly string[]
  readonly slow: readonly string[]
}

/** A request that takes longer hangs. */
const SLOW_MS = 1000
const AT_ONCE = 8
/** what the server asks for, with "Retry-After" */
const AGAIN_MS = 1000

/**
 * Sends requests made from the API's own document and bent out of shape, and counts how they were answered.
 *
 * @param seeds bodies that were really sent, by path: they reach further in than what a schema alone makes
 */
export async function fuzz({
  base,
  cookie,
  requests,
  seed,
  ids,
  seeds,
  server,
}: {
  base: string
  cookie: string
  requests: number
  seed: number
  ids: readonly string[]
  seeds: readonly unknown[]
  server: { said(): string }
}): Promise<FuzzResult> {
  const document = (await (await fetch(`${base}/api/openapi.json`)).json()) as Document
  const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { parameters = [], requestBody }]): Operation => ({
      method: method.toUpperCase(),
      path,
      parameters,
      body: requestBody?.content['application/json']?.schema,
    })),
  )
  // signing out would end the run, and the stream of news never ends
  const usable = operations.filter((o) => !/sign-out|\/news$/.test(o.path))
  const writing = usable.filter((o) => o.method === 'POST' && !/sign-in/.test(o.path))
  const logging = writing.filter((o) => /entries$|chunks$/.test(o.path))
  const random = new Random(seed)
  const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })
  const statuses: Record<string, number> = {}
  const faults: { said: string; id?: string }[] = []
  const slow: string[] = []

  async function one(): Promise<void> {
    // the logs take most of it, as in life
    const operation = random.one(random.chance(0.8) ? logging : random.chance(0.5) ? writing : usable)
    const path = operation.path.replace(/\{(\w+)\}/g, () =>
      bentText(random.chance(0.9) ? random.one(ids) : random.uuid(), random),
    )
    const query = operation.parameters
      .filter((p) => p.in === 'query' && random.chance(0.7))
      .map((p) => `${p.name}=${bentText(String(sample(p.schema, random, ids)), random)}`)
      .join('&')
    const seeded = operation.path.endsWith('/entries') && !operation.path.includes('book') && random.chance(0.6)
    const made = operation.body && (seeded ? freshIds(random.one(seeds), random) : sample(operation.body, random, ids))
    const body = operation.body ? wire(random.chance(0.8) ? bent(made, random) : made, random) : undefined
    const url = `${base}${path}${query ? `?${query}` : ''}`
    const start = performance.now()
    // "not just now", from a machine that was busy for a moment, is sent again as a phone does; said three times it is a fault
    let { status, id } = await send(url, operation.method, body)
    for (let tries = 0; status === 503 && tries < 2; tries++) {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS))
      ;({ status, id } = await send(url, operation.method, body))
    }
    const key = String(status)
    statuses[key] = (statuses[key] ?? 0) + 1
    const said = `${operation.method} ${url} → ${status} ${body ? body.bytes.toString().slice(0, 600) : ''}`
    if (status === 0 || status >= 500) faults.push({ said, id })
    if (performance.now() - start > SLOW_MS) slow.push(`${(performance.now() - start).toFixed(0)} ms ${said}`)
  }

  /** what the server wrote down of a request, without which a fault that comes once in a thousand runs stays a riddle */
  const whyOf = (id: string | undefined) =>
    server
      .said()
      .split('\n')
      .filter((line) => id && line.includes(id))
      .join('\n')

  function send(url: string, method: string, body: Body | undefined): Promise<{ status: number; id?: string }> {
    return new Promise((resolve) => {
      const asking = request(
        url,
        {
          method,
          agent,
          headers: {
            cookie,
            ...(body ? { 'content-type': 'application/json', 'content-length': body.bytes.length } : {}),
            ...(body?.encoding ? { 'content-encoding': body.encoding } : {}),
          },
        },
        (answer) => {
          answer.resume()
          const id = String(answer.headers['x-request-id'] ?? '')
          answer.on('end', () => resolve({ status: answer.statusCode ?? 0, id }))
          answer.on('error', () => resolve({ status: 0, id }))
        },
      )
      asking.on('error', () => resolve({ status: 0 }))
      asking.end(body?.bytes)
    })
  }

  let left = requests
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (left-- > 0) await one()
    }),
  )
  agent.destroy()
  return { statuses, faults: faults.map(({ said, id }) => `${said}\n${whyOf(id)}`), slow }
}

/** the same entries as new ones */
function freshIds(body: unknown, random: Random): unknown {
  const { entries } = body as { entries: Record<string, unknown>[] }
  return { entries: entries.map((entry) => ({ ...entry, id: random.uuid() })) }
}
