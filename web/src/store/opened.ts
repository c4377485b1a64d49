import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Box, Point } from '@lamina/core/geometry'
import type { Id } from '@lamina/core/records'

export interface SurfaceHandle {
  /** Everything that can be selected. */
  everything?(): Id[]
  /** Around what is selected. */
  selectionExtent?(): Box
  fit(): void
  zoom(factor: number): void
  /** Brings a point into view. */
  show(at: Point): void
}

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
  return { surface, sheet, lastDrawing }
})
