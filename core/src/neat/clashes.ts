import { ABOVE_LINEWORK } from '../annotate'
import { IN_STEP, byOrder, type Part, type Picture } from '../derive'
import { boxesMeet, growBox, type Box, type Point } from '../geometry'
import type { Id } from '../records'
import { inkOf, isCut, type Letters } from './ink'
import { boxAround, isStruck, shrunk, slabsOverlap, type Slab } from './slab'

/** What lies under or over letters. */
export type ClashWith = 'letters' | 'annotation' | 'cut' | 'lines'

/** Letters that are not clear. */
export interface Clash {
  /** What the letters belong to; and what strikes them, where that is one thing. */
  readonly id: Id | null
  readonly other: Id | null
  readonly with: ClashWith
  /** The middle of the letters. */
  readonly at: Point
}

const { clear: _, ...WRITTEN } = ABOVE_LINEWORK
const LETTERED: ReadonlySet<object> = new Set<object>(Object.values(WRITTEN))

/** Whether a part is annotation, whose letters are to be read. */
export const isLettered = ({ rank }: Part): boolean => LETTERED.has(rank)

/** Ink that touches letters by less than this part of their height is clear of them. */
const TOUCH = 0.02

/** The letters as others may touch them. */
export const coreOf = (slab: Slab): Slab => shrunk(slab, TOUCH * slab.high)

/** What strikes some letters of a part, among the parts near them. */
export function strikes(letters: Letters, mine: Part, near: readonly Part[]): Clash[] {
  const core = coreOf(letters.slab)
  const box = boxAround(core)
  const found: Clash[] = []
  const add = (kind: ClashWith, other: Id | null): void => {
    found.push({ id: letters.source, other, with: kind, at: middleOf(letters.slab) })
  }
  for (const part of near) {
    // A frame filled with paper lies over what was drawn before it; its own lines are meant.
    const isUnder = letters.framed && (part === mine || byOrder(part, mine) < 0)
    if (isCut(part)) {
      if (!isUnder && part.isIn?.(box)) add('cut', null)
      continue
    }
    const isAnnotation = isLettered(part)
    if (!isAnnotation && (letters.clear || isUnder)) continue
    // What is put together for a place is ground.
    if (part.within || part.clears) continue
    const ink = inkOf(part)
    if (
      ink.letters.some(
        (each) => each.slab !== letters.slab && isOnce(mine, part) && slabsOverlap(core, coreOf(each.slab)),
      )
    )
      add('letters', part.source)
    // A line under words of its own is meant.
    const struck = part === mine ? coreOf(aboveBase(letters)) : core
    // A frame filled with paper that is drawn later hides them.
    if (part !== mine && ink.papers.length > 0 && byOrder(mine, part) < 0 && isHidden(core, ink.papers))
      add('letters', part.source)
    const isCleared = isUnder || (letters.clear && part.rank === ABOVE_LINEWORK.viewMarks)
    if (
      (!isCleared && isAnyStruck(struck, box, ink.lines)) ||
      (!isUnder && isAnyStruck(struck, box, ink.shapes))
    )
      add(isAnnotation ? 'annotation' : 'lines', part.source)
  }
  return found
}

/** Letters without what of them reaches below their base line. */
const aboveBase = ({ slab, depth }: Letters): Slab => ({
  ...slab,
  x: slab.x - slab.uy * depth,
  y: slab.y + slab.ux * depth,
  high: slab.high - depth,
})

/** Letters of two parts are compared once; those of one part with each other too. */
const isOnce = (mine: Part, other: Part): boolean => mine === other || byOrder(mine, other) < 0

/** Whether letters lie under something filled with paper. */
export const isHidden = (core: Slab, papers: readonly Box[]): boolean =>
  papers.some(({ minX, minY, maxX, maxY }) =>
    slabsOverlap(core, { x: minX, y: minY, ux: 1, uy: 0, long: maxX - minX, high: maxY - minY }),
  )

export function isAnyStruck(slab: Slab, box: Box, lines: readonly number[]): boolean {
  for (let i = 0; i + 3 < lines.length; i += 4) {
    const [x1, y1, x2, y2] = [lines[i]!, lines[i + 1]!, lines[i + 2]!, lines[i + 3]!]
    if (
      (x1 < box.minX && x2 < box.minX) ||
      (x1 > box.maxX && x2 > box.maxX) ||
      (y1 < box.minY && y2 < box.minY) ||
      (y1 > box.maxY && y2 > box.maxY)
    )
      continue
    if (isStruck(slab, x1, y1, x2, y2)) return true
  }
  return false
}

const middleOf = ({ x, y, ux, uy, long, high }: Slab): Point => ({
  x: x + (ux * long - uy * high) / 2,
  y: y + (uy * long + ux * high) / 2,
})

/** The letters of a picture that are not clear, kept while it changes: only what is near a change is looked at again. */
export class Clashes {
  private readonly found = new Map<Part, readonly Clash[]>()
  private readonly todo = new Set<Part>()
  private picture: Picture | null = null
  private stamp = -1
  /** So many parts were looked at so far: for tests of what is looked at again. */
  looked = 0

  private hear(picture: Picture): void {
    const places = picture === this.picture ? picture.places.since(this.stamp) : null
    this.picture = picture
    this.stamp = picture.places.now
    const all = new Set(picture.parts().filter(isLettered))
    for (const part of [...this.found.keys(), ...this.todo])
      if (!all.has(part)) {
        this.found.delete(part)
        this.todo.delete(part)
      }
    if (!places) {
      for (const part of all) this.todo.add(part)
      return
    }
    for (const place of places)
      // Letters of both may reach beyond the boxes of their parts.
      for (const part of picture.partsIn(growBox(place, 2 * picture.overhang)))
        if (isLettered(part)) this.todo.add(part)
  }

  /** Looks at what is new, in small steps; gives all there is when it is done. */
  *steps(picture: Picture): Generator<void, Clash[]> {
    this.hear(picture)
    for (const part of this.todo) {
      const clashes = clashesOf(part, picture)
      if (clashes.length > 0) this.found.set(part, clashes)
      else this.found.delete(part)
      this.todo.delete(part)
      if (++this.looked % IN_STEP === 0) yield
    }
    return [...this.found].sort(([p], [q]) => byOrder(p, q)).flatMap(([, found]) => found)
  }
}

/** What strikes the letters of a part. */
function clashesOf(part: Part, picture: Picture): Clash[] {
  if (!isLettered(part)) return []
  const { letters } = inkOf(part)
  if (letters.length === 0) return []
  const near = picture.partsIn(growBox(part, 2 * picture.overhang)).sort(byOrder)
  return letters.flatMap((each) => {
    const box = boxAround(each.slab)
    return strikes(
      each,
      part,
      near.filter((other) => boxesMeet(box, growBox(other, other.overhang ?? 0))),
    )
  })
}
