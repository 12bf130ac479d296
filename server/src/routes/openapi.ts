import { Router } from 'express'
import { openApiDocument } from '../http/openapi'

export function openApiRoutes(): Router {
  // put together when it is first asked for: it takes as long as all else of a start
  let document: ReturnType<typeof openApiDocument> | undefined
  const router = Router()
  router.get('/openapi.json', (_req, res) => void res.json((document ??= openApiDocument())))
  return router
}
