import { atWall, wallDirection, type SolvedWall } from '../building'
import {
  IN_STEP,
  isDrawn,
  partOf,
  putParts,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
  type Scene,
} from '../derive'
import type { Id } from '../records'
import { ABOVE_LINEWORK } from './depths'
import { markItems } from './roomTag'

/** Numbers of doors and windows beside their walls: doors on the other side than their leaf, windows outside. */
export class MarksDrawn implements PartSource {
  /** The marks of each wall. */
  private readonly parts = new Map<Id, readonly Part[]>()

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ scene, building, walls, records }: News): Generator<void> {
    if (!building || !this.look.marks) return
    const { project } = scene
    const partsOf = (id: Id): Part[] => {
      const wall = building.get(id)
      return wall ? this.marksOf(wall, scene) : []
    }
    if (walls && records) {
      const seen = new Set(walls)
      for (const id of records) {
        const record = project.get(id)
        if (record?.kind === 'opening') seen.add(record.wall)
      }
      for (const id of seen) putParts(this.picture, this.parts, id, partsOf(id))
      return
    }
    const rest = new Set(this.parts.keys())
    let steps = 0
    for (const { shape } of building.all()) {
      rest.delete(shape.id)
      putParts(this.picture, this.parts, shape.id, partsOf(shape.id))
      if (++steps % IN_STEP === 0) yield
    }
    for (const id of rest) putParts(this.picture, this.parts, id, [])
  }

  private marksOf({ shape, openings }: SolvedWall, { project, turned }: Scene): Part[] {
    const { scale } = this.look
    return openings.flatMap(({ opening, fault }, nth) => {
      if (!opening.mark || fault || !isDrawn(project, opening, this.look)) return []
      const middle = (shape.low + shape.high) / 2
      const u = wallDirection(shape, opening.along)
      const sense = (opening.side === 'left') === (opening.fit === 'window') ? 1 : -1
      const away = { x: -u.y * sense, y: u.x * sense }
      const at = atWall(shape, opening.along, middle)
      const items = markItems(opening.id, opening.mark, at, away, shape.thickness, scale, turned)
      return (
        partOf(items, { rank: ABOVE_LINEWORK.marks, place: project.placeOf(shape.id), nth }, opening.id) ?? []
      )
    })
  }
}
