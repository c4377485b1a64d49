import { insidePath, pathOfPoints, type Point } from '../geometry'
import { overheadOutline } from '../kinds'
import { isRemoved, type Id, type Overhead, type Project, type Roof } from '../records'
import { solveRoof } from '../roofs'
import type { SolidBuilder, Point3 } from '../space'
import { plainLook } from './ground'
import { ringOf } from './outline'

/** A hole in one plane of a roof, clockwise seen from above as holes run, with the rooflight it is for. */
export interface RoofHole {
  readonly rooflight: Id
  readonly ring: readonly Point[]
}

/** The rooflights whose outlines lie wholly within an outline in plan: what is to be removed is none. */
export function holesWithin(project: Project, outline: readonly Point[]): RoofHole[] {
  const face = pathOfPoints(outline, true)
  return project.all('overhead').flatMap((thing): RoofHole[] => {
    if (thing.what !== 'rooflight' || isRemoved(thing)) return []
    const { points } = ringOf(overheadOutline(thing), true)
    return points.every((p) => insidePath(face, p)) ? [{ rooflight: thing.id, ring: points }] : []
  })
}

/** Whether a rooflight lies in a plane of some roof: it is an opening of that, and nothing by itself. */
export function liesInRoof(project: Project, thing: Overhead, roofs: readonly Roof[]): boolean {
  const { points } = ringOf(overheadOutline(thing))
  return roofs.some(
    (roof) =>
      !isRemoved(roof) &&
      (solveRoof(roof)?.faces ?? []).some(({ outline }) => {
        const face = pathOfPoints(outline, true)
        return points.every((p) => insidePath(face, p))
      }),
  )
}

/** What is seen in a hole of a roof: its sides, and its pane in the plane above. */
export function addRooflight(
  builder: SolidBuilder,
  { ring, rooflight }: RoofHole,
  at: (p: Point, top: boolean) => Point3,
): void {
  const more = { source: rooflight }
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!
    // A hole runs clockwise, so its sides look into it.
    builder.face([at(p, false), at(q, false), at(q, true), at(p, true)], plainLook('reveal'), more)
  })
  builder.face(
    [...ring].reverse().map((p) => at(p, true)),
    plainLook('pane'),
    { ...more, sheet: true },
  )
  const corners = ring.map((p) => at(p, true))
  corners.forEach((p, i) => builder.name(p, corners[(i + 1) % corners.length]!, `edge ${i + 1}`, rooflight))
}
