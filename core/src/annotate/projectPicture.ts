import { PLAIN_LOOK, pensOf, sceneOf } from '../derive'
import { smallPicture, type SmallPicture } from '../display'
import type { Project } from '../records'
import { drawingList } from './drawing'

/** Width and height, units; twice the pixels it is shown with. */
const WIDTH = 600
const HEIGHT = 376

/** A small picture of a project: of its first drawing in which something is drawn; null when there is none. */
export function projectPicture(project: Project): SmallPicture | null {
  for (const drawing of project.all('drawing')) {
    const list = drawingList(sceneOf(project, drawing), {
      ...PLAIN_LOOK,
      printing: true,
      poche: 'solid',
      scale: drawing.readingScale,
    })
    const picture = smallPicture(list, WIDTH, HEIGHT, pensOf(project))
    if (picture) return picture
  }
  return null
}
