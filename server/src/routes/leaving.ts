import { DeleteCompany, Nothing } from '@zetesis/contract'
import { Router } from 'express'
import { z } from 'zod'
import { HttpProblem } from '../http/problem'
import type { Places } from '../http/place'
import { allowedTo, surelyAllowedTo, surelyBeside } from '../http/scope'
import type { Services } from '../services/services'

const InExport = z.object({
  units: z.enum(['ip', 'si']).default('ip'),
  papers: z.enum(['yes', 'no']).default('yes'),
  /** the company that the page shows: a link says no header, and another tab may have gone on in another one */
  company: z.string().optional(),
})

/** Everything of a company taken along, and the company deleted: for leads. */
export function leavingRoutes({ leaving, accounts }: Pick<Services, 'leaving' | 'accounts'>, places: Places): Router {
  const router = Router()
  router.get('/company/export.zip', async (req, res) => {
    const lead = surelyAllowedTo(req, 'company')
    const { units: system, papers, company = lead.companyId } = InExport.parse(req.query)
    if (company !== lead.companyId)
      throw new HttpProblem(409, 'otherCompany', 'Another company was chosen in another tab. Load the page again.')
    const name = lead.company.replace(/[^\w.-]+/g, '-').slice(0, 60) || 'company'
    res.attachment(`${name}-${new Date().toISOString().slice(0, 10)}.zip`).type('application/zip')
    try {
      await leaving.export(lead, { system, withPapers: papers === 'yes' }, res)
      res.end()
    } catch (error) {
      // half of it went out: only a connection that breaks says that it isn't whole
      if (!res.headersSent) throw error
      req.log?.error(error)
      res.destroy()
    }
  })
  router.post('/company/delete', async (req, res) => {
    const lead = allowedTo(req, 'company')
    surelyBeside(req)
    const ends = await leaving.ask(lead, DeleteCompany.parse(req.body), places.of(req))
    accounts.forget(lead.id)
    res.json({ ends: ends.toISOString() })
  })
  router.post('/company/keep', async (req, res) => {
    const lead = allowedTo(req, 'company')
    Nothing.parse(req.body)
    await leaving.keep(lead)
    accounts.forget(lead.id)
    res.status(204).end()
  })
  return router
}
