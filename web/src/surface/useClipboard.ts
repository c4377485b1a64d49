import { onBeforeUnmount, onMounted, type ComputedRef } from 'vue'
import { useRouter } from 'vue-router'
import {
  EditRefused,
  clip,
  clipDrawing,
  paste,
  pasteDrawing,
  readClipping,
  type Clipping,
} from '@lamina/core/edit'
import { isEmptyBox, type Box } from '@lamina/core/geometry'
import type { Board } from '@lamina/core/records'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { isTyping } from './useSurface'

/** Copying and pasting by the computer's own clipboard, so that they reach other drawings and projects. */
export function useClipboard(board: ComputedRef<Board>, extent: () => Box, remove: () => void): void {
  const store = useProject()
  const hand = useHand()
  const say = useSay()
  const router = useRouter()
  const open = (drawing: string): void =>
    void router.push({ name: 'drawing', params: { project: store.id!, drawing } })
  let inPlace = false

  function onCopy(event: ClipboardEvent): void {
    if (isTyping(event.target)) return
    const whole = board.value
    if (hand.selection.length === 0) {
      // Nothing selected, the whole drawing is copied; cutting it would be more than is meant.
      if (event.type !== 'copy' || whole.kind !== 'drawing' || String(window.getSelection())) return
      try {
        event.clipboardData?.setData('text/plain', JSON.stringify(clipDrawing(store.project, whole.id)))
        event.preventDefault()
        say.tell(`“${whole.name}” is copied as a whole. Ctrl V makes it in this or another project.`)
      } catch (error) {
        if (!(error instanceof EditRefused)) throw error
        say.warn(error.message)
      }
      return
    }
    try {
      const box = extent()
      const at = isEmptyBox(box) ? { x: 0, y: 0 } : { x: box.minX, y: box.minY }
      event.clipboardData?.setData('text/plain', JSON.stringify(clip(store.project, hand.selection, at)))
      event.preventDefault()
      say.tell(
        `${hand.selection.length} copied. Ctrl V pastes at the pointer, Ctrl Shift V in the same place.`,
      )
      if (event.type === 'cut') remove()
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      say.warn(error.message)
    }
  }

  /** What the clipboard holds; what it holds otherwise is said. */
  function heldIn(text: string): Clipping | null {
    try {
      const held = readClipping(text)
      if (!held) say.warn('The clipboard holds nothing drawn in Lamina.')
      return held
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      say.warn(error.message)
      return null
    }
  }

  function onPaste(event: ClipboardEvent): void {
    if (isTyping(event.target)) return
    const held = heldIn(event.clipboardData?.getData('text/plain') ?? '')
    if (!held) return
    event.preventDefault()
    if (held.drawing !== undefined) {
      let id = ''
      const change = store.edit('Paste drawing', (project, makeId) => {
        const made = pasteDrawing(project, held, makeId)
        id = made.drawing
        return made.change
      })
      if (change) open(id)
    } else if (inPlace) {
      const change = store.edit('Paste', (project, makeId) =>
        paste(project, held, board.value, { x: 0, y: 0 }, makeId),
      )
      if (change) hand.select(change.put.map((record) => record.id))
    } else {
      hand.clipping = held
      hand.take('paste')
    }
  }

  /** With Shift what is pasted keeps its place. */
  const noteShift = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey) inPlace = event.shiftKey
  }
  onMounted(() => {
    window.addEventListener('keydown', noteShift, true)
    document.addEventListener('copy', onCopy)
    document.addEventListener('cut', onCopy)
    document.addEventListener('paste', onPaste)
  })
  onBeforeUnmount(() => {
    window.removeEventListener('keydown', noteShift, true)
    document.removeEventListener('copy', onCopy)
    document.removeEventListener('cut', onCopy)
    document.removeEventListener('paste', onPaste)
  })
}
