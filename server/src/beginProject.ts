import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { projects, roles } from './tables'

/** A project that is not there yet. */
export interface NewProject {
  readonly id: string
  readonly name: string
  /** Whose it is; null: nobody is asked who they are. */
  readonly owner: string | null
}

/** Makes the row of a project, with whose it is; one that is there stays as it is, and whose it is. @returns whether it was made */
export async function beginProject(
  db: Pick<NodePgDatabase, 'insert'>,
  { id, name, owner }: NewProject,
): Promise<boolean> {
  const made = await db
    .insert(projects)
    .values({ id, name })
    .onConflictDoNothing()
    .returning({ id: projects.id })
  if (made.length > 0 && owner !== null)
    await db.insert(roles).values({ project: id, person: owner, role: 'owner' })
  return made.length > 0
}
