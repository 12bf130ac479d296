import { roles, type RightsTable } from '@zetesis/core'
import { z } from 'zod'
import { admitting, stored } from './door'
import { librarySchemas } from './library'
import { text } from './text'

const { id, instant } = stored
const { CompanyCardSchema } = librarySchemas(admitting)

/** Fewer letters than this are no password (NIST SP 800-63B asks for eight, OWASP ASVS 2.1.1 for twelve). */
export const PASSWORD_LENGTH = 12
/** Days that an invitation holds, minutes that a link for a new password does. */
export const INVITATION_DAYS = 7
export const RESET_MINUTES = 60

/** An e-mail address, in small letters whoever typed it. */
export const Email = z
  .string()
  .trim()
  .toLowerCase()
  .max(200, 'At most 200 letters.')
  .pipe(z.email('Type an e-mail address, such as kim@example.com.'))
/** spaces and marks count; nothing is cut off */
export const NewPassword = z
  .string()
  .min(PASSWORD_LENGTH, `At least ${PASSWORD_LENGTH} letters. A few words in a row are easy to remember.`)
  .max(200, 'At most 200 letters.')
const PersonName = text(80, 1)
/** what a link carries: 32 bytes of chance */
const token = z.string().regex(/^[\w-]{43}$/, 'This link isn’t whole. Open it again from the mail.')
/** six digits off the authenticator, or a recovery code */
const code = z.string().trim().min(6, 'Six digits, or a recovery code.').max(40)

export const SignIn = z.strictObject({
  login: text(200, 1),
  password: z.string().min(1, 'Type your password.').max(200),
  code: code.optional(),
})

const role = z.enum(roles)
/** Made by core's `rightsTable`: its type is enough. */
const rightsTable = z.looseObject({ lead: z.record(z.string(), z.string()) }) as unknown as z.ZodType<RightsTable>

export const SessionUser = z.object({
  id: z.string(),
  name: z.string(),
  login: z.string(),
  /** in the company that this session is in now */
  role,
  company: z.string(),
  companyId: z.string(),
  rights: rightsTable,
  /** all that the person is in */
  companies: z.array(z.object({ id: z.string(), name: z.string(), role })),
  secondFactor: z.boolean(),
  /** when this company is deleted, where a lead asked for that */
  ends: instant.optional(),
})
export type SessionUser = z.infer<typeof SessionUser>
export const ChooseCompany = z.strictObject({ companyId: admitting.id })

/** Whether the server waits to be set up. */
export const SetUpState = z.object({ open: z.boolean() })
export const SetUpCode = z.strictObject({ code: text(40, 1) })
export const SetUp = z.strictObject({
  code: text(40, 1),
  company: CompanyCardSchema,
  units: z.enum(['ip', 'si']),
  /** id of the ready method that the company begins with */
  method: z.string().min(1).max(60),
  lead: z.strictObject({ name: PersonName, login: Email, password: NewPassword }),
})
export type SetUp = z.infer<typeof SetUp>

export const Member = z.object({
  id,
  name: z.string(),
  login: z.string(),
  role,
  since: instant,
  /** taken out of the company then; what they logged stays theirs */
  removed: instant.optional(),
  secondFactor: z.boolean(),
})
export type Member = z.infer<typeof Member>
export const Invitation = z.object({
  id,
  login: z.string(),
  role,
  by: z.string(),
  at: instant,
  until: instant,
  state: z.enum(['open', 'used', 'expired', 'withdrawn']),
})
export type Invitation = z.infer<typeof Invitation>
export const People = z.object({ people: z.array(Member), invitations: z.array(Invitation) })
export type People = z.infer<typeof People>
/** Who is in the company now, for choosing from: anybody of it may read that. */
export const Crew = z.object({ crew: z.array(z.object({ id, name: z.string(), role })) })
export type Crew = z.infer<typeof Crew>
export const Invite = z.strictObject({ login: Email, role })
export const Invited = z.object({ invitation: Invitation, link: z.string() })
export type Invited = z.infer<typeof Invited>
export const ChangeMember = z.strictObject({ role })
export const Nothing = z.strictObject({})

export const OpenLink = z.strictObject({ token })
/** What an invitation says before it is taken up. */
export const InvitationShown = z.object({
  company: z.string(),
  by: z.string(),
  login: z.string(),
  role,
  /** somebody has an account by this address: its password is asked for, not a new one */
  known: z.boolean(),
})
export type InvitationShown = z.infer<typeof InvitationShown>
/** somebody new: name and a new password; somebody known: the password they have */
export const JoinNew = z.strictObject({ token, name: PersonName, password: NewPassword })
export const JoinKnown = z.strictObject({ token, password: z.string().min(1).max(200), code: code.optional() })
export const Join = z.union([JoinNew, JoinKnown])

export const ChangePassword = z.strictObject({ old: z.string().min(1).max(200), password: NewPassword })
export const Forgot = z.strictObject({ login: text(200, 1) })
export const ResetPassword = z.strictObject({ token, password: NewPassword })

export const SessionRow = z.object({
  id: z.string(),
  device: z.string(),
  since: instant,
  /** to the hour */
  seen: instant,
  here: z.boolean(),
})
export type SessionRow = z.infer<typeof SessionRow>
export const SessionRows = z.object({ sessions: z.array(SessionRow) })

/** A second factor about to be set up: its secret, to be typed or scanned, and confirmed with a code. */
export const SecondFactorStart = z.object({ secret: z.string(), uri: z.string(), picture: z.string() })
export const SecondFactorConfirm = z.strictObject({ code: z.string().trim().min(6).max(8) })
export const RecoveryCodes = z.object({ codes: z.array(z.string()) })
/** A person proves who they are once more; the code off the authenticator, or a recovery code, where they have a second factor. */
export const WithPassword = z.strictObject({
  password: z.string().min(1).max(200),
  code: z.string().max(40).optional(),
})
export type WithPassword = z.infer<typeof WithPassword>

/** What an authenticator answers, as browsers write it (WebAuthn); the server looks at each part of it. */
const authenticatorAnswer = z
  .looseObject({ id: z.string().min(1).max(2000), type: z.literal('public-key') })
  .refine((answer) => JSON.stringify(answer).length < 20_000, 'That is no passkey’s answer.')
export const PasskeyMade = z.strictObject({ name: text(60, 1), response: authenticatorAnswer })
export type PasskeyMade = z.infer<typeof PasskeyMade>
export const PasskeyAnswer = z.strictObject({ response: authenticatorAnswer })
export type PasskeyAnswer = z.infer<typeof PasskeyAnswer>
/** what a browser's authenticator is asked by */
export const PasskeyAsked = z.looseObject({ challenge: z.string() })
export const PasskeyRow = z.object({ id: z.string(), name: z.string(), since: instant, used: instant.optional() })
export type PasskeyRow = z.infer<typeof PasskeyRow>
export const PasskeyRows = z.object({ passkeys: z.array(PasskeyRow) })

/** What opens the lock of one's device beside its PIN: 32 bytes in base64, for the server to hold. */
export const PutDeviceLock = z.strictObject({ id: admitting.id, secret: z.base64().length(44) })
export const DeviceLockSecret = z.object({ secret: z.string() })

export const MailRow = z.object({
  id,
  to: z.string(),
  subject: z.string(),
  at: instant,
  text: z.string(),
  /** waiting: the mail server hasn't taken it yet, tried again by itself; failed: given up after a day */
  state: z.enum(['waiting', 'sent', 'failed']),
  problem: z.string().optional(),
})
export type MailRow = z.infer<typeof MailRow>
export const Mails = z.object({ mails: z.array(MailRow) })

export const AuditRow = z.object({ seq: z.number(), at: instant, by: z.string(), what: z.string(), about: z.string() })
export type AuditRow = z.infer<typeof AuditRow>
export const Audit = z.object({ lines: z.array(AuditRow), more: z.boolean() })

/** What a removed person’s phone still held: with the server, and in no log until a lead takes it. */
export const HeldList = z.object({
  held: z.array(
    z.object({
      id,
      by: z.string(),
      at: instant,
      unitId: id.optional(),
      /** how many entries, and the first of them in words */
      count: z.number(),
      lines: z.array(z.string()),
    }),
  ),
  /** how many more wait behind these */
  more: z.number(),
})
export type HeldList = z.infer<typeof HeldList>
/** A removed person's entries, put by for a lead. */
export const HeldBack = z.object({ held: z.number() })
