import { bringingDerived, sceneOf, type Scene } from '../derive'
import { bringUpToDate, type RowNews } from '../edit'
import { newsOf } from '../gather'
import { findBoard, type Dimension, type Project, type RecordKind } from '../records'
import { atOnce } from '../steps'
import { TieFinder } from '../ties'
import type { Found } from './matter'

/** The kinds of which a change brings no row of a plan news. */
const STILL: ReadonlySet<RecordKind> = new Set<RecordKind>([
  'note',
  'leader',
  'levelMark',
  'symbol',
  'roundDimension',
  'linework',
  'hatch',
  'placement',
  'viewport',
  'sheet',
  'group',
  'repeat',
  'annotationStyle',
])

const rowsOn = ({ project, board }: Scene): Dimension[] =>
  project.dependents(board.id).flatMap((id) => {
    const row = project.find('dimension', id)
    return row?.gathers && row.drawing === board.id ? [row] : []
  })

/** News of some rows of a board; a pause after each. */
function* newsIn(scene: Scene, rows: readonly Dimension[]): Generator<void, RowNews[]> {
  const { project, board } = scene
  const finder = new TieFinder(scene, board)
  const found: RowNews[] = []
  for (const row of rows) {
    const news = project.unheard(() => newsOf(row, scene, finder))
    if (news) found.push(news)
    yield
  }
  return found
}

/** Looks for rows of a board that have not all of what they were made of. */
export class GatheredMatters {
  private stamp = -1
  private found: readonly Found[] = []

  /** Whether nothing changed since that a row may take in. */
  private isStill({ project, view }: Scene): boolean {
    const kinds = project.changedKinds(this.stamp)
    return kinds !== null && view === 'plan' && [...kinds].every((kind) => STILL.has(kind))
  }

  *steps(scene: Scene): Generator<void, readonly Found[]> {
    const { project, board } = scene
    const rows = rowsOn(scene)
    if (rows.length === 0) this.found = []
    else if (!this.isStill(scene)) {
      if (scene.view === 'derived') yield* bringingDerived(scene, false)
      const news = yield* newsIn(scene, rows)
      this.found = news.length === 0 ? [] : [matter(project, board.id, news)]
    }
    this.stamp = project.stamp
    return this.found
  }
}

function matter(project: Project, board: string, news: readonly RowNews[]): Found {
  const ids = news.map(({ id }) => id)
  const many = ids.length > 1
  return {
    stage: 'annotate',
    key: 'gathered',
    text: `${many ? `${ids.length} rows` : '1 row'} can be brought up to date: ${many ? 'they lack' : 'it lacks'} what came since, or ${many ? 'keep' : 'keeps'} what went.`,
    about: ids,
    at: project.need('dimension', ids[0]!).anchors[0]!.last,
    mend: (now) => bringUpToDate(now, freshNews(now, board, ids)),
  }
}

/** What rows are brought up to date with now. */
export function freshNews(project: Project, board: string, ids: readonly string[]): RowNews[] {
  const found = findBoard(project, board)
  if (!found) return []
  const scene = sceneOf(project, found)
  const rows = rowsOn(scene).filter(({ id }) => ids.includes(id))
  return atOnce(newsIn(scene, rows))
}
