import { randomUUID } from 'node:crypto'
import type { Tx } from '../../db/client'
import { insertMail } from '../../db/companies'
import { putInOutbox } from '../../db/outbox'
import { makeSealing } from './sealing'

export interface Mail {
  readonly to: string
  readonly subject: string
  readonly text: string
  /** as leads see it under *Sent mail*, where the mail itself holds what is for its reader alone */
  readonly shown?: string
}

export interface MailSettings {
  /** a real server, smtp://…; without one, mails are files */
  readonly smtpUrl?: string
  /** where the files are written: one `.eml` a mail */
  readonly dir?: string
  readonly from?: string
  /** where the links in them lead */
  readonly publicUrl: string
  /** of this installation, not in its database: seals what waits to go out */
  readonly secret: string
}

export interface Mailer {
  readonly publicUrl: string
  /** Keeps it under *Sent mail* of the companies, and puts it into the outbox: it goes out once the transaction it belongs to has ended. Whether a server takes it holds up nobody. */
  send(tx: Tx, companyIds: readonly string[], mail: Mail): Promise<void>
}

export type OutgoingMail = Pick<Mail, 'to' | 'subject' | 'text'>

/** a link in it is over by then */
const GIVEN_UP_MS = 24 * 60 * 60_000

export const sealingOf = ({ secret }: Pick<MailSettings, 'secret'>) => makeSealing(secret, 'zetesis outbox')

export function makeMailer(settings: MailSettings, wake: () => void): Mailer {
  const sealing = sealingOf(settings)
  return {
    publicUrl: settings.publicUrl,
    async send(tx, companyIds, { to, subject, text, shown = text }) {
      const id = randomUUID()
      for (const companyId of companyIds)
        await insertMail(tx, { companyId, id, to, subject, text: shown, state: 'waiting' })
      const out: OutgoingMail = { to, subject, text }
      const until = new Date(Date.now() + GIVEN_UP_MS)
      await putInOutbox(tx, { id, sealed: sealing.seal(JSON.stringify(out)), until })
      wake()
    },
  }
}
