import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Box, Point } from '@lamina/core/geometry'
import type { Likeness } from '@lamina/core/kinds'
import type { Id } from '@lamina/core/records'

export interface SurfaceHandle {
  /** The keys go to it. */
  focus(): void
  /** Everything that can be selected. */
  everything?(): Id[]
  /** Selects all that is like what is selected; or only of what is in view. */
  takeAlike?(by: Likeness, inView: boolean): void
  /** Sets aside what is selected, or all else; or brings back what is set aside. False when there was nothing to do. */
  setAside?(what: 'selected' | 'rest'): boolean
  /** Around what is selected. */
  selectionExtent?(): Box
  fit(): void
  zoom(factor: number): void
  /** Brings a point into view. */
  show(at: Point): void
}

/** So long what stands around a page waits for all of the page, ms. */
const AROUND_MS = 150

export interface SheetHandle {
  /** Places a drawing where there is room, at the largest scale that fits. */
  place(drawing: Id): void
}

/** What the open board or sheet can be asked to do. */
export const useOpened = defineStore('opened', () => {
  const surface = shallowRef<SurfaceHandle | null>(null)
  const sheet = shallowRef<SheetHandle | null>(null)
  /** The board that was open last. */
  const lastDrawing = ref<Id | null>(null)
  /** What is to be seen first of a page is there, and what stands around it is shown. */
  const around = ref(false)
  let later: ReturnType<typeof setTimeout> | undefined
  /** Shows what stands around a page: after this frame, or, where more of the page is to come, in a moment. */
  function showAround(now: boolean): void {
    const show = (): void => {
      clearTimeout(later)
      later = undefined
      around.value = true
    }
    if (now) requestAnimationFrame(show)
    else later ??= setTimeout(show, AROUND_MS)
  }
  return { surface, sheet, lastDrawing, around, showAround }
})
