import { Router, raw } from 'express'
import { idSchema } from '@lamina/core/records'
import type { Store } from '../store'
import { DAYS_REMOVED, type Archives } from './archives'

/** The largest archive taken, bytes. */
const LARGEST = 256 * 2 ** 20

const idOf = (value: unknown): string => idSchema.parse(value)

/** Archives, copies and backups of projects, and projects that were removed. */
export function archiveRoutes(
  archives: Pick<Archives, 'pack' | 'bringIn' | 'copy' | 'restore' | 'list' | 'all'>,
  store: Pick<Store, 'removed' | 'bringBack' | 'clear'>,
): Router {
  const routes = Router()
  routes.get('/projects/:id/archive', async (request, response) => {
    const bytes = await archives.pack(idOf(request.params.id))
    response.setHeader('Content-Disposition', 'attachment; filename="project.zip"')
    response.type('application/zip').end(bytes)
  })
  routes.post('/archives', raw({ type: 'application/zip', limit: LARGEST }), async (request, response) => {
    const { body } = request as { body: unknown }
    response.status(201).json(await archives.bringIn(body instanceof Buffer ? body : Buffer.alloc(0)))
  })
  routes.post('/projects/:id/copy', async (request, response) => {
    response.status(201).json(await archives.copy(idOf(request.params.id)))
  })
  routes.get('/removed', async (_request, response) => {
    response.json({ days: DAYS_REMOVED, projects: await store.removed() })
  })
  routes.post('/removed/:id/back', async (request, response) => {
    await store.bringBack(idOf(request.params.id))
    response.status(204).end()
  })
  routes.delete('/removed/:id', async (request, response) => {
    await store.clear({ id: idOf(request.params.id) })
    response.status(204).end()
  })
  routes.get('/backups', async (_request, response) => {
    response.json(await archives.list())
  })
  routes.post('/backups', async (_request, response) => {
    response.json({ made: await archives.all() })
  })
  routes.post('/backups/:project/:file/back', async (request, response) => {
    const { project, file } = request.params
    response.status(201).json(await archives.restore(project, file))
  })
  return routes
}
