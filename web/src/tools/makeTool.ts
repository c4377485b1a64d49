import { findBlock } from '@lamina/core/edit'
import { openingTypeOf } from '@lamina/core/library'
import type { Filling, Id, Opening, OpeningType, Project } from '@lamina/core/records'
import type { Point } from '@lamina/core/geometry'
import type { useDesk, ToolName } from '../store/desk'
import { blockTool } from './block'
import { dimensionTool } from './dimension'
import { curveTool, ellipseTool, polygonTool } from './draw'
import { rectangleTool } from './rectangle'
import { arcTool, circleTool } from './round'
import {
  cornerTool,
  extendTool,
  joinTool,
  offsetTool,
  splitTool,
  traitsTool,
  trimTool,
  type CornerChoice,
} from './edges'
import { useFabric } from '../store/fabric'
import { useLibrary } from '../store/library'
import { overheadTool, railTool, rampTool, roofTool, slabTool, stairTool, voidTool } from './fabric'
import { hatchTool } from './fill'
import { leaderTool, noteTool } from './leader'
import { measureTool } from './measure'
import { moveSideTool } from './moveSide'
import { columnTool, wallAlongTool, wallBesideTool, wallBoxTool } from './moreWalls'
import { openingTool } from './opening'
import { chainTool } from './polyline'
import { reshapeTool } from './reshape'
import { roomTool, separatorTool } from './room'
import { axesTool, gridTool, guideTool } from './setOut'
import { isOnPlan, type Bench, type PlanBench, type Tool } from './tool'
import { repeatTool } from './repeat'
import {
  alignTool,
  copyTool,
  mirrorTool,
  moveTool,
  pasteTool,
  rotateTool,
  scaleTool,
  stretchTool,
} from './transforms'
import { wallTool } from './wall'

type Desk = ReturnType<typeof useDesk>

/** The type that the next opening of a fit is made in: the one chosen, or the first there is. */
export const nextType = (project: Project, chosen: Id | null, fit: Opening['fit']): OpeningType =>
  (chosen && project.find('openingType', chosen)) ||
  project.all('openingType').find((type) => type.fit === fit) ||
  openingTypeOf(project, { fit })

/** Tools for what is built: they work on plans. */
type PlanToolName = Extract<
  ToolName,
  | 'wall'
  | 'wall-box'
  | 'wall-beside'
  | 'wall-along'
  | 'column'
  | 'door'
  | 'window'
  | 'gap'
  | 'stair'
  | 'ramp'
  | 'rail'
  | 'slab'
  | 'void'
  | 'roof'
  | 'overhead'
  | 'room'
  | 'separator'
  | 'move-side'
>

function planTool(name: PlanToolName, bench: PlanBench, desk: Desk): Tool {
  const wallType = (): Id => desk.wallType ?? bench.project.all('wallType')[0]!.id
  switch (name) {
    case 'wall':
      return wallTool(bench, {
        type: wallType,
        reference: () => desk.reference,
        setReference: (side) => (desk.reference = side),
      })
    case 'wall-box':
      return wallBoxTool(bench, wallType)
    case 'wall-beside':
      return wallBesideTool(bench, wallType)
    case 'wall-along':
      return wallAlongTool(bench, wallType, () => desk.reference)
    case 'column':
      return columnTool(bench, {
        material: () => desk.columnMaterial ?? bench.project.all('material')[0]!.id,
        size: () => desk.column,
        keep: (size) => (desk.column = size),
      })
    case 'door':
    case 'window':
    case 'gap':
      return openingTool(bench, {
        fit: name,
        type: () => nextType(bench.project, desk.openings[name].type, name),
        width: () =>
          desk.openings[name].width ?? nextType(bench.project, desk.openings[name].type, name).width,
        setWidth: (width) =>
          (desk.openings = { ...desk.openings, [name]: { ...desk.openings[name], width } }),
      })
    case 'stair':
      return stairTool(bench, useFabric())
    case 'ramp':
      return rampTool(bench, useFabric())
    case 'rail':
      return railTool(bench, useFabric())
    case 'slab':
      return slabTool(bench, useFabric())
    case 'void':
      return voidTool(bench)
    case 'roof':
      return roofTool(bench, useFabric())
    case 'overhead':
      return overheadTool(bench, useFabric())
    case 'room':
      return roomTool(bench)
    case 'separator':
      return separatorTool(bench)
    case 'move-side':
      return moveSideTool(bench)
  }
}

/** In the place of a tool that has nothing to work on in this drawing. */
function elsewhereTool(bench: Bench): Tool {
  const words = 'Walls, openings, rooms, stairs and floors are drawn on plans.'
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

/** The tool of a name, with its last values from the desk. */
export function makeTool(name: ToolName, bench: Bench, desk: Desk): Tool | null {
  const corner = (label: CornerChoice['label']): Tool =>
    cornerTool(bench, {
      label,
      size: () => (label === 'Round' ? desk.roundRadius : desk.bevel[0]),
      other: () => desk.bevel[1],
      keep: (size, other) => {
        if (label === 'Round') desk.roundRadius = size
        else if (label === 'Bevel') desk.bevel = [size, other]
      },
    })
  switch (name) {
    case 'wall':
    case 'wall-box':
    case 'wall-beside':
    case 'wall-along':
    case 'column':
    case 'door':
    case 'window':
    case 'gap':
    case 'stair':
    case 'ramp':
    case 'rail':
    case 'slab':
    case 'void':
    case 'roof':
    case 'overhead':
    case 'room':
    case 'separator':
    case 'move-side':
      return isOnPlan(bench) ? planTool(name, bench, desk) : elsewhereTool(bench)
    case 'block':
      return blockTool(bench, {
        block: () => (desk.block ? findBlock(bench.project, desk.block) : undefined),
        size: () => desk.blockSize,
        setSize: (size) => (desk.blockSize = size),
        parameters: () => desk.blockParameters,
        placed: (block) => useLibrary().use(block.id),
      })
    case 'dimension':
      return dimensionTool(bench, () => desk.overall)
    case 'leader':
      return leaderTool(bench)
    case 'note':
      return noteTool(bench)
    case 'measure':
      return measureTool(bench)
    case 'line':
      return chainTool(bench, { label: 'Line', layer: 'layer-lines' })
    case 'cloud':
      return chainTool(bench, { label: 'Revision cloud', layer: 'layer-revisions', cloudPaperMm: 8 })
    case 'boundary':
      return chainTool(bench, { label: 'Site boundary', layer: 'layer-boundary', bearings: true })
    case 'rectangle':
      return rectangleTool(bench)
    case 'circle':
      return circleTool(bench)
    case 'arc':
      return arcTool(bench)
    case 'ellipse':
      return ellipseTool(bench)
    case 'polygon':
      return polygonTool(bench, () => desk.polygonSides)
    case 'curve':
      return curveTool(bench)
    case 'hatch':
      return hatchTool(bench, {
        filling: (origin: Point): Filling =>
          desk.filling.with === 'pattern' ? { ...desk.filling, origin } : desk.filling,
        setFilling: (filling) => (desk.filling = filling),
        gap: () => desk.hatchGap,
        setGap: (mm) => (desk.hatchGap = mm),
      })
    case 'grid':
      return gridTool(bench)
    case 'guide':
      return guideTool(bench)
    case 'axes':
      return axesTool(bench)
    case 'move':
      return moveTool(bench)
    case 'copy':
      return copyTool(bench)
    case 'rotate':
      return rotateTool(bench)
    case 'mirror':
      return mirrorTool(bench)
    case 'scale':
      return scaleTool(bench)
    case 'stretch':
      return stretchTool(bench)
    case 'align':
      return alignTool(bench)
    case 'repeat':
      return repeatTool(bench)
    case 'offset':
      return offsetTool(bench)
    case 'trim':
      return trimTool(bench)
    case 'extend':
      return extendTool(bench)
    case 'split':
      return splitTool(bench)
    case 'join':
      return joinTool(bench)
    case 'corner':
      return corner('Corner')
    case 'round':
      return corner('Round')
    case 'bevel':
      return corner('Bevel')
    case 'traits':
      return traitsTool(bench)
    case 'paste':
      return pasteTool(bench, () => desk.clipping)
    case 'reshape':
      return reshapeTool(
        bench,
        () => desk.handle,
        () => desk.take('select'),
      )
    case 'select':
    case 'crop':
      return null
  }
}
