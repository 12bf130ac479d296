import path from 'node:path'
import { connect, migrateDatabase, type Db } from './db/client'
import { writeAudit } from './db/companies'
import { companiesOf, findByLogin } from './db/people'
import { importCompany } from './services/leaving/importCompany'
import { ExportProblem } from './services/leaving/readExport'
import { resetLink } from './services/people/accounts'

/** ./zetesis admin …: what only whoever keeps the server may do, with what it says printed where only they read it. */
const publicUrl = process.env.PUBLIC_URL ?? ''

/** reset-lead EMAIL: a one-time link for a lead who lost the password. */
async function resetLead(db: Db, login: string): Promise<void> {
  const person = await findByLogin(db, login.trim().toLowerCase())
  const leads = person ? (await companiesOf(db, person.id)).filter((c) => c.role === 'lead' && !c.removedAt) : []
  if (!person || leads.length === 0)
    throw new ExportProblem(`${login} is no lead here. The address is the one that they sign in with.`)
  const link = await db.transaction(async (tx) => {
    for (const { id } of leads)
      await writeAudit(tx, id, { by: 'whoever keeps the server', what: 'resetAsked', about: person.login })
    return resetLink(tx, { publicUrl }, person.id)
  })
  console.log(link)
}

/** import FILE: a company's export into an empty installation. */
async function bringIn(db: Db, file: string): Promise<void> {
  const { manifest, units, entries, incomplete, links } = await importCompany(db, file, { publicUrl })
  console.log(`${manifest.company.name}: ${units} units, ${entries} entries, every chain whole.`)
  if (incomplete > 0)
    console.log(`Recordings that hadn’t all arrived when the export was made: ${incomplete}. Their papers say so.`)
  console.log('Passwords stayed behind. Each lead sets a new one by a link, good for an hour:')
  for (const { login, link } of links) console.log(`${login} ${link}`)
}

const [act = '', what = ''] = process.argv.slice(2)
const { pool, db } = connect(process.env.DATABASE_URL ?? '', { max: 2 })
try {
  await migrateDatabase(pool, path.resolve(import.meta.dirname, '../drizzle'))
  await (act === 'import' ? bringIn(db, what) : resetLead(db, what))
} catch (error) {
  if (!(error instanceof ExportProblem)) throw error
  console.error(`zetesis: ${error.message}`)
  process.exitCode = 1
} finally {
  await pool.end()
}
