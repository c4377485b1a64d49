import { useRouter } from 'vue-router'
import { openBlock } from '@lamina/core/edit'
import type { Id } from '@lamina/core/records'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'

/** Opens the block of a placement or a symbol for changing, on a board of its own. */
export function useOpenBlock(): (id: Id) => void {
  const store = useProject()
  const hand = useHand()
  const router = useRouter()
  return (id) => {
    let drawing = ''
    const made = store.edit('Open block', (project, makeId) => {
      const opened = openBlock(project, id, makeId)
      drawing = opened.drawing
      return opened.change
    })
    if (!made) return
    hand.take('select')
    hand.select([])
    void router.push({ name: 'drawing', params: { project: store.id!, drawing } })
  }
}
