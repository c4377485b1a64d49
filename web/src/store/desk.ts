import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Stage } from '@lamina/core/check'
import type { Drawing, Id, KeptDetail } from '@lamina/core/records'

export type PanelName =
  | 'layers'
  | 'wall-types'
  | 'plate-types'
  | 'opening-types'
  | 'materials'
  | 'levels'
  | 'lenses'
  | 'stair-limits'
  | 'styles'
  | 'find'
  | 'make-block'

export const STAGES: readonly { id: Stage; name: string }[] = [
  { id: 'set-out', name: 'Set out' },
  { id: 'walls', name: 'Walls' },
  { id: 'openings', name: 'Openings' },
  { id: 'fit-out', name: 'Fit out' },
  { id: 'annotate', name: 'Annotate' },
  { id: 'compose', name: 'Compose' },
  { id: 'issue', name: 'Issue' },
]

/** How the desk is laid out: the stage, what is open over the board, and how boards are looked at. */
export const useDesk = defineStore('desk', () => {
  const stage = ref<Stage>('walls')
  /** The panel of tables that is open over the board. */
  const panel = ref<PanelName | null>(null)
  const askOpen = ref(false)
  const keysOpen = ref(false)
  /** The lens boards are looked through; null: the full one. */
  const lens = ref<Id | null>(null)
  const trueWeights = ref(false)
  /** What the open drawing looks at is shown over it. */
  const viewOpen = ref(false)
  /** What another plan starts from is being chosen. */
  const newPlan = ref(false)
  /** The drawing about to be kept in the library. */
  const keeping = shallowRef<Drawing | KeptDetail | null>(null)
  /** What is not there as it was made is being settled. */
  const settling = ref(false)
  return { stage, settling, panel, askOpen, keysOpen, lens, trueWeights, viewOpen, newPlan, keeping }
})
