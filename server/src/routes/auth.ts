import { SessionUser, SignIn as SignInBody } from '@zetesis/contract'
import { Router, type Request } from 'express'
import { scopeOf } from '../http/scope'
import type { Sessions } from '../http/session'
import type { People } from '../services/signIn'

const done = (act: (callback: (error?: unknown) => void) => void) =>
  new Promise<void>((resolve, reject) => act((error) => (error ? reject(error as Error) : resolve())))

export function authRoutes(people: People, sessions: Sessions): Router {
  const router = Router()
  router.post('/sign-in', async (req, res) => {
    const { mark, ...user } = await people.signIn(SignInBody.parse(req.body), req.ip ?? '')
    // a new session id, so that one planted before can't be used after
    await done((callback) => req.session.regenerate(callback))
    req.session.person = { companyId: user.companyId, userId: user.id, mark }
    req.session.usedOn = new Date().toISOString().slice(0, 10)
    // written before it is answered: a session that couldn't be kept is no session
    await done((callback) => req.session.save(callback))
    res.json(SessionUser.parse(user))
  })
  router.post('/sign-out', async (req, res) => {
    await end(req)
    res.clearCookie('zetesis').status(204).end()
  })
  router.post('/sign-out-everywhere', async (req, res) => {
    await people.signOutEverywhere(scopeOf(req).id)
    sessions.forget()
    await end(req)
    res.clearCookie('zetesis').status(204).end()
  })
  router.get('/me', (req, res) => {
    res.json(SessionUser.parse(scopeOf(req)))
  })
  return router
}

const end = (req: Request) => done((callback) => req.session.destroy(callback))
