import { Router } from 'express'
import { z } from 'zod'
import { seqSchema } from '@lamina/core/edit'
import { idSchema, nameSchema } from '@lamina/core/records'
import type { Threads } from '../thread/threads'
import { STEP, type Chronicle } from './chronicle'
import type { History } from './history'
import type { SeenChanges, SeenOrder } from './picturesOf'

const seq = z.coerce.number().pipe(seqSchema)
/** So many pictures are drawn for one question. */
const MOST_PICTURES = 40

const askedSchema = z.strictObject({
  before: seq.optional(),
  places: z
    .string()
    .max(4000)
    .transform((text) => text.split(','))
    .pipe(z.array(idSchema))
    .optional(),
  by: idSchema.optional(),
  notBy: idSchema.optional(),
  from: z.iso.datetime().optional(),
  to: z.iso.datetime().optional(),
  named: z
    .literal('1')
    .transform(() => true)
    .optional(),
})
const seqsSchema = z
  .string()
  .max(1000)
  .transform((text) => text.split(',').map(Number))
  .pipe(z.array(seqSchema).min(1).max(MOST_PICTURES))
const namedSchema = z.strictObject({ name: nameSchema.trim().max(200) })

/** What became of projects, how they were, and what changed then. */
export function historyRoutes(
  history: History,
  chronicle: Pick<Chronicle, 'at'>,
  drawer: Pick<Threads<SeenOrder, SeenChanges>, 'make'>,
): Router {
  const routes = Router()
  routes.get('/projects/:id/deeds', async (request, response) => {
    response.json(await history.page(idSchema.parse(request.params.id), askedSchema.parse(request.query)))
  })
  routes.get('/projects/:id/deeds/:seq', async (request, response) => {
    response.json(await history.whole(idSchema.parse(request.params.id), seq.parse(request.params.seq)))
  })
  routes.put('/projects/:id/deeds/:seq/name', async (request, response) => {
    const { name } = namedSchema.parse(request.body)
    await history.name(idSchema.parse(request.params.id), seq.parse(request.params.seq), name)
    response.status(204).end()
  })
  routes.get('/projects/:id/people', async (request, response) => {
    response.json(await history.people(idSchema.parse(request.params.id)))
  })
  routes.get('/projects/:id/moments/:seq', async (request, response) => {
    response.json(await history.moment(idSchema.parse(request.params.id), seq.parse(request.params.seq)))
  })
  routes.get('/projects/:id/seen', async (request, response) => {
    const project = idSchema.parse(request.params.id)
    const wanted = seqsSchema.parse(request.query['changes']).sort((p, q) => q - p)
    const cancel = new AbortController()
    response.on('close', () => cancel.abort())
    const seen: SeenChanges = {}
    while (wanted.length > 0) {
      const [last] = wanted as [number]
      // Those far from each other begin with a state of their own.
      const near = wanted.splice(0, wanted.findLastIndex((each) => last - each <= STEP) + 1)
      const made = (await history.between(project, last, near.at(-1)!)).map(
        ({ seq: at, change, inverse }) => ({
          seq: at,
          change,
          inverse,
          wanted: near.includes(at),
        }),
      )
      const records = await chronicle.at(project, last)
      Object.assign(seen, await drawer.make({ records, made }, project, cancel.signal))
    }
    response.json(seen)
  })
  return routes
}
