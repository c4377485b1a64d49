import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Stage } from '@lamina/core/check'
import type { Clipping } from '@lamina/core/edit'
import type { Box, Point } from '@lamina/core/geometry'
import type { Filling, Id, Opening, ReferenceSide } from '@lamina/core/records'

export type ToolName =
  | 'select'
  | 'crop'
  | 'grid'
  | 'guide'
  | 'boundary'
  | 'axes'
  | 'wall'
  | 'wall-box'
  | 'wall-beside'
  | 'wall-along'
  | 'column'
  | 'move-side'
  | 'door'
  | 'window'
  | 'gap'
  | 'room'
  | 'stair'
  | 'ramp'
  | 'rail'
  | 'slab'
  | 'void'
  | 'roof'
  | 'overhead'
  | 'separator'
  | 'block'
  | 'line'
  | 'rectangle'
  | 'circle'
  | 'arc'
  | 'ellipse'
  | 'polygon'
  | 'curve'
  | 'cloud'
  | 'hatch'
  | 'dimension'
  | 'leader'
  | 'note'
  | 'measure'
  | 'move'
  | 'copy'
  | 'rotate'
  | 'mirror'
  | 'scale'
  | 'stretch'
  | 'align'
  | 'repeat'
  | 'offset'
  | 'trim'
  | 'extend'
  | 'split'
  | 'join'
  | 'corner'
  | 'round'
  | 'bevel'
  | 'traits'
  | 'paste'
  | 'reshape'

export type PanelName =
  | 'layers'
  | 'wall-types'
  | 'opening-types'
  | 'materials'
  | 'levels'
  | 'lenses'
  | 'stair-limits'
  | 'styles'
  | 'make-block'

/** Directions are held by the project's own angle. */
export const OWN_ANGLE = -1

/** Tools that work on what is selected, and so leave it selected. */
const KEEPS_SELECTION: ReadonlySet<ToolName> = new Set<ToolName>([
  'select',
  'move',
  'copy',
  'rotate',
  'mirror',
  'scale',
  'stretch',
  'align',
  'repeat',
  'trim',
  'extend',
  'hatch',
  'wall-along',
  'reshape',
])

export const STAGES: readonly { id: Stage; name: string }[] = [
  { id: 'set-out', name: 'Set out' },
  { id: 'walls', name: 'Walls' },
  { id: 'openings', name: 'Openings' },
  { id: 'fit-out', name: 'Fit out' },
  { id: 'annotate', name: 'Annotate' },
  { id: 'compose', name: 'Compose' },
  { id: 'issue', name: 'Issue' },
]

export interface NextOpening {
  readonly type: Id | null
  readonly width: number | null
}
export const FIRST_OPENINGS: Record<Opening['fit'], NextOpening> = {
  door: { type: null, width: null },
  window: { type: null, width: null },
  gap: { type: null, width: null },
}

export interface Carried {
  readonly drawing: Id
  readonly x: number
  readonly y: number
  readonly dropped: boolean
}

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

/** What lies on the desk: the stage, the tool in hand, what is selected, and the tools' last values. */
export const useDesk = defineStore('desk', () => {
  const stage = ref<Stage>('walls')
  const tool = ref<ToolName>('select')
  const selection = shallowRef<readonly Id[]>([])
  /** The lens boards are looked through; null: the full one. */
  const lens = ref<Id | null>(null)
  const trueWeights = ref(false)
  const askOpen = ref(false)
  /** A drawing on its way from the shelf, in window pixels. */
  const carried = shallowRef<Carried | null>(null)
  /** A block on its way from a list to a board, in window pixels. */
  const carriedBlock = shallowRef<Omit<Carried, 'drawing'> | null>(null)
  /** What the open surface can be asked to do. */
  const surface = shallowRef<SurfaceHandle | null>(null)
  /** The board that was open last. */
  const lastDrawing = ref<Id | null>(null)
  /** What the open sheet can be asked to do. */
  const sheetHandle = shallowRef<SheetHandle | null>(null)

  /** The annotation style of new dimensions and leaders; null: the one everything starts with. */
  const style = ref<Id | null>(null)
  const wallType = ref<Id | null>(null)
  const reference = ref<ReferenceSide>('left')
  /** The type taken for the next door, window or opening, and the width typed for it; null: that of the type. */
  const openings = shallowRef<Record<Opening['fit'], NextOpening>>(FIRST_OPENINGS)
  const block = ref<Id | null>(null)
  /** Typed sizes and parameters of the block in hand. */
  const blockSize = shallowRef<{ width: number | null; depth: number | null }>({ width: null, depth: null })
  const blockParameters = shallowRef<Readonly<Record<string, number>>>({})
  const overall = ref(true)
  /** Direction lock in degrees; 0: only near the axes. */
  const lock = ref(0)
  /** Rises when a tool is taken up, also the same one again. */
  const round = ref(0)
  /** The tool that was in hand last: Enter takes it up again. */
  const lastTool = ref<ToolName | null>(null)
  /** What was selected before. */
  const previous = shallowRef<readonly Id[]>([])
  /** The way of working last chosen for each tool. */
  const ways = shallowRef<Partial<Record<ToolName, string>>>({})
  /** The layer chosen in place of the one a tool draws on by itself. */
  const toolLayers = shallowRef<Record<Id, Id>>({})
  const roundRadius = ref(300)
  const bevel = shallowRef<readonly [number, number]>([100, 100])
  const polygonSides = ref(6)
  const column = shallowRef({ width: 300, depth: 300, turn: 0 })
  const columnMaterial = ref<Id | null>(null)
  const filling = shallowRef<Filling>({
    with: 'pattern',
    pattern: 'diagonal',
    width: 1,
    height: 1,
    turn: 0,
    origin: { x: 0, y: 0 },
  })
  const hatchGap = ref(0)
  /** The panel of tables that is open over the board. */
  const panel = ref<PanelName | null>(null)
  /** The point of what is selected that was taken up. */
  const handle = shallowRef<{ readonly id: Id; readonly index: number } | null>(null)
  /** What was copied and is to be pasted at the pointer. */
  const clipping = shallowRef<Clipping | null>(null)

  function select(ids: readonly Id[]): void {
    if (selection.value.length > 0 && ids !== selection.value) previous.value = selection.value
    selection.value = ids
  }
  /** Another block comes in its own size. */
  function chooseBlock(id: Id): void {
    if (block.value !== id) {
      blockSize.value = { width: null, depth: null }
      blockParameters.value = {}
    }
    block.value = id
  }
  function take(name: ToolName): void {
    tool.value = name
    round.value++
    if (name !== 'select' && name !== 'crop' && name !== 'reshape') lastTool.value = name
    if (!KEEPS_SELECTION.has(name)) select([])
  }
  return {
    stage,
    tool,
    selection,
    lens,
    trueWeights,
    askOpen,
    carried,
    carriedBlock,
    surface,
    lastDrawing,
    sheetHandle,
    style,
    wallType,
    reference,
    openings,
    block,
    blockSize,
    blockParameters,
    chooseBlock,
    overall,
    lock,
    round,
    lastTool,
    previous,
    ways,
    toolLayers,
    roundRadius,
    bevel,
    polygonSides,
    column,
    columnMaterial,
    filling,
    hatchGap,
    panel,
    handle,
    clipping,
    select,
    take,
  }
})
