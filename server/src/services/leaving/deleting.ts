import { GRACE_DAYS } from '@zetesis/contract'
import type { Db } from '../../db/client'
import { lockCompany, writeAudit } from '../../db/companies'
import { companiesToDelete, deleteCompany, setDeletion } from '../../db/leaving'
import { membersOf } from '../../db/people'
import type { Place } from '../../http/place'
import { HttpProblem } from '../../http/problem'
import type { SignedIn } from '../../http/scope'
import type { Mailer } from '../people/mail'

const DAY_MS = 24 * 60 * 60_000

export type Deleting = ReturnType<typeof makeDeleting>

/** A company that is to go: said by a lead in so many letters, and thirty days in which any lead can keep it. */
export function makeDeleting(
  db: Db,
  mailer: Mailer,
  confirm: (userId: string, password: string, from: Place) => Promise<unknown>,
) {
  return {
    async ask(lead: SignedIn, { name, password }: { name: string; password: string }, from: Place): Promise<Date> {
      if (name.trim() !== lead.company) {
        const detail = `Type the company’s name as it stands: ${lead.company}`
        throw new HttpProblem(422, 'otherName', detail, [{ path: 'name', detail }])
      }
      await confirm(lead.id, password, from)
      const ends = new Date(Date.now() + GRACE_DAYS * DAY_MS)
      await db.transaction(async (tx) => {
        await lockCompany(tx, lead.companyId)
        await setDeletion(tx, lead.companyId, ends)
        await writeAudit(tx, lead.companyId, { by: lead.name, what: 'deletionAsked', about: ends.toISOString() })
        for (const { login, name: who, role, removedAt } of await membersOf(tx, lead.companyId))
          if (role === 'lead' && !removedAt)
            await mailer.send(tx, [lead.companyId], {
              to: login,
              subject: `${lead.company} is to be deleted`,
              text: `Hello ${who},\n\n${lead.name} asked for ${lead.company} to be deleted, with every log, recording and paper of it. That happens on ${ends.toISOString().slice(0, 10)}. Until then any lead can keep it, under Company, Leaving: ${mailer.publicUrl}/company/leaving\n`,
            })
      })
      return ends
    },
    async keep(lead: SignedIn): Promise<void> {
      await db.transaction(async (tx) => {
        await lockCompany(tx, lead.companyId)
        await setDeletion(tx, lead.companyId, null)
        await writeAudit(tx, lead.companyId, { by: lead.name, what: 'deletionTakenBack', about: lead.company })
      })
    },
  }
}

/** Deletes what was to go by now, each company in a transaction. @returns their ids */
export async function deleteEnded(db: Db, now = new Date()): Promise<string[]> {
  const gone: string[] = []
  for (const { id } of await companiesToDelete(db, now))
    await db.transaction(async (tx) => {
      const held = await lockCompany(tx, id)
      // kept, or deleted by another process, in the meantime
      if (!held?.deleteAt || held.deleteAt > now) return
      await deleteCompany(tx, id)
      gone.push(id)
    })
  return gone
}
