import { removeItems, type Contested } from '../edit'
import type { AnyRecord, Change, Project } from '../records'
import { apart, asOne } from './merge'

/**
 * What makes a contested fact as it was meant, on what is there now.
 * @returns null: there is nothing to do, or what it is a fact of is not there any more
 * @refuses what removing refuses
 */
export function taken(project: Project, { id, field, mine }: Contested): Change | null {
  const there = project.get(id)
  if (field === null) {
    if (mine !== undefined) return { put: [mine as AnyRecord], drop: [] }
    return there ? removeItems(project, [id]) : null
  }
  if (!there) return null
  const facts = withFact(
    asOne(there.kind, there as unknown as Readonly<Record<string, unknown>>),
    field,
    mine,
  )
  return { put: [apart(there.kind, facts) as AnyRecord], drop: [] }
}

/** Facts with one of them as it is meant; undefined: it is not there. */
function withFact(
  facts: Readonly<Record<string, unknown>>,
  field: string,
  value: unknown,
): Record<string, unknown> {
  const made = { ...facts }
  const [, name, rest] = /^(values|parameters)\.(.+)$/s.exec(field) ?? []
  if (name) made[name] = withFact((made[name] ?? {}) as Record<string, unknown>, rest!, value)
  else if (value === undefined) delete made[field]
  else made[field] = value
  return made
}
