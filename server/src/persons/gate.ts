import { Router, json, type Express, type Request, type Response } from 'express'
import session from 'express-session'
import { z } from 'zod'
import {
  EVERYBODY,
  LONGEST_PASSWORD,
  ROLES,
  SHORTEST_PASSWORD,
  isEnough,
  type KnownPerson,
  type Me,
  type Person,
} from '@lamina/core/exchange'
import { idSchema, nameSchema } from '@lamina/core/records'
import { NotAllowed, NotThere } from '../faults'
import { personOf, signedIn, type Access } from './access'
import type { Acts } from './acts'
import { Guessing } from './guessing'
import { leastRole } from './leastRole'
import type { Persons } from './persons'
import type { Roles } from './roles'
import { IDLE_MS, type Sessions } from './sessions'

export interface GateParts {
  readonly persons: Persons
  readonly roles: Roles
  readonly sessions: Sessions
  readonly acts: Acts
  /** What a project is called. */
  nameOf(project: string): Promise<string>
  /** What sessions are signed with. */
  readonly secret: string
  /** What is between is encrypted: cookies go over nothing else. */
  readonly overTls: boolean
  /** Lets go of the streams of news that a person has. */
  ended(person: string): void
}

/** What is said by people of themselves is no longer than this. */
const FACTS_LIMIT = '16kb'
const passwordSchema = z
  .string()
  .min(SHORTEST_PASSWORD, `A password has at least ${SHORTEST_PASSWORD} characters.`)
  .max(LONGEST_PASSWORD, `A password has at most ${LONGEST_PASSWORD} characters.`)
const factsShape = {
  signIn: z
    .string()
    .trim()
    .toLowerCase()
    .regex(/^[\p{L}\p{N}._@+-]{2,100}$/u, 'A name to sign in with is of letters, figures and . _ @ + -'),
  name: nameSchema.trim().min(1, 'A name is wanted.').max(100),
  initials: nameSchema.trim().min(1, 'Initials are wanted.').max(6),
}
const factsSchema = z.strictObject(factsShape)
const followSchema = z.strictObject({ ...factsShape, password: passwordSchema })
const signInSchema = z.strictObject({
  signIn: z.string().trim().toLowerCase().min(1).max(100),
  password: z.string().max(LONGEST_PASSWORD),
})
const newPasswordSchema = z.strictObject({ old: z.string().max(LONGEST_PASSWORD), now: passwordSchema })
const linkSchema = z.strictObject({ person: idSchema.nullable(), manages: z.boolean() })
const shareSchema = z.strictObject({
  person: idSchema.or(z.literal(EVERYBODY)),
  role: z.enum(ROLES).nullable(),
})
const secretSchema = z.string().regex(/^[\w-]{20,100}$/)

/** What everybody may ask, signed in or not. */
const OPEN_TO_ALL = /^\/(me|health|links\/[^/]+)$/

const asked = (person: KnownPerson | null): Me => ({ asked: true, person })

/** Lets people in who are signed in, each to what they may do; and is where they sign in and out, and are kept. */
export function gate(app: Express, parts: GateParts): Access {
  const { persons, roles, sessions, acts, nameOf } = parts
  const guessing = new Guessing()
  const access = signedIn(persons, roles, acts)
  const placeOf = (request: Request): string => request.ip ?? ''
  const need = (response: Response): KnownPerson => {
    const person = personOf(response)
    if (!person) throw new NotAllowed(401, 'sign-in', 'Sign in to go on.')
    return person
  }
  const keeper = (response: Response): KnownPerson => {
    const person = need(response)
    if (!person.manages)
      throw new NotAllowed(403, 'not-yours', 'Only who keeps the persons here may do that.')
    return person
  }

  app.use(
    '/api',
    session({
      name: parts.overTls ? '__Host-lamina' : 'lamina',
      secret: parts.secret,
      store: sessions,
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'strict', secure: parts.overTls, path: '/', maxAge: IDLE_MS },
    }),
  )
  app.use('/api', async (request, response, next) => {
    const { person } = request.session
    const found = person === undefined ? null : await persons.get(person)
    if (found) response.locals['person'] = found
    else if (!OPEN_TO_ALL.test(request.path)) need(response)
    next()
  })
  app.use('/api/projects/:id', async (request, response, next) => {
    const role = await roles.of(need(response), idSchema.parse(request.params['id']))
    const least = leastRole(request.method, request.path)
    // What nobody has yet can be made; what others have is not told of.
    const isMade = role === null && request.method === 'POST' && request.path === '/'
    if (role === null && !isMade) throw new NotThere('There is no such project.')
    if (!isMade && !isEnough(role, least))
      throw new NotAllowed(
        403,
        'not-yours',
        `In this project you are ${ROLE_WORDS[role!]}: you cannot do that.`,
      )
    response.locals['role'] = role
    next()
  })

  /** Signs somebody in here, as a new session. */
  const begin = (request: Request, person: KnownPerson): Promise<void> =>
    new Promise((resolve, reject) => {
      request.session.regenerate((error: unknown) => {
        if (error) return reject(error as Error)
        request.session.person = person.id
        request.session.since = Date.now()
        request.session.save((fault: unknown) => (fault ? reject(fault as Error) : resolve()))
      })
    })
  const end = (request: Request): Promise<void> =>
    new Promise((resolve, reject) => {
      request.session.destroy((error: unknown) => (error ? reject(error as Error) : resolve()))
    })

  const routes = Router()
  const small = json({ limit: FACTS_LIMIT })
  routes.get('/me', (_request, response) => {
    response.json(asked(personOf(response)))
  })
  routes.post('/me', small, async (request, response) => {
    const { signIn, password } = signInSchema.parse(request.body)
    await guessing.begin(signIn, placeOf(request))
    const person = await persons.by(signIn, password)
    if (!person) {
      await acts.note('refused', { person: null, address: placeOf(request) }, signIn)
      throw new NotAllowed(401, 'wrong', 'This name and this password do not belong together.')
    }
    await guessing.right(signIn, placeOf(request))
    await begin(request, person)
    await acts.note('signedIn', { person: person.id, address: placeOf(request) })
    response.json(asked(person))
  })
  routes.delete('/me', async (request, response) => {
    if (personOf(response)) await access.note(request, response, 'signedOut')
    await end(request)
    response.status(204).end()
  })
  routes.delete('/me/sessions', async (request, response) => {
    const { id } = need(response)
    await access.note(request, response, 'signedOutAll')
    await sessions.endAll(id)
    await end(request)
    parts.ended(id)
    response.status(204).end()
  })
  routes.put('/me', small, async (request, response) => {
    const person = await persons.change(need(response).id, factsSchema.parse(request.body))
    await access.note(request, response, 'facts')
    response.json(asked(person))
  })
  routes.put('/me/password', small, async (request, response) => {
    const person = need(response)
    const { old, now } = newPasswordSchema.parse(request.body)
    await guessing.begin(person.signIn, placeOf(request))
    if (!(await persons.changePassword(person.id, old, now)))
      throw new NotAllowed(403, 'wrong', 'The password you have now is another.')
    await guessing.right(person.signIn, placeOf(request))
    await sessions.endAll(person.id, request.sessionID)
    await access.note(request, response, 'password')
    response.status(204).end()
  })

  routes.get('/links/:secret', async (request, response) => {
    response.json(await persons.link(secretSchema.parse(request.params.secret)))
  })
  routes.post('/links/:secret', small, async (request, response) => {
    const secret = secretSchema.parse(request.params.secret)
    const { password, ...facts } = followSchema.parse(request.body)
    const { person: whose } = await persons.link(secret)
    const person = await persons.follow(secret, facts, password)
    parts.ended(person.id)
    await begin(request, person)
    const by = { person: person.id, address: placeOf(request) }
    await acts.note(whose ? 'password' : 'joined', by)
    response.status(201).json(asked(person))
  })

  routes.get('/persons', async (_request, response) => {
    const all = await persons.all()
    if (need(response).manages) response.json(all)
    else
      response.json(
        all.map(({ id, name, initials, left, manages }): Person => ({ id, name, initials, left, manages })),
      )
  })
  routes.post('/links', small, async (request, response) => {
    keeper(response)
    const { person, manages } = linkSchema.parse(request.body)
    const link = await persons.makeLink(person, manages)
    const about = person === null ? 'for somebody new' : ((await persons.get(person))?.name ?? '')
    await access.note(request, response, 'link', about)
    response.status(201).json(link)
  })
  routes.put('/persons/:id', small, async (request, response) => {
    keeper(response)
    const { manages } = z.strictObject({ manages: z.boolean() }).parse(request.body)
    const person = await persons.setManages(idSchema.parse(request.params['id']), manages)
    await access.note(request, response, 'manages', `${person.name}: ${manages ? 'keeps them' : 'no more'}`)
    response.status(204).end()
  })
  routes.delete('/persons/:id', async (request, response) => {
    keeper(response)
    const person = await persons.letGo(idSchema.parse(request.params.id))
    parts.ended(person.id)
    await access.note(request, response, 'left', person.name)
    response.status(204).end()
  })
  routes.delete('/persons/:id/sessions', async (request, response) => {
    keeper(response)
    const person = await persons.get(idSchema.parse(request.params.id))
    if (!person) throw new NotThere('There is no such person.')
    await sessions.endAll(person.id)
    parts.ended(person.id)
    await access.note(request, response, 'signedOutAll', person.name)
    response.status(204).end()
  })
  routes.get('/acts', async (request, response) => {
    keeper(response)
    const before = z.coerce.number().int().positive().optional().parse(request.query['before'])
    response.json(await acts.page(before))
  })
  routes.get('/projects/:id/shares', async (request, response) => {
    response.json(await roles.shares(idSchema.parse(request.params.id)))
  })
  routes.put('/projects/:id/shares', small, async (request, response) => {
    const project = idSchema.parse(request.params['id'])
    const { person, role } = shareSchema.parse(request.body)
    const who = person === EVERYBODY ? null : await persons.get(person)
    if (person !== EVERYBODY && !who) throw new NotThere('There is no such person.')
    await roles.give(project, person, role)
    await access.note(
      request,
      response,
      'shared',
      `${await nameOf(project)}: ${who?.name ?? 'everybody'}, ${role === null ? 'nothing' : ROLE_WORDS[role]}`,
    )
    response.json(await roles.shares(project))
  })
  app.use('/api', routes)
  return access
}

const ROLE_WORDS = { owner: 'its owner', drafter: 'a drafter', reader: 'a reader' } as const
