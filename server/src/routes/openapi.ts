import { Router } from 'express'
import { openApiDocument } from '../http/openapi'

export function openApiRoutes(): Router {
  const document = openApiDocument()
  const router = Router()
  router.get('/openapi.json', (_req, res) => void res.json(document))
  return router
}
