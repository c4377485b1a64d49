import { columnFooting, footingOutline, footingStretches } from '../building'
import type { Path } from '../geometry'
import type { Column, Material, Project, Wall } from '../records'
import { SolidBuilder, type Solid } from '../space'
import { floorOf, lookOf, solvedWall } from './ground'
import { addOutlinePrism } from './outline'

/** A footing: where it lies in plan, from where to where above datum, and what it is made of. */
export interface FootingPlace {
  readonly outline: Path
  readonly from: number
  readonly to: number
  readonly material: Material
}

/** The footing under a wall or column, stretch by stretch where it steps; none where it has none. */
export function footingsOf(project: Project, record: Wall | Column): FootingPlace[] {
  const { footing } = record
  if (!footing) return []
  const floor = floorOf(project, record.level)
  const material = project.need('material', footing.material)
  if (record.kind === 'column') {
    const outline = columnFooting(record)
    const from = floor + footing.bottom
    return outline ? [{ outline, from, to: from + footing.thickness, material }] : []
  }
  const shape = solvedWall(project, record.id)?.shape
  if (!shape) return []
  return footingStretches(shape).map((stretch) => {
    const from = floor + stretch.bottom
    return { outline: footingOutline(shape, stretch), from, to: from + stretch.height, material }
  })
}

/** Adds the footing of a wall or column to its solid. */
export function addFooting(builder: SolidBuilder, { outline, from, to, material }: FootingPlace): void {
  addOutlinePrism(builder, outline, [], from, to, {
    side: lookOf('side', material),
    top: lookOf('top', material),
    bottom: lookOf('underside', material),
  })
}

/** A footing by itself, to be cut. */
export function footingSolid(of: Wall | Column, place: FootingPlace): Solid | null {
  const builder = new SolidBuilder(of.id)
  addFooting(builder, place)
  return builder.solid()
}
