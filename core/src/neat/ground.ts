import { ABOVE_LINEWORK } from '../annotate'
import type { Part, Picture } from '../derive'
import { PlaceIndex, boxesMeet, growBox, type Box } from '../geometry'
import { coreOf, isAnyStruck, isHidden, isLettered } from './clashes'
import { inkOf, isCut, type Ink } from './ink'
import { COST, costBetween, placedInk } from './solve'
import { boxAround, slabsOverlap } from './slab'

/** What frames over all lines of annotation lie on. */
const LINES_BELOW: ReadonlySet<object> = new Set<object>([
  ABOVE_LINEWORK.annotation,
  ABOVE_LINEWORK.viewMarks,
])

interface Laid extends Box {
  readonly ink: Ink
}

/** What stands still while others find their places: parts of a picture, and what was laid anew. */
export class Ground {
  private readonly laid = new PlaceIndex<Laid>()

  /** @param moves whether a part is of what finds its place */
  constructor(
    private readonly picture: Picture,
    private readonly moves: (part: Part) => boolean,
  ) {}

  /** Lays inks that stand still too. */
  lay(inks: readonly Ink[]): void {
    const boxes = inks.map((ink): Laid => {
      const { minX, minY, maxX, maxY } = placedInk(ink)
      return { minX, minY, maxX, maxY, ink }
    })
    for (const _ of this.laid.loading(boxes));
  }

  /** What it costs that an ink stands there. */
  cost(ink: Ink): number {
    const box = placedInk(ink)
    let cost = this.ownCost(ink)
    for (const { ink: other } of this.laid.search(box)) cost += costBetween(ink, other)
    for (const part of this.picture.partsIn(growBox(box, this.picture.overhang))) {
      if (this.moves(part)) continue
      cost += isCut(part) ? cutCost(ink, part) : this.costOver(ink, part)
    }
    return cost
  }

  /** Its own lines through its own letters. */
  private ownCost({ letters, lines }: Ink): number {
    let cost = 0
    for (const { slab, over } of letters) {
      if (over) continue
      const core = coreOf(slab)
      if (isAnyStruck(core, boxAround(core), lines)) cost += COST.struck
    }
    return cost
  }

  private costOver(ink: Ink, part: Part): number {
    if (part.within) return 0
    const annotates = isLettered(part)
    const theirs = inkOf(part)
    let cost = 0
    for (const { slab, clear, over } of ink.letters) {
      if (!annotates && clear) continue
      const core = coreOf(slab)
      const box = boxAround(core)
      if (!boxesMeet(box, growBox(part, part.overhang ?? 0))) continue
      if (theirs.letters.some((each) => slabsOverlap(core, coreOf(each.slab)))) cost += COST.letters
      else if (annotates && isHidden(core, theirs.papers)) cost += COST.letters
      if (over && LINES_BELOW.has(part.rank)) continue
      const isCleared = clear && part.rank === ABOVE_LINEWORK.viewMarks
      if ((!isCleared && isAnyStruck(core, box, theirs.lines)) || isAnyStruck(core, box, theirs.shapes))
        cost += annotates ? COST.struck : COST.lines
    }
    if (annotates && ink.lines.length > 0)
      for (const { slab } of theirs.letters) {
        const core = coreOf(slab)
        if (isAnyStruck(core, boxAround(core), ink.lines)) cost += COST.struck
        if (isHidden(core, ink.papers)) cost += COST.letters
      }
    return cost
  }
}

function cutCost({ letters }: Ink, part: Part): number {
  let cost = 0
  for (const { slab } of letters) {
    const box = boxAround(coreOf(slab))
    if (boxesMeet(box, part) && part.isIn?.(box)) cost += COST.cut
  }
  return cost
}
