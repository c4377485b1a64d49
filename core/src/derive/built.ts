import type { LevelSolver, SolvedColumn, SolvedWall } from '../building'
import { isEmptyBox, type Box } from '../geometry'
import type { Id, Material, Project } from '../records'
import { cutItems } from './cut'
import { isDrawn } from './drawn'
import type { PlanLook } from './look'
import type { News } from './news'
import { offCutItems, openingInPlan } from './offCut'
import { onLayer } from './onLayer'
import { IN_STEP, depthOf, type PartSource } from './parts'
import { partOf, putParts, rankOf, type Part, type Picture } from './picture'

/** In which order what is built lies at its depth. */
const OFF_CUT = 0
const CUT = 1
const OPENINGS = 2

/** The solved building: what is cut as one part, low and overhead walls and what fills openings each as its own. */
export class BuiltDrawn implements PartSource {
  /** Parts of each wall or column: off the cut, and of its openings. */
  private readonly parts = new Map<Id, readonly Part[]>()
  private cut: Part | null = null
  private solver: LevelSolver | null = null
  private placed = -1
  private looks = ''

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update(news: News): Generator<void> {
    const { building, scene } = news
    if (!building) return
    const { project } = scene
    this.updateCut(building, project, news.records === null)
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

  /** What is cut is one part for all its walls; it tells where it looks otherwise. */
  private updateCut(building: LevelSolver, project: Project, anew: boolean): void {
    const { picture, look } = this
    const looks = JSON.stringify(
      building.materials.map(({ tone, pattern, penMm }: Material) => [tone, pattern, penMm]),
    )
    const places = building === this.solver ? building.places.since(this.placed) : null
    if (anew || !places || looks !== this.looks || !this.cut) {
      this.solver = building
      this.looks = looks
      this.cut = picture.replace(this.cut, cutPart(project, building, look))
    } else if (places.size > 0) {
      const now = cutPart(project, building, look, this.cut.within)
      // Of the same part elsewhere only the places count, unless it grew.
      if (now && sameBox(now, this.cut)) for (const place of places) picture.touch(place)
      else this.cut = picture.moved(this.cut, now, places)
    }
    this.placed = building.places.now
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
    if (zone === 'cut' || (zone === 'above' && !look.overhead) || !isDrawn(project, record, look.printing))
      return []
    const order = {
      rank:
        zone === 'below'
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
      if (!isDrawn(project, opening, look.printing)) return []
      const items = onLayer(project, opening, openingInPlan(project, wall, fit, look, look.scale), look.scale)
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

const sameBox = (p: Box, q: Box): boolean =>
  p.minX === q.minX && p.minY === q.minY && p.maxX === q.maxX && p.maxY === q.maxY

/** All that is cut, as one part. */
function cutPart(
  project: Project,
  building: LevelSolver,
  look: PlanLook,
  within?: Part['within'],
): Part | null {
  const { minX, minY, maxX, maxY } = building.extent()
  if (isEmptyBox({ minX, minY, maxX, maxY })) return null
  return {
    minX,
    minY,
    maxX,
    maxY,
    rank: rankOf(depthOf('walls'), CUT, 'others'),
    place: 0,
    nth: 0,
    source: null,
    get items() {
      return cutItems(project, building, look)
    },
    within: within ?? ((box, mmPerPixel) => cutItems(project, building, look, { box, mmPerPixel })),
  }
}
