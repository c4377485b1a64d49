import { pathBox, insidePath, type Path } from '../geometry'
import type { Project, Slab } from '../records'

/** The holes of a level's floor that lie within a slab, or a row of joists. */
export function voidsIn(project: Project, { level, outline }: Pick<Slab, 'level' | 'outline'>): Path[] {
  const box = pathBox(outline)
  return project
    .dependents(level)
    .flatMap((id) => project.find('void', id) ?? [])
    .map((hole) => hole.outline)
    .filter((hole) => {
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
