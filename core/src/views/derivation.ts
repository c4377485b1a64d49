import { solverOf, type Boundary } from '../building'
import { IDENTITY, boxCorners } from '../geometry'
import { drawingLens, layerOf } from '../library'
import type { AnyRecord, Drawing, Id, Lens, Project, RecordOf } from '../records'
import { isSolid, levelOf, solidOf } from '../solids'
import { dot3, type Solid } from '../space'
import type { Steps } from '../steps'
import type { DerivedChange, DerivedLine, DerivedThing } from './derived'
import { framesOf, ghostOf, seenDown, type CutSurface, type Frame } from './frame'
import { beforeWorks } from './before'
import { showsBefore, standsFor } from './manner'
import { meets } from './cutPieces'
import { Panel } from './panel'
import { Ranks } from './ranks'

/**
 * Works out a derived drawing from the records, and keeps up with them: an edit makes anew only the solids it touches, and
 * of the lines only those that they meet.
 */
export class Derivation {
  private stamp = -1
  private begun = false
  /** How the drawing looked at the building when it was worked out last. */
  private sight = ''
  private panels: readonly Panel[] = []
  /** What the drawing is looked at through by itself. */
  private lens: Pick<Lens, 'statuses' | 'rules' | 'unseen' | 'framing' | 'furniture'> = { furniture: true }
  /** The building is looked at from without. */
  private isOutside = false
  private readonly solved = new Map<Id, number>()

  /** What it is worked out from: the project, or its building as it stands before the works. */
  private project: Project

  constructor(
    private readonly source: Project,
    private readonly id: Id,
    private readonly printing = false,
  ) {
    this.project = source
  }

  /** How much of what is in work is done, 0 to 1. */
  get part(): number {
    return this.panels.reduce((sum, { part }) => sum + part, 0) / Math.max(1, this.panels.length)
  }

  /** Brings it up to date, in steps; gives what became of it, or null when nothing did. */
  *following(): Steps<DerivedChange | null> {
    const { source } = this
    const lens = drawingLens(source, source.need('drawing', this.id))
    const project = showsBefore(lens) ? beforeWorks(source) : source
    if (project !== this.project) this.begun = false
    this.project = project
    const touched = this.touched(project.need('drawing', this.id))
    if (touched?.size === 0) return null
    this.stamp = project.stamp
    this.begun = true
    const whole = touched === null
    if (whole) this.beginAnew(project.need('drawing', this.id))
    const ids = touched ?? this.everything()
    const cut = new Map<Id, readonly Boundary[]>()
    const keys = new Set<Id>()
    for (const panel of this.panels)
      for (const id of yield* panel.looking(ids, (each) => this.shown(each, panel), cut)) keys.add(id)
    if (whole) for (const panel of this.panels) for (const id of panel.ids()) keys.add(id)
    const things: (readonly [Id, DerivedThing | null])[] = [...keys].map((id) => [id, this.thingOf(id)])
    if (whole) things.push(...borders(this.panels))
    const materials = whole ? new Ranks(project).materials : null
    const cutMap = this.panels[0]?.frame.cut?.map ?? IDENTITY
    return { whole, things, cut: [...cut], materials, cutMap }
  }

  private beginAnew(drawing: Drawing): void {
    this.lens = drawingLens(this.project, drawing)
    this.isOutside = drawing.view === 'elevation'
    const frames = panelFrames(this.project, drawing)
    this.sight = this.sightOf(drawing)
    const ranks = new Ranks(this.project)
    const ghost = ghostOf(this.project, drawing)
    this.panels = [
      ...frames.map((frame) => new Panel(this.project, frame, ranks, { withUnseen: this.lens.unseen })),
      ...(ghost ? [new Panel(this.project, ghost, ranks, { isGhost: true })] : []),
    ]
    this.solved.clear()
    for (const { id } of this.project.all('level'))
      this.solved.set(id, solverOf(this.project, id).changes.now)
  }

  /** How a drawing looks at the building, and what of it its own lens leaves out, in words. */
  private sightOf(drawing: Drawing): string {
    const { statuses, rules, unseen, framing, furniture } = drawingLens(this.project, drawing)
    return JSON.stringify([
      panelFrames(this.project, drawing),
      ghostOf(this.project, drawing),
      statuses,
      rules,
      unseen,
      framing,
      furniture,
    ])
  }

  private everything(): Set<Id> {
    const all = new Set<Id>()
    for (const record of this.project.everything()) if (isSolid(record.kind)) all.add(record.id)
    return all
  }

  /** The records to be looked at again; null: all there are. */
  private touched(drawing: Drawing): ReadonlySet<Id> | null {
    const { project } = this
    const changed = this.begun ? project.changedSince(this.stamp) : null
    const kinds = this.begun ? project.changedKinds(this.stamp) : null
    if (!changed || !kinds) return null
    if (changed.size === 0) return changed
    for (const kind of kinds) if (ANEW.has(kind)) return null
    if (this.sight !== this.sightOf(drawing)) return null
    const all = new Set<Id>()
    for (const id of changed) {
      const record = project.get(id)
      if (!record) all.add(id)
      else if (record.kind === 'openingType') {
        for (const user of project.dependents(id)) if (project.get(user)?.kind === 'opening') all.add(user)
      } else if (isSolid(record.kind)) all.add(id)
    }
    // Rooflights are openings of roofs.
    if (kinds.has('overhead') || kinds.has('dormer') || kinds.has('roof')) {
      for (const { id } of project.all('roof')) all.add(id)
      for (const { id } of project.all('dormer')) all.add(id)
    }
    if (kinds.has('roof'))
      for (const { id, what } of project.all('overhead')) if (what === 'rooflight') all.add(id)
    if (kinds.has('roof') || kinds.has('stair'))
      for (const { id, upTo } of project.all('wall')) if (upTo) all.add(id)
    if (kinds.has('block')) for (const { id } of project.all('placement')) all.add(id)
    if (kinds.has('void')) for (const slab of project.all('slab')) all.add(slab.id)
    if (kinds.has('void') || kinds.has('roof') || kinds.has('overhead') || kinds.has('dormer'))
      for (const row of project.all('framing')) all.add(row.id)
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

  /** A record that is to be seen; null for what is gone, lies on a hidden layer, or on another level than is shown. */
  private shown(id: Id, { frame }: Panel): AnyRecord | null {
    const record = this.project.get(id)
    if (!record) return null
    const layer = layerOf(this.project, record)
    const level = levelOf(this.project, record)
    if (!layer.shown || (this.printing && !layer.printed) || level === null) return null
    if (!standsFor(this.project, record, this.lens)) return null
    if (record.kind === 'placement' && !this.showsPlaced(record, frame)) return null
    // From without it is seen where a lens asks for it.
    if (record.kind === 'framing' && !(this.lens.framing ?? (frame.cut !== null && !this.isOutside)))
      return null
    return frame.only === null || frame.only === level ? record : null
  }

  /** Furniture shows where its lens says so; what a cut would run through is left out, and plans draw their own. */
  private showsPlaced(placement: RecordOf<'placement'>, frame: Frame): boolean {
    if (this.lens.furniture === false || frame.hides !== undefined) return false
    const { cut } = frame
    if (!cut || !meets(this.project, placement, cut)) return true
    const solid = solidOf(this.project, placement)
    return !solid || !runsThrough(cut, solid)
  }

  /** What is seen of a record, in all pictures; null: nothing. */
  private thingOf(id: Id): DerivedThing | null {
    const record = this.project.get(id)
    const level = record && levelOf(this.project, record)
    const all = this.panels.flatMap((panel) =>
      level !== undefined && panel.frame.hides === level ? [] : panel.thingOf(id),
    )
    const lines = all.flatMap((thing) => thing.lines)
    const fills = all.flatMap((thing) => thing.fills)
    return lines.length > 0 || fills.length > 0 ? { lines, fills } : null
  }
}

/** Whether a cut runs through a solid. */
const runsThrough = ({ axes, planes }: CutSurface, { points }: Solid): boolean =>
  planes.some(({ from, to, near }) => {
    const depths = points
      .filter((p) => dot3(p, axes.right) > from && dot3(p, axes.right) < to)
      .map((p) => dot3(p, axes.near))
    return Math.min(...depths) < near && Math.max(...depths) > near
  })

/** What a drawing is worked out from: how it looks at the building, or how far a plan sees down. */
function panelFrames(project: Project, drawing: Drawing): readonly Frame[] {
  const down = seenDown(project, drawing)
  return down ? [down] : framesOf(project, drawing)
}

/** The lines in which pictures end that show a part of the building alone. */
function borders(panels: readonly Panel[]): (readonly [Id, DerivedThing])[] {
  const lines = new Map<Id, DerivedLine[]>()
  for (const { frame } of panels) {
    if (!frame.border) continue
    const { box, source } = frame.border
    const mine = lines.get(source) ?? []
    lines.set(source, mine)
    const corners = boxCorners(box)
    corners.forEach((p, i) => {
      const q = corners[(i + 1) % corners.length]!
      mine.push({ x1: p.x, y1: p.y, x2: q.x, y2: q.y, weight: 'outline', dashed: false, source, behind: 0 })
    })
  }
  return [...lines].map(([id, all]) => [id, { lines: all, fills: [] }])
}

/** What changes everything that is seen. */
const ANEW: ReadonlySet<string> = new Set(['level', 'layer', 'material', 'plateType', 'project', 'wallType'])
