import {
  needBoard,
  type Board,
  type Change,
  type Dimension,
  type Drawing,
  type DrawingOf,
  type Id,
  type Leader,
  type LevelMark,
  type Note,
  type Project,
  type StandingView,
  type View,
} from '../records'
import { isStanding } from '../kinds'
import { drawnOver, linesEnd } from '../views'
import { MOST_POINTS } from './dimensions'
import { storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { wordsOf } from './words'

type LineEnds = NonNullable<DrawingOf<StandingView>['lineEnds']>

/**
 * Rows of dimensions on a board. Refused without two points to measure between, or with more than a row takes.
 * @param ends how far lines of levels and of the grid are to run beyond what is seen, so that their names stand beyond the rows,
 * paper mm; those that run further are left
 * @refuses bad-value, no-size, no-solution, nonsense, nothing, too-many
 */
export function addDimensions(
  project: Project,
  drawing: Id,
  rows: readonly Pick<
    Dimension,
    'anchors' | 'direction' | 'axis' | 'offset' | 'style' | 'from' | 'gathers'
  >[],
  makeId: MakeId,
  ends: LineEnds = {},
): Change {
  const board = needBoard(project, drawing)
  if (rows.some(({ anchors }) => anchors.length < 2))
    throw new EditRefused('nothing', 'Point to two places to measure between.')
  const most = Math.max(...rows.map(({ anchors }) => anchors.length))
  if (most > MOST_POINTS)
    throw new EditRefused(
      'too-many',
      `A row of ${most.toLocaleString('en')} points: a dimension has at most ${MOST_POINTS}. Measure a part of it.`,
    )
  return storing(
    project,
    ...rows.map((row): Dimension => ({ ...row, id: makeId(), kind: 'dimension', drawing })),
    ...withEnds(board, ends),
  )
}

/** The board with its lines run as far, where they run less; nothing where they do. */
function withEnds(board: Board, ends: LineEnds): Drawing[] {
  if (board.kind !== 'drawing' || !isStanding(board)) return []
  const sides = (['left', 'right', 'foot', 'top'] as const).filter(
    (side) => (ends[side] ?? 0) > linesEnd(board, side),
  )
  if (sides.length === 0) return []
  return [
    {
      ...board,
      lineEnds: { ...board.lineEnds, ...Object.fromEntries(sides.map((side) => [side, ends[side]])) },
    },
  ]
}

/**
 * A leader with its note. Refused without words, or with signs that cannot be lettered.
 * @refuses bad-value, nonsense, unnamed
 */
export function addLeader(project: Project, input: Omit<Leader, 'id' | 'kind'>, makeId: MakeId): Change {
  needBoard(project, input.drawing)
  return storing(project, { ...input, text: wordsOf(input.text), id: makeId(), kind: 'leader' })
}

/**
 * A mark that tells a height. Refused where a drawing shows none: in cutaways, blocks and on sheets.
 * @refuses nonsense, wrong-kind
 */
export function addLevelMark(
  project: Project,
  input: Omit<LevelMark, 'id' | 'kind'>,
  makeId: MakeId,
): Change {
  const board = needBoard(project, input.drawing)
  const seen = drawnOver(project, board)
  if (seen.kind !== 'drawing' || !TELLS_HEIGHTS[seen.view])
    throw new EditRefused(
      'wrong-kind',
      'Heights are marked in plans, elevations, sections and details of them.',
    )
  return storing(project, { ...input, id: makeId(), kind: 'levelMark' })
}

/** Which views show how high things lie. */
const TELLS_HEIGHTS: Readonly<Record<View, boolean>> = {
  plan: true,
  section: true,
  elevation: true,
  interior: true,
  detail: true,
  cutaway: false,
  block: false,
}

/**
 * A note without a leader. Refused without words, or with signs that cannot be lettered.
 * @refuses bad-value, nonsense, unnamed
 */
export function addNote(project: Project, input: Omit<Note, 'id' | 'kind'>, makeId: MakeId): Change {
  needBoard(project, input.drawing)
  return storing(project, { ...input, text: wordsOf(input.text), id: makeId(), kind: 'note' })
}
