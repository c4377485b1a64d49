import type { DisplayItem } from '../display'
import {
  angleOf,
  applyTo,
  cross,
  inverse,
  normalAngle,
  size,
  times,
  type Affine,
  type Point,
} from '../geometry'
import { turnedOver } from '../kinds'
import type { Anchor, Dimension } from '../records'
import { groundBeneath, type Ground } from '../ties'
import type { Point3 } from '../space'
import { anchorInSpace, isUpright } from '../views'
import { drawDimension, type LaidDimension, type RowMeans, type RowToDraw } from './dimension'

export type SpaceAxis = NonNullable<Dimension['axis']>
/** The three axes of space as a picture shows them: how far a real mm along each goes. */
export type PictureAxes = Readonly<Record<SpaceAxis, Point>>

const AXES = ['x', 'y', 'z'] as const
/** An axis that is seen shorter than this is looked at along itself. */
const END_ON = 0.02

/** The axes of space in a cutaway; null on boards where lengths are measured as they lie in the picture. */
export function pictureAxes(ground: Ground): PictureAxes | null {
  const { frames = [] } = groundBeneath(ground)
  const [frame] = frames
  if (!frame || frames.length > 1 || isUpright(frame)) return null
  const { right, up } = frame.looking
  return {
    x: { x: right.x, y: up.x },
    y: { x: right.y, y: up.y },
    z: { x: right.z, y: up.z },
  }
}

/** The axis that runs nearest to a direction of the picture. */
export function nearestAxis(axes: PictureAxes, away: Point): SpaceAxis {
  const off = (axis: SpaceAxis): number => {
    const seen = axes[axis]
    return size(seen) < END_ON ? Infinity : Math.abs(cross(seen, away)) / (size(seen) * (size(away) || 1))
  }
  return AXES.reduce((best, axis) => (off(axis) < off(best) ? axis : best))
}

/** The plane a dimension along an axis lies in: that axis, the one its extension lines run along, and the third. */
function planeOf(axes: PictureAxes, axis: SpaceAxis): { across: SpaceAxis; third: SpaceAxis } {
  const others = AXES.filter((each) => each !== axis)
  // Upright it stands in the plane that is seen widest; level it lies in the plan.
  const wide = (each: SpaceAxis): number => Math.abs(cross(axes[axis], axes[each]))
  const [p, q] = others as [SpaceAxis, SpaceAxis]
  const level = others.find((each) => each !== 'z')!
  const across = axis === 'z' ? (wide(p) >= wide(q) ? p : q) : wide(level) > END_ON ? level : 'z'
  return { across, third: across === p ? q : p }
}

/**
 * Where a row is set through a point of the picture: its offset, told along the axis of its extension lines.
 * @param through a point the dimension line runs through
 */
export function axisOffset(
  points: readonly Point[],
  axis: SpaceAxis,
  axes: PictureAxes,
  through: Point,
  set: (flat: readonly Point[], u: Point, at: Point) => Dimension['offset'],
): Dimension['offset'] {
  const back = inverse(flatMap(axes, axis, planeOf(axes, axis).across))
  return set(
    points.map((p) => applyTo(back, p)),
    { x: 1, y: 0 },
    applyTo(back, through),
  )
}

const flatMap = (axes: PictureAxes, along: SpaceAxis, across: SpaceAxis): Affine => ({
  a: axes[along].x,
  b: axes[along].y,
  c: axes[across].x,
  d: axes[across].y,
  e: 0,
  f: 0,
})

/** What a dimension along an axis of space is drawn from. */
export interface AxisDimension {
  readonly axis: SpaceAxis
  /** What holds its points: where those stand in space they are measured there. */
  readonly anchors: readonly Anchor[]
}

/**
 * A dimension along an axis of space as a cutaway shows it: true lengths, its extension lines along another axis. Points that
 * stand in space are brought into one plane with the first; others are taken to lie in it.
 */
export function drawAlongAxis(
  { source, points, offset, figures, from }: RowToDraw,
  { axis, anchors }: AxisDimension,
  ground: Ground,
  axes: PictureAxes,
  means: RowMeans,
): LaidDimension {
  const { across, third } = planeOf(axes, axis)
  const inSpace = anchors.map((anchor) => anchorInSpace(groundBeneath(ground).project, anchor))
  const plain = flatMap(axes, axis, across)
  const base = inSpace[0]
  const isWhole = base && inSpace.every((p): p is Point3 => p !== null)
  const origin = isWhole ? times(axes[third], base[third]) : { x: 0, y: 0 }
  const map = { ...plain, e: origin.x, f: origin.y }
  const back = inverse(map)
  const flat = isWhole
    ? (inSpace as Point3[]).map((p): Point => ({ x: p[axis], y: p[across] }))
    : points.map((p) => applyTo(back, p))
  // Figures read from below or from the right, above their line.
  const turn = normalAngle(angleOf(axes[axis]) + (ground.turned?.by ?? 0))
  const isRead = turn > -Math.PI / 2 + READS && turn <= Math.PI / 2 + READS
  const along = isRead ? 1 : -1
  const above = cross(times(axes[axis], along), axes[across]) > 0 ? 1 : -1
  const turned = (p: Point): Point => ({ x: along * p.x, y: above * p.y })
  const laid = drawDimension(
    {
      source,
      points: flat.map(turned),
      direction: 0,
      offset: above > 0 ? offset : turnedOver(offset),
      figures,
      from,
    },
    means,
  )
  const put = (p: Point): Point => applyTo(map, turned(p))
  const reading = angleOf(times(axes[axis], along))
  return {
    items: laid.items.map((item) => skewed(item, put, reading)),
    lengths: laid.lengths,
    told: laid.told,
    between: laid.between,
    order: laid.order,
    places: laid.places.map(put),
    asides: laid.asides,
    texts: laid.texts.map((texts) => texts.map((text) => ({ ...text, ...put(text), turn: reading }))),
    ticks: laid.ticks.map(put),
  }
}
/** Half a degree: upright figures read from the right. */
const READS = Math.PI / 360

/** A part of a dimension in the plane of its axes: lines lean with it, letters stand as they are. */
function skewed(item: DisplayItem, put: (p: Point) => Point, reading: number): DisplayItem {
  const each = (all: readonly number[]): number[] =>
    Array.from({ length: all.length / 2 }, (_, i) => put({ x: all[2 * i]!, y: all[2 * i + 1]! })).flatMap(
      ({ x, y }) => [x, y],
    )
  switch (item.kind) {
    case 'segments':
    case 'line':
      return { ...item, points: each(item.points) }
    case 'fill':
      return { ...item, loops: item.loops.map(each) }
    case 'text':
      return { ...item, ...put(item), turn: reading }
    case 'disc':
    case 'arc':
      return { ...item, ...put(item) }
    case 'path': {
      const { vertices } = item
      const corners = Array.from({ length: vertices.length / 3 }, (_, i) => {
        const { x, y } = put({ x: vertices[3 * i]!, y: vertices[3 * i + 1]! })
        return [x, y, vertices[3 * i + 2]!]
      })
      return { ...item, vertices: corners.flat() }
    }
    case 'clear':
    case 'group':
      return item
  }
}
