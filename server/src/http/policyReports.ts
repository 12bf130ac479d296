import express, { type RequestHandler } from 'express'
import { z } from 'zod'
import type { PolicyReport } from '../db/policyReports'

/** directives that a page of ours is bound by; anything else counts as other */
const DIRECTIVES = ['script-src', 'style-src', 'img-src', 'font-src', 'connect-src', 'worker-src', 'frame-src']
const SOURCES = ['inline', 'eval', 'data', 'blob', 'self']
/** one request says so many at the most */
const AT_ONCE = 20
const FLUSH_MS = 2000

/** as `report-uri` sends it, and as the Reporting API does */
const Old = z.object({
  'csp-report': z.object({
    'effective-directive': z.string().optional(),
    'violated-directive': z.string().optional(),
    'blocked-uri': z.string().optional(),
  }),
})
const New = z.array(
  z.object({
    type: z.string(),
    body: z.object({ effectiveDirective: z.string().optional(), blockedURL: z.string().optional() }).loose(),
  }),
)

/** Which rule of the page's policy was met, and by what kind of thing: nothing of an address, of a person or of a page. */
function read(body: unknown, host: string): PolicyReport[] {
  const old = Old.safeParse(body)
  if (old.success) {
    const report = old.data['csp-report']
    return [of(report['effective-directive'] ?? report['violated-directive'], report['blocked-uri'], host)]
  }
  const list = New.safeParse(body)
  if (!list.success) return []
  return list.data
    .filter(({ type }) => type === 'csp-violation')
    .slice(0, AT_ONCE)
    .map((report) => of(report.body.effectiveDirective, report.body.blockedURL, host))
}

function of(directive = '', blocked = '', host: string): PolicyReport {
  const rule = directive.split(' ')[0]!.replace(/-(elem|attr)$/, '')
  const scheme = blocked.split(':')[0]!
  const source = URL.canParse(blocked) && new URL(blocked).host === host ? 'self' : scheme
  return {
    directive: DIRECTIVES.includes(rule) ? rule : 'other',
    source: SOURCES.includes(source) ? source : 'elsewhere',
  }
}

/** Takes what browsers report of a page's policy, and keeps counts a day, put down together every two seconds. */
export function makePolicyReports(keep: (rows: readonly { report: PolicyReport; count: number }[]) => Promise<void>): {
  take: RequestHandler[]
  close(): void
} {
  const counts = new Map<string, { report: PolicyReport; count: number }>()
  let timer: NodeJS.Timeout | undefined
  const flush = async () => {
    timer = undefined
    const all = [...counts.values()]
    counts.clear()
    if (all.length > 0) await keep(all)
  }
  const take: RequestHandler = (req, res) => {
    for (const report of read(req.body, req.get('host') ?? '')) {
      const key = `${report.directive} ${report.source}`
      counts.set(key, { report, count: (counts.get(key)?.count ?? 0) + 1 })
    }
    // counts that a lost database takes along are no loss worth a fault
    timer ??= setTimeout(() => void flush().catch(() => undefined), FLUSH_MS).unref()
    res.status(204).end()
  }
  const type = ['application/csp-report', 'application/reports+json', 'application/json']
  return { take: [express.json({ type, limit: '16kb' }), take], close: () => clearTimeout(timer) }
}
