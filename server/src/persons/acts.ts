import { desc, lt } from 'drizzle-orm'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { ACTS_A_PAGE, type Act, type DoneAct } from '@lamina/core/exchange'
import { acts } from '../tables'

/** What is written down of what people do. */
export class Acts {
  constructor(private readonly db: NodePgDatabase) {}

  async note(what: Act, by: { person: string | null; address: string }, about = ''): Promise<void> {
    await this.db.insert(acts).values({ what, about, ...by })
  }

  /** The last of them, or those before one, the last first. */
  async page(before?: number): Promise<DoneAct[]> {
    return this.db
      .select()
      .from(acts)
      .where(before === undefined ? undefined : lt(acts.id, before))
      .orderBy(desc(acts.id))
      .limit(ACTS_A_PAGE)
  }
}
