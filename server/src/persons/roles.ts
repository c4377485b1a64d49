import { and, eq, inArray } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { EVERYBODY, isEnough, type KnownPerson, type Role, type Share } from '@lamina/core/exchange'
import { NotAllowed } from '../faults'
import { persons, roles } from '../tables'

/** Who may do what in which project. Who keeps the persons owns every project. */
export class Roles {
  constructor(private readonly db: NodePgDatabase) {}

  /** What somebody may do in a project; null: they do not know of it. */
  async of({ id, manages }: Pick<KnownPerson, 'id' | 'manages'>, project: string): Promise<Role | null> {
    if (manages) return 'owner'
    const rows = await this.db
      .select({ role: roles.role })
      .from(roles)
      .where(and(eq(roles.project, project), inArray(roles.person, [id, EVERYBODY])))
    return rows.reduce<Role | null>((best, { role }) => (isEnough(best, role) ? best : role), null)
  }

  /** The projects that somebody knows of, and what they may do there; null: they may do all everywhere. */
  async all({ id, manages }: Pick<KnownPerson, 'id' | 'manages'>): Promise<ReadonlyMap<string, Role> | null> {
    if (manages) return null
    const rows = await this.db
      .select({ project: roles.project, role: roles.role })
      .from(roles)
      .where(inArray(roles.person, [id, EVERYBODY]))
    const all = new Map<string, Role>()
    for (const { project, role } of rows)
      if (!isEnough(all.get(project) ?? null, role)) all.set(project, role)
    return all
  }

  /** Those who know of a project; null: everybody does. */
  async readers(project: string): Promise<ReadonlySet<string> | null> {
    const rows = await this.db
      .select({ person: roles.person })
      .from(roles)
      .where(eq(roles.project, project))
      .union(this.db.select({ person: persons.id }).from(persons).where(eq(persons.manages, true)))
    const known = new Set(rows.map(({ person }) => person))
    return known.has(EVERYBODY) ? null : known
  }

  async shares(project: string): Promise<Share[]> {
    return this.db
      .select({ person: roles.person, role: roles.role })
      .from(roles)
      .where(eq(roles.project, project))
      .orderBy(roles.person)
  }

  /** Gives somebody a role, or none. @throws NotAllowed where the project would have no owner of its own any more */
  async give(project: string, person: string, role: Role | null): Promise<void> {
    await this.db.transaction(async (db) => {
      const owners = await db
        .select({ person: roles.person })
        .from(roles)
        .where(and(eq(roles.project, project), eq(roles.role, 'owner')))
        .for('update')
      if (role !== 'owner' && owners.length === 1 && owners[0]!.person === person)
        throw new NotAllowed(409, 'last-owner', 'A project has an owner. Make somebody else one first.')
      if (role === null)
        await db.delete(roles).where(and(eq(roles.project, project), eq(roles.person, person)))
      else
        await db
          .insert(roles)
          .values({ project, person, role })
          .onConflictDoUpdate({ target: [roles.project, roles.person], set: { role } })
    })
  }
}
