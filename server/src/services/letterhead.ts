import type { RecordFile } from '@zetesis/contract'
import { certificateEntries } from '../db/book'
import type { Db } from '../db/client'
import { findCompany } from '../db/companies'
import type { Letterhead } from '../workers/tasks'

/** The company's card and the certificates of whoever wrote in a unit's log, as they are now. */
export async function letterheadOf(db: Db, companyId: string, { log }: RecordFile): Promise<Letterhead> {
  const card = (await findCompany(db, companyId))?.card ?? undefined
  const authors = new Map(log.map(({ author }) => [author.id, author.name]))
  const saved = await certificateEntries(db, companyId)
  const certificates = [...authors].flatMap(([id, name]) => {
    const last = saved.filter((entry) => entry.personId === id).at(-1)
    return last && last.certificates.length > 0 ? [{ name, certificates: last.certificates }] : []
  })
  return { ...(card ? { card } : {}), certificates }
}
