// ./zetesis fuzz [REQUESTS] [SEED]
import { fuzz } from './run'
import { fuzzWorld } from './world'

const requests = Number(process.argv[2] ?? 100_000)
const seed = Number(process.argv[3] ?? 14)
const world = await fuzzWorld()
const start = performance.now()
const { statuses, faults, slow } = await fuzz({ base: world.server.base, requests, seed, ...world })
const seconds = (performance.now() - start) / 1000
console.log(`${requests} bent requests in ${seconds.toFixed(0)} s, seed ${seed}:`, statuses)
for (const fault of [...faults, ...slow].slice(0, 20)) console.log(fault)
console.log(
  `${faults.length} faults of the server, ${slow.length} over a second, ${world.server.starts() - 1} restarts`,
)
await world.server.stop()
process.exitCode = faults.length + slow.length + world.server.starts() - 1 > 0 ? 1 : 0
