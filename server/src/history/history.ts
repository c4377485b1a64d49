import { and, desc, eq, gte, inArray, isNotNull, lt, sql, type SQL } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { upgrade, UPGRADE } from '@lamina/core/edit'
import type { Deed, HistoryPage, MomentProject, WholeDeed } from '@lamina/core/exchange'
import { Project, SCHEMA, type AnyRecord } from '@lamina/core/records'
import { factsChanged, summaryOf, thingsChanged } from '@lamina/core/told'
import { NotThere } from '../faults'
import { inTime } from '../inTime'
import { changes, seen } from '../tables'
import { STEP, type Chronicle } from './chronicle'

/** What of a history is asked for; left out: all. */
export interface Asked {
  /** Before this change. */
  readonly before?: number | undefined
  /** Seen on one of these drawings, levels and sheets. */
  readonly places?: readonly string[] | undefined
  /** Made by somebody, or by anybody but them. */
  readonly by?: string | undefined
  readonly notBy?: string | undefined
  /** Made from a moment on, and before another, ISO 8601. */
  readonly from?: string | undefined
  readonly to?: string | undefined
  /** Those whose moments have names. */
  readonly named?: boolean | undefined
}

/** So many are given at once. */
const PAGE = 40
/** So many things of a change are told one by one. */
const MOST_THINGS = 60
/** So long an answer waits for the journal to be read, ms. */
const PATIENCE = 300

const COLUMNS = {
  seq: changes.seq,
  id: changes.id,
  label: changes.label,
  by: changes.by,
  at: changes.at,
  back: sql<Deed['back']>`case when ${changes.undoes} is null then null
    when exists (select 1 from ${changes} u where u.project = "changes"."project" and u.id = "changes"."undoes" and u.undoes is not null)
      then 'made again' else 'taken back' end`,
  named: changes.named,
  change: changes.change,
  inverse: changes.inverse,
}
type Row = Omit<Deed, 'words'> & Pick<typeof changes.$inferSelect, 'change' | 'inverse'>

/** What became of projects, and how they were. */
export class History {
  constructor(
    private readonly db: NodePgDatabase,
    private readonly chronicle: Chronicle,
  ) {}

  /** Some of a history in words, the last first. */
  async page(project: string, asked: Asked): Promise<HistoryPage> {
    const reading = this.chronicle.read(project)
    await inTime(reading, PATIENCE)
    reading.catch(() => undefined)
    const where: (SQL | undefined)[] = [eq(changes.project, project)]
    if (asked.before !== undefined) where.push(lt(changes.seq, asked.before))
    if (asked.places) where.push(this.seenOn(project, asked))
    if (asked.by !== undefined) where.push(eq(changes.by, asked.by))
    if (asked.notBy !== undefined) {
      const others = (await this.people(project)).filter((by) => by !== asked.notBy)
      where.push(others.length > 0 ? inArray(changes.by, others) : sql`false`)
    }
    if (asked.from !== undefined) where.push(gte(changes.at, asked.from))
    if (asked.to !== undefined) where.push(lt(changes.at, asked.to))
    if (asked.named) where.push(isNotNull(changes.named))
    const rows = await this.db
      .select(COLUMNS)
      .from(changes)
      .where(and(...where))
      .orderBy(desc(changes.seq))
      .limit(PAGE + 1)
    const { told, of } = await this.chronicle.reach(project)
    if (of === 0) throw new NotThere('There is no such project.')
    return { deeds: rows.slice(0, PAGE).map(deedOf), more: rows.length > PAGE, told, of }
  }

  /** One change, thing by thing. */
  async whole(project: string, seq: number): Promise<WholeDeed> {
    const row = await this.row(project, seq)
    const { change, inverse } = row
    const things = thingsChanged(inverse.put, change.put)
    const told = things.slice(0, MOST_THINGS)
    const named = new Project([
      ...(await this.chronicle.at(project, seq)),
      ...goneIn(inverse.put, change.put),
    ])
    const was = new Map(inverse.put.map((record) => [record.id, record]))
    const now = new Map(change.put.map((record) => [record.id, record]))
    return {
      ...deedOf(row),
      things: told.map((thing) => {
        const [before, after] = [was.get(thing.id), now.get(thing.id)]
        return { ...thing, values: before && after ? factsChanged(named, before, after) : [] }
      }),
      more: things.length - told.length,
    }
  }

  /** Names the moment after a change; an empty name takes it away. */
  async name(project: string, seq: number, name: string): Promise<void> {
    const done = await this.db
      .update(changes)
      .set({ named: name || null })
      .where(and(eq(changes.project, project), eq(changes.seq, seq)))
      .returning({ seq: changes.seq })
    if (done.length === 0) throw new NotThere('There is no such change.')
  }

  /** A project as it was after a change. */
  async moment(project: string, seq: number): Promise<MomentProject> {
    const row = await this.row(project, seq)
    const { at, label, named } = deedOf(row)
    const { told } = await this.chronicle.reach(project)
    // What is far from a kept state is read once, with states on the way.
    if (seq - told > 2 * STEP) await this.chronicle.read(project)
    const records = broughtUp(await this.chronicle.at(project, seq))
    return { id: project, seq, on: row.id, at, label, named, records }
  }

  /** Changes seen on some places: the last of them alone, where nothing else narrows what is asked for. */
  private seenOn(project: string, { places = [], before, ...rest }: Asked): SQL {
    const isAll = Object.values(rest).every((each) => each === undefined)
    const found = sql`select ${seen.seq} from ${seen} where ${seen.project} = ${project}
      and ${seen.place} = any(${sql.param([...places])}::text[])`
    if (!isAll) return sql`${changes.seq} in (${found})`
    const upTo = before ?? 2 ** 31 - 1
    return sql`${changes.seq} in (select distinct seq from (${found}) f where seq < ${upTo} order by seq desc limit ${PAGE + 1})`
  }

  /** Whoever changed a project. */
  async people(project: string): Promise<string[]> {
    // From one to the next by the index: the journal may be long.
    const { rows } = await this.db.execute<{ by: string }>(sql`
      with recursive each as (
        (select c.by from ${changes} c where c.project = ${project} and c.by is not null order by c.by limit 1)
        union all
        select (select c.by from ${changes} c where c.project = ${project} and c.by > each.by order by c.by limit 1)
        from each where each.by is not null
      ) select by from each where by is not null`)
    return rows.map(({ by }) => by)
  }

  /** Some changes with what takes them back, the last first, all between the last and the first of these. */
  async between(project: string, last: number, first: number): Promise<readonly Row[]> {
    return this.db
      .select(COLUMNS)
      .from(changes)
      .where(and(eq(changes.project, project), gte(changes.seq, first), lt(changes.seq, last + 1)))
      .orderBy(desc(changes.seq))
  }

  private async row(project: string, seq: number): Promise<Row> {
    const [row] = await this.db
      .select(COLUMNS)
      .from(changes)
      .where(and(eq(changes.project, project), eq(changes.seq, seq)))
    if (!row) throw new NotThere('There is no such change.')
    return row
  }
}

function deedOf({ change, inverse, ...row }: Row): Deed {
  const words = summaryOf(thingsChanged(inverse.put, change.put))
  return { ...row, by: row.id.startsWith(UPGRADE) ? null : row.by, at: new Date(row.at).toISOString(), words }
}

const goneIn = (was: readonly AnyRecord[], now: readonly AnyRecord[]): AnyRecord[] => {
  const there = new Set(now.map(({ id }) => id))
  return was.filter(({ id }) => !there.has(id))
}

/** Records of an earlier form as they are read today. */
function broughtUp(records: AnyRecord[]): AnyRecord[] {
  const facts = records.find((record) => record.kind === 'project')
  if (!facts || facts.schema === SCHEMA) return records
  const project = new Project(records)
  const change = upgrade(project)
  if (change) project.apply(change)
  return [...project.everything()]
}
