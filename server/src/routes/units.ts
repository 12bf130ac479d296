import { AppendEntries } from '@zetesis/contract'
import { Router } from 'express'
import { z } from 'zod'
import type { UnitSystem } from '@zetesis/core'
import { After, requireSignIn, scopeOf, uuidParam } from '../http/scope'
import type { Services } from '../services/services'

const PaperUnits = z.object({ units: z.enum(['ip', 'si']).default('ip') })

const fileName = (tag: string) => tag.replace(/[^\w.-]+/g, '-').slice(0, 60) || 'unit'

export function unitRoutes({ log, units, record, papers }: Services): Router {
  const router = Router()
  router.use(requireSignIn)

  router.get('/jobs', async (req, res) => {
    res.json({ jobs: await units.jobs(scopeOf(req).companyId) })
  })
  router.get('/jobs/:jobId/units', async (req, res) => {
    res.json({ units: await units.ofJob(scopeOf(req).companyId, uuidParam(req, 'jobId')) })
  })
  router.get('/units', async (req, res) => {
    res.json({ units: await units.all(scopeOf(req).companyId) })
  })
  router.post('/units/:unitId/entries', async (req, res) => {
    const { companyId, id, name } = scopeOf(req)
    const { entries } = AppendEntries.parse(req.body)
    const scope = { companyId, author: { id, name } }
    res.status(201).json(await log.append(scope, uuidParam(req, 'unitId'), entries))
  })
  router.get('/units/:unitId/entries', async (req, res) => {
    const { after } = After.parse(req.query)
    res.json(await record.entriesAfter(scopeOf(req).companyId, uuidParam(req, 'unitId'), after))
  })
  router.get('/units/:unitId/record.json', async (req, res) => {
    const file = await record.file(scopeOf(req).companyId, uuidParam(req, 'unitId'))
    res
      .attachment(`${fileName(file.unit.tag)}-record.json`)
      .type('application/json')
      .send(JSON.stringify(file, null, 1))
  })
  router.get('/units/:unitId/papers.pdf', async (req, res) => {
    const { units: system } = PaperUnits.parse(req.query)
    const file = await record.file(scopeOf(req).companyId, uuidParam(req, 'unitId'))
    const pdf = await papers(file, system satisfies UnitSystem)
    res
      .attachment(`${fileName(file.unit.tag)}-papers.pdf`)
      .type('application/pdf')
      .send(pdf)
  })
  return router
}
