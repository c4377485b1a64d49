import type { LevelSolver, SolvedColumn, SolvedWall } from '../building'
import type { Id, Project } from '../records'
import { CutDrawn } from './cutDrawn'
import { isDrawn } from './drawn'
import { lintelItems } from './framingDrawn'
import type { PlanLook } from './look'
import type { News } from './news'
import { offCutItems, openingInPlan } from './offCut'
import { onLayer } from './onLayer'
import { IN_STEP, depthOf, type PartSource } from './parts'
import { partOf, putParts, rankOf, type Part, type Picture } from './picture'

/** In which order what is built lies at its depth. */
const OFF_CUT = 0
const OPENINGS = 2

/** The solved building: what is cut as one part, low and overhead walls and what fills openings each as its own. */
export class BuiltDrawn implements PartSource {
  /** Parts of each wall or column: off the cut, and of its openings. */
  private readonly parts = new Map<Id, readonly Part[]>()
  private readonly cut: CutDrawn

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {
    this.cut = new CutDrawn(picture, look)
  }

  *update(news: News): Generator<void> {
    const { building, scene } = news
    if (!building) return
    const { project } = scene
    this.cut.update(building, project, news.records === null)
    if (news.walls && news.records) {
      const walls = new Set(news.walls)
      for (const id of news.records) {
        // An opening that only looks otherwise stands in a wall that does not.
        const record = project.get(id)
        if (record?.kind === 'opening') walls.add(record.wall)
      }
      for (const id of walls) putParts(this.picture, this.parts, id, this.partsFor(id, building, project))
      return
    }
    const rest = new Set(this.parts.keys())
    let steps = 0
    for (const { shape } of building.all()) {
      rest.delete(shape.id)
      putParts(this.picture, this.parts, shape.id, this.partsFor(shape.id, building, project))
      if (++steps % IN_STEP === 0) yield
    }
    for (const { column } of building.columns()) {
      rest.delete(column.id)
      putParts(this.picture, this.parts, column.id, this.partsFor(column.id, building, project))
    }
    for (const id of rest) putParts(this.picture, this.parts, id, [])
  }

  private partsFor(id: Id, building: LevelSolver, project: Project): Part[] {
    const wall = building.get(id)
    if (wall) return [...this.offCut(wall.shape.wall, wall, project), ...this.openingsOf(wall, project)]
    const column = building.column(id)
    return column ? this.offCut(column.column, column, project) : []
  }

  /** A wall or column that the cut does not pass through. */
  private offCut(
    record: SolvedWall['shape']['wall'] | SolvedColumn['column'],
    { zone, boundaries }: Pick<SolvedWall, 'zone' | 'boundaries'>,
    project: Project,
  ): Part[] {
    const { look } = this
    if (zone === 'cut' || (zone === 'above' && !look.overhead) || !isDrawn(project, record, look)) return []
    const order = {
      rank:
        zone === 'below' || zone === 'removed'
          ? rankOf(depthOf('walls'), OFF_CUT, 'others')
          : rankOf(depthOf('overhead'), -1, 'others'),
      // Walls before columns.
      place: project.placeOf(record.id) + (record.kind === 'column' ? COLUMNS : 0),
      nth: 0,
    }
    const part = partOf(offCutItems(project, record, boundaries, zone, look), order, record.id)
    return part ? [part] : []
  }

  private openingsOf(wall: SolvedWall, project: Project): Part[] {
    const { look } = this
    return wall.openings.flatMap((fit, nth) => {
      const { opening } = fit
      if (!isDrawn(project, opening, look)) return []
      const fills = onLayer(project, opening, openingInPlan(project, wall, fit, look, look.scale), look.scale)
      const items = look.framing ? [...fills, ...lintelItems(project, opening, look.scale)] : fills
      const order = {
        rank: rankOf(depthOf('walls'), OPENINGS, 'others'),
        place: project.placeOf(wall.shape.id),
        nth,
      }
      return partOf(items, order, opening.id) ?? []
    })
  }
}

/** Beyond the places of all walls. */
const COLUMNS = 1e12
