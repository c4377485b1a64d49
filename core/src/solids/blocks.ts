import { frontOf, partsBox, partsOf, type BlockPart } from '../blocks'
import { applyTo, flattenPath, isEmptyBox, placing, type Point } from '../geometry'
import type { Block, DraftItem, Placement, Project } from '../records'
import { SolidBuilder, type Point3, type Solid } from '../space'
import { floorOf, plainLook } from './ground'

/** How near chords keep to curves of a front, mm. */
const SAGITTA = 2
/** A front of more lines than this is its outline alone. */
const MOST_LINES = 400

/**
 * What a placed block is in space: its box, with its front drawn on the side away from its back. Null for what has neither a
 * front nor a height, is drawn in plan alone, or stands on a drawing.
 */
export function placementSolid(project: Project, placement: Placement): Solid | null {
  const block = project.find('block', placement.block)
  if (!block || block.planAlone || placement.level === undefined || placement.drawing !== undefined)
    return null
  const front = frontOf(block, placement)
  const enlarged = block.sizing === 'uniform' ? (placement.size?.x ?? 1) : 1
  const height = front?.height ?? block.height
  if (height === undefined) return null
  const box = partsBox(partsOf(block, placement, (id) => project.find('block', id)))
  if (isEmptyBox(box)) return null
  const z0 = floorOf(project, placement.level)
  const map = placing(placement.at, placement.turn, placement.mirrored)
  const at = (x: number, y: number, z: number): Point3 => ({ ...applyTo(map, { x, y }), z: z0 + z })
  const builder = new SolidBuilder(placement.id)
  const lines = front ? frontLines(project, block, placement, front.items, enlarged) : []
  const { minX, maxX, minY, maxY } = box
  /** A face whose corners run anticlockwise seen from outside, as long as nothing is mirrored. */
  const face = (corners: readonly Point3[]): number | null =>
    builder.face(placement.mirrored ? [...corners].reverse() : corners, plainLook('side'))
  const onFront = (p: Point): Point3 => at(p.x, minY, p.y)
  const top = height * enlarged
  const ring = (z: number): Point3[] => [
    at(minX, minY, z),
    at(maxX, minY, z),
    at(maxX, maxY, z),
    at(minX, maxY, z),
  ]
  const [low, high] = [ring(0), ring(top)]
  face(high)
  face([...low].reverse())
  for (let i = 0; i < 4; i++) {
    const j = (i + 1) % 4
    const made = face([low[i]!, low[j]!, high[j]!, high[i]!])
    if (i === 0) drawLines(builder, made, lines, onFront)
  }
  return builder.solid()
}

interface FrontLine {
  readonly points: readonly Point[]
  readonly closed: boolean
  readonly light: boolean
}

/** The lines of a front, across and up. */
function frontLines(
  project: Project,
  block: Block,
  placement: Placement,
  items: readonly DraftItem[],
  enlarged: number,
): FrontLine[] {
  const { recipe: _, ...plain } = block
  const across = placement.size?.x ?? 1
  const parts = partsOf(
    { ...plain, items: [...items] },
    { ...(placement.size ? { size: { x: across, y: enlarged } } : {}) },
    (id) => project.find('block', id),
  )
  const lines = parts.flatMap((part: BlockPart): FrontLine[] =>
    part.is === 'line'
      ? [
          {
            points: flattenPath(part.path, SAGITTA).map(({ x, y }) => ({ x, y })),
            closed: part.path.closed,
            light: part.look.light,
          },
        ]
      : [],
  )
  return lines.reduce((sum, { points }) => sum + points.length, 0) > MOST_LINES ? [] : lines
}

function drawLines(
  builder: SolidBuilder,
  face: number | null,
  lines: readonly FrontLine[],
  put: (p: Point) => Point3,
): void {
  for (const { points, closed, light } of lines) {
    const count = closed ? points.length : points.length - 1
    for (let i = 0; i < count; i++)
      builder.line(
        face,
        put(points[i]!),
        put(points[(i + 1) % points.length]!),
        light ? 'light' : 'seen',
        false,
      )
  }
}
