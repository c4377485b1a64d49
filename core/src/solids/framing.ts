import { memberOutlines, membersOf, type Member } from '../framing'
import { SAME_POINT, pathOfPoints, type Path, type Point } from '../geometry'
import { overheadOutline } from '../kinds'
import { isRemoved, type Framing, type Project } from '../records'
import { SolidBuilder, addPrism, type FaceLook, type Point3, type Solid } from '../space'
import { dormerIn } from './dormers'
import { floorOf, lookOf } from './ground'
import { roofsOver } from './roofsOver'
import { voidsOn } from './voids'

/** What a row ends at: joists at voids of their floor, rafters at rooflights and dormers. */
export function openingsFor(project: Project, { what, level }: Framing): Path[] {
  switch (what) {
    case 'joists':
      return voidsOn(project, level)
    case 'rafters':
      return [
        ...project
          .all('overhead')
          .filter((thing) => thing.what === 'rooflight' && !isRemoved(thing))
          .map((thing) => overheadOutline(thing)),
        ...project.all('dormer').flatMap((dormer) => {
          const laid = isRemoved(dormer) ? null : dormerIn(project, dormer)
          return laid ? [pathOfPoints(laid.ring, true)] : []
        }),
      ]
  }
}

/** The timbers of a row as it stands in the project. */
export const framingMembers = (project: Project, row: Framing): Member[] =>
  membersOf(row, openingsFor(project, row))

/** A part of a timber in space: in plan from a to b, with its underside there, mm above datum. */
export interface Rise {
  readonly a: Point
  readonly b: Point
  readonly low: number
  readonly high: number
}

/** A timber as it rises: a joist lies level, a rafter lies on the underside of the roof over it, plane by plane. */
export function risesOf(project: Project, row: Framing, { a, b }: Pick<Member, 'a' | 'b'>): Rise[] {
  const floor = floorOf(project, row.level)
  const level = floor + row.bottom
  switch (row.what) {
    case 'joists':
      return [{ a, b, low: level, high: level }]
    case 'rafters': {
      const length = Math.hypot(b.x - a.x, b.y - a.y)
      const at = (s: number): Point => ({
        x: a.x + ((b.x - a.x) * s) / length,
        y: a.y + ((b.y - a.y) * s) / length,
      })
      return roofsOver(project, a, b, floor, level).map(({ from, to, low, high }) => ({
        a: at(from),
        b: at(to),
        low,
        high,
      }))
    }
  }
}

/** How long a timber is along its slope, in all its parts, mm. */
export const lengthOfMember = (project: Project, row: Framing, member: Member): number =>
  risesOf(project, row, member).reduce(
    (sum, { a, b, low, high }) => sum + Math.hypot(b.x - a.x, b.y - a.y, high - low),
    0,
  )

/** A row of joists or rafters in space: each timber a box, those of rafters sloping with the roof. */
export function framingSolid(project: Project, row: Framing): Solid | null {
  const material = project.need('material', row.material)
  const builder = new SolidBuilder(row.id)
  const look = lookOf('side', material)
  for (const member of framingMembers(project, row))
    for (const { a, b, low, high } of risesOf(project, row, member))
      for (const ring of memberOutlines({ ...member, a, b }, row.width)) {
        if (Math.abs(high - low) <= SAME_POINT)
          addPrism(builder, [ring], low, low + row.depth, { side: () => look, top: look, bottom: look })
        else addSloping(builder, ring, low, high, row.depth, look)
      }
  return builder.solid()
}

/** A box whose underside rises from its first two corners' end to the other, so deep square to its slope. */
function addSloping(
  builder: SolidBuilder,
  [p, q, r, s]: readonly Point[],
  low: number,
  high: number,
  depth: number,
  look: FaceLook,
): void {
  const length = Math.hypot(q!.x - p!.x, q!.y - p!.y)
  const upright = depth * Math.hypot(1, (high - low) / length)
  const at = ({ x, y }: Point, z: number): Point3 => ({ x, y, z })
  const under = [at(p!, low), at(q!, high), at(r!, high), at(s!, low)]
  const over = under.map((corner) => ({ ...corner, z: corner.z + upright }))
  builder.face(over, look)
  builder.face([...under].reverse(), look)
  for (let i = 0; i < 4; i++) {
    const j = (i + 1) % 4
    builder.face([under[i]!, under[j]!, over[j]!, over[i]!], look)
  }
}
