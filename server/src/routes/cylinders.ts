import { ReportQuery } from '@zetesis/contract'
import { Router, type Request } from 'express'
import { requireSignIn, scopeOf, uuidParam } from '../http/scope'
import type { Services } from '../services/services'

const DAY = 24 * 60 * 60 * 1000

/** Both days belong to the period. */
function periodOf(req: Request) {
  scopeOf(req)
  const { from, to, assessment, units } = ReportQuery.parse(req.query)
  const period = { from: new Date(`${from}T00:00:00.000Z`), to: new Date(Date.parse(`${to}T00:00:00.000Z`) + DAY) }
  return { period, assessment, units, name: `refrigerant-${from}-${to}` }
}

export function cylinderRoutes({ cylinders }: Services): Router {
  const router = Router()
  router.use(['/cylinders', '/refrigerant'], requireSignIn)
  router.get('/cylinders', async (req, res) => {
    res.json(await cylinders.all(scopeOf(req).companyId))
  })
  router.get('/cylinders/:cylinderId', async (req, res) => {
    res.json(await cylinders.one(scopeOf(req).companyId, uuidParam(req, 'cylinderId')))
  })
  router.get('/refrigerant', async (req, res) => {
    const { period, assessment } = periodOf(req)
    res.json(await cylinders.report(scopeOf(req).companyId, period, assessment))
  })
  router.get('/refrigerant.csv', async (req, res) => {
    const { period, units, name } = periodOf(req)
    const csv = await cylinders.csv(scopeOf(req).companyId, period, units)
    res.attachment(`${name}.csv`).type('text/csv').send(csv)
  })
  router.get('/refrigerant.pdf', async (req, res) => {
    const { period, assessment, units, name } = periodOf(req)
    const pdf = await cylinders.pdf(scopeOf(req), period, { assessment, system: units })
    res.attachment(`${name}.pdf`).type('application/pdf').send(pdf)
  })
  return router
}
