import { middle, type Point } from '../geometry'
import type { AnyRecord, Project } from '../records'
import { vertical } from '../solids'
import { edgeInPicture } from './places'
import type { Frame } from './frame'

/** What a handle of something in a view of the building moves. */
export type ViewGrip =
  'place' | 'sill' | 'head' | 'start jamb' | 'end jamb' | 'top' | 'foot' | 'eaves' | 'level'

/** A point by which something is reshaped in a view of the building. */
export interface ViewHandle {
  readonly grip: ViewGrip
  readonly at: Point
}

const SIDES = ['left', 'right'] as const

/** The points by which something is reshaped in a drawing that looks at the building. */
export function viewHandles(project: Project, frame: Frame, record: AnyRecord): ViewHandle[] {
  /** The middle of an edge, on the side of a wall that is nearest to the eye or on the other. */
  const middleOf = (name: string): Point | null => {
    for (const side of SIDES) {
      const edge = edgeInPicture(project, frame, record.id, `${name} ${side}`)
      if (edge) return middle(edge.a, edge.b)
    }
    return null
  }
  const some = (...all: readonly (readonly [ViewGrip, Point | null])[]): ViewHandle[] =>
    all.flatMap(([grip, at]) => (at ? [{ grip, at }] : []))
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
      return edge ? [{ grip: 'eaves', at: middle(edge.a, edge.b) }] : []
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
        { grip: 'top', at: { x, y: heights.to } },
        { grip: 'foot', at: { x, y: heights.from } },
      ]
    }
    default:
      return []
  }
}
