import {
  INVITATION_DAYS,
  roleWords,
  type Crew,
  type Invitation,
  type InvitationShown,
  type Member,
} from '@zetesis/contract'
import type { Role } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import type { Db, Tx } from '../../db/client'
import { listMails, lockCompany, pageAudit, writeAudit } from '../../db/companies'
import { changeInvitation, insertInvitation, listInvitations, lockInvitation, type InvitationRow } from '../../db/links'
import {
  changePerson,
  findByLogin,
  findPerson,
  findMember,
  insertPerson,
  membersOf,
  otherLeads,
  putMember,
  removeMember,
} from '../../db/people'
import type { Place } from '../../http/place'
import { HttpProblem, notFound } from '../../http/problem'
import type { SignedIn } from '../../http/scope'
import type { Accounts } from './accounts'
import { hashOf, makeToken } from './links'
import type { Mailer } from './mail'
import { hashPassword, refuseWeak } from './passwords'

export type Members = ReturnType<typeof makeMembers>

const DAY_MS = 24 * 60 * 60_000
const MAILS_SHOWN = 200
const AUDIT_PAGE = 100
/** invitations of one company that are open at once */
const MOST_OPEN = 200

/** Who is in a company: invited, taken in, given another role, taken out. */
export function makeMembers({ db, mailer, accounts }: { db: Db; mailer: Mailer; accounts: Accounts }) {
  return {
    async list(companyId: string): Promise<{ people: Member[]; invitations: Invitation[] }> {
      const people = (await membersOf(db, companyId)).map(({ since, removedAt, secondFactor, ...row }) => ({
        ...row,
        since: since.toISOString(),
        secondFactor: secondFactor !== null,
        ...(removedAt ? { removed: removedAt.toISOString() } : {}),
      }))
      return { people, invitations: (await listInvitations(db, companyId)).map(shownInvitation) }
    },

    /** Who is in it now, by name. */
    async crew(companyId: string): Promise<Crew['crew']> {
      const people = (await membersOf(db, companyId)).filter((m) => !m.removedAt)
      return people.map(({ id, name, role }) => ({ id, name, role }))
    },

    /** Mails a link; one that was open for the same address counts no more. */
    async invite(lead: SignedIn, { login, role }: { login: string; role: Role }) {
      const { companyId, company, name } = lead
      return db.transaction(async (tx) => {
        await lockCompany(tx, companyId)
        const inside = (await membersOf(tx, companyId)).find((m) => m.login === login && !m.removedAt)
        if (inside) {
          const detail = `${inside.name} is in ${company} already, as ${roleWords[inside.role].toLowerCase()}.`
          throw new HttpProblem(409, 'isIn', detail, [{ path: 'login', detail }])
        }
        const open = (await listInvitations(tx, companyId)).filter((i) => stateOf(i) === 'open')
        for (const { id } of open.filter((i) => i.login === login))
          await changeInvitation(tx, companyId, id, { withdrawnAt: new Date() })
        if (open.length >= MOST_OPEN)
          throw new HttpProblem(422, 'tooManyOpen', `${MOST_OPEN} invitations are open. Withdraw some first.`)
        const { token, tokenHash } = makeToken()
        const at = new Date()
        const row: InvitationRow = {
          companyId,
          id: randomUUID(),
          tokenHash,
          login,
          role,
          by: name,
          at,
          until: new Date(at.getTime() + INVITATION_DAYS * DAY_MS),
          usedAt: null,
          withdrawnAt: null,
        }
        await insertInvitation(tx, row)
        await writeAudit(tx, companyId, { by: name, what: 'invited', about: `${login} as ${role}` })
        const link = `/join#${token}`
        const text = (where: string) =>
          `Hello,\n\n${name} invites you to ${company} on Zetesis, as ${roleWords[role].toLowerCase()}. Open this link within ${INVITATION_DAYS} days; it works once:\n\n${where}\n`
        await mailer.send(tx, [companyId], {
          to: login,
          subject: `${name} invites you to ${company} on Zetesis`,
          text: text(`${mailer.publicUrl}${link}`),
          // who reads what was sent, or a backup, joins as nobody
          shown: text('(the link stands in the mail alone)'),
        })
        return { invitation: shownInvitation(row), link }
      })
    },

    async withdraw(lead: SignedIn, id: string): Promise<void> {
      await db.transaction(async (tx) => {
        const row = await changeInvitation(tx, lead.companyId, id, { withdrawnAt: new Date() })
        if (!row) throw notFound()
        await writeAudit(tx, lead.companyId, { by: lead.name, what: 'invitationWithdrawn', about: row.login })
      })
    },

    async shown(token: string): Promise<InvitationShown> {
      return db.transaction(async (tx) => {
        const { invitation, company } = await openInvitation(tx, token)
        const { by, login, role } = invitation
        return { company, by, login, role, known: (await findByLogin(tx, login)) !== undefined }
      })
    },

    /** Takes an invitation up, once. @returns whose session begins */
    async join(
      { token, name, password, code }: { token: string; name?: string; password: string; code?: string },
      from: Place,
      /** whose session the browser has */
      signedIn?: string,
    ) {
      // a password is looked at outside the transaction: it is slow, and a wrong one is counted whatever becomes of the rest
      const { login } = (await db.transaction((tx) => openInvitation(tx, token))).invitation
      const here = signedIn === undefined ? undefined : await findPerson(db, signedIn)
      if (here && here.login !== login)
        throw new HttpProblem(
          409,
          'signedInAsOther',
          `This browser is signed in as ${here.name}, and the invitation is for ${login}. Sign out first, then open the link again.`,
        )
      const known = await findByLogin(db, login)
      if (known) await accounts.proven({ login, password, code }, from)
      else refuseWeak(password, [name ?? '', login])
      const passwordHash = known ? '' : await hashPassword(password)
      const userId = await db.transaction(async (tx) => {
        const { invitation } = await openInvitation(tx, token)
        const { companyId, id, role } = invitation
        const person = await findByLogin(tx, login)
        if ((person === undefined) !== (known === undefined)) throw again()
        const userId = person?.id ?? randomUUID()
        if (!person) {
          if (!name) throw again()
          await insertPerson(tx, { id: userId, login, name, passwordHash })
        }
        await putMember(tx, companyId, userId, role)
        await changePerson(tx, userId, { lastCompanyId: companyId })
        await changeInvitation(tx, companyId, id, { usedAt: new Date() })
        await writeAudit(tx, companyId, { by: person?.name ?? name!, what: 'joined', about: `${login} as ${role}` })
        return userId
      })
      accounts.forget(userId)
      return accounts.begin(userId)
    },

    async change(lead: SignedIn, userId: string, role: Role): Promise<void> {
      await changed(lead, userId, async (tx, member) => {
        if (member.role === 'lead' && role !== 'lead') await notTheLast(tx, lead.companyId, userId)
        await putMember(tx, lead.companyId, userId, role)
        const what = member.removedAt ? 'broughtBack' : 'roleChanged'
        await writeAudit(tx, lead.companyId, { by: lead.name, what, about: `${member.login} as ${role}` })
      })
    },

    async remove(lead: SignedIn, userId: string): Promise<void> {
      await changed(lead, userId, async (tx, member) => {
        if (member.removedAt) return
        if (member.role === 'lead') await notTheLast(tx, lead.companyId, userId)
        await removeMember(tx, lead.companyId, userId)
        await writeAudit(tx, lead.companyId, { by: lead.name, what: 'removed', about: member.login })
      })
    },

    mails: async (companyId: string) =>
      (await listMails(db, companyId, MAILS_SHOWN)).map(({ at, id, to, subject, text, state, problem }) => ({
        id,
        to,
        subject,
        text,
        state,
        ...(problem ? { problem } : {}),
        at: at.toISOString(),
      })),

    async audit(companyId: string, before: number) {
      const rows = await pageAudit(db, companyId, { before, limit: AUDIT_PAGE + 1 })
      const lines = rows.slice(0, AUDIT_PAGE).map(({ seq, at, by, what, about }) => ({
        seq,
        at: at.toISOString(),
        by,
        what,
        about,
      }))
      return { lines, more: rows.length > AUDIT_PAGE }
    },
  }

  async function changed(
    lead: SignedIn,
    userId: string,
    act: (tx: Tx, member: NonNullable<Awaited<ReturnType<typeof findMember>>>) => Promise<void>,
  ): Promise<void> {
    await db.transaction(async (tx) => {
      // two leads who remove each other at once come one after the other
      await lockCompany(tx, lead.companyId)
      const member = await findMember(tx, lead.companyId, userId)
      if (!member) throw notFound()
      await act(tx, member)
    })
    accounts.forget(userId)
  }
}

async function notTheLast(tx: Tx, companyId: string, userId: string): Promise<void> {
  if ((await otherLeads(tx, companyId, userId)) === 0)
    throw new HttpProblem(
      422,
      'lastLead',
      'This is the only lead. Make somebody else a lead first: without one nobody could decide anything.',
    )
}

const again = () => new HttpProblem(409, 'openAgain', 'Something changed meanwhile. Open the link again.')

const stateOf = ({ usedAt, withdrawnAt, until }: InvitationRow): Invitation['state'] =>
  usedAt ? 'used' : withdrawnAt ? 'withdrawn' : until.getTime() <= Date.now() ? 'expired' : 'open'

function shownInvitation(row: InvitationRow): Invitation {
  const { id, login, role, by, at, until } = row
  return { id, login, role, by, at: at.toISOString(), until: until.toISOString(), state: stateOf(row) }
}

const closed: Record<Exclude<Invitation['state'], 'open'>, string> = {
  used: 'This invitation was used already. If it was you, sign in; if not, ask for another.',
  withdrawn: 'This invitation was taken back, or another one was sent since. Ask for another.',
  expired: `This invitation is over: they hold ${INVITATION_DAYS} days. Ask for another.`,
}

async function openInvitation(tx: Tx, token: string) {
  const found = await lockInvitation(tx, hashOf(token))
  if (!found) throw new HttpProblem(404, 'noInvitation', 'This isn’t an invitation. Open the whole link from the mail.')
  const state = stateOf(found.invitation)
  if (state !== 'open') throw new HttpProblem(410, `invitation-${state}`, closed[state])
  return found
}
