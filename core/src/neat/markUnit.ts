import { markByItself, markCentre, markItems } from '../annotate'
import type { WallShape } from '../building'
import { extentOf, type DisplayList } from '../display'
import { growBox, type Point } from '../geometry'
import { ownPlace, type Opening } from '../records'
import { inked, type Ink } from './ink'
import { ROOM, boxOfInk, type Means, type TidyUnit, type Way } from './units'

/** So far to either side along its wall, and so much further out, the number of an opening may go, mm on paper. */
const ALONG = [0, 3.5, -3.5, 7, -7, 10.5, -10.5, 14, -14, 18, -18, 23, -23] as const
const OUT = [0, 3, 6.5, 10, 14, 19, 25] as const
/** To stand on the other side of the wall costs so much, mm of way; and to need a line to the opening. */
const OTHER_SIDE = 3
const FURTHER_OUT = 2

/** The ink of a number as it is drawn: whatever runs beneath its frame does not strike it. */
function inkOfMark(items: DisplayList, source: string): Ink {
  const { letters, ...ink } = inked(items, source)
  return { ...ink, letters: letters.map((each) => ({ ...each, clear: true, over: true })) }
}

/** The same with all that its frame takes up, and some room around it: nothing of the building is to lie beneath that. */
function roomAround(items: DisplayList, source: string, scale: number): Ink {
  const ink = inked(items, source)
  const { minX, minY, maxX, maxY } = growBox(
    extentOf(items.filter(({ kind }) => kind === 'fill')),
    ROOM.texts * scale,
  )
  const slab = { x: minX, y: minY, ux: 1, uy: 0, long: maxX - minX, high: maxY - minY }
  const frame = { slab, depth: 0, clear: false, framed: true, over: true, source }
  return { letters: [frame], lines: ink.lines, shapes: [], papers: ink.papers }
}

/** The number of an opening, which may go along its wall, to the other side of that, and further out on a line. */
export function markUnit(opening: Opening, shape: WallShape, means: Means): TidyUnit {
  const { scene, scale, ground, ways } = means
  const { turned } = scene
  const { markPaperMm: _, ...alone } = opening
  const self = markByItself(shape, opening, turned)
  const now = markCentre(shape, opening, scale, turned)
  const { markPaperMm: __, ...own } = ownPlace(opening)
  const wayTo = (made: Opening, cost: number): Way => {
    let items: DisplayList | null = null
    const laid = (): DisplayList => (items ??= markItems(shape, made, scale, turned))
    let ink: Ink | null = null
    let roomy: Ink | null = null
    return {
      cost,
      get own() {
        return made.markPaperMm ? { ...own, markPaperMm: made.markPaperMm } : own
      },
      get ink() {
        return (ink ??= inkOfMark(laid(), opening.id))
      },
      get roomy() {
        return (roomy ??= roomAround(laid(), opening.id, scale))
      },
    }
  }
  const places = [1, -1].flatMap((side) =>
    OUT.flatMap((out) =>
      ALONG.map((x): { readonly made: Opening; readonly extra: number } => {
        const place: Point = { x, y: side * (self.y + out) }
        const isSelf = x === 0 && out === 0 && side > 0
        return {
          made: isSelf ? alone : { ...opening, markPaperMm: place },
          extra: (side < 0 ? OTHER_SIDE : 0) + (out > 0 ? FURTHER_OUT : 0),
        }
      }),
    ),
  )
  const others = places.flatMap(({ made, extra }) => {
    const at = markCentre(shape, made, scale, turned)
    const away = Math.hypot(at.x - now.x, at.y - now.y) / scale
    return away > 0 && away <= ways.furthest ? [wayTo(made, away + extra)] : []
  })
  const first = wayTo(opening, 0)
  return {
    id: opening.id,
    candidates: [first, ...others],
    reach: growBox(boxOfInk(first.ink), ways.furthest * scale),
    fixed: (ink) => ground.cost(ink),
  }
}
