import { isEmptyBox, middle, type Box, type Point } from '../geometry'
import type { AnyRecord, DrawingOf, Project, StandingView } from '../records'
import { vertical } from '../solids'
import { edgeInPicture } from './places'
import type { Frame } from './frame'
import { lineInView } from './lines'

/** What a handle of something in a view of the building moves. */
export type PulledPart =
  | 'place'
  | 'sill'
  | 'head'
  | 'start jamb'
  | 'end jamb'
  | 'top'
  | 'foot'
  | 'eaves'
  | 'level'
  | 'grid line'
  | 'line from'
  | 'line to'

/** A point by which something is reshaped in a view of the building. */
export interface ViewHandle {
  readonly part: PulledPart
  readonly at: Point
}

/** The board of a view from the side and what is seen on it: where the lines of levels and the grid end. */
export interface SeenAround {
  readonly board: DrawingOf<StandingView>
  /** Around what is seen, mm; empty: nothing is. */
  readonly extent: Box
  /** Real mm to one mm on paper. */
  readonly scale: number
}

const SIDES = ['left', 'right'] as const

/**
 * The points by which something is reshaped in a drawing that looks at the building.
 * @param around where lines of levels and the grid end; null: they have no points
 */
export function viewHandles(
  project: Project,
  frame: Frame,
  record: AnyRecord,
  around: SeenAround | null = null,
): ViewHandle[] {
  /** The middle of an edge, on the side of a wall that is nearest to the eye or on the other. */
  const middleOf = (name: string): Point | null => {
    for (const side of SIDES) {
      const edge = edgeInPicture(project, frame, record.id, `${name} ${side}`)
      if (edge) return middle(edge.a, edge.b)
    }
    return null
  }
  const some = (...all: readonly (readonly [PulledPart, Point | null])[]): ViewHandle[] =>
    all.flatMap(([part, at]) => (at ? [{ part, at }] : []))
  switch (record.kind) {
    case 'opening': {
      const [sill, head, start, end] = ['sill', 'head', 'start jamb', 'end jamb'].map(middleOf)
      const place = start && end ? middle(start, end) : null
      return some(
        ['sill', sill!],
        ['head', head!],
        ['start jamb', start!],
        ['end jamb', end!],
        ['place', place],
      )
    }
    case 'wall':
      return some(['top', middleOf('top')], ['foot', middleOf('foot')])
    case 'roof': {
      const edge = edgeInPicture(project, frame, record.id, 'eaves')
      return edge ? [{ part: 'eaves', at: middle(edge.a, edge.b) }] : []
    }
    case 'slab':
    case 'column':
    case 'overhead': {
      const heights = vertical(project, record)
      const edge =
        edgeInPicture(project, frame, record.id, 'top 1') ?? edgeInPicture(project, frame, record.id, 'top 2')
      if (!heights || !edge) return []
      const { x } = middle(edge.a, edge.b)
      return [
        { part: 'top', at: { x, y: heights.to } },
        { part: 'foot', at: { x, y: heights.from } },
      ]
    }
    case 'level':
    case 'gridLine': {
      if (!around || isEmptyBox(around.extent)) return []
      const line = lineInView(around.board, frame.looking, record, around.extent, around.scale)
      if (!line) return []
      return [
        { part: record.kind === 'level' ? 'level' : 'grid line', at: middle(line.from, line.to) },
        { part: 'line from', at: line.from },
        { part: 'line to', at: line.to },
      ]
    }
    default:
      return []
  }
}
