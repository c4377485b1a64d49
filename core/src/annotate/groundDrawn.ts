import {
  partOf,
  patternItems,
  putParts,
  rankOf,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
} from '../derive'
import { strokeItem, type DisplayItem } from '../display'
import { boxOf, isEmptyBox, pathOf, straight, type Box, type Point } from '../geometry'
import type { Project } from '../records'
import { isUpright, type Derived } from '../views'
import { ABOVE_LINEWORK } from './depths'

/** Beneath what is cut, which lies in it. */
const EARTH = rankOf(-0.7, 0, 'others')
/** How far the ground runs beyond the building, and how deep its earth is shown beneath what lies lowest, paper mm. */
const SIZE = { beyond: 18, deep: 9 }
/** The paper of earth, lightly toned. */
const EARTH_TONE = 0.96

/** Where what is cut lies in the ground: across, and up to where. */
interface Cut {
  readonly box: Box
  /** Earth lies beneath it, as far as it goes. */
  readonly floor: boolean
}

/** The ground in elevations and sections: its line, and in sections its earth, beneath floors and around what is cut. */
export class GroundDrawn implements PartSource {
  private readonly parts = new Map<string, readonly Part[]>()
  private drawn = ''

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ scene, derived }: News): Generator<void> {
    if (scene.view !== 'derived' || scene.beneath || !derived) return
    const { project, frames, board } = scene
    const [frame] = frames
    const ground = project.facts.ground
    const isShown = (board.view === 'section' || board.view === 'elevation') && frame && isUpright(frame)
    if (!isShown || ground === undefined || isEmptyBox(derived.now.extent)) {
      this.put('earth', [])
      this.put('line', [])
      this.drawn = ''
      return
    }
    const cut = board.view === 'section' ? cutInGround(project, derived.now, ground) : []
    const key = JSON.stringify([ground, derived.now.extent, cut])
    if (key === this.drawn) return
    this.drawn = key
    const { scale } = this.look
    const { minX, maxX, minY } = derived.now.extent
    const [from, to] = [minX - SIZE.beyond * scale, maxX + SIZE.beyond * scale]
    const deep = Math.min(ground, minY) - SIZE.deep * scale
    this.put(
      'earth',
      board.view === 'section' ? earthItems(earthTops(cut, from, to, ground), deep, scale) : [],
    )
    this.put('line', lineItems(cut, from, to, ground, scale))
    yield
  }

  private put(what: 'earth' | 'line', items: readonly DisplayItem[]): void {
    const rank = what === 'earth' ? EARTH : ABOVE_LINEWORK.annotation
    const part = partOf(items, { rank, place: 0, nth: 0 }, null)
    putParts(this.picture, this.parts, what, part ? [part] : [])
  }
}

/** What is cut and reaches into the ground. */
function cutInGround(project: Project, { cut }: Derived, ground: number): Cut[] {
  return [...cut.ids()].flatMap((id): Cut[] => {
    const boundaries = cut.boundariesOf(id)
    if (boundaries.length === 0) return []
    const box = boxOf(
      boundaries.flatMap(({ x1, y1, x2, y2 }): Point[] => [
        { x: x1, y: y1 },
        { x: x2, y: y2 },
      ]),
    )
    return box.minY < ground ? [{ box, floor: project.get(id)?.kind === 'slab' }] : []
  })
}

/** How high the earth reaches from place to place: to the ground, and beneath floors to their underside. */
function earthTops(
  cut: readonly Cut[],
  from: number,
  to: number,
  ground: number,
): { from: number; to: number; top: number }[] {
  const floors = cut.filter(({ floor }) => floor)
  const stops = [...new Set([from, to, ...floors.flatMap(({ box }) => [box.minX, box.maxX])])]
    .filter((x) => x >= from && x <= to)
    .sort((p, q) => p - q)
  return stops.slice(1).map((end, i) => {
    const start = stops[i]!
    const middle = (start + end) / 2
    const over = floors.filter(({ box }) => box.minX < middle && box.maxX > middle)
    return { from: start, to: end, top: Math.min(ground, ...over.map(({ box }) => box.minY)) }
  })
}

function earthItems(
  tops: readonly { from: number; to: number; top: number }[],
  deep: number,
  scale: number,
): DisplayItem[] {
  return tops.flatMap(({ from, to, top }) => {
    const points = [
      { x: from, y: deep },
      { x: to, y: deep },
      { x: to, y: top },
      { x: from, y: top },
    ]
    return [
      {
        kind: 'fill',
        tone: EARTH_TONE,
        loops: [points.flatMap(({ x, y }) => [x, y])],
        source: null,
      } as const,
      ...patternItems(
        { pattern: 'earth', loops: [{ points }], scale },
        { pen: 'light', tone: EARTH_TONE, source: null },
        null,
      ),
    ]
  })
}

/** The line of the ground, but for where something that is cut stands in it. */
function lineItems(
  cut: readonly Cut[],
  from: number,
  to: number,
  ground: number,
  scale: number,
): DisplayItem[] {
  const taken = cut
    .filter(({ box }) => box.maxY > ground)
    .map(({ box }) => box)
    .sort((p, q) => p.minX - q.minX)
  const items: DisplayItem[] = []
  const line = (a: number, b: number): void => {
    if (b > a)
      items.push(
        strokeItem(
          pathOf([straight({ x: a, y: ground }, { x: b, y: ground })], false),
          'cut',
          [],
          scale,
          null,
        ),
      )
  }
  let at = from
  for (const { minX, maxX } of taken) {
    line(at, minX)
    at = Math.max(at, maxX)
  }
  line(at, to)
  return items
}
