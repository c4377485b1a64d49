import {
  partOf,
  putParts,
  rankOf,
  seenAround,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
  type Scene,
} from '../derive'
import { extentOf, lettersLevelled, readable, strokeItem, textItem, type DisplayItem } from '../display'
import { isEmptyBox, pathOf, straight, type Box, type Point } from '../geometry'
import type { Turned } from '../lettering'
import { layerOf, lineTypeOf } from '../library'
import type { GridLine, Id, Level, Project } from '../records'
import { formatHeight } from '../units'
import type { LaidDimension } from './dimension'
import { isStanding } from '../kinds'
import { lineInView } from '../views'

/** Beneath the faces of what is seen: the lines show beside the building. */
const BENEATH = rankOf(-0.5, 0, 'others')

/** Sizes on paper, mm: letters, the symbol, balloons. */
const SIZE = { text: 2.5, symbol: 2.4, balloon: 5, gap: 2 }

/** The floors of levels and the grid lines that run into the picture, with their names, in a drawing that looks at the building. */
export class LevelLines implements PartSource {
  private readonly parts = new Map<Id, readonly Part[]>()
  private drawn = ''

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ scene, derived }: News): Generator<void> {
    if (scene.view !== 'derived' || scene.beneath || !derived) return
    const { project, board } = scene
    const [frame] = scene.frames
    if (!frame) return
    const { extent } = derived.now
    const levels = project.all('level')
    const grid = project.all('gridLine')
    const ends = isStanding(board) ? [board.lineEnds, board.ownEnds] : []
    const key = JSON.stringify([extent, levels, grid, frame.looking, ends])
    if (key === this.drawn) return
    this.drawn = key
    const rest = new Set(this.parts.keys())
    if (!isEmptyBox(extent) && isStanding(board)) {
      for (const record of [...levels, ...grid]) {
        const line = lineInView(board, frame.looking, record, extent, this.look.scale)
        if (!line) continue
        rest.delete(record.id)
        this.put(record.id, lineItems(record, line, project, this.look.scale, scene.turned))
        yield
      }
    }
    for (const id of rest) putParts(this.picture, this.parts, id, [])
  }

  private put(id: Id, items: readonly DisplayItem[]): void {
    const part = partOf(items, { rank: BENEATH, place: 0, nth: 0 }, id)
    putParts(this.picture, this.parts, id, part ? [part] : [])
  }
}

/** Names of levels and of the grid keep so far from rows, mm on paper. */
const BEYOND_ROWS = 3

/**
 * How far lines of levels and of the grid are to run beyond what is seen so that their names stand beyond rows, paper mm.
 * @param scale real mm to one mm on paper
 */
export function endsBeyond(
  rows: readonly LaidDimension[],
  scene: Scene,
  scale: number,
): { readonly right?: number; readonly top?: number } {
  const around = seenAround(scene, scale)
  if (!around || isEmptyBox(around.extent)) return {}
  const { minX, minY, maxX, maxY } = around.extent
  const boxOf = (side: readonly LaidDimension[]): Box => extentOf(side.flatMap(({ items }) => items))
  const isUpright = ({ ticks }: LaidDimension): boolean =>
    Math.abs(ticks[0]!.x - ticks.at(-1)!.x) < Math.abs(ticks[0]!.y - ticks.at(-1)!.y)
  const right = rows.filter((row) => isUpright(row) && row.ticks[0]!.x > (minX + maxX) / 2)
  const above = rows.filter((row) => !isUpright(row) && row.ticks[0]!.y > (minY + maxY) / 2)
  return {
    ...(right.length > 0 ? { right: (boxOf(right).maxX - maxX) / scale + BEYOND_ROWS } : {}),
    ...(above.length > 0 ? { top: (boxOf(above).maxY - maxY) / scale + BEYOND_ROWS } : {}),
  }
}

/** The line of a level or a grid line in a view from the side, with its name. */
export function lineItems(
  record: Level | GridLine,
  line: LineEnds,
  project: Project,
  scale: number,
  turned?: Turned,
): DisplayItem[] {
  switch (record.kind) {
    case 'level':
      return levelItems(record, line, project, scale, turned)
    case 'gridLine':
      return gridItems(record, line, project, scale, turned)
  }
}

interface LineEnds {
  readonly from: Point
  readonly to: Point
}

function levelItems(
  level: Level,
  { from, to }: LineEnds,
  project: Project,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  const source = level.id
  const mm = (paper: number): number => paper * scale
  const { y } = to
  const name = level.name
  const value = formatHeight(level.elevation, project.facts.units)
  const text = (words: string, x: number, align: 'start' | 'end', up: number): DisplayItem =>
    textItem(words, { x, y: y + mm(up) }, { height: mm(SIZE.text), align, source })
  const tip = mm(SIZE.symbol)
  const at = to.x + mm(SIZE.gap)
  return [
    strokeItem(
      pathOf([straight(from, { x: at + tip, y })], false),
      'dimension',
      [7, 1, 0.3, 1],
      scale,
      source,
    ),
    {
      kind: 'fill',
      tone: 0,
      loops: [[at, y, at + tip, y + tip, at - tip, y + tip]],
      source,
    },
    ...readable(
      [
        text(value, at + tip + mm(SIZE.gap / 2), 'start', 0.8),
        text(name, at + tip + mm(SIZE.gap / 2), 'start', -SIZE.text - 0.8),
      ],
      0,
      turned,
    ),
  ]
}

function gridItems(
  line: GridLine,
  { from, to }: LineEnds,
  project: Project,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  const source = line.id
  const mm = (paper: number): number => paper * scale
  const type = lineTypeOf(project, layerOf(project, line).lineType)
  const { x, y: high } = to
  const r = mm(SIZE.balloon)
  const height = line.name.length > 2 ? 2.5 : 3.5
  return [
    strokeItem(pathOf([straight(from, to)], false), 'dimension', type.dashesPaperMm, scale, source),
    {
      kind: 'arc',
      pen: 'dimension',
      x,
      y: high + r,
      radius: r,
      from: 0,
      sweep: 2 * Math.PI,
      source,
    },
    ...lettersLevelled(
      [
        textItem(
          line.name,
          { x, y: high + r - mm(height / 2) },
          { height: mm(height), align: 'middle', source },
        ),
      ],
      turned,
    ),
  ]
}
