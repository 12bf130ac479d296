import { ChangeMember, Invite, Nothing } from '@zetesis/contract'
import { Router } from 'express'
import { z } from 'zod'
import { allowedTo, scopeOf, surelyAllowedTo, uuidParam } from '../http/scope'
import type { Services } from '../services/services'

const Before = z.object({ before: z.coerce.number().int().min(1).default(Number.MAX_SAFE_INTEGER) })

/** Who is in the company, mails that went out, and what was done to accounts: for leads. */
export function peopleRoutes({ members, held }: Pick<Services, 'members' | 'held'>): Router {
  const router = Router()
  router.get('/people', async (req, res) => {
    res.json(await members.list(allowedTo(req, 'company').companyId))
  })
  router.get('/crew', async (req, res) => {
    res.json({ crew: await members.crew(scopeOf(req).companyId) })
  })
  router.post('/people/invitations', async (req, res) => {
    res.status(201).json(await members.invite(surelyAllowedTo(req, 'company'), Invite.parse(req.body)))
  })
  router.post('/people/invitations/:invitationId/withdraw', async (req, res) => {
    const lead = allowedTo(req, 'company')
    Nothing.parse(req.body)
    await members.withdraw(lead, uuidParam(req, 'invitationId'))
    res.status(204).end()
  })
  router.post('/people/:personId/role', async (req, res) => {
    const lead = surelyAllowedTo(req, 'company')
    const { role } = ChangeMember.parse(req.body)
    await members.change(lead, uuidParam(req, 'personId'), role)
    res.status(204).end()
  })
  router.post('/people/:personId/remove', async (req, res) => {
    const lead = surelyAllowedTo(req, 'company')
    Nothing.parse(req.body)
    await members.remove(lead, uuidParam(req, 'personId'))
    res.status(204).end()
  })
  router.get('/mails', async (req, res) => {
    res.json({ mails: await members.mails(allowedTo(req, 'company').companyId) })
  })
  router.get('/audit', async (req, res) => {
    const { companyId } = allowedTo(req, 'company')
    const { before } = Before.parse(req.query)
    res.json(await members.audit(companyId, before))
  })
  router.get('/held', async (req, res) => {
    res.json(await held.list(allowedTo(req, 'company').companyId))
  })
  router.post('/held/:heldId/take', async (req, res) => {
    const lead = allowedTo(req, 'company')
    Nothing.parse(req.body)
    await held.take(lead, uuidParam(req, 'heldId'))
    res.status(204).end()
  })
  router.post('/held/:heldId/put-away', async (req, res) => {
    const lead = allowedTo(req, 'company')
    Nothing.parse(req.body)
    await held.putAway(lead, uuidParam(req, 'heldId'))
    res.status(204).end()
  })
  return router
}
