import { randomUUID } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { createTransport } from 'nodemailer'
import type { Tx } from '../../db/client'
import { insertMail } from '../../db/companies'

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
}

export interface Mailer {
  readonly publicUrl: string
  /** Keeps it under *Sent mail* of the companies, and sends it. A server that doesn't take it fails the act that it belongs to. */
  send(tx: Tx, companyIds: readonly string[], mail: Mail): Promise<void>
}

const FROM = 'Zetesis <zetesis@localhost>'

export function makeMailer({ smtpUrl, dir, from = FROM, publicUrl }: MailSettings): Mailer {
  const smtp = smtpUrl ? createTransport(smtpUrl, { from }) : undefined
  const file = createTransport({ streamTransport: true, buffer: true, newline: 'windows' }, { from })
  if (dir) mkdirSync(dir, { recursive: true, mode: 0o700 })
  return {
    publicUrl,
    async send(tx, companyIds, { to, subject, text, shown = text }) {
      const id = randomUUID()
      for (const companyId of companyIds) await insertMail(tx, { companyId, id, to, subject, text: shown })
      if (smtp) return void (await smtp.sendMail({ to, subject, text }))
      if (!dir) return
      const { message } = await file.sendMail({ to, subject, text })
      const stamp = new Date().toISOString().replace(/[:.]/g, '-')
      writeFileSync(path.join(dir, `${stamp}-${id.slice(0, 8)}.eml`), message as Buffer, { mode: 0o600 })
    },
  }
}
