import { leftFaceOffset, typeThickness, wallAxis } from '../building'
import type { DisplayList } from '../display'
import {
  EMPTY_BOX,
  edgesOf,
  isEmptyBox,
  joinBoxes,
  offsetEdge,
  offsetFrom,
  pointOn,
  subtract,
  times,
  type Box,
  type Edge,
  type Point,
} from '../geometry'
import type { Steps } from '../steps'
import { areasOf, edgesOfRecord, placedBox } from '../kinds'
import type { AnyRecord, Id, Project } from '../records'
import { isDrawn } from './drawn'
import type { DrawnKind } from './drawnKind'
import { DRAWN } from './drawnKinds'
import { recordsIn, type Scene } from './scene'

/** What can be shown of a board before its picture is made: lines from its records alone. */
export interface Sketch {
  readonly items: DisplayList
  /** Around what is drawn, near enough; empty when nothing is. */
  readonly extent: Box
}

/** So many records are looked at in one step. */
const IN_STEP = 2000

/** A curve is sketched in so many parts. */
const PARTS_OF_CURVES = 8

/**
 * The lines of a board as its records say them, in its own mm: walls by their faces as if they met nothing, all else by
 * the edges it is tied to, blocks by the box around them. Nothing is solved, laid out or kept for it. In small steps.
 */
export function* sketching(scene: Scene, printing: boolean): Steps<Sketch> {
  const { project } = scene
  const points: number[] = []
  const faces = facesIn(project)
  let extent = EMPTY_BOX
  let steps = 0
  for (const record of recordsIn(scene)) {
    if (++steps % IN_STEP === 0) yield
    if (!isDrawn(project, record, { printing }) || isEndless(record)) continue
    const box = placedBox(record)
    if (!isEmptyBox(box)) extent = joinBoxes(extent, box)
    for (const edge of linesOf(record, project, faces))
      for (const p of chordsOf(edge)) {
        points.push(p.x, p.y)
        extent = withPoint(extent, p)
      }
  }
  return { items: [{ kind: 'segments', pen: 'light', points, source: null }], extent }
}

/** The lines a record is sketched by. */
function linesOf(record: AnyRecord, project: Project, faces: ReturnType<typeof facesIn>): readonly Edge[] {
  switch (record.kind) {
    case 'wall':
      return faces(record)
    case 'placement':
      return areasOf(record, project).flatMap(edgesOf)
    default:
      return edgesOfRecord(record, project)
  }
}

const withPoint = (box: Box, { x, y }: Point): Box =>
  x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY
    ? box
    : joinBoxes(box, { minX: x, minY: y, maxX: x, maxY: y })

function isEndless({ kind }: AnyRecord): boolean {
  const drawn = DRAWN[kind] as unknown as DrawnKind<AnyRecord>
  return drawn.by === 'itself' && drawn.endless === true
}

/** The faces of walls, and their ends square across. */
function facesIn(project: Project): (wall: AnyRecord & { readonly kind: 'wall' }) => readonly Edge[] {
  const thick = new Map<Id, number>()
  return (wall) => {
    let thickness = thick.get(wall.type)
    if (thickness === undefined) {
      const type = project.find('wallType', wall.type)
      thick.set(wall.type, (thickness = type ? typeThickness(type) : 0))
    }
    const high = leftFaceOffset(thickness, wall.reference)
    const axis = wallAxis(wall)
    const [left, right] = [high, high - thickness].map((aside) => besides(axis, aside))
    return left && right
      ? [left, right, { a: left.a, b: right.a, sweep: 0 }, { a: left.b, b: right.b, sweep: 0 }]
      : [axis]
  }
}

/** An edge at an offset to its left; null where a curve is too tight for it. */
function besides(edge: Edge, aside: number): Edge | null {
  if (edge.sweep !== 0) return offsetEdge(edge, aside)
  const d = subtract(edge.b, edge.a)
  const u = times(d, 1 / (Math.hypot(d.x, d.y) || 1))
  return { a: offsetFrom(edge.a, u, 0, aside), b: offsetFrom(edge.b, u, 0, aside), sweep: 0 }
}

/** The two ends of each straight part that an edge is sketched in. */
function chordsOf(edge: Edge): Point[] {
  if (edge.sweep === 0) return [edge.a, edge.b]
  const at = Array.from({ length: PARTS_OF_CURVES + 1 }, (_, i) => pointOn(edge, i / PARTS_OF_CURVES))
  return at.slice(1).flatMap((p, i) => [at[i]!, p])
}
