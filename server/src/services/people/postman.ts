import { mkdirSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import path from 'node:path'
import { createTransport } from 'nodemailer'
import type { Db } from '../../db/client'
import { endMail, putOff, takeDueMail } from '../../db/outbox'
import { sealingOf, type MailSettings, type OutgoingMail } from './mail'

const FROM = 'Zetesis <zetesis@localhost>'
/** a server that doesn't speak by then is left */
const SILENT_MS = 15_000
/** longer than any try takes: a process that died in one leaves its mail to the others */
const HELD_S = 120
const FIRST_WAIT_S = 30
const LONGEST_WAIT_S = 3600
const LOOK_MS = 5000
/** what was put in belongs to a transaction that ends about now */
const SOON_MS = 60
const AT_ONCE = 3

export interface Postman {
  /** something was put into the outbox */
  wake(): void
  start(): void
  stop(): void
  /** All that is due, now: for tests and for the end of a process. */
  drain(): Promise<void>
}

/**
 * Takes mails from the outbox and brings them to the mail server, or into files where there is none: outside of any request and of any transaction, so that a mute server holds up nobody. What isn't taken is tried
 * again, ever later, for a day; then it is given up, and leads read that under *Sent mail*.
 *
 * @param first what is done before each round: work that ends in mails
 */
export function makePostman(db: Db, settings: MailSettings, first: () => Promise<void> = async () => {}): Postman {
  const { smtpUrl, dir, from = FROM } = settings
  const sealing = sealingOf(settings)
  const silent = { connectionTimeout: SILENT_MS, greetingTimeout: SILENT_MS, socketTimeout: SILENT_MS }
  const smtp = smtpUrl ? createTransport({ url: smtpUrl, ...silent }, { from }) : undefined
  const file = createTransport({ streamTransport: true, buffer: true, newline: 'windows' }, { from })
  if (dir) mkdirSync(dir, { recursive: true, mode: 0o700 })
  let timer: NodeJS.Timeout | undefined
  let running = false
  let stopped = true
  let round: Promise<void> | undefined

  async function bring(id: string, mail: OutgoingMail): Promise<void> {
    if (smtp) return void (await smtp.sendMail(mail))
    if (!dir) return
    const { message } = await file.sendMail(mail)
    const stamp = new Date().toISOString().replace(/[:.]/g, '-')
    await writeFile(path.join(dir, `${stamp}-${id.slice(0, 8)}.eml`), message as Buffer, { mode: 0o600 })
  }

  async function one(): Promise<boolean> {
    const row = await takeDueMail(db, HELD_S)
    if (!row) return false
    const text = sealing.open(row.sealed)
    if (text === undefined) {
      await endMail(db, row.id, { state: 'failed', problem: 'It was sealed with another secret of the server.' })
      return true
    }
    try {
      await bring(row.id, JSON.parse(text) as OutgoingMail)
      await endMail(db, row.id, { state: 'sent' })
    } catch (error) {
      // what a server answers may name the reader; it is no secret to the leads who asked
      const problem = (error instanceof Error ? error.message : String(error)).slice(0, 200)
      if (row.until.getTime() <= Date.now()) await endMail(db, row.id, { state: 'failed', problem })
      else
        await putOff(db, row.id, {
          seconds: Math.min(FIRST_WAIT_S * 2 ** (row.attempts - 1), LONGEST_WAIT_S),
          problem,
        })
    }
    return true
  }

  async function all(): Promise<void> {
    await first()
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (await one());
      }),
    )
  }

  /** one round at a time; what was put in meanwhile is the next one's */
  async function drain(): Promise<void> {
    while (round) await round.catch(() => undefined)
    round = all().finally(() => (round = undefined))
    await round
  }

  function next(ms: number): void {
    if (stopped) return
    clearTimeout(timer)
    timer = setTimeout(() => {
      running = true
      void drain()
        // the database is away: later
        .catch((error: unknown) => console.error(`mail: ${error instanceof Error ? error.message : 'not sent'}`))
        .finally(() => {
          running = false
          next(LOOK_MS)
        })
    }, ms)
    timer.unref()
  }

  return {
    wake: () => {
      if (!running) next(SOON_MS)
    },
    start() {
      stopped = false
      next(SOON_MS)
    },
    stop() {
      stopped = true
      clearTimeout(timer)
      smtp?.close()
    },
    drain,
  }
}
