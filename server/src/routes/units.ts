import { AppendEntries, PutChunks } from '@zetesis/contract'
import { Router, type Request } from 'express'
import { z } from 'zod'
import type { UnitSystem } from '@zetesis/core'
import { After, AfterChunk, allowedTo, anybodyOf, appendScope, scopeOf, uuidParam } from '../http/scope'
import type { Services } from '../services/services'

const InUnits = z.object({ units: z.enum(['ip', 'si']).default('ip') })

const InSize = z.object({ size: z.enum(['large', 'small']).default('large') })

const fileName = (tag: string) => tag.replace(/[^\w.-]+/g, '-').slice(0, 60) || 'unit'

export function unitRoutes({ log, held, units, record, traces, papers, conversionPaper }: Services): Router {
  const router = Router()
  router.get('/jobs', async (req, res) => {
    res.json({ jobs: await units.jobs(scopeOf(req).companyId) })
  })
  router.get('/jobs/:jobId/units', async (req, res) => {
    res.type('json').send(await units.ofJob(scopeOf(req).companyId, uuidParam(req, 'jobId')))
  })
  router.get('/units', async (req, res) => {
    res.type('json').send(await units.all(scopeOf(req).companyId))
  })
  router.post('/units/:unitId/entries', async (req, res) => {
    const who = anybodyOf(req)
    const { entries } = AppendEntries.parse(req.body)
    const unitId = uuidParam(req, 'unitId')
    if (who.removed) return void res.status(202).json(await held.putBy(who, unitId, entries))
    res.status(201).json(await log.append(appendScope(who), unitId, entries))
  })
  router.get('/units/:unitId/entries', async (req, res) => {
    const { after } = After.parse(req.query)
    res.json(await record.entriesAfter(scopeOf(req).companyId, uuidParam(req, 'unitId'), after))
  })
  const traceOf = (req: Request) => ({ unitId: uuidParam(req, 'unitId'), traceId: uuidParam(req, 'traceId') })
  router.post('/units/:unitId/traces/:traceId/chunks', async (req, res) => {
    const { companyId } = allowedTo(req, 'log')
    const { chunks } = PutChunks.parse(req.body)
    const stored = await traces.put(companyId, traceOf(req), chunks)
    res.status(stored.length > 0 ? 201 : 200).json({ stored })
  })
  router.get('/units/:unitId/traces', async (req, res) => {
    res.json(await traces.states(scopeOf(req).companyId, uuidParam(req, 'unitId')))
  })
  router.get('/units/:unitId/traces/:traceId', async (req, res) => {
    const { after } = AfterChunk.parse(req.query)
    res.json(await traces.after(scopeOf(req).companyId, traceOf(req), after))
  })
  router.get('/units/:unitId/traces/:traceId/samples.csv', async (req, res) => {
    const { units: system } = InUnits.parse(req.query)
    const { name, csv } = await traces.csv(scopeOf(req).companyId, traceOf(req), system)
    res
      .attachment(`${fileName(name)}-recording.csv`)
      .type('text/csv')
      .send(csv)
  })
  router.get('/units/:unitId/record.json', async (req, res) => {
    const file = await record.file(scopeOf(req).companyId, uuidParam(req, 'unitId'))
    res
      .attachment(`${fileName(file.unit.tag)}-record.json`)
      .type('application/json')
      .send(JSON.stringify(file, null, 1))
  })
  router.get('/units/:unitId/papers.pdf', async (req, res) => {
    const { units: system } = InUnits.parse(req.query)
    const { file, pdf } = await papers(scopeOf(req).companyId, uuidParam(req, 'unitId'), system satisfies UnitSystem)
    res
      .attachment(`${fileName(file.unit.tag)}-papers.pdf`)
      .type('application/pdf')
      .send(pdf)
  })
  for (const kind of ['label', 'owner'] as const)
    router.get(`/units/:unitId/${kind}.pdf`, async (req, res) => {
      const { size } = InSize.parse(req.query)
      const { file, pdf } = await conversionPaper(scopeOf(req).companyId, uuidParam(req, 'unitId'), kind, size)
      res
        .attachment(`${fileName(file.unit.tag)}-${kind}.pdf`)
        .type('application/pdf')
        .send(pdf)
    })
  return router
}
