import {
  mdiAngleRight,
  mdiArrangeBringForward,
  mdiArrowAll,
  mdiArrowCollapseRight,
  mdiArrowExpandHorizontal,
  mdiArrowSplitVertical,
  mdiAxisArrow,
  mdiBucketOutline,
  mdiCallMade,
  mdiCircleOutline,
  mdiCloudOutline,
  mdiContentCopy,
  mdiContentCut,
  mdiContentDuplicate,
  mdiDoor,
  mdiDoorOpen,
  mdiDotsGrid,
  mdiEllipseOutline,
  mdiEyedropper,
  mdiFlipHorizontal,
  mdiFloorPlan,
  mdiFormatTextVariant,
  mdiHexagonOutline,
  mdiLandFields,
  mdiMapMarkerPath,
  mdiPillar,
  mdiRectangleOutline,
  mdiResize,
  mdiRotateLeft,
  mdiRoundedCorner,
  mdiScissorsCutting,
  mdiSetSquare,
  mdiShapeOutline,
  mdiStretchToPage,
  mdiTableRow,
  mdiTapeMeasure,
  mdiTransitConnectionHorizontal,
  mdiVectorBezier,
  mdiVectorCurve,
  mdiVectorDifference,
  mdiVectorLine,
  mdiVectorPolyline,
  mdiVectorSquare,
  mdiWall,
  mdiWindowClosedVariant,
} from '@mdi/js'
import type { Stage } from '@lamina/core/check'
import type { ToolName } from '../store/desk'
import { POLYGON_WAYS } from './draw'
import { type Way } from './drawing'
import { RECTANGLE_WAYS } from './rectangle'
import { ARC_WAYS, CIRCLE_WAYS } from './round'
import { COLUMN_WAYS } from './moreWalls'
import { OPENING_WAYS, WINDOW_WAYS } from './opening'
import { ROOM_WAYS } from './room'
import { GUIDE_WAYS } from './setOut'
import { REPEAT_WAYS } from './repeat'
import { ROTATE_WAYS, SCALE_WAYS } from './transforms'

/** A tool as people find it: in a drawer, by a letter, in Ask. */
export interface ToolEntry {
  readonly tool: ToolName
  readonly stage: Stage
  /** Heading it stands under in the drawer; null: found in Ask alone. */
  readonly under: string | null
  readonly name: string
  readonly icon: string
  readonly key?: string
  readonly ways?: readonly Way[]
  /** It works on whatever is selected, at every stage. */
  readonly change?: boolean
  /** The layer its things come to lie on. */
  readonly layer?: string
}

export const TOOLS: readonly ToolEntry[] = [
  { tool: 'grid', stage: 'set-out', under: 'Set out', name: 'Grid line', icon: mdiDotsGrid },
  { tool: 'guide', stage: 'set-out', under: 'Set out', name: 'Guide', icon: mdiSetSquare, ways: GUIDE_WAYS },
  {
    tool: 'boundary',
    stage: 'set-out',
    under: 'Set out',
    name: 'Site boundary',
    icon: mdiLandFields,
    layer: 'layer-boundary',
  },
  { tool: 'axes', stage: 'set-out', under: 'Set out', name: 'Working axes', icon: mdiAxisArrow },

  { tool: 'wall', stage: 'walls', under: 'Draw', name: 'Wall', icon: mdiVectorPolyline, key: 'w' },
  {
    tool: 'wall-box',
    stage: 'walls',
    under: 'Draw',
    name: 'Walls in a rectangle',
    icon: mdiVectorSquare,
    ways: RECTANGLE_WAYS,
  },
  { tool: 'wall-beside', stage: 'walls', under: 'Draw', name: 'Wall beside a wall', icon: mdiWall },
  { tool: 'wall-along', stage: 'walls', under: 'Draw', name: 'Walls along lines', icon: mdiMapMarkerPath },
  { tool: 'column', stage: 'walls', under: 'Draw', name: 'Column', icon: mdiPillar, ways: COLUMN_WAYS },
  {
    tool: 'move-side',
    stage: 'walls',
    under: 'Shape',
    name: 'Move side',
    icon: mdiArrowSplitVertical,
    key: 's',
  },

  { tool: 'door', stage: 'openings', under: 'Put into a wall', name: 'Door', icon: mdiDoor, key: 'd', ways: OPENING_WAYS },
  {
    tool: 'window',
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Window',
    icon: mdiWindowClosedVariant,
    key: 'n',
    ways: WINDOW_WAYS,
  },
  {
    tool: 'gap',
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Opening',
    icon: mdiDoorOpen,
    ways: OPENING_WAYS,
  },
  { tool: 'room', stage: 'openings', under: 'Rooms', name: 'Room', icon: mdiFloorPlan, ways: ROOM_WAYS },
  {
    tool: 'separator',
    stage: 'openings',
    under: 'Rooms',
    name: 'Separating line',
    icon: mdiVectorLine,
  },

  {
    tool: 'line',
    stage: 'fit-out',
    under: 'Lines',
    name: 'Line',
    icon: mdiVectorLine,
    key: 'i',
    layer: 'layer-lines',
  },
  {
    tool: 'rectangle',
    stage: 'fit-out',
    under: 'Lines',
    name: 'Rectangle',
    icon: mdiRectangleOutline,
    key: 'r',
    ways: RECTANGLE_WAYS,
    layer: 'layer-outlines',
  },
  {
    tool: 'circle',
    stage: 'fit-out',
    under: 'Lines',
    name: 'Circle',
    icon: mdiCircleOutline,
    key: 'o',
    ways: CIRCLE_WAYS,
    layer: 'layer-outlines',
  },
  {
    tool: 'arc',
    stage: 'fit-out',
    under: 'Lines',
    name: 'Arc',
    icon: mdiVectorCurve,
    key: 'u',
    ways: ARC_WAYS,
    layer: 'layer-lines',
  },
  {
    tool: 'ellipse',
    stage: 'fit-out',
    under: 'Lines',
    name: 'Ellipse',
    icon: mdiEllipseOutline,
    layer: 'layer-outlines',
  },
  {
    tool: 'polygon',
    stage: 'fit-out',
    under: 'Lines',
    name: 'Polygon',
    icon: mdiHexagonOutline,
    ways: POLYGON_WAYS,
    layer: 'layer-outlines',
  },
  {
    tool: 'curve',
    stage: 'fit-out',
    under: 'Lines',
    name: 'Smooth curve',
    icon: mdiVectorBezier,
    layer: 'layer-lines',
  },
  {
    tool: 'cloud',
    stage: 'annotate',
    under: 'Mark',
    name: 'Revision cloud',
    icon: mdiCloudOutline,
    layer: 'layer-revisions',
  },
  {
    tool: 'hatch',
    stage: 'fit-out',
    under: 'Fill',
    name: 'Hatch',
    icon: mdiBucketOutline,
    key: 'h',
    layer: 'layer-hatches',
  },
  { tool: 'block', stage: 'fit-out', under: null, name: 'Place block', icon: mdiShapeOutline, key: 'p' },

  {
    tool: 'dimension',
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Dimension',
    icon: mdiArrowExpandHorizontal,
    key: 'c',
  },
  {
    tool: 'leader',
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Leader',
    icon: mdiCallMade,
    key: 'l',
  },
  {
    tool: 'note',
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Note',
    icon: mdiFormatTextVariant,
    key: 't',
  },

  { tool: 'move', stage: 'walls', under: 'Change', name: 'Move', icon: mdiArrowAll, key: 'g', change: true },
  {
    tool: 'copy',
    stage: 'walls',
    under: 'Change',
    name: 'Copy',
    icon: mdiContentCopy,
    key: 'y',
    change: true,
  },
  {
    tool: 'rotate',
    stage: 'walls',
    under: 'Change',
    name: 'Rotate',
    icon: mdiRotateLeft,
    key: 'v',
    change: true,
    ways: ROTATE_WAYS,
  },
  {
    tool: 'mirror',
    stage: 'walls',
    under: 'Change',
    name: 'Mirror',
    icon: mdiFlipHorizontal,
    key: 'm',
    change: true,
  },
  {
    tool: 'scale',
    stage: 'walls',
    under: 'Change',
    name: 'Scale',
    icon: mdiResize,
    change: true,
    ways: SCALE_WAYS,
  },
  {
    tool: 'stretch',
    stage: 'walls',
    under: 'Change',
    name: 'Stretch',
    icon: mdiStretchToPage,
    key: 'z',
    change: true,
  },
  {
    tool: 'offset',
    stage: 'walls',
    under: 'Change',
    name: 'Offset',
    icon: mdiContentDuplicate,
    key: 'a',
    change: true,
  },
  {
    tool: 'repeat',
    stage: 'walls',
    under: 'Change',
    name: 'Repeat',
    icon: mdiTableRow,
    change: true,
    ways: REPEAT_WAYS,
  },
  {
    tool: 'trim',
    stage: 'walls',
    under: 'Change',
    name: 'Trim',
    icon: mdiContentCut,
    key: 'k',
    change: true,
  },
  {
    tool: 'extend',
    stage: 'walls',
    under: 'Change',
    name: 'Extend',
    icon: mdiArrowCollapseRight,
    change: true,
  },
  { tool: 'split', stage: 'walls', under: 'Change', name: 'Split', icon: mdiScissorsCutting, change: true },
  {
    tool: 'join',
    stage: 'walls',
    under: 'Change',
    name: 'Join',
    icon: mdiTransitConnectionHorizontal,
    key: 'j',
    change: true,
  },
  { tool: 'corner', stage: 'walls', under: 'Change', name: 'Corner', icon: mdiAngleRight, change: true },
  { tool: 'round', stage: 'walls', under: 'Change', name: 'Round', icon: mdiRoundedCorner, change: true },
  { tool: 'bevel', stage: 'walls', under: 'Change', name: 'Bevel', icon: mdiVectorDifference, change: true },
  {
    tool: 'align',
    stage: 'walls',
    under: 'Change',
    name: 'Align',
    icon: mdiArrangeBringForward,
    change: true,
  },
  { tool: 'traits', stage: 'walls', under: 'Change', name: 'Take traits', icon: mdiEyedropper, change: true },
  {
    tool: 'measure',
    stage: 'walls',
    under: null,
    name: 'Measure',
    icon: mdiTapeMeasure,
    key: 'q',
    change: true,
  },
]

export const toolEntry = (tool: ToolName): ToolEntry | undefined => TOOLS.find((entry) => entry.tool === tool)

/** The tool a letter takes up. */
export const toolOfKey = (key: string): ToolName | undefined => TOOLS.find((entry) => entry.key === key)?.tool
