import { imprintOf, projectPicture } from '@lamina/core/annotate'
import type { SmallPicture } from '@lamina/core/display'
import { Project, type AnyRecord, type Id } from '@lamina/core/records'

/** What is to be drawn: a project as of a change, and the boards that are asked for besides the first. */
export interface PictureOrder {
  readonly records: readonly AnyRecord[]
  readonly seq: number
  readonly boards: readonly Id[]
}

/** What a project shows before it is opened. */
export interface Drawn {
  /** Null when nothing is drawn. */
  readonly picture: SmallPicture | null
  readonly imprints: readonly DrawnBoard[]
}

export interface DrawnBoard {
  readonly board: Id
  /** A project opens with it. */
  readonly first: boolean
  readonly body: Uint8Array
}

/** Draws the small picture of a project and the imprints of its boards. Too much for an imprint is left out. */
export function drawProject({ records, seq, boards }: PictureOrder): Drawn {
  const project = new Project(records)
  const imprints: DrawnBoard[] = []
  project.all('drawing').forEach((drawing, place) => {
    const first = place === 0
    if (drawing.view !== 'plan' || !(first || boards.includes(drawing.id))) return
    const words = imprintOf(project, drawing, seq)
    if (words) imprints.push({ board: drawing.id, first, body: new Uint8Array(words.buffer) })
  })
  return { picture: projectPicture(project), imprints }
}
