import { sql, type SQL } from 'drizzle-orm'
import type { Contested, SentChange } from '@lamina/core/edit'
import type { Change } from '@lamina/core/records'
import { changes, projects, records } from './tables'

/** A change as it is stored. */
export interface Stored extends Omit<SentChange, 'was' | 'on'> {
  readonly seq: number
  readonly contested: Contested[]
}

/** The sum of what records say: the same for the same records in whatever order, and another, but by a chance of one in 2^60, for others. */
export const sumOf = (body: SQL): SQL =>
  sql`coalesce(sum(('x' || substr(md5(${body}::text), 1, 15))::bit(60)::bigint::numeric), 0)`

/**
 * Appends a change to the journal of a project and brings its records up to date, in one statement: both are there or neither, and
 * it costs one answer of the database. A number or an id that the journal has already is refused by its keys.
 * @param told what other servers are told with it; null: there are none
 */
export function append(
  project: string,
  stored: Stored,
  inverse: Change,
  told: { readonly channel: string; readonly text: string } | null,
): SQL {
  const { seq, id, client, by = null, base, label, change, undoes, contested } = stored
  const touched = [...change.put.map((record) => record.id), ...change.drop]
  const json = (value: unknown): SQL => sql`${JSON.stringify(value)}::jsonb`
  const name = change.put.find((record) => record.kind === 'project')?.name ?? null
  return sql`
    with put as (
      select body, nth from jsonb_array_elements(${json(change.put)}) with ordinality as put (body, nth)
    ), before as (
      select count(*) as n, ${sumOf(sql`body`)} as s from ${records}
      where project = ${project} and id = any(${sql.param(touched)}::text[])
    ), after as (
      select count(*) as n, ${sumOf(sql`body`)} as s from put
    ), gone as (
      delete from ${records} where project = ${project} and id = any(${sql.param(change.drop)}::text[])
    ), kept as (
      insert into ${records} (project, id, kind, body, seq)
      select ${project}::text, body->>'id', body->>'kind', body, ${seq}::integer
      from put order by nth
      on conflict (project, id) do update set kind = excluded.kind, body = excluded.body, seq = excluded.seq
    ), entry as (
      insert into ${changes} (project, seq, id, client, by, base, label, change, inverse, undoes, contested)
      values (${project}, ${seq}, ${id}, ${client}, ${by}, ${base}, ${label}, ${json(change)}, ${json(inverse)}, ${undoes}, ${json(contested)})
    )
    update ${projects} set seq = ${seq}, changed_at = now(), name = coalesce(${name}, name),
      count = count - before.n + after.n, sum = sum - before.s + after.s
    from before, after${told ? sql`, pg_notify(${told.channel}, ${told.text})` : sql``} where id = ${project}`
}
