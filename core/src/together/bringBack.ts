import { placesOf } from '../kinds'
import { needs, type AnyRecord, type Change, type Id, type Project } from '../records'
import { saysTheSame } from './alike'

/** What is to be as it was: all, what is seen on a drawing, sheet or level, or one thing. */
export type ToBringBack = 'all' | { readonly places: readonly Id[] } | { readonly thing: Id }

/**
 * The change that makes a project, or a part of it, as it was at a moment. What it cannot do without comes back too; what came since and
 * cannot do without what goes, goes with it. Empty: it is as it was.
 */
export function broughtBack(now: Project, then: Project, what: ToBringBack): Change {
  const before = byId(then)
  const today = byId(now)
  const wanted = new Map(today)
  for (const id of idsOf(now, then, what)) {
    const record = before.get(id)
    if (record) wanted.set(id, asToday(record, today.get(id)))
    else wanted.delete(id)
  }
  while (settleLoose(wanted, before));
  return {
    put: [...wanted.values()].filter((record) => !saysTheSame(record, today.get(record.id))),
    drop: [...today.keys()].filter((id) => !wanted.has(id)),
  }
}

const byId = (project: Project): Map<Id, AnyRecord> =>
  new Map([...project.everything()].map((record) => [record.id, record]))

/** The facts of the project tell the form of its data, which stays as it is today. */
const asToday = (record: AnyRecord, today: AnyRecord | undefined): AnyRecord =>
  record.kind === 'project' && today?.kind === 'project' ? { ...record, schema: today.schema } : record

function idsOf(now: Project, then: Project, what: ToBringBack): Set<Id> {
  if (what === 'all') return new Set([...byId(now).keys(), ...byId(then).keys()])
  if ('thing' in what) return withUsersGone(what.thing, now, then)
  const places = new Set(what.places)
  const found = new Set<Id>()
  for (const project of [now, then])
    for (const record of project.everything())
      if ([...placesOf(record, (id) => project.get(id))].some((place) => places.has(place)))
        found.add(record.id)
  return found
}

/** A thing, and where it is gone what was part of it, as doors of a wall. */
function withUsersGone(thing: Id, now: Project, then: Project): Set<Id> {
  const found = new Set([thing])
  if (now.get(thing)) return found
  for (const id of found) for (const user of then.dependents(id)) if (!now.get(user)) found.add(user)
  return found
}

/**
 * Brings back what others need that is not there; where it was not there then either, those others are as they were, or go.
 * @returns whether anything was
 */
function settleLoose(wanted: Map<Id, AnyRecord>, before: ReadonlyMap<Id, AnyRecord>): boolean {
  let isSettled = true
  for (const user of [...wanted.values()]) {
    const lacking = needs(user).flatMap(([id]) => (wanted.has(id) ? [] : [id]))
    if (lacking.length === 0) continue
    isSettled = false
    const earlier = before.get(user.id)
    const missing = lacking.flatMap((id) => before.get(id) ?? [])
    if (missing.length === lacking.length) for (const record of missing) wanted.set(record.id, record)
    else if (earlier && user !== earlier) wanted.set(user.id, earlier)
    else wanted.delete(user.id)
  }
  return !isSettled
}
