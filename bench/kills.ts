import {
  killedAtArchive,
  killedAtFirstStart,
  killedAtMigration,
  killedDrawing,
  type Killed,
} from '../e2e/kills'
import type { Row } from './main'

/** Whether anything that was acknowledged is lost where the server is killed: fifty rounds in all. */
export async function benchKills(): Promise<Row[]> {
  const row = ({ rounds, acknowledged, lost }: Killed, when: string): Row => ({
    what: `changes lost by a server that is killed ${when}, ${rounds} times`,
    measured: `${lost.length}${lost.length > 0 ? ` (${lost.slice(0, 3).join('; ')})` : ''}`,
    against: `${acknowledged} acknowledged`,
    ratio: lost.length,
    limit: 0,
  })
  return [
    row(await killedDrawing(26, 40), 'in the middle of edits'),
    row(await killedAtFirstStart(8), 'while it starts for the first time'),
    row(await killedAtMigration(8), 'while it brings the data of an earlier version to its form'),
    row(await killedAtArchive(8, 200), 'while an archive is brought in'),
  ]
}
