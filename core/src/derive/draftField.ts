import RBush from 'rbush'
import { atWall, wallAxis, wallLine, type Boundary, type SolvedWall } from '../building'
import {
  arcOf,
  distance,
  edgeBox,
  edgesOf,
  isStraight,
  onArc,
  pointOn,
  straight,
  type Box,
  type Edge,
  type Point,
} from '../geometry'
import { edgesOfRecord, standsIn } from '../kinds'
import { isInReach } from '../library'
import { shapePath } from '../linework'
import {
  kindsIn,
  type AnyRecord,
  type Column,
  type Id,
  type KindIn,
  type Linework,
  type Project,
} from '../records'
import { placementItems } from './placement'
import { recordsIn, type Kept, type Scene } from './scene'

/** What a line of the field is: a drafted line, a wall's face or drawn line, a jamb, a block's line, a grid line. */
export type EdgeRole = 'line' | 'face' | 'axis' | 'jamb' | 'block' | 'grid'

/** What lives on levels, those with edges of their own after the others. */
const LEVEL_KINDS = kindsIn('level')

/** What the edges of a kind on a level are; null: they are those of the solved walls, of blocks, or none. */
const ROLES: { readonly [K in KindIn<'level'>]: EdgeRole | null } = {
  wall: null,
  column: null,
  placement: null,
  room: null,
  stair: 'block',
  ramp: 'block',
  rail: 'block',
  slab: 'block',
  void: 'block',
  roof: 'block',
  overhead: 'block',
  separator: 'grid',
}

/** A line of a drawing that points snap to and things are cut at. */
export interface FieldEdge extends Box {
  readonly edge: Edge
  readonly role: EdgeRole
  readonly source: Id
  /** Its ends are no places of their own: a chord of a curve. */
  readonly smooth: boolean
}

export interface FieldSpot extends Box {
  readonly point: Point
  readonly kind: 'middle' | 'centre' | 'end' | 'quarter'
  readonly source: Id
}

/** An endless line. */
export interface FieldGuide {
  readonly through: Point
  readonly angle: number
  readonly source: Id
}

interface Held {
  /** What the entries were made from: the same again needs no work. */
  readonly from: readonly unknown[]
  readonly edges: readonly FieldEdge[]
  readonly spots: readonly FieldSpot[]
}

type Entries = { edges: FieldEdge[]; spots: FieldSpot[] }

/**
 * All lines and special points of a drawing by place, kept up to date while the project changes: only what a
 * change replaced is put in anew. It holds what can be reached (on layers that are shown and not locked), or
 * everything there is.
 */
export class DraftField {
  constructor(private readonly everything = false) {}

  private edges = new RBush<FieldEdge>()
  private spots = new RBush<FieldSpot>()
  private held = new Map<Id, Held>()
  private endless: readonly FieldGuide[] = []

  get guides(): readonly FieldGuide[] {
    return this.endless
  }

  get size(): number {
    let size = 0
    for (const { edges } of this.held.values()) size += edges.length
    return size
  }

  /** Brings the field up to date with a scene. */
  update(scene: Scene): void {
    const { project, building } = scene
    const before = this.held
    const now = new Map<Id, Held>()
    const fresh: Held[] = []
    const gone: Held[] = []
    const see = (id: Id, from: readonly unknown[], make: () => Entries): void => {
      const kept = before.get(id)
      if (kept && kept.from.length === from.length && kept.from.every((each, i) => each === from[i])) {
        now.set(id, kept)
        return
      }
      const made: Held = { from, ...make() }
      now.set(id, made)
      fresh.push(made)
      if (kept) gone.push(kept)
    }
    const reached = (record: AnyRecord): boolean => this.everything || isInReach(project, record)
    const shown = this.everything ? building : building?.seen()
    for (const wall of shown?.all() ?? []) {
      const record = wall.shape.wall
      if (reached(record))
        see(record.id, [wall.shape, wall.boundaries, wall.openings], () => wallEntries(wall))
    }
    const own = [...recordsIn(scene)].filter(reached)
    const guides: FieldGuide[] = []
    for (const record of own) {
      if (record.kind === 'linework') see(record.id, [record], () => lineworkEntries(record))
      else if (record.kind === 'guide')
        guides.push({ through: record.through, angle: record.angle, source: record.id })
    }
    for (const record of own) {
      if (record.kind !== 'placement') continue
      const block = project.need('block', record.block)
      see(record.id, [record, block], () =>
        blockEntries(
          record.id,
          placementItems(record, block, (inner) => project.find('block', inner)),
          record.at,
        ),
      )
    }
    for (const { column, boundaries } of shown?.columns() ?? [])
      if (reached(column)) see(column.id, [column, boundaries], () => columnEntries(column, boundaries))
    if (scene.view === 'plan') {
      for (const record of project.all('gridLine'))
        if (reached(record)) see(record.id, [record], () => edgeEntries(project, record, 'grid'))
      for (const kind of LEVEL_KINDS) {
        const role = ROLES[kind]
        if (role === null) continue
        for (const record of project.all(kind))
          if (standsIn(scene.drawing, record) && reached(record))
            see(record.id, [record, scene.level, project.facts], () => edgeEntries(project, record, role))
      }
    }
    for (const [id, kept] of before) if (!now.has(id)) gone.push(kept)
    this.held = now
    this.endless = guides
    // Much at once is quicker laid out anew.
    if ((fresh.length + gone.length) * 4 > now.size) this.load()
    else {
      for (const { edges, spots } of gone) {
        for (const edge of edges) this.edges.remove(edge)
        for (const spot of spots) this.spots.remove(spot)
      }
      for (const { edges, spots } of fresh) {
        for (const edge of edges) this.edges.insert(edge)
        for (const spot of spots) this.spots.insert(spot)
      }
    }
  }

  private load(): void {
    const edges: FieldEdge[] = []
    const spots: FieldSpot[] = []
    for (const held of this.held.values()) {
      for (const edge of held.edges) edges.push(edge)
      for (const spot of held.spots) spots.push(spot)
    }
    this.edges = new RBush<FieldEdge>().load(edges)
    this.spots = new RBush<FieldSpot>().load(spots)
  }

  /** Lines whose boxes come near a point. */
  edgesNear(p: Point, reach: number): FieldEdge[] {
    return this.edges.search({ minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach })
  }

  edgesIn(box: Box): FieldEdge[] {
    return this.edges.search(box)
  }

  spotsNear(p: Point, reach: number): FieldSpot[] {
    return this.spots.search({ minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach })
  }

  everyEdge(): FieldEdge[] {
    return this.edges.all()
  }
}

const fields = new WeakMap<Kept, { reached: DraftField; everything: DraftField | null }>()

function keptField(scene: Scene, everything: boolean): DraftField {
  let mine = fields.get(scene.kept)
  if (!mine) fields.set(scene.kept, (mine = { reached: new DraftField(), everything: null }))
  const field = everything ? (mine.everything ??= new DraftField(true)) : mine.reached
  field.update(scene)
  return field
}

/** The field of what can be reached in a drawing, up to date; kept with its scene. */
export const draftField = (scene: Scene): DraftField => keptField(scene, false)

/**
 * The field of everything in a drawing, for what bounds hatches: hiding or locking a layer changes no hatch.
 */
export const boundingField = (scene: Scene): DraftField =>
  keptField(scene, !scene.project.all('layer').every(({ shown, locked }) => shown && !locked))

export function edgeEntry(edge: Edge, role: EdgeRole, source: Id, smooth = false): FieldEdge {
  const { minX, minY, maxX, maxY } = edgeBox(edge)
  return { minX, minY, maxX, maxY, edge, role, source, smooth }
}

const spotOf = (point: Point, kind: FieldSpot['kind'], source: Id): FieldSpot => ({
  minX: point.x,
  minY: point.y,
  maxX: point.x,
  maxY: point.y,
  point,
  kind,
  source,
})

/** Centre and quarter points of a curved edge. */
function roundSpots(edge: Edge, source: Id, spots: FieldSpot[]): void {
  const arc = arcOf(edge)
  spots.push(spotOf(arc.centre, 'centre', source))
  for (let k = 0; k < 4; k++) {
    const angle = (k * Math.PI) / 2
    const sense = Math.sign(arc.sweep)
    const turn = 2 * Math.PI
    const along = ((((angle - arc.from) * sense) % turn) + turn) % turn
    if (along <= Math.abs(arc.sweep) + 1e-9)
      spots.push(spotOf(onArc(arc, along / Math.abs(arc.sweep)), 'quarter', source))
  }
}

function lineworkEntries(record: Linework): Entries {
  const { id, shape } = record
  const smooth = shape.form === 'circle' || shape.form === 'ellipse' || shape.form === 'curve'
  const edges: FieldEdge[] = []
  const spots: FieldSpot[] = []
  for (const edge of edgesOf(shapePath(shape))) {
    edges.push(edgeEntry(edge, 'line', id, smooth))
    if (shape.form === 'path' && !isStraight(edge)) roundSpots(edge, id, spots)
  }
  if (shape.form === 'circle') {
    spots.push(spotOf(shape.centre, 'centre', id))
    for (const [x, y] of [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const)
      spots.push(
        spotOf({ x: shape.centre.x + x * shape.radius, y: shape.centre.y + y * shape.radius }, 'quarter', id),
      )
  } else if (shape.form === 'ellipse') {
    const { centre, major, ratio, from, sweep } = shape
    spots.push(spotOf(centre, 'centre', id))
    for (let k = 0; k < 4; k++) {
      const t = (k * Math.PI) / 2
      const turn = 2 * Math.PI
      const sense = Math.sign(sweep)
      if (((((t - from) * sense) % turn) + turn) % turn > Math.abs(sweep) + 1e-9) continue
      const c = Math.cos(t)
      const s = Math.sin(t) * ratio
      spots.push(
        spotOf(
          { x: centre.x + major.x * c - major.y * s, y: centre.y + major.y * c + major.x * s },
          'quarter',
          id,
        ),
      )
    }
  } else if (shape.form === 'curve') for (const p of shape.points) spots.push(spotOf(p, 'end', id))
  return { edges, spots }
}

function columnEntries(column: Column, boundaries: readonly Boundary[]): Entries {
  const { id, at, section } = column
  const edges = boundaries
    .filter((b) => b.left < 0 || b.right < 0)
    .map((b) =>
      edgeEntry(straight({ x: b.x1, y: b.y1 }, { x: b.x2, y: b.y2 }), 'face', id, section.form === 'round'),
    )
  const spots = [spotOf(at, 'centre', id)]
  if (section.form === 'round')
    for (let k = 0; k < 4; k++) {
      const angle = (k * Math.PI) / 2
      const r = section.diameter / 2
      spots.push(spotOf({ x: at.x + r * Math.cos(angle), y: at.y + r * Math.sin(angle) }, 'quarter', id))
    }
  return { edges, spots }
}

function wallEntries(wall: SolvedWall): Entries {
  const { id } = wall.shape
  const axis = wallAxis(wall.shape.wall)
  const edges: FieldEdge[] = [edgeEntry(axis, 'axis', id)]
  const spots: FieldSpot[] = []
  const curved = !isStraight(axis)
  if (curved) roundSpots(axis, id, spots)
  for (const b of wall.boundaries) {
    if (b.left >= 0 && b.right >= 0) continue
    edges.push(edgeEntry({ a: { x: b.x1, y: b.y1 }, b: { x: b.x2, y: b.y2 }, sweep: 0 }, 'face', id, curved))
  }
  if (curved)
    for (const end of ['a', 'b'] as const)
      for (const aside of [wall.shape.high, wall.shape.low]) {
        const along = end === 'a' ? 0 : wall.shape.length
        spots.push(spotOf(atWall(wall.shape, along, aside), 'end', id))
      }
  for (const { opening, fault } of wall.openings) {
    if (fault) continue
    for (const aside of [wall.shape.high, wall.shape.low, 0]) {
      const from = opening.along - opening.width / 2
      const to = opening.along + opening.width / 2
      const line = wallLine(wall.shape, aside, from, to)
      spots.push(spotOf(line.a, 'end', opening.id), spotOf(line.b, 'end', opening.id))
      spots.push(spotOf(pointOn(line, 0.5), 'middle', opening.id))
      edges.push(edgeEntry(line, aside === 0 ? 'axis' : 'jamb', opening.id))
    }
  }
  return { edges, spots }
}

/** Edges of stairs, floors, roofs, overhead things and separating lines; the place of a stair. */
function edgeEntries(project: Project, record: AnyRecord, role: EdgeRole): Entries {
  return {
    edges: edgesOfRecord(record, project).map((edge) => edgeEntry(edge, role, record.id)),
    spots: record.kind === 'stair' ? [spotOf(record.at, 'centre', record.id)] : [],
  }
}

/** The short sides of a block's rounded shapes are no help, mm. */
const SHORT = 40

function blockEntries(id: Id, items: ReturnType<typeof placementItems>, at: Point): Entries {
  const edges: FieldEdge[] = []
  const spots: FieldSpot[] = [spotOf(at, 'centre', id)]
  for (const item of items) {
    if (item.kind === 'arc') spots.push(spotOf({ x: item.x, y: item.y }, 'centre', id))
    if (item.kind !== 'line') continue
    const point = (i: number): Point => ({ x: item.points[2 * i]!, y: item.points[2 * i + 1]! })
    const count = item.points.length / 2
    for (let i = 0; i < (item.closed ? count : count - 1); i++) {
      const a = point(i)
      const b = point((i + 1) % count)
      if (distance(a, b) > SHORT) edges.push(edgeEntry({ a, b, sweep: 0 }, 'block', id))
    }
  }
  return { edges, spots }
}
