import { startServer } from '../server'
import { sessionCookie } from '../sessionCookie'

interface Chained {
  readonly entry: { readonly kind: string; readonly [key: string]: unknown }
}

/** The demo world on a server of its own, signed in, with its ids and with every kind of entry that it holds as bodies to bend. */
export async function fuzzWorld() {
  const server = await startServer()
  const signedIn = await fetch(`${server.base}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'mara', password: 'copper-line' }),
  })
  const cookie = sessionCookie(signedIn)
  const get = async <T>(path: string) =>
    (await (await fetch(`${server.base}/api${path}`, { headers: { cookie } })).json()) as T
  const { jobs } = await get<{ jobs: { id: string }[] }>('/jobs')
  const { units } = await get<{ units: { id: string }[] }>('/units')
  const { cylinders } = await get<{ cylinders: { cylinder: { id: string } }[] }>('/cylinders')
  const ids = [...units.map((u) => u.id), ...jobs.map((j) => j.id), ...cylinders.map((c) => c.cylinder.id)]
  const kinds = new Map<string, unknown[]>()
  for (const { id } of units)
    for (const { entry } of (await get<{ entries: Chained[] }>(`/units/${id}/entries`)).entries) {
      const list = kinds.get(entry.kind) ?? []
      if (list.length < 6) list.push({ entries: [entry] })
      kinds.set(entry.kind, list)
    }
  return { server, cookie, ids, seeds: [...kinds.values()].flat(), get }
}
