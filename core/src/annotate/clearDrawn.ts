import { CUT_RANK, type Part, type PartSource, type Picture } from '../derive'
import {
  READABLE_PIXELS,
  eachItem,
  itemExtent,
  type ClearItem,
  type DisplayItem,
  type DisplayList,
} from '../display'
import { IDENTITY, boxesMeet, commonBox, growBox, type Box } from '../geometry'
import { ABOVE_LINEWORK } from './depths'

const ANNOTATION: ReadonlySet<object> = new Set<object>([
  ABOVE_LINEWORK.annotation,
  ABOVE_LINEWORK.marks,
  ABOVE_LINEWORK.units,
  ABOVE_LINEWORK.tags,
  ABOVE_LINEWORK.bubbles,
])

/** Ground that lettering wants cleared, with the box around it. */
interface Wanted {
  readonly item: ClearItem
  readonly box: Box
}

/** What the lettering of a part wants cleared. */
const kept = new WeakMap<Part, readonly Wanted[]>()

function clearsOf(part: Part): readonly Wanted[] {
  // What is put together for a place has no lettering of its own.
  if (part.clears || part.within) return []
  let clears = kept.get(part)
  if (!clears) {
    const found: Wanted[] = []
    for (const text of eachItem(part.items))
      if (text.kind === 'text' && text.clear !== undefined) {
        const item = { kind: 'clear', text, gap: text.clear, source: null } as const
        found.push({ item, box: itemExtent(item) })
      }
    kept.set(part, (clears = found))
  }
  return clears
}

const EVERYWHERE: Box = { minX: -Infinity, minY: -Infinity, maxX: Infinity, maxY: Infinity }
/** So fine that nothing of what is cut is left out. */
const NO_PIXELS = 0

/**
 * The ground of lettering: what lies beneath letters and close around them is taken off, all but what is cut, which is drawn
 * again there. It is asked of the picture when it is painted, beneath all annotation.
 */
export class ClearDrawn implements PartSource {
  private isThere = false

  constructor(private readonly picture: Picture) {}

  update(): [] {
    if (this.isThere) return []
    this.isThere = true
    const { picture } = this
    const within = (box: Box, unitsPerPixel: number): DisplayList =>
      cleared(picture, picture.partsIn(growBox(box, picture.overhang)), box, unitsPerPixel)
    picture.replace(null, {
      ...EVERYWHERE,
      rank: ABOVE_LINEWORK.clear,
      place: 0,
      nth: 0,
      source: null,
      endless: true,
      clears: true,
      get items() {
        return cleared(picture, picture.parts(), EVERYWHERE, NO_PIXELS)
      },
      within,
    })
    return []
  }
}

/** Whether lettering clears a part that lies beneath it. */
const isBeneath = ({ rank, clears }: Part): boolean =>
  !clears && !ANNOTATION.has(rank) && rank.depth <= ABOVE_LINEWORK.clear.depth

/** What clears the ground of the lettering of parts that can be read, and brings back what is cut there. */
function cleared(
  picture: Picture,
  lettered: readonly Part[],
  inSight: Box,
  unitsPerPixel: number,
): DisplayItem[] {
  const least = READABLE_PIXELS * unitsPerPixel
  const [seen, again, texts]: [DisplayItem[], DisplayItem[], DisplayItem[]] = [[], [], []]
  for (const part of lettered)
    for (const { item, box: whole } of clearsOf(part)) {
      if (item.text.size < least || !boxesMeet(whole, inSight)) continue
      const box = commonBox(whole, inSight)
      const beneath = picture.partsIn(box).filter((each) => isBeneath(each) && each.isIn?.(box) !== false)
      // On blank paper there is nothing to be cleared.
      if (beneath.length === 0) continue
      seen.push(item)
      for (const other of beneath)
        if (other.rank === CUT_RANK) again.push(...cutAgain(other, box, unitsPerPixel))
      // What is written on things lies beneath the ground that is cleared.
      if (!ANNOTATION.has(part.rank)) texts.push(item.text)
    }
  return [...seen, ...again, ...texts]
}

/** What is cut in a box, to be drawn over ground that was cleared. */
function cutAgain(part: Part, box: Box, unitsPerPixel: number): DisplayItem[] {
  if (!boxesMeet(part, box)) return []
  const items = part.within?.(box, unitsPerPixel) ?? part.items
  return [{ kind: 'group', map: IDENTITY, clip: box, items, source: null }]
}
