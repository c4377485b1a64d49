import { defineStore } from 'pinia'
import { ref } from 'vue'
import { madeAsRead, setFacts, type ReadHere } from '@lamina/core/edit'
import {
  isPlaced,
  isSameScale,
  scaleOf,
  type Board,
  type Change,
  type Drawing,
  type Id,
  type Project,
} from '@lamina/core/records'
import { scalesInUse, type ScaleInUse, type ViewportOn } from '@lamina/core/sheets'
import { useDesk } from './desk'
import { useProject } from './project'

/** At which scale annotation is read, as in which viewport, and where what is moved gets its place. */
export const useReading = defineStore('reading', () => {
  const store = useProject()
  const desk = useDesk()
  /** What is moved gets a place of its own at the scale of the board, or in the viewport it is looked at as in. */
  const own = ref(false)
  /** The places at other scales are shown faintly. */
  const others = ref(false)

  const inUse = (drawing: Id): ScaleInUse[] => scalesInUse(store.project, drawing)

  /** The viewport that a board is looked at as in; null: it is looked at by itself. */
  function seenIn(board: Board): ViewportOn | null {
    const { viewport } = store.scene(board)
    const found = viewport === undefined ? undefined : store.project.find('viewport', viewport)
    return found ? { viewport: found, sheet: store.project.need('sheet', found.sheet) } : null
  }

  /** Reads a drawing at a scale, by itself or as in a viewport. */
  function readAt(drawing: Drawing, scale: number, viewport: Id | null = null): void {
    if (!isSameScale(drawing.readingScale, scale))
      store.edit('Reading scale', (project) =>
        setFacts(project, 'drawing', drawing.id, { readingScale: scale }),
      )
    const lens = viewport === null ? undefined : store.project.find('viewport', viewport)?.lens
    if (store.looksIn !== viewport) desk.lens = lens ?? null
    store.looksIn = viewport
  }

  /** The next of the scales in use. */
  function step(drawing: Drawing, by: 1 | -1): boolean {
    const all = inUse(drawing.id).map(({ scale }) => scale)
    const now = drawing.readingScale
    const next =
      by > 0
        ? all.find((scale) => scale > now && !isSameScale(scale, now))
        : all.findLast((scale) => scale < now && !isSameScale(scale, now))
    if (next === undefined) return false
    readAt(drawing, next)
    return true
  }

  /** An edit of annotation as it reads on a board; of other things as it is. */
  function here(
    board: Board,
    ids: readonly Id[],
    work: (project: Project) => Change,
    after: ReadHere['others'] = 'stay',
  ): (project: Project) => Change {
    return (project) => {
      if (!ids.every((id) => isPlaced(project.get(id)))) return work(project)
      const { viewport } = store.scene(board)
      const reading = { scale: scaleOf(board), viewport }
      return madeAsRead(project, ids, { reading, own: own.value, others: after }, () => work(project))
    }
  }

  /** Makes such an edit. */
  const edit = (
    label: string,
    board: Board,
    ids: readonly Id[],
    work: (project: Project) => Change,
  ): Change | null => store.edit(label, here(board, ids, work))

  return { own, others, inUse, seenIn, readAt, step, here, edit }
})
