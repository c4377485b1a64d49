import { Router, raw, type Request, type Response } from 'express'
import { isEnough, type Role } from '@lamina/core/exchange'
import { idSchema } from '@lamina/core/records'
import { NotAllowed, NotThere } from '../faults'
import type { Access } from '../persons/access'
import type { Store } from '../store'
import { DAYS_REMOVED, type Archives } from './archives'

/** The largest archive taken, bytes. */
const LARGEST = 256 * 2 ** 20

const idOf = (value: unknown): string => idSchema.parse(value)

/** Archives, copies and backups of projects, and projects that were removed. */
export function archiveRoutes(
  archives: Pick<Archives, 'pack' | 'bringIn' | 'copy' | 'restore' | 'list' | 'all'>,
  store: Pick<Store, 'removed' | 'bringBack' | 'clear' | 'nameOf'>,
  access: Access,
): Router {
  const routes = Router()
  /** @throws NotThere for who does not know of the project, NotAllowed for who may not do that there */
  const need = async (response: Response, project: string, least: Role): Promise<void> => {
    const role = (await access.roles(response))(project)
    if (role === null) throw new NotThere('There is no such project.')
    if (!isEnough(role, least)) throw new NotAllowed(403, 'not-yours', 'Only its owner may do that.')
  }
  const by = (response: Response): string | null => access.person(response)?.id ?? null
  /** A project was made, and is of who made it. */
  const made = async <T extends { readonly id: string; readonly name: string }>(
    request: Request,
    response: Response,
    project: T,
  ): Promise<void> => {
    await access.note(request, response, 'made', project.name)
    response.status(201).json(project)
  }
  routes.get('/projects/:id/archive', async (request, response) => {
    const bytes = await archives.pack(idOf(request.params.id))
    await access.note(request, response, 'packed', await store.nameOf(idOf(request.params.id)))
    response.setHeader('Content-Disposition', 'attachment; filename="project.zip"')
    response.type('application/zip').end(bytes)
  })
  routes.post('/archives', raw({ type: 'application/zip', limit: LARGEST }), async (request, response) => {
    const { body } = request as { body: unknown }
    await made(
      request,
      response,
      await archives.bringIn(body instanceof Buffer ? body : Buffer.alloc(0), by(response)),
    )
  })
  routes.post('/projects/:id/copy', async (request, response) => {
    await made(request, response, await archives.copy(idOf(request.params.id), by(response)))
  })
  routes.get('/removed', async (_request, response) => {
    const roleIn = await access.roles(response)
    const projects = (await store.removed()).filter(({ id }) => roleIn(id) === 'owner')
    response.json({ days: DAYS_REMOVED, projects })
  })
  routes.post('/removed/:id/back', async (request, response) => {
    const id = idOf(request.params.id)
    await need(response, id, 'owner')
    await store.bringBack(id)
    await access.note(request, response, 'broughtBack', await store.nameOf(id))
    response.status(204).end()
  })
  routes.delete('/removed/:id', async (request, response) => {
    const id = idOf(request.params.id)
    await need(response, id, 'owner')
    const [name] = await store.clear({ id })
    if (name !== undefined) await access.note(request, response, 'cleared', name)
    response.status(204).end()
  })
  routes.get('/backups', async (_request, response) => {
    const roleIn = await access.roles(response)
    response.json((await archives.list()).filter(({ project }) => isEnough(roleIn(project), 'drafter')))
  })
  routes.post('/backups', async (_request, response) => {
    response.json({ made: await archives.all() })
  })
  routes.post('/backups/:project/:file/back', async (request, response) => {
    const { project, file } = request.params
    await need(response, idOf(project), 'drafter')
    await made(request, response, await archives.restore(project, file, by(response)))
  })
  return routes
}
