import { pathBox, insidePath, type Path } from '../geometry'
import type { Id, Project, Slab } from '../records'

/** The holes of a level's floor. */
export const voidsOn = (project: Project, level: Id): Path[] =>
  project.dependents(level).flatMap((id) => project.find('void', id)?.outline ?? [])

/** The holes of a level's floor that lie within a slab. */
export function voidsIn(project: Project, { level, outline }: Slab): Path[] {
  const box = pathBox(outline)
  return voidsOn(project, level).filter((hole) => {
    const around = pathBox(hole)
    return (
      around.minX >= box.minX &&
      around.maxX <= box.maxX &&
      around.minY >= box.minY &&
      around.maxY <= box.maxY &&
      hole.vertices.every((corner) => insidePath(outline, corner))
    )
  })
}
