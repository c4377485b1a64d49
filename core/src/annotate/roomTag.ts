import { levelled, textItem, type DisplayList } from '../display'
import { levelTurn, textWidth, type Turned } from '../lettering'
import { boxesMeet, boxOf, growBox, segmentCrossing, type Box, type Point } from '../geometry'
import { innerPoint } from '../linework'
import type { Room } from '../records'
import { holds, type FoundRoom, type Space } from '../rooms'
import { formatArea, type Units } from '../units'
import { clearing } from './style'

/** Sizes of a room's tag, paper mm. */
const NAME = 3
const FIGURES = 2.2
const GAP = 1.4
/** Room kept around it. */
const AROUND = 1
/** Half the width that a line counts with. */
const LINE = 0.2

/** The words of a tag: the name, and below it number and area. */
export interface TagWords {
  readonly name: string
  readonly figures: string
}

export function tagWords({ room, facts, fault }: FoundRoom, units: Units): TagWords {
  const area = facts && fault === null ? formatArea(facts.area, units) : 'open'
  return { name: room.name, figures: room.number ? `${room.number} · ${area}` : area }
}

/** Width and height of a tag, paper mm. */
/** How high a tag is, mm on paper. */
export const TAG_HEIGHT = NAME + GAP + FIGURES

export function tagSize({ name, figures }: TagWords): { width: number; height: number } {
  return {
    width: Math.max(textWidth(name, NAME, 500), textWidth(figures, FIGURES)),
    height: TAG_HEIGHT,
  }
}

/**
 * A tag about a point, at a scale (real mm to one paper mm).
 * @param clearPaperMm how far ground is cleared around its letters; left out: it is not
 * @param turned how the drawing is seen
 */
export function tagItems(
  { id: source }: Room,
  words: TagWords,
  at: Point,
  scale: number,
  clearPaperMm?: number,
  turned?: Turned,
): DisplayList {
  const mm = (paper: number): number => paper * scale
  const top = at.y + mm(tagSize(words).height / 2)
  const common = { align: 'middle', source, ...clearing(clearPaperMm, scale) } as const
  const items = [
    textItem(words.name, { x: at.x, y: top - mm(NAME) }, { ...common, height: mm(NAME), weight: 500 }),
    textItem(
      words.figures,
      { x: at.x, y: top - mm(NAME + GAP + FIGURES) },
      { ...common, height: mm(FIGURES) },
    ),
  ]
  return levelled(items, turned, at)
}

/** How wide and high the box around something level is in the axes of a drawing that is seen turned. */
export function sizeTurned(
  { width, height }: { readonly width: number; readonly height: number },
  turned: Turned | undefined,
): { readonly width: number; readonly height: number } {
  const by = levelTurn(turned)
  if (by === 0) return { width, height }
  const [c, s] = [Math.abs(Math.cos(by)), Math.abs(Math.sin(by))]
  return { width: width * c + height * s, height: width * s + height * c }
}

/**
 * Where a room's tag stands: where it was put by hand, or the place nearest to the room's point, within the
 * room, at which it covers nothing of what is drawn; if there is none, where it covers least.
 */
export function tagPlace(
  found: FoundRoom,
  words: TagWords,
  scale: number,
  obstacles: (box: Box) => readonly Box[],
  turned?: Turned,
): Point {
  const { room, space } = found
  if (room.tagAt) return room.tagAt
  if (!space) return room.at
  return freePlace(
    [room.at, () => innerPoint(space)],
    space,
    sizeTurned(tagSize(words), turned),
    scale,
    (box) => liesWithin(box, space),
    obstacles,
  )
}

/** In whatever order obstacles were found, they count in the same. */
const byPlace = (p: Box, q: Box): number =>
  p.minX - q.minX || p.minY - q.minY || p.maxX - q.maxX || p.maxY - q.maxY

/** How many places are tried across and along a room. */
const STEPS = 14

/**
 * The place of lettering so wide and high on paper: the first of those wished for, or the nearest to it in a box, at which
 * it lies where it may and covers nothing; if there is none, where it covers least.
 */
export function freePlace(
  [seed, inner]: readonly [Point, () => Point],
  within: Box,
  { width, height }: { readonly width: number; readonly height: number },
  scale: number,
  mayLie: (box: Box) => boolean,
  obstacles: (box: Box) => readonly Box[],
): Point {
  const half = { x: (width / 2 + AROUND) * scale, y: (height / 2 + AROUND) * scale }
  const boxAt = ({ x, y }: Point): Box => ({
    minX: x - half.x,
    minY: y - half.y,
    maxX: x + half.x,
    maxY: y + half.y,
  })
  // Lines have some width too.
  const line = LINE * scale
  const isFree = (p: Point): boolean => {
    const box = boxAt(p)
    const wide = growBox(box, line)
    const inTheWay = (each: Box): boolean => overlap(growBox(each, line), box) > 0 && boxesMeet(each, within)
    return mayLie(box) && !obstacles(wide).some(inTheWay)
  }
  if (isFree(seed)) return seed
  const middle = inner()
  if (isFree(middle)) return middle
  const near = obstacles(within)
    .map((box) => growBox(box, line))
    .sort(byPlace)
  let best = middle
  let least = Infinity
  for (const p of [seed, middle, ...gridOver(within, seed)]) {
    const box = boxAt(p)
    if (!mayLie(box)) continue
    const cover = near.reduce((sum, each) => sum + overlap(each, box), 0)
    if (cover === 0) return p
    if (cover < least) {
      least = cover
      best = p
    }
  }
  return best
}

/** Points all over a box, those nearest to a point first. */
function gridOver({ minX, minY, maxX, maxY }: Box, seed: Point): Point[] {
  const points: (Point & { readonly away: number })[] = []
  for (let i = 0; i <= STEPS; i++)
    for (let k = 0; k <= STEPS; k++) {
      const x = minX + ((maxX - minX) * i) / STEPS
      const y = minY + ((maxY - minY) * k) / STEPS
      points.push({ x, y, away: Math.hypot(x - seed.x, y - seed.y) })
    }
  return points.sort((p, q) => p.away - q.away)
}

function overlap(a: Box, b: Box): number {
  const w = Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX)
  const h = Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY)
  return w > 0 && h > 0 ? w * h : 0
}

/** Whether a box lies in a space and no outline runs through it. */
export function liesWithin(box: Box, space: Space): boolean {
  const corners = [
    { x: box.minX, y: box.minY },
    { x: box.maxX, y: box.minY },
    { x: box.maxX, y: box.maxY },
    { x: box.minX, y: box.maxY },
  ]
  if (!corners.every((corner) => holds(space, corner))) return false
  return !space.edges.some(({ a, b }) => {
    if (!boxesMeet(boxOf([a, b]), growBox(box, 1))) return false
    return corners.some((corner, i) => segmentCrossing(a, b, corner, corners[(i + 1) % 4]!) !== null)
  })
}
