import {
  partOf,
  putParts,
  rankOf,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
} from '../derive'
import { strokeItem, textItem, type DisplayItem } from '../display'
import { cross, isEmptyBox, pathOf, straight, unitAt, type Box } from '../geometry'
import { layerOf, lineTypeOf } from '../library'
import type { GridLine, Id, Level, Project } from '../records'
import { formatHeight } from '../units'
import type { Looking } from '../space'
import { isUpright } from '../views'

/** Beneath the faces of what is seen: the lines show beside the building. */
const BENEATH = rankOf(-0.5, 0, 'others')

/** Sizes on paper, mm: how far lines run beyond the building, letters, the symbol, balloons. */
const SIZE = { beyond: 14, text: 2.5, symbol: 2.4, balloon: 5, gap: 2 }

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
    const { project } = scene
    const [frame] = scene.frames
    if (!frame) return
    const { extent } = derived.now
    const levels = project.all('level')
    const grid = project.all('gridLine')
    const key = JSON.stringify([extent, levels, grid, frame.looking])
    if (key === this.drawn) return
    this.drawn = key
    const rest = new Set(this.parts.keys())
    if (!isEmptyBox(extent) && scene.frames.length === 1 && isUpright(frame)) {
      for (const level of levels) {
        rest.delete(level.id)
        this.put(level.id, levelItems(level, extent, project, this.look.scale))
        yield
      }
      for (const line of grid) {
        const x = across(line, frame.looking)
        if (x === null) continue
        rest.delete(line.id)
        this.put(line.id, gridItems(line, x, extent, project, this.look.scale))
      }
    }
    for (const id of rest) putParts(this.picture, this.parts, id, [])
  }

  private put(id: Id, items: readonly DisplayItem[]): void {
    const part = partOf(items, { rank: BENEATH, place: 0, nth: 0 }, id)
    putParts(this.picture, this.parts, id, part ? [part] : [])
  }
}

/** Grid lines that run no more than this out of the picture are seen from their end: half a degree. */
const END_ON = Math.sin(Math.PI / 360)

/** Where a grid line stands in the picture; null when it does not run straight into it. */
function across({ a, b }: GridLine, { right }: Looking): number | null {
  const u = unitAt(Math.atan2(b.y - a.y, b.x - a.x))
  const level = { x: right.x, y: right.y }
  if (Math.abs(u.x * level.x + u.y * level.y) > END_ON || cross(u, level) === 0) return null
  return a.x * right.x + a.y * right.y
}

function levelItems(level: Level, extent: Box, project: Project, scale: number): DisplayItem[] {
  const source = level.id
  const mm = (paper: number): number => paper * scale
  const y = level.elevation
  const [from, to] = [extent.minX - mm(SIZE.beyond), extent.maxX + mm(SIZE.beyond)]
  const name = level.name
  const value = formatHeight(level.elevation, project.facts.units)
  const text = (words: string, x: number, align: 'start' | 'end', up: number): DisplayItem =>
    textItem(words, { x, y: y + mm(up) }, { height: mm(SIZE.text), align, source })
  const tip = mm(SIZE.symbol)
  const at = to + mm(SIZE.gap)
  return [
    strokeItem(
      pathOf([straight({ x: from, y }, { x: at + tip, y })], false),
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
    text(value, at + tip + mm(SIZE.gap / 2), 'start', 0.8),
    text(name, at + tip + mm(SIZE.gap / 2), 'start', -SIZE.text - 0.8),
  ]
}

function gridItems(line: GridLine, x: number, extent: Box, project: Project, scale: number): DisplayItem[] {
  const source = line.id
  const mm = (paper: number): number => paper * scale
  const type = lineTypeOf(project, layerOf(project, line).lineType)
  const [low, high] = [extent.minY - mm(SIZE.beyond / 2), extent.maxY + mm(SIZE.beyond)]
  const r = mm(SIZE.balloon)
  const height = line.name.length > 2 ? 2.5 : 3.5
  return [
    strokeItem(
      pathOf([straight({ x, y: low }, { x, y: high })], false),
      'dimension',
      type.dashesPaperMm,
      scale,
      source,
    ),
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
    textItem(line.name, { x, y: high + r - mm(height / 2) }, { height: mm(height), align: 'middle', source }),
  ]
}
