import type { SolvedWall } from '../building'
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
import { asRead, type Id } from '../records'
import { ABOVE_LINEWORK } from './depths'
import { markItems } from './openingMark'

/** Numbers of doors and windows beside their walls, or where they were put. */
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

  private marksOf({ shape, openings }: SolvedWall, { project, turned, viewport }: Scene): Part[] {
    const { scale } = this.look
    return openings.flatMap(({ opening: stored, fault }, nth) => {
      if (fault || !isDrawn(project, stored, this.look)) return []
      const opening = asRead(stored, { scale, viewport })
      const items = opening ? markItems(shape, opening, scale, turned) : []
      const rank = ABOVE_LINEWORK.marks
      return partOf(items, { rank, place: project.placeOf(shape.id), nth }, stored.id) ?? []
    })
  }
}
