import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Stage } from '@lamina/core/check'
import type { PlanLook } from '@lamina/core/derive'
import type { Point } from '@lamina/core/geometry'
import type { Id, ReferenceSide } from '@lamina/core/records'

export type ToolName =
  | 'select'
  | 'wall'
  | 'move-side'
  | 'move'
  | 'door'
  | 'window'
  | 'block'
  | 'dimension'
  | 'leader'
  | 'note'
  | 'measure'
  | 'crop'

export const STAGES: readonly { id: Stage; name: string }[] = [
  { id: 'set-out', name: 'Set out' },
  { id: 'walls', name: 'Walls' },
  { id: 'openings', name: 'Openings' },
  { id: 'fit-out', name: 'Fit out' },
  { id: 'annotate', name: 'Annotate' },
  { id: 'compose', name: 'Compose' },
  { id: 'issue', name: 'Issue' },
]

export interface Lens {
  readonly name: string
  readonly look: Omit<PlanLook, 'scale'>
}

export const LENSES: readonly Lens[] = [
  { name: 'Full', look: { poche: 'patterns', furniture: true, swings: true, printing: false } },
  { name: 'Solid walls', look: { poche: 'solid', furniture: true, swings: true, printing: false } },
  { name: 'Bare building', look: { poche: 'outline', furniture: false, swings: false, printing: false } },
]

export interface Carried {
  readonly drawing: Id
  readonly x: number
  readonly y: number
  readonly dropped: boolean
}

export interface SurfaceHandle {
  fit(): void
  zoom(factor: number): void
  /** Brings a point into view. */
  show(at: Point): void
}

export interface SheetHandle {
  /** Places a drawing where there is room, at the largest scale that fits. */
  place(drawing: Id): void
}

/** What lies on the desk: the stage, the tool in hand, what is selected, and the tools' last values. */
export const useDesk = defineStore('desk', () => {
  const stage = ref<Stage>('walls')
  const tool = ref<ToolName>('select')
  const selection = shallowRef<readonly Id[]>([])
  const lens = ref(0)
  const trueWeights = ref(false)
  const askOpen = ref(false)
  /** A drawing on its way from the shelf, in window pixels. */
  const carried = shallowRef<Carried | null>(null)
  /** What the open surface can be asked to do. */
  const surface = shallowRef<SurfaceHandle | null>(null)
  /** The board that was open last. */
  const lastDrawing = ref<Id | null>(null)
  /** What the open sheet can be asked to do. */
  const sheetHandle = shallowRef<SheetHandle | null>(null)

  const wallType = ref<Id | null>(null)
  const reference = ref<ReferenceSide>('left')
  const doorWidth = ref(900)
  const windowWidth = ref(1200)
  const block = ref<Id | null>(null)
  const overall = ref(true)
  /** Direction lock in degrees; 0: only near the axes. */
  const lock = ref(0)

  function select(ids: readonly Id[]): void {
    selection.value = ids
  }
  function take(name: ToolName): void {
    tool.value = name
    if (name !== 'move' && name !== 'select') selection.value = []
  }
  return {
    stage,
    tool,
    selection,
    lens,
    trueWeights,
    askOpen,
    carried,
    surface,
    lastDrawing,
    sheetHandle,
    wallType,
    reference,
    doorWidth,
    windowWidth,
    block,
    overall,
    lock,
    select,
    take,
  }
})
