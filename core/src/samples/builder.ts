import { solverOf, type LevelSolver } from '../building'
import { sceneOf } from '../derive'
import { TieFinder } from '../ties'
import {
  addColumn,
  addDetail,
  addGridLine,
  addHatch,
  addLinework,
  addSight,
  addLevelMark,
  addSlab,
  addRoom,
  setRoom,
  addOpening,
  addViewport,
  putPlaces,
  addWalls,
  setFacts,
  placeBlock,
  setBand,
  type MakeId,
  type NewPlacements,
  type NewOpening,
  type NewSight,
} from '../edit'
import {
  Project,
  type Anchor,
  type AnyRecord,
  type Band,
  type Change,
  type Id,
  type Opening,
  type PatternName,
  type ReferenceSide,
  type Room,
} from '../records'
import { readingsOf, tidyingAll } from '../neat'
import { drawnAt } from '../sheets'
import { atOnce } from '../steps'
import { boxCentre, point, type Point } from '../geometry'

export interface SampleStep {
  readonly label: string
  readonly change: Change
}

/** Draws a sample with the edits the interface uses, one step after the other. */
export class SampleBuilder {
  readonly project = new Project()
  readonly steps: SampleStep[] = []

  constructor(readonly makeId: MakeId) {}

  do(label: string, change: Change): void {
    this.project.check(change)
    this.project.apply(change)
    this.steps.push({ label, change })
  }

  solver(level: Id): LevelSolver {
    return solverOf(this.project, level)
  }

  /** A chain of walls; gives their ids in order. */
  walls(level: Id, type: string, reference: ReferenceSide, coordinates: number[], closed = false): Id[] {
    const points: Point[] = []
    for (let i = 0; i < coordinates.length; i += 2) points.push(point(coordinates[i]!, coordinates[i + 1]!))
    const change = addWalls(
      this.project,
      { level, type: `wall-type-${type}`, reference, points, closed },
      this.makeId,
    )
    this.do('Wall', change)
    return change.put.map((record) => record.id)
  }

  opening(
    level: Id,
    wall: Id,
    fit: Opening['fit'],
    along: number,
    width: number,
    facts: Partial<NewOpening> = {},
  ): Id {
    const type = facts.type ?? `opening-type-${fit}`
    const { sill, head } = this.project.need('openingType', type)
    const change = addOpening(
      this.project,
      this.solver(level).get(wall)!,
      { wall, fit, along, width, hand: 'start', side: 'right', sill, head, ...facts, type },
      this.makeId,
    )
    this.do(fit === 'door' ? 'Door' : fit === 'window' ? 'Window' : 'Plain opening', change)
    return change.put[0]!.id
  }

  block(
    level: Id,
    block: string,
    x: number,
    y: number,
    degrees = 0,
    facts: Partial<NewPlacements> = {},
  ): void {
    const places = [{ at: point(x, y), turn: (degrees * Math.PI) / 180, mirrored: false }]
    this.do(
      'Block',
      placeBlock(this.project, { level, block: `block-${block}`, places, ...facts }, this.makeId),
    )
  }

  /** A room around a point, with its use and finishes. */
  room(level: Id, name: string, use: string, x: number, y: number, finishes: Partial<Room> = {}): void {
    const change = addRoom(this.project, this.solver(level), { at: point(x, y), name }, this.makeId)
    this.do('Room', change)
    this.do('Use', setRoom(this.project, change.put[0]!.id, { use, ...finishes }))
  }

  /** A drafted line or outline on a layer; gives its id. */
  line(drawing: Id, layer: string, coordinates: number[], closed = false): Id {
    const vertices = []
    for (let i = 0; i + 1 < coordinates.length; i += 2)
      vertices.push({ x: coordinates[i]!, y: coordinates[i + 1]!, sweep: 0 })
    const change = addLinework(
      this.project,
      { drawing, layer: `layer-${layer}`, shape: { form: 'path', path: { vertices, closed } } },
      this.makeId,
    )
    this.do('Line', change)
    return change.put[0]!.id
  }

  /** A line drawn as a layer of a build-up. */
  band(drawing: Id, coordinates: number[], band: Band): void {
    const id = this.line(drawing, 'lines', coordinates)
    this.do('Drawn as', setBand(this.project, [id], band))
  }

  /** A part of a detail, on its drawing alone. */
  part(drawing: Id, name: string, x: number, y: number, degrees = 0, mirrored = false): void {
    const places = [{ at: point(x, y), turn: (degrees * Math.PI) / 180, mirrored }]
    this.do('Part', placeBlock(this.project, { drawing, block: `block-part-${name}`, places }, this.makeId))
  }

  /** A pattern within a drafted outline. */
  hatch(drawing: Id, outline: Id, pattern: PatternName, turn = 0): void {
    const filling = { with: 'pattern', pattern, width: 1, height: 1, turn, origin: { x: 0, y: 0 } } as const
    this.do(
      'Hatch',
      addHatch(
        this.project,
        { drawing, layer: 'layer-hatches', region: { by: 'items', items: [outline] }, outlines: [], filling },
        this.makeId,
      ),
    )
  }

  /** A round column, or a rectangular one of a width and depth. */
  column(
    level: Id,
    material: string,
    x: number,
    y: number,
    size: number | readonly [number, number],
    height?: number,
  ): void {
    this.do(
      'Column',
      addColumn(
        this.project,
        {
          level,
          material: `material-${material}`,
          at: point(x, y),
          turn: 0,
          section:
            typeof size === 'number'
              ? { form: 'round', diameter: size }
              : { form: 'rectangular', width: size[0], depth: size[1] },
          ...(height === undefined ? {} : { height }),
        },
        this.makeId,
      ),
    )
  }

  /** A floor, as thick as it says or as its type is. */
  slab(level: Id, coordinates: readonly number[], top: number, made: number | string): void {
    const vertices = []
    for (let i = 0; i + 1 < coordinates.length; i += 2)
      vertices.push({ x: coordinates[i]!, y: coordinates[i + 1]!, sweep: 0 })
    this.do(
      'Slab',
      addSlab(
        this.project,
        {
          level,
          outline: { vertices, closed: true },
          top,
          ...(typeof made === 'number' ? { thickness: made } : { thickness: 1, type: `plate-type-${made}` }),
        },
        this.makeId,
      ),
    )
  }

  /** A section or an elevation; gives its id. */
  sight(input: NewSight): Id {
    const made = addSight(this.project, input, this.makeId)
    this.do(input.view === 'section' ? 'Section' : 'Elevation', made.change)
    return made.drawing
  }

  /** A detail of what a box of a drawing holds, at 1:5; gives its id. */
  detail(of: Id, name: string, [minX, minY, maxX, maxY]: readonly [number, number, number, number]): Id {
    const corners = [
      [minX, minY],
      [maxX, minY],
      [maxX, maxY],
      [minX, maxY],
    ] as const
    const outline = { vertices: corners.map(([x, y]) => ({ x, y, sweep: 0 })), closed: true }
    const made = addDetail(this.project, { name, scale: 5, of: { drawing: of, outline } }, this.makeId)
    this.do('Detail', made.change)
    return made.drawing
  }

  /** A dimension over places in a view of the building, tied to what is there. */
  rowIn(
    drawing: Id,
    places: readonly (readonly [number, number])[],
    direction: number,
    side: 'left' | 'right',
  ): void {
    const scene = sceneOf(this.project, this.project.need('drawing', drawing))
    const finder = new TieFinder(scene, scene.board)
    const anchors = places.map(([x, y]) => finder.at(point(x, y)))
    this.dimension(drawing, anchors, direction, side)
  }

  levelMarkIn(drawing: Id, at: readonly [number, number], shiftPaperMm: number, name?: string): void {
    const [x, y] = at
    const board = this.project.need('drawing', drawing)
    const finder = new TieFinder(sceneOf(this.project, board), board)
    const tied = board.view === 'plan' ? finder.within({ x, y }) : finder.at({ x, y })
    const made = { drawing, at: tied, shiftPaperMm, ...(name ? { name } : {}) }
    this.do('Level mark', addLevelMark(this.project, made, this.makeId))
  }

  /** A leader in a view of the building, tied to what its tip points to. */
  leaderIn(
    drawing: Id,
    [x, y]: readonly [number, number],
    [ex, ey]: readonly [number, number],
    text: string,
  ): void {
    const scene = sceneOf(this.project, this.project.need('drawing', drawing))
    const tip = new TieFinder(scene, scene.board).within(point(x, y))
    this.put('Leader', {
      id: this.makeId(),
      kind: 'leader',
      drawing,
      tip,
      elbowPaperMm: point(ex, ey),
      text,
    })
  }

  gridLine(a: readonly [number, number], b: readonly [number, number]): void {
    this.do('Grid line', addGridLine(this.project, { a: point(...a), b: point(...b) }, this.makeId))
  }

  /** Finds places for the annotation of all drawings at the scales they stand on sheets at. */
  tidy(): void {
    for (const drawing of this.project.all('drawing')) {
      const { moves } = atOnce(tidyingAll(readingsOf(this.project, drawing)))
      if (moves.length > 0) this.do('Annotation tidied', putPlaces(this.project, moves))
    }
  }

  note(drawing: Id, text: string, x: number, y: number, heightPaperMm = 3.5): void {
    this.put('Note', {
      id: this.makeId(),
      kind: 'note',
      drawing,
      at: point(x, y),
      text,
      heightPaperMm,
      align: 'middle',
    })
  }

  leader(drawing: Id, level: Id, tip: Point, elbowPaperMm: Point, text: string): void {
    const ground = { project: this.project, building: this.solver(level) }
    const anchor = new TieFinder(ground, this.project.need('drawing', drawing)).within(tip)
    this.put('Leader', { id: this.makeId(), kind: 'leader', drawing, tip: anchor, elbowPaperMm, text })
  }

  /** A row on a side of the building, the first being 0. */
  dimension(drawing: Id, anchors: Anchor[], direction: number, side: 'left' | 'right', row = 0): void {
    this.put('Dimension', {
      id: this.makeId(),
      kind: 'dimension',
      drawing,
      anchors,
      direction,
      offset: { in: 'row', side, row },
    })
  }

  corner(wall: Id, end: 'a' | 'b', side: 'left' | 'right', level: Id): Anchor {
    return { to: 'wallCorner', wall, end, side, last: this.solver(level).corner(wall, end, side)! }
  }

  centre(opening: Id, side: 'left' | 'right', level: Id): Anchor {
    const { wall, along } = this.project.need('opening', opening)
    const { shape } = this.solver(level).get(wall)!
    const aside = side === 'left' ? shape.high : shape.low
    const last = {
      x: shape.a.x + shape.u.x * along - shape.u.y * aside,
      y: shape.a.y + shape.u.y * along + shape.u.x * aside,
    }
    return { to: 'opening', opening, at: 'centre', side, last }
  }

  /** A viewport that puts the drawing's origin at (x, y) on the sheet, paper mm. */
  viewport(sheet: Id, drawing: Id, scale: number, x: number, y: number, lens?: Id): void {
    const record = this.project.need('drawing', drawing)
    const crop = drawnAt(this.project, record, scale).extent()
    const centre = boxCentre(crop)
    const at = point(x + centre.x / scale, y + centre.y / scale)
    const change = addViewport(this.project, { sheet, drawing, scale, at, crop }, this.makeId)
    this.do('Viewport', change)
    const [made] = change.put
    if (lens && made) this.do('Lens', setFacts(this.project, 'viewport', made.id, { lens }))
  }

  /** A viewport whose middle stands at (x, y) on the sheet, paper mm. */
  viewportAt(sheet: Id, drawing: Id, scale: number, x: number, y: number): void {
    const crop = drawnAt(this.project, this.project.need('drawing', drawing), scale).extent()
    this.do(
      'Viewport',
      addViewport(this.project, { sheet, drawing, scale, at: point(x, y), crop }, this.makeId),
    )
  }

  put(label: string, record: AnyRecord): void {
    this.do(label, { put: [record], drop: [] })
  }
}
