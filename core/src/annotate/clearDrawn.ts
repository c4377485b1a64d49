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

/** The ground that the lettering of a part wants cleared. */
const kept = new WeakMap<Part, readonly ClearItem[]>()

function clearsOf(part: Part): readonly ClearItem[] {
  // What is put together for a place has no lettering of its own.
  if (part.clears || part.within) return []
  let clears = kept.get(part)
  if (!clears) {
    const found: ClearItem[] = []
    for (const item of eachItem(part.items))
      if (item.kind === 'text' && item.clear !== undefined)
        found.push({ kind: 'clear', text: item, gap: item.clear, source: null })
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
      cleared(picture.partsIn(growBox(box, picture.overhang)), picture.partsIn(box), box, unitsPerPixel)
    picture.replace(null, {
      ...EVERYWHERE,
      rank: ABOVE_LINEWORK.clear,
      place: 0,
      nth: 0,
      source: null,
      endless: true,
      clears: true,
      get items() {
        const all = picture.parts()
        return cleared(all, all, EVERYWHERE, NO_PIXELS)
      },
      within,
    })
    return []
  }
}

/** What clears the ground of the lettering of parts that can be read, and brings back what is cut there. */
function cleared(
  lettered: readonly Part[],
  around: readonly Part[],
  inSight: Box,
  unitsPerPixel: number,
): DisplayItem[] {
  const clears = lettered.flatMap(clearsOf)
  const seen = clears
    .map((item) => ({ item, box: itemExtent(item) }))
    .filter(({ item, box }) => item.text.size >= READABLE_PIXELS * unitsPerPixel && boxesMeet(box, inSight))
  if (seen.length === 0) return []
  const cut = around.filter(({ rank }) => rank === CUT_RANK)
  const again = seen.flatMap(({ box: whole }) =>
    cut.flatMap((part): DisplayItem[] => {
      const box = commonBox(whole, inSight)
      if (!boxesMeet(part, box) || part.isIn?.(box) === false) return []
      const items = part.within?.(box, unitsPerPixel) ?? part.items
      return [{ kind: 'group', map: IDENTITY, clip: box, items, source: null }]
    }),
  )
  // What is written on things lies beneath the ground that is cleared.
  const written = lettered.flatMap((part) => (ANNOTATION.has(part.rank) ? [] : clearsOf(part)))
  const isSeen = new Set(seen.map(({ item }) => item))
  const texts = written.filter((item) => isSeen.has(item)).map(({ text }) => text)
  return [...seen.map(({ item }) => item), ...again, ...texts]
}
