import { OpenAPIRegistry, OpenApiGeneratorV31 } from '@asteasolutions/zod-to-openapi'
import {
  AppendBook,
  Appended,
  AppendEntries,
  BookAppended,
  BookPage,
  ChunksStored,
  CylinderList,
  CylinderPage,
  EntryPage,
  JobList,
  PERSON_HEADER,
  Problem,
  PutChunks,
  RecordFile,
  RefrigerantReport,
  SessionUser,
  SignIn,
  TracePage,
  TraceStates,
  UnitList,
  Audit,
  ChangeMember,
  CompanyEnds,
  Crew,
  DeviceLockSecret,
  DeleteCompany,
  ChangePassword,
  ChooseCompany,
  Forgot,
  HeldList,
  InvitationShown,
  Invite,
  Invited,
  Join,
  Mails,
  Nothing,
  OpenLink,
  PasskeyAnswer,
  PasskeyAsked,
  PasskeyMade,
  PasskeyRows,
  PutDeviceLock,
  People,
  RecoveryCodes,
  ResetPassword,
  SecondFactorConfirm,
  SecondFactorStart,
  SessionRows,
  SetUp,
  SetUpCode,
  SetUpState,
  WithPassword,
  COMPANY_HEADER,
} from '@zetesis/contract'
import { z } from 'zod'

const id = z.uuid()
const done = z.object({ ok: z.literal(true) })
const whole = (low: number) => z.number().int().min(low).max(2_147_483_647).optional()
const system = z.enum(['ip', 'si']).optional()
const period = z.object({
  from: z.iso.date(),
  to: z.iso.date(),
  assessment: z.enum(['AR4', 'AR5', 'AR6']).optional(),
  units: system,
})
const inUnits = z.object({ units: system })

interface Operation {
  readonly summary: string
  readonly path: string
  readonly method?: 'post'
  readonly params?: z.ZodObject
  readonly query?: z.ZodObject
  readonly body?: z.ZodType
  readonly status?: number
  /** JSON, or the type of a file */
  readonly answer?: z.ZodType | `${string}/${string}`
  readonly open?: true
}

const unit = z.object({ unitId: id })
const trace = z.object({ unitId: id, traceId: id })

/** The one list of routes. */
export const operations: readonly Operation[] = [
  { summary: 'The process answers', path: '/health', answer: done, open: true },
  { summary: 'The process and its database can work', path: '/ready', answer: done, open: true },
  { summary: 'Sign in', path: '/sign-in', method: 'post', body: SignIn, answer: SessionUser, open: true },
  {
    summary: 'What a passkey is asked for at signing in',
    path: '/sign-in/passkey/begin',
    method: 'post',
    body: Nothing,
    answer: PasskeyAsked,
    open: true,
  },
  {
    summary: 'Sign in with a passkey',
    path: '/sign-in/passkey',
    method: 'post',
    body: PasskeyAnswer,
    answer: SessionUser,
    open: true,
  },
  { summary: 'One’s own passkeys', path: '/account/passkeys', answer: PasskeyRows },
  {
    summary: 'What a new passkey is made by',
    path: '/account/passkeys/begin',
    method: 'post',
    body: Nothing,
    answer: PasskeyAsked,
  },
  { summary: 'Add a passkey', path: '/account/passkeys', method: 'post', body: PasskeyMade, status: 204 },
  {
    summary: 'Take a passkey away',
    path: '/account/passkeys/{passkey}/end',
    method: 'post',
    params: z.object({ passkey: z.string() }),
    body: Nothing,
    status: 204,
  },
  {
    summary: 'Prove who one is by a passkey in place of the password',
    path: '/account/confirm/passkey',
    method: 'post',
    body: PasskeyAnswer,
    status: 204,
  },
  {
    summary: 'Sign out on this device',
    path: '/sign-out',
    method: 'post',
    body: z.object({}),
    status: 204,
    open: true,
  },
  { summary: 'Sign out everywhere', path: '/sign-out-everywhere', method: 'post', body: z.object({}), status: 204 },
  { summary: 'Who is signed in', path: '/me', answer: SessionUser },
  { summary: 'Go on in another company', path: '/company', method: 'post', body: ChooseCompany, answer: SessionUser },
  { summary: 'Whether the server waits to be set up', path: '/set-up', answer: SetUpState, open: true },
  { summary: 'Try the set-up code', path: '/set-up/code', method: 'post', body: SetUpCode, status: 204, open: true },
  {
    summary: 'Set up: the company and its first lead',
    path: '/set-up',
    method: 'post',
    body: SetUp,
    answer: SessionUser,
    open: true,
  },
  {
    summary: 'What an invitation says',
    path: '/join/shown',
    method: 'post',
    body: OpenLink,
    answer: InvitationShown,
    open: true,
  },
  { summary: 'Take an invitation up', path: '/join', method: 'post', body: Join, answer: SessionUser, open: true },
  {
    summary: 'Have a link for a new password mailed',
    path: '/forgotten',
    method: 'post',
    body: Forgot,
    status: 204,
    open: true,
  },
  {
    summary: 'A new password by a mailed link',
    path: '/new-password',
    method: 'post',
    body: ResetPassword,
    status: 204,
    open: true,
  },
  {
    summary: 'A new password by the old one',
    path: '/account/password',
    method: 'post',
    body: ChangePassword,
    status: 204,
  },
  { summary: 'One’s own sessions', path: '/account/sessions', answer: SessionRows },
  {
    summary: 'End one of one’s own sessions',
    path: '/account/sessions/{session}/end',
    method: 'post',
    params: z.object({ session: z.string() }),
    body: Nothing,
    status: 204,
  },
  {
    summary: 'Begin a second factor',
    path: '/account/second-factor',
    method: 'post',
    body: Nothing,
    answer: SecondFactorStart,
  },
  {
    summary: 'Confirm a second factor with a code',
    path: '/account/second-factor/confirm',
    method: 'post',
    body: SecondFactorConfirm,
    answer: RecoveryCodes,
  },
  {
    summary: 'Let the server hold what opens the lock of a device',
    path: '/account/locks',
    method: 'post',
    body: PutDeviceLock,
    status: 204,
  },
  {
    summary: 'What it holds, for whoever typed their password within ten minutes',
    path: '/account/locks/{lock}/release',
    method: 'post',
    params: z.object({ lock: id }),
    body: Nothing,
    answer: DeviceLockSecret,
  },
  {
    summary: 'Let it hold it no more',
    path: '/account/locks/{lock}/end',
    method: 'post',
    params: z.object({ lock: id }),
    body: Nothing,
    status: 204,
  },
  {
    summary: 'Put the second factor off',
    path: '/account/second-factor/end',
    method: 'post',
    body: WithPassword,
    status: 204,
  },
  {
    summary: 'Whether a password was typed lately enough for what asks for it',
    path: '/account/proven',
    method: 'post',
    body: Nothing,
    status: 204,
  },
  {
    summary: 'Whether a password is one’s own',
    path: '/account/confirm',
    method: 'post',
    body: WithPassword,
    status: 204,
  },
  { summary: 'People and invitations', path: '/people', answer: People },
  { summary: 'Who is in the company', path: '/crew', answer: Crew },
  {
    summary: 'Everything of the company, one ZIP',
    path: '/company/export.zip',
    query: inUnits.extend({ papers: z.enum(['yes', 'no']).default('yes'), company: z.string().optional() }),
    answer: 'application/zip',
  },
  {
    summary: 'Have the company deleted after its days of grace',
    path: '/company/delete',
    method: 'post',
    body: DeleteCompany,
    answer: CompanyEnds,
  },
  { summary: 'Keep it after all', path: '/company/keep', method: 'post', body: Nothing, status: 204 },
  {
    summary: 'Invite somebody',
    path: '/people/invitations',
    method: 'post',
    body: Invite,
    status: 201,
    answer: Invited,
  },
  {
    summary: 'Take an invitation back',
    path: '/people/invitations/{invitationId}/withdraw',
    method: 'post',
    params: z.object({ invitationId: id }),
    body: Nothing,
    status: 204,
  },
  {
    summary: 'Give somebody a role; who was taken out is in again',
    path: '/people/{personId}/role',
    method: 'post',
    params: z.object({ personId: id }),
    body: ChangeMember,
    status: 204,
  },
  {
    summary: 'Take somebody out of the company',
    path: '/people/{personId}/remove',
    method: 'post',
    params: z.object({ personId: id }),
    body: Nothing,
    status: 204,
  },
  { summary: 'Mails that went out', path: '/mails', answer: Mails },
  {
    summary: 'What was done to people and accounts, the newest first',
    path: '/audit',
    query: z.object({ before: whole(1) }),
    answer: Audit,
  },
  { summary: 'What devices of people who left still held', path: '/held', answer: HeldList },
  {
    summary: 'Take it into the log',
    path: '/held/{heldId}/take',
    method: 'post',
    params: z.object({ heldId: id }),
    body: Nothing,
    status: 204,
  },
  {
    summary: 'Put it away',
    path: '/held/{heldId}/put-away',
    method: 'post',
    params: z.object({ heldId: id }),
    body: Nothing,
    status: 204,
  },
  { summary: 'What changes, as server-sent events', path: '/news', answer: 'text/event-stream' },
  { summary: 'Jobs', path: '/jobs', answer: JobList },
  { summary: 'Units of a job', path: '/jobs/{jobId}/units', params: z.object({ jobId: id }), answer: UnitList },
  { summary: 'Units of the company', path: '/units', answer: UnitList },
  {
    summary: 'A unit’s log after a seq',
    path: '/units/{unitId}/entries',
    params: unit,
    query: z.object({ after: whole(0) }),
    answer: EntryPage,
  },
  {
    summary: 'Append to a unit’s log, all of it or nothing; an entry that is there already changes nothing',
    path: '/units/{unitId}/entries',
    method: 'post',
    params: unit,
    body: AppendEntries,
    status: 201,
    answer: Appended,
  },
  {
    summary: 'Recordings and how far they have arrived',
    path: '/units/{unitId}/traces',
    params: unit,
    answer: TraceStates,
  },
  {
    summary: 'A recording’s chunks after a number',
    path: '/units/{unitId}/traces/{traceId}',
    params: trace,
    query: z.object({ after: whole(-1) }),
    answer: TracePage,
  },
  {
    summary: 'Store chunks of a recording; 200 where all were there',
    path: '/units/{unitId}/traces/{traceId}/chunks',
    method: 'post',
    params: trace,
    body: PutChunks,
    status: 201,
    answer: ChunksStored,
  },
  {
    summary: 'A recording as CSV',
    path: '/units/{unitId}/traces/{traceId}/samples.csv',
    params: trace,
    query: inUnits,
    answer: 'text/csv',
  },
  { summary: 'The record file', path: '/units/{unitId}/record.json', params: unit, answer: RecordFile },
  {
    summary: 'The label for the case of a converted unit',
    path: '/units/{unitId}/label.pdf',
    params: unit,
    query: z.object({ size: z.enum(['large', 'small']).optional() }),
    answer: 'application/pdf',
  },
  {
    summary: 'The page for the owner of a converted unit',
    path: '/units/{unitId}/owner.pdf',
    params: unit,
    answer: 'application/pdf',
  },
  {
    summary: 'The papers',
    path: '/units/{unitId}/papers.pdf',
    params: unit,
    query: inUnits,
    answer: 'application/pdf',
  },
  {
    summary: 'The company’s book after a seq',
    path: '/book/entries',
    query: z.object({ after: whole(0) }),
    answer: BookPage,
  },
  {
    summary: 'Append to the book',
    path: '/book/entries',
    method: 'post',
    body: AppendBook,
    status: 201,
    answer: BookAppended,
  },
  { summary: 'Cylinders and what is in them', path: '/cylinders', answer: CylinderList },
  {
    summary: 'One cylinder',
    path: '/cylinders/{cylinderId}',
    params: z.object({ cylinderId: id }),
    answer: CylinderPage,
  },
  { summary: 'Refrigerant of a period', path: '/refrigerant', query: period, answer: RefrigerantReport },
  { summary: 'The same as CSV', path: '/refrigerant.csv', query: period, answer: 'text/csv' },
  { summary: 'The same as PDF', path: '/refrigerant.pdf', query: period, answer: 'application/pdf' },
]

/** The API as an OpenAPI 3.1 document, made from the schemas that admit and describe what goes over it. */
export function openApiDocument() {
  const registry = new OpenAPIRegistry()
  const session = registry.registerComponent('securitySchemes', 'session', {
    type: 'apiKey',
    in: 'cookie',
    name: 'zetesis',
  })
  const person = z.object({ [PERSON_HEADER]: id.optional(), [COMPANY_HEADER]: id.optional() })
  for (const { summary, path, method = 'get', params, query, body, status = 200, answer, open } of operations) {
    const content =
      answer === undefined
        ? undefined
        : typeof answer === 'string'
          ? { [answer]: { schema: { type: 'string' as const } } }
          : { 'application/json': { schema: answer } }
    registry.registerPath({
      summary,
      path: `/api${path}`,
      method,
      security: open ? [] : [{ [session.name]: [] }],
      request: {
        ...(params ? { params } : {}),
        ...(query ? { query } : {}),
        ...(body ? { body: { required: true, content: { 'application/json': { schema: body } } } } : {}),
        ...(method === 'post' && !open ? { headers: person } : {}),
      },
      responses: {
        [status]: { description: summary, ...(content ? { content } : {}) },
        ...(path.endsWith('/chunks') && content ? { 200: { description: 'All were there already', content } } : {}),
        default: {
          description: 'A problem (RFC 9457) with a plain sentence',
          content: { 'application/problem+json': { schema: Problem } },
        },
      },
    })
  }
  const document = new OpenApiGeneratorV31(registry.definitions).generateDocument({
    openapi: '3.1.0',
    info: {
      title: 'Zetesis',
      version: '1',
      description: 'Commissioning of split systems: logs, recordings, cylinders, papers.',
    },
  })
  return JSON.parse(JSON.stringify(document, plainPattern)) as typeof document
}

/** A pattern as JSON Schema has it: the generator leaves a regular expression's flags at its end. */
const plainPattern = (key: string, value: unknown) =>
  key === 'pattern' && typeof value === 'string' ? value.replace(/\/[a-z]*$/, '') : value
