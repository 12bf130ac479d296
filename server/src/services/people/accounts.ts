import { RESET_MINUTES, type PasskeyAnswer, type SessionRow, type WithPassword } from '@zetesis/contract'
import { rightsTable } from '@zetesis/core'
import Bowser from 'bowser'
import { randomUUID } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { SessionData } from 'express-session'
import type { Db, Tx } from '../../db/client'
import { writeAudit } from '../../db/companies'
import { endSession, endSessionsOf, insertReset, sessionsOf, takeReset } from '../../db/links'
import { askReset, takeResetAsked } from '../../db/outbox'
import { changePerson, companiesOf, findByLogin, findPerson, lockPerson, type PersonRow } from '../../db/people'
import type { AuditWhat } from '../../db/schema'
import { HttpProblem } from '../../http/problem'
import type { SignedIn, WhoIs, Whose } from '../../http/scope'
import type { Place } from '../../http/place'
import { FRESH_MS } from '../../http/session'
import { hashOf, makeToken } from './links'
import type { Mailer } from './mail'
import { makePasskeys } from './passkeys'
import { hashPassword, isPassword, markOf, refuseWeak } from './passwords'
import { confirmSecondFactor, endSecondFactor, startSecondFactor, takeCode } from './secondFactor'
import type { Tries } from './tries'

export type Accounts = ReturnType<typeof makeAccounts>

const wrongCode = 'That code is none of yours, or was used already. Wait for the next one, or take a recovery code.'
const wrong = () => new HttpProblem(401, 'wrongCredentials', 'Name or password is wrong. Check both and try again.')
/** Signing in, and what a person does with their own account. */
export function makeAccounts({
  db,
  tries,
  mailer,
  asked = () => undefined,
}: {
  db: Db
  tries: Tries
  mailer: Mailer
  /** a new password was asked for: somebody has to mail a link */
  asked?: () => void
}) {
  const known = new LRUCache<string, { person?: Person }, string>({
    max: 10_000,
    ttl: FRESH_MS,
    // many requests of one person at once ask once
    fetchMethod: async (_key, _stale, { context }) => ({ person: await readPerson(db, context) }),
    // who is forgotten while somebody asks is answered, not kept
    ignoreFetchAbort: true,
  })

  const whoIs: WhoIs = async ({ companyId, userId, mark }) => {
    const person = (await known.fetch(userId, { context: userId }))?.person
    return person && markOf(person.row.passwordHash) === mark ? asSignedIn(person, companyId) : undefined
  }

  /** In the audit of every company that the person is in. */
  async function audited(tx: Tx, userId: string, what: AuditWhat, about?: string): Promise<void> {
    const person = await readPerson(tx, userId)
    for (const { id, removedAt } of person?.companies ?? [])
      if (!removedAt) await writeAudit(tx, id, { by: person!.row.name, what, about: about ?? person!.row.login })
  }

  /** What was done to an account is told to whom it belongs: it may not have been them. */
  async function told(tx: Tx, row: PersonRow, what: string): Promise<void> {
    const companies = (await companiesOf(tx, row.id)).filter((c) => !c.removedAt).map((c) => c.id)
    await mailer.send(tx, companies, {
      to: row.login,
      subject: `${what} on Zetesis`,
      text: `Hello ${row.name},\n\n${what.charAt(0).toLowerCase()}${what.slice(1)} on Zetesis just now. If it wasn't you, ask for a new password at ${mailer.publicUrl}/forgotten and tell a lead.\n`,
    })
  }

  async function setPassword(tx: Tx, row: PersonRow, password: string): Promise<string> {
    refuseWeak(password, [row.name, row.login])
    const passwordHash = await hashPassword(password)
    await changePerson(tx, row.id, { passwordHash })
    known.delete(row.id)
    return markOf(passwordHash)
  }

  /** Ends in a held person whose password and code were right. */
  async function proven({ login, password, code }: { login: string; password: string; code?: string }, from: Place) {
    const name = login.trim().toLowerCase()
    await tries.count('signIn', name, from)
    const row = await findByLogin(db, name)
    if (!(await isPassword(row?.passwordHash, password)) || !row) throw wrong()
    await tries.right('signIn', name, from)
    if (row.secondFactor) {
      if (code === undefined)
        throw new HttpProblem(401, 'secondFactor', 'Type the six digits off your authenticator, or a recovery code.')
      if (!(await isCode(row.id, code, from))) throw new HttpProblem(401, 'wrongCode', wrongCode)
    }
    return row
  }

  /** Somebody signed in says their password again, and a code where they have a second factor, before what can't be undone. */
  async function confirmed(userId: string, { password, code }: WithPassword, from: Place): Promise<PersonRow> {
    const row = await isOwn(userId, password, from)
    if (!row.secondFactor) return row
    const asks = (problem: string, detail: string) => new HttpProblem(422, problem, detail, [{ path: 'code', detail }])
    if (code === undefined)
      throw asks('secondFactor', 'Type the six digits off your authenticator, or a recovery code.')
    if (!(await isCode(userId, code, from))) throw asks('wrongCode', wrongCode)
    return row
  }

  /** counted by itself: whoever types one has the password already */
  async function isCode(userId: string, code: string, from: Place): Promise<boolean> {
    await tries.count('code', userId, from)
    const taken = await db.transaction(async (tx) => takeCode(tx, (await lockPerson(tx, userId))!, code))
    if (taken) await tries.right('code', userId, from)
    return taken
  }

  async function isOwn(userId: string, password: string, from: Place): Promise<PersonRow> {
    const row = (await findPerson(db, userId))!
    await tries.count('signIn', row.login, from)
    if (!(await isPassword(row.passwordHash, password)))
      throw new HttpProblem(422, 'wrongPassword', 'The password is wrong.', [
        { path: 'password', detail: 'The password is wrong.' },
      ])
    await tries.right('signIn', row.login, from)
    return row
  }

  const passkeys = makePasskeys({
    db,
    publicUrl: mailer.publicUrl,
    async told(tx, row, what, words, about) {
      await audited(tx, row.id, what, `${row.login}, ${about}`)
      await told(tx, row, words)
    },
  })

  return {
    whoIs,
    passkeys,
    /** What is asked is written down for whoever asks: so many times from one place. */
    async askPasskey(origin: string | undefined, from: Place) {
      await tries.count('passkey', '', from)
      return passkeys.ask(origin)
    },
    /** Who signs in with a passkey needs neither password nor code: it asked for finger, face or PIN itself. */
    async byPasskey(answer: PasskeyAnswer, asked: Parameters<typeof passkeys.proven>[1], from: Place) {
      await tries.count('passkey', '', from)
      const row = await passkeys.proven(answer, asked)
      await tries.right('passkey', '', from)
      known.delete(row.id)
      return row
    },
    proven,
    confirmed,
    isOwn,
    /** what is known of a person is asked for anew */
    forget: (userId: string) => void known.delete(userId),
    async signIn(credentials: { login: string; password: string; code?: string }, from: Place) {
      const row = await proven(credentials, from)
      known.delete(row.id)
      return this.begin(row.id)
    },
    /** Whose session begins, in the company where the last one was. */
    async begin(userId: string): Promise<{ person: Whose; user: SignedIn }> {
      const person = (await readPerson(db, userId))!
      const mark = markOf(person.row.passwordHash)
      // where the last one was, unless they were taken out of it and are in another
      const last = person.companies.find((c) => c.id === person.row.lastCompanyId)
      const into = last && !last.removedAt ? last : person.companies.find((c) => !c.removedAt)
      const user = asSignedIn(person, (into ?? last)?.id)
      if (!user) throw new HttpProblem(403, 'noCompany', 'You are in no company. Ask a lead to invite you.')
      return { person: { companyId: user.companyId, userId, mark }, user }
    },
    async choose(userId: string, companyId: string): Promise<SignedIn> {
      const person = await readPerson(db, userId)
      const user = person && asSignedIn(person, companyId)
      if (!user || user.companyId !== companyId || user.removed)
        throw new HttpProblem(404, 'notFound', 'You aren’t in this company.')
      await changePerson(db, userId, { lastCompanyId: companyId })
      known.delete(userId)
      return user
    },
    /** A new password with the old one; every other session is over by it. @returns what this session goes on with */
    async changePassword(userId: string, { old, password }: { old: string; password: string }, from: Place) {
      const row = (await findPerson(db, userId))!
      await tries.count('signIn', row.login, from)
      if (!(await isPassword(row.passwordHash, old)))
        throw new HttpProblem(422, 'wrongPassword', 'The old password is wrong.', [
          { path: 'old', detail: 'The old password is wrong.' },
        ])
      await tries.right('signIn', row.login, from)
      return db.transaction(async (tx) => {
        await audited(tx, userId, 'passwordChanged')
        await told(tx, row, 'Your password was changed')
        return setPassword(tx, row, password)
      })
    },
    /** Takes note that a new password was asked for: the same work, and the same answer, whether anybody has that address. */
    async forgot(login: string, from: Place): Promise<void> {
      const name = login.trim().toLowerCase()
      await tries.count('reset', name, from)
      await askReset(db, { id: randomUUID(), login: name })
      asked()
    },
    /** Mails a link to whoever asked for one and is somebody. @returns false where nobody had asked */
    async mailReset(): Promise<boolean> {
      return db.transaction(async (tx) => {
        const taken = await takeResetAsked(tx)
        const row = taken && (await findByLogin(tx, taken.login))
        if (!row) return taken !== undefined
        await audited(tx, row.id, 'resetAsked')
        const link = await resetLink(tx, mailer, row.id)
        const companies = (await companiesOf(tx, row.id)).filter((c) => !c.removedAt).map((c) => c.id)
        const text = (where: string) =>
          `Hello ${row.name},\n\nsomebody, you most likely, asked for a new password for Zetesis. Within ${RESET_MINUTES} minutes this link takes one, once:\n\n${where}\n\nIf it wasn't you, leave it: the password you have stays.\n`
        await mailer.send(tx, companies, {
          to: row.login,
          subject: 'A new password for Zetesis',
          text: text(link),
          shown: text('(the link stands in the mail alone)'),
        })
        return true
      })
    },
    /** Takes a link up: a new password, and every session is over. @returns whose */
    async reset(token: string, password: string): Promise<PersonRow> {
      return db.transaction(async (tx) => {
        const userId = await takeReset(tx, hashOf(token))
        const row = userId && (await lockPerson(tx, userId))
        if (!row) throw new HttpProblem(410, 'linkOver', 'This link was used already, or is over. Ask for a new one.')
        await setPassword(tx, row, password)
        await endSessionsOf(tx, row.id)
        await audited(tx, row.id, 'passwordReset')
        await told(tx, row, 'A new password was set by a link')
        return row
      })
    },
    async sessions(userId: string, here: string): Promise<SessionRow[]> {
      const rows = await sessionsOf(db, userId)
      return rows
        .map(({ sid, sess }) => {
          const { since, seen, agent } = sess as SessionData
          return {
            id: hashOf(sid),
            device: deviceWords(agent ?? ''),
            since: since ?? new Date(0).toISOString(),
            seen: seen ?? since ?? new Date(0).toISOString(),
            here: sid === here,
          }
        })
        .sort((a, b) => b.seen.localeCompare(a.seen))
    },
    async endOne(userId: string, id: string): Promise<void> {
      const row = (await sessionsOf(db, userId)).find(({ sid }) => hashOf(sid) === id)
      if (!row || !(await endSession(db, userId, row.sid)))
        throw new HttpProblem(404, 'notFound', 'This session is over already.')
      await audited(db, userId, 'sessionEnded', deviceWords((row.sess as SessionData).agent ?? ''))
    },
    async signOutEverywhere(userId: string): Promise<void> {
      await endSessionsOf(db, userId)
      await audited(db, userId, 'sessionsEnded')
    },
    startSecondFactor: (userId: string) => db.transaction((tx) => startSecondFactor(tx, userId)),
    async confirmSecondFactor(userId: string, code: string, from: Place): Promise<string[]> {
      await tries.count('code', userId, from)
      return db.transaction(async (tx) => {
        const codes = await confirmSecondFactor(tx, userId, code)
        await tries.right('code', userId, from)
        await audited(tx, userId, 'secondFactorOn')
        await told(tx, (await findPerson(tx, userId))!, 'A second factor was switched on')
        known.delete(userId)
        return codes
      })
    },
    async endSecondFactor(userId: string, proof: WithPassword, from: Place): Promise<void> {
      const row = await confirmed(userId, proof, from)
      await db.transaction(async (tx) => {
        await endSecondFactor(tx, userId)
        await audited(tx, userId, 'secondFactorOff')
        await told(tx, row, 'The second factor was switched off')
      })
      known.delete(userId)
    },
  }
}

/** A link for a new password, for a mail or for whoever keeps the server. */
export async function resetLink(tx: Tx, mailer: Pick<Mailer, 'publicUrl'>, userId: string): Promise<string> {
  const { token, tokenHash } = makeToken()
  await insertReset(tx, { tokenHash, userId, until: new Date(Date.now() + RESET_MINUTES * 60_000) })
  // behind the #: it is in no server's log and in no Referer
  return `${mailer.publicUrl}/new-password#${token}`
}

interface Person {
  readonly row: PersonRow
  readonly companies: Awaited<ReturnType<typeof companiesOf>>
}

async function readPerson(db: Tx, userId: string): Promise<Person | undefined> {
  const row = await findPerson(db, userId)
  return row && { row, companies: await companiesOf(db, userId) }
}

/** The person in a company: the one that is asked for, or else one that they are in. Who was taken out of it is shown as that. */
function asSignedIn({ row, companies }: Person, wanted: string | undefined): SignedIn | undefined {
  const here = companies.find((c) => c.id === wanted) ?? companies.find((c) => !c.removedAt) ?? companies[0]
  if (!here) return undefined
  return {
    id: row.id,
    name: row.name,
    login: row.login,
    role: here.role,
    company: here.name,
    companyId: here.id,
    rights: rightsTable(here.rights),
    companies: companies.filter((c) => !c.removedAt).map(({ id, name, role }) => ({ id, name, role })),
    secondFactor: row.secondFactor !== null,
    ...(here.deleteAt ? { ends: here.deleteAt.toISOString() } : {}),
    ...(here.removedAt ? { removed: true } : {}),
  }
}

/** A browser by its own word, in a few of ours. */
function deviceWords(agent: string): string {
  if (agent === '') return 'Unknown device'
  const { browser, os } = Bowser.parse(agent)
  return [browser.name ?? 'A browser', os.name].filter(Boolean).join(' on ')
}
