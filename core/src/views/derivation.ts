import { boundariesOf, solverOf, type Boundary, type Piece } from '../building'
import { EDGE_ON, ON_LINE, boxesMeet, growBox, joinBoxes, type Affine, type Box } from '../geometry'
import { layerOf } from '../library'
import { type AnyRecord, type DrawingOf, type Id, type Project, type StandingView } from '../records'
import { isSolid, levelOf, solidOf } from '../solids'
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
  type Looking,
  type Plate,
  type SeenLine,
  type Solid,
  type SourceEdge,
  type ViewThing,
} from '../space'
import type { Steps } from '../steps'
import { cutPieces } from './cutPieces'
import type { DerivedChange, DerivedFill, DerivedLine, DerivedThing, LineWeight } from './derived'
import { frameOf, type Frame } from './frame'
import { Ranks } from './ranks'

export type DerivedDrawing = DrawingOf<StandingView>

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
  boundaries: readonly Boundary[]
}

const CAP = '/cut'
/** So many records are looked at in one step. */
const IN_STEP = 25
/** About as large as most faces are, mm. */
const USUAL_FACE = 600

/**
 * Works out a derived drawing from the records, and keeps up with them: an edit makes anew only the solids it touches, and
 * of the lines only those that they meet.
 */
export class Derivation {
  private stamp = -1
  /** The part of the solids that are in their places. */
  private placed = 0
  private drawing: DerivedDrawing | null = null
  private frame: Frame | null = null
  private lines = new HiddenLines<string, SourceEdge>(USUAL_FACE)
  private facts = new Map<Plate, Facts>()
  private looks = new Map<string, number>()
  private numbers = { orders: 0, curves: 0 }
  private cuts = new Map<Id, CutThing>()
  private ranks: Ranks
  private solved = new Map<Id, number>()

  constructor(
    private readonly project: Project,
    private readonly id: Id,
    private readonly printing = false,
  ) {
    this.ranks = new Ranks(project)
  }

  /** How much of what is in work is done, 0 to 1: putting solids in their places is the smaller part of it. */
  get part(): number {
    return this.placed * 0.3 + this.lines.part * 0.7
  }
  /** Brings it up to date, in steps; gives what became of it, or null when nothing did. */
  *following(): Steps<DerivedChange | null> {
    const { project } = this
    const drawing = project.need('drawing', this.id) as DerivedDrawing
    const touched = this.touched(drawing)
    if (touched?.size === 0) return null
    this.stamp = project.stamp
    this.drawing = drawing
    const whole = touched === null
    if (whole) this.beginAnew(drawing)
    const ids = touched ?? this.everything()
    const cutChanged = new Map<Id, readonly Boundary[]>()
    if (this.frame) {
      let steps = 0
      for (const id of ids) {
        this.putThing(id, this.frame)
        this.placed = ++steps / ids.size
        if (steps % IN_STEP === 0) yield
      }
      yield* this.cutting(ids, this.frame, cutChanged)
    }
    const keys = yield* this.lines.solving()
    const redone = new Map<string, Set<Plate>>()
    for (const plate of this.lines.takeRedone()) {
      const source = this.facts.get(plate)?.source
      if (source === undefined) continue
      keys.add(source)
      let mine = redone.get(source)
      if (!mine) redone.set(source, (mine = new Set()))
      mine.add(plate)
    }
    const things: [Id, DerivedThing | null][] = []
    for (const key of whole ? new Set(this.lines.keys()) : keys)
      if (!key.endsWith(CAP)) things.push([key, this.thingOf(key)])
    if (!whole)
      for (const id of ids) if (!keys.has(id) && this.lines.platesOf(id).length === 0) things.push([id, null])
    return { whole, things, cut: [...cutChanged], materials: whole ? this.ranks.materials : null }
  }

  private beginAnew(drawing: DerivedDrawing): void {
    this.frame = frameOf(drawing)
    this.lines = new HiddenLines(USUAL_FACE)
    this.facts = new Map()
    this.looks = new Map()
    this.numbers = { orders: 0, curves: 0 }
    this.cuts = new Map()
    this.ranks = new Ranks(this.project)
    this.solved = new Map()
    for (const { id } of this.project.all('level'))
      this.solved.set(id, solverOf(this.project, id).changes.now)
  }

  private everything(): Set<Id> {
    const all = new Set<Id>()
    for (const record of this.project.everything()) if (isSolid(record.kind)) all.add(record.id)
    return all
  }

  /** The records to be looked at again; null: all there are. */
  private touched(drawing: DerivedDrawing): ReadonlySet<Id> | null {
    const { project } = this
    const changed = this.drawing === null ? null : project.changedSince(this.stamp)
    const kinds = this.drawing === null ? null : project.changedKinds(this.stamp)
    if (!changed || !kinds) return null
    if (drawing !== this.drawing && !sameSight(drawing, this.drawing!)) return null
    for (const kind of kinds) if (ANEW.has(kind)) return null
    const all = new Set<Id>()
    for (const id of changed) {
      const record = project.get(id)
      if (!record) {
        all.add(id)
        continue
      }
      if (record.kind === 'openingType')
        for (const user of project.dependents(id)) if (project.get(user)?.kind === 'opening') all.add(user)
      if (record.kind === 'void')
        for (const user of project.dependents(record.level))
          if (project.get(user)?.kind === 'slab') all.add(user)
      if (isSolid(record.kind)) all.add(id)
    }
    // A hole that went was in some slab.
    if (kinds.has('void')) for (const slab of project.all('slab')) all.add(slab.id)
    for (const { id } of project.all('level')) {
      const solver = solverOf(project, id)
      const walls = solver.changes.since(this.solved.get(id) ?? -1)
      if (!walls) return null
      this.solved.set(id, solver.changes.now)
      for (const wall of walls) {
        all.add(wall)
        for (const user of project.dependents(wall)) if (project.get(user)?.kind === 'opening') all.add(user)
      }
    }
    return all
  }

  private isShown(record: AnyRecord): boolean {
    const layer = layerOf(this.project, record)
    return layer.shown && (!this.printing || layer.printed) && levelOf(this.project, record) !== null
  }

  private putThing(id: Id, frame: Frame): void {
    const record = this.project.get(id)
    for (const plate of this.lines.platesOf(id)) this.facts.delete(plate)
    const solid = record && this.isShown(record) ? solidOf(this.project, record) : null
    if (!solid) return this.lines.drop(id)
    const thing = lookAt(
      solid,
      frame.looking,
      frame.parts,
      (look) => this.styleOf(look),
      this.numbers,
      (plate, face) => this.facts.set(plate, factsOf(solid, face, frame.looking)),
    )
    if (thing.plates.length === 0) this.lines.drop(id)
    else this.lines.put(id, thing)
  }

  private styleOf({ role, material }: FaceLook): FaceStyle {
    const own = role === 'front' || role === 'pane' ? role : ''
    const key = `${own} ${material ?? ''}`
    let look = this.looks.get(key)
    if (look === undefined) this.looks.set(key, (look = this.looks.size + 1))
    return {
      look,
      rank: own ? 2000 : material === null ? this.ranks.plain : this.ranks.of(material),
      filled: role !== 'edge' && role !== 'frame',
    }
  }

  /** What the view's line cuts, and what that hides. */
  private *cutting(ids: ReadonlySet<Id>, frame: Frame, changed: Map<Id, readonly Boundary[]>): Steps {
    if (frame.cuts.length === 0) return
    const { project, cuts } = this
    const places: Box[] = []
    let steps = 0
    for (const id of ids) {
      const before = cuts.get(id)
      if (before) places.push(before.box)
      const record = project.get(id)
      const pieces =
        record && this.isShown(record)
          ? cutPieces(project, record, frame.looking, frame.cuts, this.ranks)
          : []
      if (pieces.length === 0) {
        if (cuts.delete(id)) changed.set(id, [])
        this.lines.drop(id + CAP)
      } else {
        const box = growBox(pieces.reduce<Box>(joinBoxes, pieces[0]!), 2 * ON_LINE)
        cuts.set(id, { pieces, box, boundaries: [] })
        places.push(box)
      }
      if (++steps % IN_STEP === 0) yield
    }
    for (const [id, thing] of cuts) {
      if (!places.some((place) => boxesMeet(place, thing.box))) continue
      const near: Piece[] = []
      for (const other of cuts.values()) if (boxesMeet(other.box, thing.box)) near.push(...other.pieces)
      const boundaries = boundariesOf(thing.pieces, near)
      thing.boundaries = boundaries
      changed.set(id, boundaries)
      this.lines.put(id + CAP, this.capOf(id, thing, frame))
      if (++steps % IN_STEP === 0) yield
    }
  }

  /** What is cut stands before all that lies beyond. */
  private capOf(id: Id, { pieces, boundaries }: CutThing, frame: Frame): ViewThing<SourceEdge> {
    const plates: Plate[] = []
    for (const { xs, ys } of pieces) {
      const middle = (Math.min(...xs) + Math.max(...xs)) / 2
      const plane = frame.cuts.find(({ from, to }) => middle >= from && middle <= to)
      if (!plane) continue
      const plate = plateOf([xs.flatMap((x, i) => [x, ys[i]!, plane.near])], {
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
      .map(({ x1, y1, x2, y2, left }): SourceEdge => ({
        ax: x1,
        ay: y1,
        bx: x2,
        by: y2,
        left: left < 0 ? null : any!,
        right: left < 0 ? any! : null,
        silent: true,
        source: id,
      }))
    return { plates, edges }
  }

  /** What is seen of a record. */
  private thingOf(id: Id): DerivedThing | null {
    const lines: DerivedLine[] = []
    for (const line of this.lines.seenOf(id)) if (line.drawn) lines.push(this.lineOf(line, id))
    const fills: DerivedFill[] = []
    for (const plate of this.lines.platesOf(id)) {
      const facts = this.facts.get(plate)
      if (!plate.filled || !facts) continue
      const { loops } = regionOf(plate, this.lines.bordersOf(plate))
      if (loops.length === 0) continue
      const { look, map, upward, facing } = facts
      fills.push({
        loops,
        source: facts.source,
        role: look.role,
        material: look.material,
        pattern: look.pattern ?? null,
        map,
        upward,
        facing,
      })
    }
    return lines.length > 0 || fills.length > 0 ? { lines, fills } : null
  }

  private lineOf(line: SeenLine<SourceEdge>, id: Id): DerivedLine {
    const { x1, y1, x2, y2, edge } = line
    const nearest = this.frame!.cuts[0]?.near ?? 0
    const [mx, my] = [(x1 + x2) / 2, (y1 + y2) / 2]
    const depths = [line.left, line.right].map((plate) => (plate ? nearnessAt(plate, mx, my) : -Infinity))
    return {
      x1,
      y1,
      x2,
      y2,
      weight: edge?.line?.pen ?? weightOf(line, depths[0]!, depths[1]!),
      dashed: edge?.line?.dashed ?? false,
      source: edge?.source ?? id,
      ...(edge?.name === undefined ? {} : { name: edge.name }),
      behind: Math.max(0, nearest - Math.max(...depths)),
    }
  }
}

/** What changes everything that is seen. */
const ANEW: ReadonlySet<string> = new Set(['level', 'layer', 'material', 'project', 'wallType'])

/** A change of depth that is more than an edge, mm. */
const STEP = 250

function weightOf({ left, right }: SeenLine, l: number, r: number): LineWeight {
  if (!left || !right) return 'outline'
  return Math.abs(l - r) > STEP ? 'step' : 'edge'
}

/** Whether two states of a drawing look at the same: what it is called and how it reads does not matter. */
function sameSight(p: DerivedDrawing, q: DerivedDrawing): boolean {
  const sight = ({ view, a, b, jogs, depth, bottom, top, part }: DerivedDrawing): string =>
    JSON.stringify([view, a, b, jogs, depth, bottom, top, part])
  return sight(p) === sight(q)
}

/** A face's own axes: level to the right seen from outside, and up along it. */
function factsOf(solid: Solid, face: Face, { right, up, near }: Looking): Facts {
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
    facing: Math.abs(dot3(normal, near)),
  }
}
