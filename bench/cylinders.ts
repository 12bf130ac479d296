// The cylinder book at 2 000 cylinders and 200 000 movements against a tenth of it: opening the list, one cylinder, and the report of a
// period, over HTTP. Needs DATABASE_URL, the built server and the built app.
import { performance } from 'node:perf_hooks'
import pg from 'pg'
import { Driver } from '../e2e/src/driver'
import { launch } from '../e2e/src/launch'
import { startServer } from '../e2e/src/server'
import { inShort } from './short'

const ROUNDS = inShort(9, 1)
const FEW = inShort(200, 20)
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!

const server = await startServer()
const browser = await launch()
const client = new pg.Client({ connectionString: server.database })
await client.connect()
try {
  const lead = await Driver.open(browser, server.base)
  await lead.signIn()
  const cookie = (await lead.page.cookies()).map((c) => `${c.name}=${c.value}`).join('; ')
  const company = (await client.query<{ id: string }>('select id from companies limit 1')).rows[0]!.id
  const results: Record<string, number[]> = {}
  for (const cylinders of [FEW, 10 * FEW]) {
    const one = await fill(company, cylinders, 100)
    const paths = {
      'all cylinders': '/api/cylinders',
      'one cylinder': `/api/cylinders/${one}`,
      'report of a month': '/api/refrigerant?from=2026-03-01&to=2026-03-31',
      'report of a year': '/api/refrigerant?from=2026-01-01&to=2026-12-31',
      'a month as CSV': '/api/refrigerant.csv?from=2026-03-01&to=2026-03-31',
    }
    for (const [name, path] of Object.entries(paths)) (results[name] ??= []).push(await timed(path, cookie))
  }
  for (const [name, [small, large]] of Object.entries(results))
    console.log(
      `${name}: ${small!.toFixed(1)} ms with ${FEW * 100} movements, ${large!.toFixed(1)} ms with ${FEW * 1000}: ${(large! / small!).toFixed(1)} × for ten times as many`,
    )
} finally {
  await client.end()
  await browser.close()
  await server.stop()
}

/** So many cylinders, each bought full and drawn from over a year; answers with one of them. */
async function fill(company: string, cylinders: number, each: number): Promise<string> {
  await client.query('delete from cylinder_movements')
  await client.query('delete from cylinders')
  await client.query(
    `insert into cylinders (company_id, id, cylinder, net_kg, uncertainty_kg, movements, last_at)
     select $1, gen_random_uuid(),
       jsonb_build_object('id', gen_random_uuid(), 'name', 'C-' || n, 'state', 'virgin',
         'refrigerant', (array['R-410A', 'R-32', 'R-454B', 'R-407C'])[1 + n % 4], 'tare', jsonb_build_object('value', 5, 'unit', 'kg')),
       5, 0.02, $3, '2026-12-01' from generate_series(1, $2::int) n`,
    [company, cylinders, each],
  )
  await client.query(
    `insert into cylinder_movements (company_id, cylinder_id, entry_id, kind, at, kg, delta_kg, uncertainty_kg, refrigerant, by)
     select c.company_id, c.id, gen_random_uuid(), case when m = 1 then 'purchased' else 'charged' end,
       timestamptz '2026-01-02' + m * interval '3.5 days', case when m = 1 then 11 else -0.06 end,
       case when m = 1 then 11 else -0.06 end, 0.004, c.cylinder->>'refrigerant', 'bench'
     from cylinders c, generate_series(1, $1::int) m`,
    [each],
  )
  await client.query("update cylinders set cylinder = jsonb_set(cylinder, '{id}', to_jsonb(id::text))")
  await client.query('analyze cylinders, cylinder_movements')
  return (await client.query<{ id: string }>('select id from cylinders limit 1')).rows[0]!.id
}

async function timed(path: string, cookie: string): Promise<number> {
  const times: number[] = []
  for (let i = 0; i <= ROUNDS; i++) {
    const start = performance.now()
    const answer = await fetch(server.base + path, { headers: { cookie } })
    await answer.arrayBuffer()
    if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`)
    // the first one warms up
    if (i > 0) times.push(performance.now() - start)
  }
  return median(times)
}
