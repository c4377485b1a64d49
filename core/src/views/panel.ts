import { boundariesOf, type Boundary, type Piece } from '../building'
import { EDGE_ON, ON_LINE, applyTo, boxesMeet, growBox, joinBoxes, type Affine, type Box } from '../geometry'
import type { AnyRecord, Id, Project } from '../records'
import { solidOf } from '../solids'
import {
  HiddenLines,
  cross3,
  dot3,
  lookAt,
  nearnessAt,
  normalOf,
  plateOf,
  regionOf,
  unit3,
  type Face,
  type FaceLook,
  type FaceStyle,
  type Plate,
  type SeenLine,
  type Solid,
  type SourceEdge,
  type ViewThing,
} from '../space'
import type { Steps } from '../steps'
import { Behind } from './behind'
import { cutPieces } from './cutPieces'
import { filmsOf, type Film } from './films'
import type { DerivedFill, DerivedLine, DerivedThing, LineWeight } from './derived'
import { isUpright, type CutPlane, type CutSurface, type Frame } from './frame'
import type { Ranks } from './ranks'

/** What a plate was made from. */
interface Facts {
  readonly source: Id
  readonly look: FaceLook
  readonly map: Affine
  readonly upward: number
  readonly facing: number
}

/** What a view's line cuts of a record. */
interface CutThing {
  readonly pieces: readonly Piece[]
  readonly box: Box
  /** What of it keeps water out. */
  readonly films: readonly Film[]
  boundaries: readonly Boundary[]
}

/** What is cut of a record hides what lies beyond, under its id with this behind it. */
const CAP = '/cut'
/** So many records are looked at in one step. */
const IN_STEP = 25
/** About as large as most faces are, mm. */
const USUAL_FACE = 600

/** One picture of the building: what is seen in a frame, kept up to date record by record. */
export class Panel {
  private readonly lines: HiddenLines<string, SourceEdge>
  private readonly isGhost: boolean
  private readonly behind: Behind
  private readonly facts = new Map<Plate, Facts>()
  /** Numbers of looks, by what they tell apart and by material. */
  private readonly looks = {
    plain: new Map<Id | null, number>(),
    front: new Map<Id | null, number>(),
    pane: new Map<Id | null, number>(),
  }
  private lookCount = 0
  private readonly numbers = { orders: 0, curves: 0 }

  /** Plates are told apart by the place of their record among all, then by their face: whatever was made when. */
  private numberFor(id: Id, more: number): void {
    this.numbers.orders = (this.project.placeOf(id) * 2 + more) * FACES
  }
  private readonly cuts = new Map<Id, CutThing>()
  /** The part of the solids that are in their places. */
  private placed = 0

  constructor(
    private readonly project: Project,
    readonly frame: Frame,
    private readonly ranks: Ranks,
    {
      withUnseen = false,
      isGhost = false,
    }: {
      /** What lies behind others is told too. */
      readonly withUnseen?: boolean | undefined
      /** Of what is shown only faint outlines are told. */
      readonly isGhost?: boolean
    } = {},
  ) {
    this.isGhost = isGhost
    this.behind = new Behind(project, frame, withUnseen || isGhost)
    this.lines = new HiddenLines(USUAL_FACE, withUnseen)
  }

  /** How much of what is in work is done, 0 to 1: putting solids in their places is the smaller part of it. */
  get part(): number {
    return this.placed * 0.3 + this.lines.part * 0.7
  }

  /**
   * Looks at some records again, of which `isShown` gives those that are to be seen. Gives the records of which something
   * else is seen, and puts what is cut otherwise into `cut`.
   */
  *looking(
    ids: ReadonlySet<Id>,
    isShown: (id: Id) => AnyRecord | null,
    cut: Map<Id, readonly Boundary[]>,
  ): Steps<Set<Id>> {
    let steps = 0
    // Asked of each record once.
    const known = new Map<Id, AnyRecord | null>()
    const shown = (id: Id): AnyRecord | null => {
      let record = known.get(id)
      if (record === undefined) known.set(id, (record = isShown(id)))
      return record
    }
    const all = this.behind.take(ids, shown)
    for (const id of all) {
      this.put(id, this.behind.isHidden(id) ? null : shown(id))
      this.placed = ++steps / all.size
      if (steps % IN_STEP === 0) yield
    }
    if (this.frame.cut) yield* this.cutting(ids, shown, this.frame.cut, cut)
    const keys = yield* this.lines.solving()
    for (const plate of this.lines.takeRedone()) {
      const source = this.facts.get(plate)?.source
      if (source !== undefined) keys.add(source)
    }
    for (const id of all) keys.add(id)
    for (const key of [...keys]) if (key.endsWith(CAP)) keys.delete(key)
    return keys
  }

  private put(id: Id, record: AnyRecord | null): void {
    for (const plate of this.lines.platesOf(id)) this.facts.delete(plate)
    const solid = record && solidOf(this.project, record)
    if (!solid) return this.lines.drop(id)
    this.numberFor(id, 0)
    const thing = lookAt(
      solid,
      this.frame,
      (look) => this.styleOf(look),
      this.numbers,
      (plate, face) => this.facts.set(plate, factsOf(solid, face, this.frame)),
    )
    if (thing.plates.length === 0) this.lines.drop(id)
    else this.lines.put(id, thing)
  }

  private styleOf(look: FaceLook): FaceStyle {
    const { role, material } = look
    const own = role === 'front' || role === 'pane' ? role : 'plain'
    const known = this.looks[own]
    let number = known.get(material)
    if (number === undefined) known.set(material, (number = ++this.lookCount))
    const filled = role !== 'edge' && role !== 'frame'
    const rank = own === 'plain' ? (material === null ? this.ranks.plain : this.ranks.of(material)) : FRONTS
    return { look: number, rank, filled }
  }

  /** What the view cuts, and what that hides. */
  private *cutting(
    ids: ReadonlySet<Id>,
    shown: (id: Id) => AnyRecord | null,
    surface: CutSurface,
    changed: Map<Id, readonly Boundary[]>,
  ): Steps {
    const { project, cuts } = this
    const places: Box[] = []
    let steps = 0
    for (const id of ids) {
      const before = cuts.get(id)
      if (before) places.push(before.box)
      const record = shown(id)
      const pieces = record ? cutPieces(project, record, surface, this.ranks) : []
      if (pieces.length === 0) {
        if (cuts.delete(id)) changed.set(id, [])
        this.lines.drop(id + CAP)
      } else {
        const box = growBox(pieces.reduce<Box>(joinBoxes, pieces[0]!), 2 * ON_LINE)
        cuts.set(id, { pieces, box, films: record ? filmsOf(project, record, surface) : [], boundaries: [] })
        places.push(box)
      }
      if (++steps % IN_STEP === 0) yield
    }
    for (const [id, thing] of cuts) {
      if (!places.some((place) => boxesMeet(place, thing.box))) continue
      const near: Piece[] = []
      for (const other of cuts.values()) if (boxesMeet(other.box, thing.box)) near.push(...other.pieces)
      thing.boundaries = boundariesOf(thing.pieces, near)
      changed.set(id, thing.boundaries)
      this.lines.put(id + CAP, this.capOf(id, thing, surface))
      if (++steps % IN_STEP === 0) yield
    }
  }

  /** What is cut stands before all that lies beyond. */
  private capOf(id: Id, { pieces, boundaries }: CutThing, surface: CutSurface): ViewThing<SourceEdge> {
    const { axes, map, planes } = surface
    const { near } = this.frame.looking
    const [across, up, towards] = [dot3(axes.right, near), dot3(axes.up, near), dot3(axes.near, near)]
    const plates: Plate[] = []
    this.numberFor(id, 1)
    for (const { xs, ys } of pieces) {
      const plane = planeAt(planes, (Math.min(...xs) + Math.max(...xs)) / 2)
      if (!plane) continue
      const corners = xs.flatMap((x, i) => {
        const p = applyTo(map, { x, y: ys[i]! })
        return [p.x, p.y, across * x + up * ys[i]! + towards * plane.near]
      })
      const plate = plateOf([corners], {
        rank: Infinity,
        look: 0,
        curve: 0,
        filled: false,
        order: this.numbers.orders++,
      })
      if (plate) plates.push({ ...plate, cap: true })
    }
    const [any] = plates
    const edges = boundaries
      .filter(({ left, right }) => any && (left < 0 || right < 0))
      .map(({ x1, y1, x2, y2, left }): SourceEdge => {
        const [p, q] = [applyTo(map, { x: x1, y: y1 }), applyTo(map, { x: x2, y: y2 })]
        return {
          ax: p.x,
          ay: p.y,
          bx: q.x,
          by: q.y,
          left: left < 0 ? null : any!,
          right: left < 0 ? any! : null,
          silent: true,
          source: id,
        }
      })
    return { plates, edges }
  }

  /** The records of which anything is put into the picture. */
  *ids(): Generator<Id> {
    for (const key of this.lines.keys()) if (!key.endsWith(CAP)) yield key
  }

  /** What is seen of a record. */
  thingOf(id: Id): DerivedThing {
    if (this.isGhost) return { lines: this.ghostLines(id), fills: [] }
    const lines: DerivedLine[] = []
    // How something opens is told where one stands before it.
    const opens = isUpright(this.frame)
    for (const line of this.lines.seenOf(id))
      if (line.drawn && (opens || !line.edge?.line?.dashed)) lines.push(this.lineOf(line, id))
    lines.push(...this.filmLines(id))
    const fills: DerivedFill[] = []
    for (const plate of this.lines.platesOf(id)) {
      const facts = this.facts.get(plate)
      if (!plate.filled || !facts) continue
      const { loops } = regionOf(plate, this.lines.bordersOf(plate))
      if (loops.length > 0) fills.push(this.fillOf(loops, facts))
    }
    return { lines, fills }
  }

  /** What of something that is cut keeps water out. */
  private filmLines(id: Id): DerivedLine[] {
    const { cut, offset } = this.frame
    if (!cut) return []
    return (this.cuts.get(id)?.films ?? []).map(({ x1, y1, x2, y2 }): DerivedLine => {
      const [p, q] = [applyTo(cut.map, { x: x1, y: y1 }), applyTo(cut.map, { x: x2, y: y2 })]
      return {
        ...{ x1: p.x + offset.x, y1: p.y + offset.y, x2: q.x + offset.x, y2: q.y + offset.y },
        ...{ weight: 'seen', dashed: false, film: true, source: id, behind: 0 },
      }
    })
  }

  /** The outlines of something that is cut away. */
  private ghostLines(id: Id): DerivedLine[] {
    return this.lines
      .seenOf(id)
      .filter(({ drawn, left, right, edge }) => drawn && !edge?.line && (!left || !right))
      .map((line) => ({ ...this.lineOf(line, id), weight: 'light', behind: FAINT }))
  }

  private fillOf(loops: readonly number[][], { source, look, map, upward, facing }: Facts): DerivedFill {
    const { offset } = this.frame
    return {
      loops: loops.map((loop) => loop.map((v, i) => v + (i % 2 === 0 ? offset.x : offset.y))),
      source,
      role: look.role,
      material: look.material,
      pattern: look.pattern ?? null,
      map: { ...map, e: map.e + offset.x, f: map.f + offset.y },
      upward,
      facing,
    }
  }

  private lineOf(line: SeenLine<SourceEdge>, id: Id): DerivedLine {
    const { x1, y1, x2, y2, edge } = line
    const { offset, parts } = this.frame
    const nearest = this.frame.looking === this.frame.axes ? (parts[0]?.to[2] ?? 0) : Infinity
    const [mx, my] = [(x1 + x2) / 2, (y1 + y2) / 2]
    const depths = [line.left, line.right].map((plate) => (plate ? nearnessAt(plate, mx, my) : -Infinity))
    return {
      x1: x1 + offset.x,
      y1: y1 + offset.y,
      x2: x2 + offset.x,
      y2: y2 + offset.y,
      weight: line.unseen ? 'light' : (edge?.line?.pen ?? weightOf(line, depths[0]!, depths[1]!)),
      dashed: line.unseen ?? edge?.line?.dashed ?? false,
      source: edge?.source ?? id,
      ...(edge?.name === undefined ? {} : { name: edge.name }),
      behind: Number.isFinite(nearest) ? Math.max(0, nearest - Math.max(...depths)) : 0,
    }
  }
}

/** More faces than this has no record. */
const FACES = 1e5
/** What fills openings lies before all that lies in its plane. */
const FRONTS = 1e6

/** As faint as what lies furthest behind, mm. */
const FAINT = 1e6

const planeAt = (planes: readonly CutPlane[], x: number): CutPlane | undefined =>
  planes.find(({ from, to }) => x >= from && x <= to)

/** A change of depth that is more than an edge, mm. */
const STEP = 250

function weightOf({ left, right }: SeenLine, l: number, r: number): LineWeight {
  if (!left || !right) return 'outline'
  return Math.abs(l - r) > STEP ? 'step' : 'edge'
}

/** A face's own axes: level to the right seen from outside, and up along it. */
function factsOf(solid: Solid, face: Face, { looking: { right, up, near } }: Frame): Facts {
  let normal = unit3(normalOf(solid.points, face.loops[0]!))
  if (face.sheet && dot3(normal, near) < 0) normal = { x: -normal.x, y: -normal.y, z: -normal.z }
  const size = Math.hypot(normal.x, normal.y)
  const u = size > EDGE_ON ? { x: -normal.y / size, y: normal.x / size, z: 0 } : { x: 1, y: 0, z: 0 }
  const s = cross3(normal, u)
  const away = dot3(solid.points[face.loops[0]![0]!]!, normal)
  const base = { x: normal.x * away, y: normal.y * away, z: normal.z * away }
  return {
    source: solid.source,
    look: face.look,
    // From its axes to the picture; a level course stays level on every face.
    map: {
      a: dot3(u, right),
      b: dot3(u, up),
      c: dot3(s, right),
      d: dot3(s, up),
      e: dot3(base, right),
      f: dot3(base, up),
    },
    upward: normal.z,
    facing: Math.abs(dot3(normal, unit3(near))),
  }
}
