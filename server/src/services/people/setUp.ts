import type { SetUp } from '@zetesis/contract'
import { ENTRY_VERSION, isTimeZone, readyProfiles, type BookEntry, type BookEntryBody } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import type { Db } from '../../db/client'
import {
  anyCompany,
  countTry,
  findSetUp,
  insertCompany,
  lockSetUp,
  putSetUpCode,
  takeTryBack,
  useSetUp,
  writeAudit,
} from '../../db/companies'
import { findByLogin, insertPerson, putMember } from '../../db/people'
import { HttpProblem } from '../../http/problem'
import { appendBook } from '../book'
import { hashOf, readableCode, typedCode } from './links'
import { hashPassword, refuseWeak } from './passwords'

/** wrong codes before a new one is needed */
const WRONG_CODES = 5

export type SettingUp = ReturnType<typeof makeSettingUp>

/** A new code for an installation without a company, to be printed where it was started; undefined where there is one. */
export async function newSetUpCode(db: Db): Promise<string | undefined> {
  if (await anyCompany(db)) return undefined
  const code = readableCode(3, 4)
  await putSetUpCode(db, hashOf(typedCode(code)))
  return code
}

export function makeSettingUp(db: Db) {
  /** Each try is counted outside the transaction that it may fail. */
  async function check(code: string): Promise<void> {
    const row = await findSetUp(db)
    if (!row || row.usedAt || (await anyCompany(db)))
      throw new HttpProblem(410, 'setUpDone', 'This installation is set up already. Sign in.')
    const tried = await countTry(db, WRONG_CODES)
    if (tried === undefined) throw locked()
    if (row.codeHash === hashOf(typedCode(code))) return takeTryBack(db)
    const left = WRONG_CODES - tried
    if (left <= 0) throw locked()
    const detail = `That isn’t the code that the terminal shows. ${left === 1 ? 'One try is' : `${left} tries are`} left.`
    throw new HttpProblem(422, 'wrongSetUpCode', detail, [{ path: 'code', detail }])
  }

  return {
    open: async (): Promise<boolean> => {
      const row = await findSetUp(db)
      return row !== undefined && !row.usedAt && !(await anyCompany(db))
    },
    check,
    /** The company, its book and its first lead: all of it or nothing, and once. @returns the lead */
    async setUp({ code, company, units, method, lead }: SetUp): Promise<string> {
      await check(code)
      refuseWeak(lead.password, [lead.name, lead.login, company.name])
      const ready = readyProfiles.find((profile) => profile.id === method)
      if (!ready)
        throw new HttpProblem(422, 'noSuchMethod', 'Choose one of the ready methods.', [
          { path: 'method', detail: 'Choose one.' },
        ])
      if (company.timeZone !== undefined && !isTimeZone(company.timeZone)) {
        const detail = 'No time zone has this name. Write it as America/Denver or Europe/Vienna.'
        throw new HttpProblem(422, 'notAZone', detail, [{ path: 'company.timeZone', detail }])
      }
      const passwordHash = await hashPassword(lead.password)
      return db.transaction(async (tx) => {
        const row = await lockSetUp(tx)
        if (!row || row.usedAt || (await anyCompany(tx)) || (await findByLogin(tx, lead.login)))
          throw new HttpProblem(410, 'setUpDone', 'This installation is set up already. Sign in.')
        const companyId = randomUUID()
        const userId = randomUUID()
        await useSetUp(tx)
        await insertCompany(tx, { id: companyId, name: company.name })
        await insertPerson(tx, {
          id: userId,
          login: lead.login,
          name: lead.name,
          passwordHash,
          lastCompanyId: companyId,
        })
        await putMember(tx, companyId, userId, 'lead')
        await writeAudit(tx, companyId, { by: lead.name, what: 'setUp', about: company.name })
        const mine =
          ready.choices.units === units
            ? ready
            : { ...ready, id: randomUUID(), name: `${ready.name}, ours`, choices: { ...ready.choices, units } }
        const bodies: BookEntryBody[] = [
          { kind: 'companySaved', company },
          ...(mine === ready ? [] : [{ kind: 'profileSaved', profile: mine } as const]),
          { kind: 'profileChosen', profileId: mine.id },
        ]
        await appendBook(
          tx as unknown as Db,
          { companyId, author: { id: userId, name: lead.name } },
          bodies.map(stamped),
        )
        return userId
      })
    },
  }
}

function stamped(body: BookEntryBody): BookEntry {
  const at = new Date().toISOString()
  return { v: ENTRY_VERSION, id: randomUUID(), at, writtenAt: at, ...body } as BookEntry
}

const locked = () =>
  new HttpProblem(
    423,
    'setUpLocked',
    'Five wrong codes: this one is void. Start the server again; the terminal shows a new one.',
  )
