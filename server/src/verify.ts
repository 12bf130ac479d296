// Checks every log and every unit's state in a database; ends with 1 where one isn't what it should be. ./zetesis verify
// With the word world it says which world the database holds, for backup and restore: demo, own or empty.
import { chainWords } from '@zetesis/contract'
import { connect } from './db/client'
import { worldOf } from './services/world'
import { verifyAll } from './services/verify'

const { pool, db } = connect(process.env.DATABASE_URL ?? '')
if (process.argv[2] === 'world') console.log(await worldOf(db))
else await verify()
await pool.end()

async function verify(): Promise<void> {
  const { units, books, digest } = await verifyAll(db)
  let wrong = 0
  for (const { tag, unitId, chain, stateAgrees, traces, fault } of units) {
    const intact = chain.ok || chain.reason === 'idCase'
    if (!intact || !stateAgrees || traces.length > 0) wrong += 1
    if (!chain.ok) console.log(`${tag} (${unitId}): ${chainWords(chain)}`)
    for (const traceId of traces)
      console.log(`${tag} (${unitId}): the samples of recording ${traceId} aren’t those that its log ended with.`)
    if (fault) console.log(`${tag} (${unitId}): can’t be read (${fault}).`)
    else if (intact && !stateAgrees) console.log(`${tag} (${unitId}): what the board shows isn’t what its log says.`)
  }
  for (const { companyId, name, chain, wrong: found } of books) {
    if (!chain.ok || found.length > 0) wrong += 1
    if (!chain.ok) console.log(`Book of ${name} (${companyId}): ${chainWords(chain)}`)
    for (const what of found) console.log(`Book of ${name} (${companyId}): ${what} isn’t as book and logs have it.`)
  }
  const entries = units.reduce((sum, unit) => sum + unit.entries, 0)
  const booked = books.reduce((sum, book) => sum + book.entries, 0)
  console.log(
    `${units.length} units, ${entries} entries, ${books.length} ${books.length === 1 ? 'book' : 'books'} of ${booked}, ${wrong} wrong; digest ${digest}`,
  )
  process.exitCode = wrong > 0 ? 1 : 0
}
