import type { Request, Response } from 'express'
import type { Act, KnownPerson, Role } from '@lamina/core/exchange'
import type { Acts } from './acts'
import type { Persons } from './persons'
import type { Roles } from './roles'

/** What who asks may do; where nobody is asked who they are, all. */
export interface Access {
  /** Who asks; null: nobody is asked. */
  person(response: Response): KnownPerson | null
  /** Whether an id is of somebody who works or worked here. */
  isSomebody(id: string): Promise<boolean>
  /** What they may do in each project. */
  roles(response: Response): Promise<(project: string) => Role | null>
  /** Those who know of a project; null: all do. */
  readers(project: string): Promise<ReadonlySet<string> | null>
  /** They did something that is written down. */
  note(request: Request, response: Response, what: Act, about?: string): Promise<void>
}

/** Where nobody is asked. */
export const OPEN: Access = {
  person: () => null,
  isSomebody: () => Promise.resolve(false),
  roles: () => Promise.resolve(() => 'owner'),
  readers: () => Promise.resolve(null),
  note: () => Promise.resolve(),
}

/** Where people sign in: who asks was found before. */
export const signedIn = (persons: Persons, roles: Roles, acts: Acts): Access => ({
  person: personOf,
  isSomebody: (id) => persons.isKnown(id),
  async roles(response) {
    const all = await roles.all(personOf(response)!)
    return (project) => (all ? (all.get(project) ?? null) : 'owner')
  },
  readers: (project) => roles.readers(project),
  note: (request, response, what, about) =>
    acts.note(what, { person: personOf(response)?.id ?? null, address: request.ip ?? '' }, about),
})

/** Who asks, as was found; null: nobody who is signed in. */
export const personOf = (response: Response): KnownPerson | null =>
  (response.locals['person'] as KnownPerson | undefined) ?? null
