import { AppendBook } from '@zetesis/contract'
import { Router } from 'express'
import { After, anybodyOf, appendScope, scopeOf } from '../http/scope'
import type { Services } from '../services/services'

export function bookRoutes({ book, held }: Services): Router {
  const router = Router()
  router.get('/book/entries', async (req, res) => {
    const { after } = After.parse(req.query)
    res.json(await book.after(scopeOf(req).companyId, after))
  })
  router.post('/book/entries', async (req, res) => {
    const who = anybodyOf(req)
    const { entries } = AppendBook.parse(req.body)
    if (who.removed) return void res.status(202).json(await held.putBy(who, undefined, entries))
    res.status(201).json(await book.append(appendScope(who), entries))
  })
  return router
}
