import { askedPointTool } from './askedPoint'
import { BLOCK_TOOLS } from './block'
import { DIMENSION_TOOLS } from './dimension'
import { SHAPE_TOOLS } from './draw'
import { EDGE_TOOLS } from './edges'
import type { ToolEntry } from './entry'
import { FABRIC_TOOLS } from './fabric'
import { FILL_TOOLS } from './fill'
import { GATHER_TOOLS } from './gather'
import { NOTE_TOOLS } from './leader'
import { LEVEL_MARK_TOOLS } from './levelMark'
import { MEASURE_TOOLS } from './measure'
import { MEASURED_TOOLS } from './measuredRoom'
import { MORE_WALL_TOOLS } from './moreWalls'
import { SIDE_TOOLS } from './moveSide'
import { OPENING_TOOLS } from './opening'
import { LINE_TOOLS } from './polyline'
import { RECTANGLE_TOOLS } from './rectangle'
import { REPEAT_TOOLS } from './repeat'
import { reshapeTool } from './reshape'
import { ROOM_TOOLS } from './room'
import { ROUND_TOOLS } from './round'
import { ARC_DIMENSION_TOOLS } from './roundDimension'
import { SAME_AGAIN_TOOLS } from './sameAgain'
import { SET_OUT_TOOLS } from './setOut'
import { isOnDrawing, isOnPlan, showsWalls, type Bench, type Tool } from './tool'
import { SYMBOL_TOOLS } from './symbol'
import { PICK_TOOLS } from './pick'
import { TIDY_TOOLS } from './tidy'
import { TRANSFORM_TOOLS, pasteTool } from './transforms'
import { VIEW_TOOLS } from './views'
import { WALL_TOOLS } from './wall'

/** Every tool that can be taken up by name, in the order they are shown. */
const TABLE = {
  ...SET_OUT_TOOLS,
  ...WALL_TOOLS,
  ...MORE_WALL_TOOLS,
  ...MEASURED_TOOLS,
  ...SIDE_TOOLS,
  ...FABRIC_TOOLS,
  ...OPENING_TOOLS,
  ...ROOM_TOOLS,
  ...LINE_TOOLS,
  ...RECTANGLE_TOOLS,
  ...ROUND_TOOLS,
  ...SHAPE_TOOLS,
  ...FILL_TOOLS,
  ...BLOCK_TOOLS,
  ...DIMENSION_TOOLS,
  ...GATHER_TOOLS,
  ...ARC_DIMENSION_TOOLS,
  ...LEVEL_MARK_TOOLS,
  ...NOTE_TOOLS,
  ...SYMBOL_TOOLS,
  ...PICK_TOOLS,
  ...TIDY_TOOLS,
  ...VIEW_TOOLS,
  ...TRANSFORM_TOOLS,
  ...REPEAT_TOOLS,
  ...SAME_AGAIN_TOOLS,
  ...EDGE_TOOLS,
  ...MEASURE_TOOLS,
} satisfies Record<string, ToolEntry>

/** Tools that come into the hand by what is done: copied things pasted, a point of something taken up, or asked for. */
const HANDED = { paste: pasteTool, reshape: reshapeTool, point: askedPointTool } satisfies Record<
  string,
  (bench: Bench) => Tool
>

const isHanded = (name: ToolName): name is keyof typeof HANDED => name in HANDED

export type NamedTool = keyof typeof TABLE
/** What may be in hand: a tool, or nothing but the pointer on a board or on the frame of a viewport. */
export type ToolName = NamedTool | keyof typeof HANDED | 'select' | 'crop'

export type NamedEntry = ToolEntry & { readonly tool: NamedTool }

export const TOOLS: readonly NamedEntry[] = (Object.keys(TABLE) as NamedTool[]).map((tool) => ({
  tool,
  ...(TABLE[tool] as ToolEntry),
}))

/** How people find a tool; undefined for what has no name of its own. */
export const toolEntry = (tool: ToolName): NamedEntry | undefined =>
  TOOLS.find((entry) => entry.tool === tool)

/** Whether what is selected stays so when a tool is taken up. */
export const keepsSelection = (tool: ToolName): boolean =>
  tool === 'select' || tool === 'reshape' || tool === 'point' || toolEntry(tool)?.keeps === true

/** In the place of a tool that has nothing to work on here. */
function elsewhereTool(bench: Bench, words: string): Tool {
  return {
    prompt: () => ({ text: words, keys: 'Esc: put the tool away' }),
    fields: () => [],
    last: () => null,
    press: () => bench.warn(words),
    enter: () => bench.warn(words),
    back: () => false,
    preview: () => [],
  }
}

/** The tool of a name at work; null where nothing is in hand. */
export function makeTool(name: ToolName, bench: Bench): Tool | null {
  if (name === 'select' || name === 'crop') return null
  if (isHanded(name)) return HANDED[name](bench)
  const entry: ToolEntry = TABLE[name]
  switch (entry.on) {
    case 'any':
      return entry.make(bench)
    case 'drawings':
      return isOnDrawing(bench)
        ? entry.make(bench)
        : elsewhereTool(bench, `${entry.name}: this is for drawings, not for sheets.`)
    case 'walls':
      return showsWalls(bench)
        ? entry.make(bench)
        : elsewhereTool(bench, 'Doors and windows are put into walls, on plans, elevations and sections.')
    case 'plans':
      return isOnPlan(bench)
        ? entry.make(bench)
        : elsewhereTool(bench, 'Walls, openings, rooms, stairs and floors are drawn on plans.')
  }
}
