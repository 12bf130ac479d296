import { SessionUser, SignIn as SignInBody } from '@zetesis/contract'
import { Router } from 'express'
import { scopeOf } from '../http/scope'
import type { SignIn } from '../services/signIn'

export function authRoutes(signIn: SignIn): Router {
  const router = Router()
  router.post('/sign-in', async (req, res) => {
    const user = await signIn(SignInBody.parse(req.body), req.ip ?? '')
    // a new session id, so that one planted before can't be used after
    await new Promise<void>((resolve, reject) => req.session.regenerate((e) => (e ? reject(e) : resolve())))
    req.session.user = user
    res.json(SessionUser.parse(user))
  })
  router.post('/sign-out', async (req, res) => {
    await new Promise<void>((resolve, reject) => req.session.destroy((e) => (e ? reject(e) : resolve())))
    res.clearCookie('zetesis').status(204).end()
  })
  router.get('/me', (req, res) => {
    res.json(SessionUser.parse(scopeOf(req)))
  })
  return router
}
