import {
  ChangePassword,
  ChooseCompany,
  Forgot,
  Join,
  Nothing,
  OpenLink,
  PasskeyAnswer,
  PasskeyMade,
  PutDeviceLock,
  ResetPassword,
  SecondFactorConfirm,
  SessionUser,
  SetUp,
  SetUpCode,
  SignIn,
  WithPassword,
} from '@zetesis/contract'
import { Router, type Request, type Response } from 'express'
import { anybodyOf, scopeOf, surely, surelyBeside, uuidParam, type SignedIn, type Whose } from '../http/scope'
import type { Places } from '../http/place'
import { HttpProblem } from '../http/problem'
import type { Sessions } from '../http/session'
import { CHALLENGE_MS, type Challenge } from '../services/people/passkeys'
import type { Services } from '../services/services'

const done = (act: (callback: (error?: unknown) => void) => void) =>
  new Promise<void>((resolve, reject) => act((error) => (error ? reject(error as Error) : resolve())))

type Asked = Pick<Services, 'accounts' | 'members' | 'settingUp' | 'deviceLocks'>

/** Beginning and ending sessions, and what a person does with their own account. */
export function authRoutes(
  { accounts, members, settingUp, deviceLocks }: Asked,
  sessions: Sessions,
  places: Places,
): Router {
  const router = Router()

  async function begin(
    req: Request,
    { person, user }: { person: Whose; user: SignedIn },
    res: Response,
  ): Promise<void> {
    // a new session id, so that one planted before can't be used after
    await done((callback) => req.session.regenerate(callback))
    const now = new Date().toISOString()
    Object.assign(req.session, {
      person,
      since: now,
      seen: now,
      confirmed: now,
      agent: req.get('user-agent')?.slice(0, 400) ?? '',
    })
    // written before it is answered: a session that couldn't be kept is no session
    await done((callback) => req.session.save(callback))
    req.signedIn = user
    places.know(req, res, user.login)
    // who was taken out everywhere has a session for what their device still holds, and is told so
    res.json(SessionUser.parse(scopeOf(req)))
  }
  const ended = async (req: Request, res: Response) => {
    await done((callback) => req.session.destroy(callback))
    res.clearCookie('zetesis').status(204).end()
  }
  const from = places.of

  router.post('/sign-in', async (req, res) => {
    await begin(req, await accounts.signIn(SignIn.parse(req.body), from(req)), res)
  })
  /** asks an authenticator, and remembers what it was asked */
  const asking = async <T>(req: Request, { options, challenge }: { options: T; challenge: Challenge }) => {
    req.session.asked = challenge
    // nobody's session lives no longer than what was asked
    if (!req.session.person) req.session.cookie.maxAge = CHALLENGE_MS
    await done((callback) => req.session.save(callback))
    return options
  }
  /** what was asked, for one answer */
  const asked = (req: Request) => {
    const challenge = req.session.asked as Challenge | undefined
    delete (req.session as { asked?: Challenge }).asked
    return { challenge, origin: req.get('origin') }
  }
  router.post('/sign-in/passkey/begin', async (req, res) => {
    Nothing.parse(req.body)
    res.json(await asking(req, await accounts.askPasskey(req.get('origin'), from(req))))
  })
  router.post('/sign-in/passkey', async (req, res) => {
    const row = await accounts.byPasskey(PasskeyAnswer.parse(req.body), asked(req), from(req))
    await begin(req, await accounts.begin(row.id), res)
  })
  router.get('/account/passkeys', async (req, res) => {
    res.json({ passkeys: await accounts.passkeys.list(scopeOf(req).id) })
  })
  router.post('/account/passkeys/begin', async (req, res) => {
    Nothing.parse(req.body)
    res.json(await asking(req, await accounts.passkeys.begin(surely(req).id, req.get('origin'))))
  })
  router.post('/account/passkeys', async (req, res) => {
    await accounts.passkeys.add(surely(req).id, PasskeyMade.parse(req.body), asked(req))
    res.status(204).end()
  })
  router.post('/account/passkeys/:passkey/end', async (req, res) => {
    Nothing.parse(req.body)
    await accounts.passkeys.end(surely(req).id, String(req.params.passkey))
    res.status(204).end()
  })
  router.post('/account/confirm/passkey', async (req, res) => {
    const { id } = scopeOf(req)
    const row = await accounts.byPasskey(PasskeyAnswer.parse(req.body), asked(req), from(req))
    if (row.id !== id) throw new HttpProblem(422, 'otherPasskey', 'This passkey is somebody else’s.')
    req.session.confirmed = new Date().toISOString()
    await done((callback) => req.session.save(callback))
    res.status(204).end()
  })
  router.post('/sign-out', ended)
  router.post('/sign-out-everywhere', async (req, res) => {
    await accounts.signOutEverywhere(anybodyOf(req).id)
    sessions.forget()
    await ended(req, res)
  })
  router.get('/me', (req, res) => {
    res.json(SessionUser.parse(scopeOf(req)))
  })
  router.post('/company', async (req, res) => {
    const { id } = anybodyOf(req)
    const { companyId } = ChooseCompany.parse(req.body)
    const user = await accounts.choose(id, companyId)
    req.session.person = { ...req.session.person!, companyId }
    await done((callback) => req.session.save(callback))
    res.json(SessionUser.parse(user))
  })

  router.get('/set-up', async (_req, res) => {
    res.json({ open: await settingUp.open() })
  })
  router.post('/set-up/code', async (req, res) => {
    await settingUp.check(SetUpCode.parse(req.body).code)
    res.status(204).end()
  })
  router.post('/set-up', async (req, res) => {
    const userId = await settingUp.setUp(SetUp.parse(req.body))
    await begin(req, await accounts.begin(userId), res)
  })

  router.post('/join/shown', async (req, res) => {
    res.json(await members.shown(OpenLink.parse(req.body).token))
  })
  router.post('/join', async (req, res) => {
    await begin(req, await members.join(Join.parse(req.body), from(req), req.signedIn?.id), res)
  })

  router.post('/forgotten', async (req, res) => {
    await accounts.forgot(Forgot.parse(req.body).login, from(req))
    res.status(204).end()
  })
  router.post('/new-password', async (req, res) => {
    const { token, password } = ResetPassword.parse(req.body)
    // whoever reads the person's mail is known here, however many strangers guessed meanwhile
    places.know(req, res, (await accounts.reset(token, password)).login)
    sessions.forget()
    res.status(204).end()
  })

  router.post('/account/password', async (req, res) => {
    const { id } = surelyBeside(req)
    const mark = await accounts.changePassword(id, ChangePassword.parse(req.body), from(req))
    // this session goes on, with another id; all others were made with the old password
    const { person, since, agent } = req.session
    await done((callback) => req.session.regenerate(callback))
    const now = new Date().toISOString()
    Object.assign(req.session, { person: { ...person, mark }, since, agent, seen: now, confirmed: now })
    await done((callback) => req.session.save(callback))
    res.status(204).end()
  })
  router.get('/account/sessions', async (req, res) => {
    res.json({ sessions: await accounts.sessions(scopeOf(req).id, req.sessionID) })
  })
  router.post('/account/sessions/:session/end', async (req, res) => {
    await accounts.endOne(surely(req).id, String(req.params.session))
    sessions.forget()
    res.status(204).end()
  })
  router.post('/account/second-factor', async (req, res) => {
    // a cookie alone mustn't put another authenticator in its owner's place
    res.json(await accounts.startSecondFactor(surely(req).id))
  })
  router.post('/account/second-factor/confirm', async (req, res) => {
    const { id } = surely(req)
    const { code } = SecondFactorConfirm.parse(req.body)
    res.json({ codes: await accounts.confirmSecondFactor(id, code, from(req)) })
  })
  // asked before what a link begins, such as a file that is saved: a link can't answer for itself
  router.post('/account/proven', (req, res) => {
    Nothing.parse(req.body)
    surely(req)
    res.status(204).end()
  })
  router.post('/account/confirm', async (req, res) => {
    await accounts.confirmed(scopeOf(req).id, WithPassword.parse(req.body), from(req))
    req.session.confirmed = new Date().toISOString()
    await done((callback) => req.session.save(callback))
    res.status(204).end()
  })
  router.post('/account/locks', async (req, res) => {
    await deviceLocks.put(scopeOf(req).id, PutDeviceLock.parse(req.body))
    res.status(204).end()
  })
  // after the password was typed: a session alone opens no lock
  router.post('/account/locks/:lock/release', async (req, res) => {
    Nothing.parse(req.body)
    res.json({ secret: await deviceLocks.release(surely(req).id, uuidParam(req, 'lock')) })
  })
  router.post('/account/locks/:lock/end', async (req, res) => {
    Nothing.parse(req.body)
    await deviceLocks.drop(scopeOf(req).id, uuidParam(req, 'lock'))
    res.status(204).end()
  })
  router.post('/account/second-factor/end', async (req, res) => {
    await accounts.endSecondFactor(scopeOf(req).id, WithPassword.parse(req.body), from(req))
    res.status(204).end()
  })
  return router
}
