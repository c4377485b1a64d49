import { solverOf, type SolvedWall } from '../building'
import { reachOf } from '../kinds'
import type { AnyRecord, Id, Material, Project } from '../records'
import type { FaceLook, FaceRole } from '../space'

/** From where to where something goes in height, mm above datum. */
export interface Heights {
  readonly from: number
  readonly to: number
}

/** The floor of a level above datum, mm. */
export const floorOf = (project: Project, level: Id): number => project.need('level', level).elevation

/**
 * From where to where a record goes above datum: the one place where plans, elevations and rooms agree about heights. Null
 * for what has no height of its own.
 */
export function vertical(project: Project, record: AnyRecord): Heights | null {
  const reach = reachOf(record, project)
  const level = levelOf(project, record)
  if (!reach || level === null) return null
  const floor = floorOf(project, level)
  return { from: floor + reach.from, to: floor + reach.to }
}

/** The level something stands on, with its wall if it is an opening; null: on none. */
export function levelOf(project: Project, record: AnyRecord): Id | null {
  if (record.kind === 'opening') return project.find('wall', record.wall)?.level ?? null
  return 'level' in record && typeof record.level === 'string' ? record.level : null
}

/** A wall after its joins; undefined while it is none. */
export function solvedWall(project: Project, id: Id): SolvedWall | undefined {
  const wall = project.find('wall', id)
  return wall && solverOf(project, wall.level).get(id)
}

/** How a face of a material looks. */
export const lookOf = (role: FaceRole, material: Material | null): FaceLook => ({
  role,
  material: material?.id ?? null,
  pattern: material?.facePattern ?? null,
})

/** How a face of no material looks. */
export const plainLook = (role: FaceRole): FaceLook => ({ role, material: null })
