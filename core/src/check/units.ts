import { isPlaceAlike, placesOf, unitsOf, type UnitGroup } from '../edit'
import { EMPTY_BOX, boxCentre, joinBoxes } from '../geometry'
import { placedBox } from '../kinds'
import type { Board, Id, Project } from '../records'
import type { Found } from './matter'

/** Open matters of the units placed on a board: places that are not like the first of theirs. */
export class UnitMatters {
  private stamp = -1
  private found: readonly Found[] = []
  /** Places that were compared so far: for tests of what is looked at again. */
  compared = 0

  private matterOf(project: Project, place: UnitGroup): Found | null {
    const [first] = placesOf(project, place.unit.name)
    if (!first || first.id === place.id) return null
    this.compared++
    if (isPlaceAlike(project, first, place)) return null
    const { name, number } = place.unit
    const box = place.members.reduce((all, id) => {
      const record = project.get(id)
      return record ? joinBoxes(all, placedBox(record)) : all
    }, EMPTY_BOX)
    return {
      stage: 'fit-out',
      key: `unit-${place.id}`,
      text: `${[name, number].filter(Boolean).join(' ')} is not like the first place of its unit.`,
      about: place.members,
      at: boxCentre(box),
    }
  }

  /** What is open now; looked for again where something of a unit changed, on whatever board. In small steps. */
  *steps(project: Project, board: Board): Generator<void, readonly Found[]> {
    const changed = project.changedSince(this.stamp)
    this.stamp = project.stamp
    const places = unitsOf(project)
    if (places.length === 0) return (this.found = [])
    if (changed && !touches(project, places, changed)) return this.found
    const found: Found[] = []
    for (const place of places) {
      if (place.drawing !== board.id) continue
      yield
      const matter = this.matterOf(project, place)
      if (matter) found.push(matter)
    }
    return (this.found = found)
  }
}

/** Whether what changed is a place of a unit, or something in one. */
function touches(project: Project, places: readonly UnitGroup[], changed: ReadonlySet<Id>): boolean {
  const within = new Set<Id>(places.flatMap(({ id, members }) => [id, ...members]))
  for (const id of changed) {
    const record = project.get(id)
    // Of what is gone it is not known.
    if (!record || within.has(id) || (record.kind === 'opening' && within.has(record.wall))) return true
  }
  return false
}
