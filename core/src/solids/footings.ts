import { columnFooting, wallFooting } from '../building'
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

/** The footing under a wall or column; null where it has none. */
export function footingOf(project: Project, record: Wall | Column): FootingPlace | null {
  const { footing } = record
  if (!footing) return null
  const wall = record.kind === 'wall' ? solvedWall(project, record.id) : undefined
  const outline = record.kind === 'column' ? columnFooting(record) : wall ? wallFooting(wall.shape) : null
  if (!outline) return null
  const from = floorOf(project, record.level) + footing.bottom
  return { outline, from, to: from + footing.thickness, material: project.need('material', footing.material) }
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
