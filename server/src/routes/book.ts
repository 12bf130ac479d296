import { AppendBook } from '@zetesis/contract'
import { Router } from 'express'
import { After, requireSignIn, scopeOf } from '../http/scope'
import type { Services } from '../services/services'

export function bookRoutes({ book }: Services): Router {
  const router = Router()
  router.use('/book', requireSignIn)
  router.get('/book/entries', async (req, res) => {
    const { after } = After.parse(req.query)
    res.json(await book.after(scopeOf(req).companyId, after))
  })
  router.post('/book/entries', async (req, res) => {
    const { companyId, id, name } = scopeOf(req)
    const { entries } = AppendBook.parse(req.body)
    res.status(201).json(await book.append({ companyId, author: { id, name } }, entries))
  })
  return router
}
