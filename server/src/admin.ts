import path from 'node:path'
import { connect, migrateDatabase } from './db/client'
import { writeAudit } from './db/companies'
import { companiesOf, findByLogin } from './db/people'
import { resetLink } from './services/people/accounts'

/** ./zetesis admin reset-lead EMAIL: a one-time link for a lead who lost the password, printed where only who keeps the server reads it. */
const [login = ''] = process.argv.slice(2)
const { pool, db } = connect(process.env.DATABASE_URL ?? '', { max: 2 })
await migrateDatabase(pool, path.resolve(import.meta.dirname, '../drizzle'))
const person = await findByLogin(db, login.trim().toLowerCase())
const leads = person ? (await companiesOf(db, person.id)).filter((c) => c.role === 'lead' && !c.removedAt) : []
if (!person || leads.length === 0) {
  console.error(`zetesis: ${login} is no lead here. The address is the one that they sign in with.`)
  process.exitCode = 1
} else {
  const link = await db.transaction(async (tx) => {
    for (const { id } of leads)
      await writeAudit(tx, id, { by: 'whoever keeps the server', what: 'resetAsked', about: person.login })
    return resetLink(tx, { publicUrl: process.env.PUBLIC_URL ?? '' }, person.id)
  })
  console.log(link)
}
await pool.end()
